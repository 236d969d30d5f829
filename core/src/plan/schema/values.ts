import { isMonth } from '../../calendar/month.ts';
import { isCurrency, isLocale } from '../../figure/notation.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import type { Column, ColumnSpec } from './columns.ts';
import { nameShapeRefusal } from './names.ts';
import { TABLES, type AnyRow, type TableName } from './tables.ts';

/** The longest key of a position: what is put between the same two rows again and again needs longer ones. */
const LONGEST_POSITION = 2000;

/** Why a value cannot stand in a column, as a sentence that goes on from where it stands; `null` when it can. */
export function valueRefusal(column: Column, value: unknown): string | null {
  switch (column.kind) {
    case 'number':
      return typeof value === 'number' && Math.abs(value) <= LARGEST_FIGURE
        ? null
        : 'a number up to ten trillion is expected.';
    case 'whole': {
      const { least, most } = column;
      const fits = typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most;
      return fits ? null : `a whole number from ${least} to ${most} is expected.`;
    }
    case 'yesNo':
      return typeof value === 'boolean' ? null : 'true or false is expected.';
  }
  if (typeof value !== 'string') return 'a text is expected.';
  if (!value.isWellFormed() || value.includes('\u0000')) return 'there is a broken character in this text.';
  switch (column.kind) {
    case 'name':
      return nameShapeRefusal(value);
    case 'text':
      return value.length > column.most ? `the text may have ${column.most} letters.` : null;
    case 'month':
      return isMonth(value) ? null : `"${value}" is not a month such as 2026-03.`;
    case 'currency':
      return isCurrency(value) ? null : `"${value}" is not a currency code such as EUR.`;
    case 'locale':
      return isLocale(value) ? null : `"${value}" is not a language tag such as en-IE.`;
    case 'position':
      return /^[0-9a-z]*[1-9a-z]$/.test(value) && value.length <= LONGEST_POSITION
        ? null
        : 'a position is a key over 0-9 and a-z that does not end in 0.';
    case 'choice':
      return column.options.includes(value) ? null : `one of ${column.options.join(', ')} is expected.`;
    case 'formula':
    case 'input':
    case 'reference':
    case 'bearer':
      return null;
  }
}

/** The column of a row that holds what it may not, and why; `null` when all of it can be kept. */
export function rowRefusal(
  table: TableName,
  row: AnyRow,
): { readonly column: string; readonly message: string } | null {
  const values = row as unknown as Readonly<Record<string, unknown>>;
  for (const [name, { column, optional }] of Object.entries(TABLES[table]) as [string, ColumnSpec][]) {
    const value = values[name] ?? null;
    if (value === null && optional) continue;
    const message = valueRefusal(column, value);
    if (message) return { column: name, message: message.charAt(0).toUpperCase() + message.slice(1) };
  }
  return null;
}

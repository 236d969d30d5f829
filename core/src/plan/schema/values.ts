import { isMonth } from '../../calendar/month.ts';
import { isDay } from '../../calendar/readDate.ts';
import { isCurrency, isLocale } from '../../figure/notation.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import type { Column, ColumnSpec } from './columns.ts';
import { nameShapeRefusal } from './names.ts';
import { TABLES, type AnyRow, type TableName } from './tables.ts';
import { messageFor, type Message } from '../../message.ts';

/** The longest key of a position: what is put between the same two rows again and again needs longer ones. */
const LONGEST_POSITION = 2000;

/** Why a value cannot stand in a column, as a sentence that goes on from where it stands; `null` when it can. */
export function valueRefusal(column: Column, value: unknown): Message | null {
  switch (column.kind) {
    case 'number':
      return typeof value === 'number' && Math.abs(value) <= LARGEST_FIGURE
        ? null
        : messageFor('schema.expectedNumber');
    case 'whole': {
      const { least, most } = column;
      const fits = typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most;
      return fits ? null : messageFor('schema.expectedWholeNumber', { least, most });
    }
    case 'yesNo':
      return typeof value === 'boolean' ? null : messageFor('schema.expectedBoolean');
  }
  if (typeof value !== 'string') return messageFor('schema.expectedText');
  if (!value.isWellFormed() || value.includes('\u0000')) return messageFor('schema.invalidCharacter');
  switch (column.kind) {
    case 'name':
      return nameShapeRefusal(value);
    case 'text':
      return value.length > column.most ? messageFor('schema.expectedShorterText', { most: column.most }) : null;
    case 'date':
      return isDay(value) ? null : messageFor('schema.expectedDay', { value });
    case 'month':
      return isMonth(value) ? null : messageFor('schema.expectedMonth', { value });
    case 'currency':
      return isCurrency(value) ? null : messageFor('schema.expectedCurrency', { value });
    case 'locale':
      return isLocale(value) ? null : messageFor('schema.expectedLocale', { value });
    case 'position':
      return /^[0-9a-z]*[1-9a-z]$/.test(value) && value.length <= LONGEST_POSITION
        ? null
        : messageFor('schema.expectedPosition');
    case 'choice':
      return column.options.includes(value)
        ? null
        : messageFor('schema.expectedOneOf', { options: column.options.join(', ') });
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
): { readonly column: string; readonly message: Message } | null {
  const values = row as unknown as Readonly<Record<string, unknown>>;
  for (const [name, { column, optional }] of Object.entries(TABLES[table]) as [string, ColumnSpec][]) {
    const value = values[name] ?? null;
    if (value === null && optional) continue;
    const message = valueRefusal(column, value);
    if (message) return { column: name, message };
  }
  return null;
}

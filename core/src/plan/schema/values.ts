import { isMonth } from '../../calendar/month.ts';
import { isDay } from '../../calendar/readDate.ts';
import { isCurrency, isLocale } from '../../figure/notation.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import type { Column, ColumnSpec } from './columns.ts';
import { nameShapeRefusal } from './names.ts';
import { TABLES, type AnyRow, type TableName } from './tables.ts';
import { messages } from '../../messages/schema.ts';

/** The longest key of a position: what is put between the same two rows again and again needs longer ones. */
const LONGEST_POSITION = 2000;

/** Why a value cannot stand in a column, as a sentence that goes on from where it stands; `null` when it can. */
export function valueRefusal(column: Column, value: unknown): string | null {
  switch (column.kind) {
    case 'number':
      return typeof value === 'number' && Math.abs(value) <= LARGEST_FIGURE ? null : messages.aNumberUpToTen;
    case 'whole': {
      const { least, most } = column;
      const fits = typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most;
      return fits ? null : messages.aWholeNumberFromTo(least, most);
    }
    case 'yesNo':
      return typeof value === 'boolean' ? null : messages.trueOrFalseIsExpected;
  }
  if (typeof value !== 'string') return messages.aTextIsExpected;
  if (!value.isWellFormed() || value.includes('\u0000')) return messages.thereIsABrokenCharacter;
  switch (column.kind) {
    case 'name':
      return nameShapeRefusal(value);
    case 'text':
      return value.length > column.most ? messages.theTextMayHaveLetters(column.most) : null;
    case 'date':
      return isDay(value) ? null : messages.isNotADaySuch(value);
    case 'month':
      return isMonth(value) ? null : messages.isNotAMonthSuch(value);
    case 'currency':
      return isCurrency(value) ? null : messages.isNotACurrencyCode(value);
    case 'locale':
      return isLocale(value) ? null : messages.isNotALanguageTag(value);
    case 'position':
      return /^[0-9a-z]*[1-9a-z]$/.test(value) && value.length <= LONGEST_POSITION ? null : messages.aPositionIsAKey;
    case 'choice':
      return column.options.includes(value) ? null : messages.oneOfIsExpected(column.options.join(', '));
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

import { isMonth, toMonth, type Month } from '../../calendar/month.ts';
import { ID_PATTERN } from './names.ts';

/**
 * A real payment or receipt. The amount counts whole minor units of the plan's currency (cents), positive the way its
 * line goes: what was paid for an expense, what came in for an income. A refund is negative.
 */
export interface LedgerEntry {
  readonly id: string;
  /** The day, as ISO 8601 text: `2026-03-14`. */
  readonly date: string;
  readonly what: string;
  /** The line of the budget it belongs to. */
  readonly line: string;
  /** Where it went through: a bank account, cash. Empty where that does not matter. */
  readonly account: string;
  readonly amount: number;
}

/** The largest amount of an entry, in minor units: a hundred billion of a currency with cents. */
export const LARGEST_AMOUNT = 1e13;
export const MAX_WHAT = 200;
export const MAX_ACCOUNT = 80;

/** Why an entry cannot be, and the field that is to blame. */
export interface EntryRefusal {
  readonly message: string;
  readonly field: keyof LedgerEntry;
}

/** Whether `text` is a day of the calendar, such as `2026-03-14`. */
export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text) || !isMonth(text.slice(0, 7))) return false;
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
}

/** The month of a day: `2026-03` of `2026-03-14`. */
export function monthOfDate(date: string): Month {
  return toMonth(date.slice(0, 7));
}

/** The most entries a plan may have. */
export const MAX_ENTRIES = 200_000;

/** Why an entry cannot be kept at all, whatever plan it belongs to, or `null` when it can. */
export function storedEntryRefusal(entry: LedgerEntry): EntryRefusal | null {
  if (!ID_PATTERN.test(entry.id))
    return { message: 'An id has 1 to 64 letters, digits, dashes or underscores.', field: 'id' };
  if (!isDate(entry.date)) return { message: `“${entry.date}” is no day of the calendar.`, field: 'date' };
  if (!Number.isInteger(entry.amount) || Math.abs(entry.amount) > LARGEST_AMOUNT)
    return { message: 'An amount is a number of whole cents.', field: 'amount' };
  if (entry.amount === 0)
    return { message: 'Say how much it was; an entry of nothing changes nothing.', field: 'amount' };
  for (const [field, most] of [
    ['what', MAX_WHAT],
    ['account', MAX_ACCOUNT],
  ] as const) {
    const text = entry[field];
    if (text.length > most) return { message: `At most ${most} letters, please.`, field };
    if (!text.isWellFormed() || text.includes('\u0000'))
      return { message: 'This text has a broken character in it. Type it again.', field };
  }
  return null;
}

/** What there is to an entry beside its id. */
export type EntryFields = Omit<LedgerEntry, 'id'>;

/** Whether two entries, or none, say the same. */
export function isSameEntry(a: EntryFields | null, b: EntryFields | null): boolean {
  if (a === null || b === null) return a === b;
  return (['date', 'what', 'line', 'account', 'amount'] as const).every((field) => a[field] === b[field]);
}

import { toMonth, type Month } from '../../calendar/month.ts';
import { isDay } from '../../calendar/readDate.ts';
import { ID_PATTERN } from './names.ts';
import { messages } from '../../messages/schema.ts';

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

/** The month of a day: `2026-03` of `2026-03-14`. */
export function monthOfDate(date: string): Month {
  return toMonth(date.slice(0, 7));
}

/** The most entries a plan may have. */
export const MAX_ENTRIES = 200_000;

/** Why an entry cannot be kept at all, whatever plan it belongs to, or `null` when it can. */
export function storedEntryRefusal(entry: LedgerEntry): EntryRefusal | null {
  if (!ID_PATTERN.test(entry.id)) return { message: messages.anIdHas1To, field: 'id' };
  if (!isDay(entry.date)) return { message: messages.isNoDayOfThe(entry.date), field: 'date' };
  if (!Number.isInteger(entry.amount) || Math.abs(entry.amount) > LARGEST_AMOUNT)
    return { message: messages.anAmountIsANumber, field: 'amount' };
  if (entry.amount === 0) return { message: messages.sayHowMuchItWas, field: 'amount' };
  for (const [field, most] of [
    ['what', MAX_WHAT],
    ['account', MAX_ACCOUNT],
  ] as const) {
    const text = entry[field];
    if (text.length > most) return { message: messages.atMostLettersPlease(most), field };
    if (!text.isWellFormed() || text.includes('\u0000')) return { message: messages.thisTextHasABroken, field };
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

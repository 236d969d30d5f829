import { periodOf } from '../calendar/calendar.ts';
import { isMonth, monthInWords, toMonth, type Month } from '../calendar/month.ts';
import { decimalsOf } from '../figure/write.ts';
import { ID_PATTERN } from '../plan/schema/names.ts';
import { calendarOf, planOf, type Document } from '../plan/document/document.ts';

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

/** Why an entry cannot be made, or changed to what it is, or `null` when it can. */
export function entryRefusal(document: Document, entry: LedgerEntry): EntryRefusal | null {
  const refusal = storedEntryRefusal(entry);
  if (refusal) return refusal;
  const { locale } = planOf(document);
  const calendar = calendarOf(document);
  const month = monthOfDate(entry.date);
  if (periodOf(calendar, month) < 0) {
    const [first, last] = [calendar.first, calendar.months.at(-1)!].map((each) => monthInWords(each, locale));
    return {
      message: `The plan has no ${monthInWords(month, locale)}; it goes from ${first} to ${last}.`,
      field: 'date',
    };
  }
  const line = document.lines.get(entry.line);
  if (!line) return { message: 'This line is no longer there. Choose another one.', field: 'line' };
  if (line.unit !== 'money' || document.groups.get(line.group)?.side === 'memo')
    return { message: `${line.name} is no flow of money, so nothing can be entered for it.`, field: 'line' };
  return null;
}

/** How many minor units a major one of a plan's currency has: 100 cents, or 1 where there are none. */
export function minorUnitsIn(document: Document): number {
  return 10 ** decimalsOf(planOf(document).currency);
}

/** A figure in whole minor units; `null` when it has more decimals than the plan's currency. 42.5 is 4250 cents. */
export function inMinorUnits(document: Document, figure: number): number | null {
  const units = minorUnitsIn(document);
  const whole = Math.round(figure * units);
  // Divided again it is the same number to the last digit, however large, if it had no more decimals.
  return whole / units === figure ? whole : null;
}

import type { Month } from '../calendar/month.ts';
import type { EntryChange } from '../plan/document/document.ts';
import { monthOfDate, type LedgerEntry } from '../plan/schema/entries.ts';
import type { EntrySum } from './actuals.ts';

/** Entries that were asked for, laid over with changes the answer does not know of yet. */

/** The sums of a ledger after some changes of its entries. */
export function sumsAfter(sums: readonly EntrySum[], changes: readonly EntryChange[]): readonly EntrySum[] {
  if (changes.length === 0) return sums;
  const byKey = new Map(sums.map((sum) => [`${sum.line}|${sum.month}`, sum]));
  const add = ({ line, date, amount }: LedgerEntry, sign: 1 | -1) => {
    const month = monthOfDate(date);
    const key = `${line}|${month}`;
    const before = byKey.get(key) ?? { line, month, amount: 0, count: 0 };
    const after = { ...before, amount: before.amount + sign * amount, count: before.count + sign };
    if (after.count === 0) byKey.delete(key);
    else byKey.set(key, after);
  };
  for (const { before, after } of changes) {
    if (before) add(before, -1);
    if (after) add(after, 1);
  }
  return [...byKey.values()];
}

/** A list of entries, the newest first, and how many there are in all. */
export interface EntryPage {
  readonly entries: readonly LedgerEntry[];
  readonly total: number;
}

/** Entries of some months and lines (`null` for all) after some changes. */
export function pageAfter(
  { entries, total }: EntryPage,
  changes: readonly EntryChange[],
  asked: { readonly from: Month; readonly to: Month; readonly lines: readonly string[] | null },
): EntryPage {
  const isAsked = (entry: LedgerEntry | null): entry is LedgerEntry => {
    if (entry === null) return false;
    const month = monthOfDate(entry.date);
    return month >= asked.from && month <= asked.to && (asked.lines === null || asked.lines.includes(entry.line));
  };
  let [shown, count] = [[...entries], total];
  for (const { id, before, after } of changes) {
    shown = shown.filter((entry) => entry.id !== id);
    if (isAsked(before)) count--;
    if (!isAsked(after)) continue;
    shown.push(after);
    count++;
  }
  shown.sort((a, b) => (a.date === b.date ? (a.id < b.id ? 1 : -1) : a.date < b.date ? 1 : -1));
  return { entries: shown, total: count };
}

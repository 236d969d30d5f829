import { numberInMonth } from '../calendar/day.ts';
import type { EntryChange } from '../plan/document/document.ts';
import { isTransfer, monthOfDate, type LedgerEntry } from '../plan/schema/entries.ts';
import { isAsked, compareEntries, type EntryQuery } from './query.ts';
import type { EntrySum } from './actuals.ts';
import { dueKey, type ConfirmedDays } from './recurring.ts';

/** Entries that were asked for, laid over with changes the answer does not know of yet. */

/** The sums of a ledger after some changes of its entries. */
export function sumsAfter(sums: readonly EntrySum[], changes: readonly EntryChange[]): readonly EntrySum[] {
  if (changes.length === 0) return sums;
  const byKey = new Map(sums.map((sum) => [`${sum.line}|${sum.account}|${sum.month}`, sum]));
  const add = (entry: LedgerEntry, sign: 1 | -1) => {
    if (entry.line === '' && isTransfer(entry)) return;
    const { line, account, date, amount } = entry;
    const month = monthOfDate(date);
    const key = `${line}|${account}|${month}`;
    const before = byKey.get(key) ?? { line, account, month, amount: 0, count: 0, days: 0 };
    const after = {
      ...before,
      amount: before.amount + sign * amount,
      count: before.count + sign,
      days: before.days + sign * numberInMonth(date),
    };
    if (after.count === 0) byKey.delete(key);
    else byKey.set(key, after);
  };
  for (const { before, after } of changes) {
    if (before) add(before, -1);
    if (after) add(after, 1);
  }
  return [...byKey.values()];
}

/** The days of recurring entries that have happened, after some changes of entries. */
export function confirmedDaysAfter(confirmed: readonly string[], changes: readonly EntryChange[]): ConfirmedDays {
  const keys = new Set(confirmed);
  for (const { before, after } of changes) {
    if (before && before.standing !== '') keys.delete(dueKey(before.standing, before.due));
    if (after && after.standing !== '') keys.add(dueKey(after.standing, after.due));
  }
  return keys;
}

/** A list of entries, in the order asked for, and how many there are in all. */
export interface EntryPage {
  readonly entries: readonly LedgerEntry[];
  readonly total: number;
}

/** Entries that were asked for after some changes. */
export function pageAfter(
  { entries, total }: EntryPage,
  changes: readonly EntryChange[],
  query: EntryQuery,
): EntryPage {
  if (changes.length === 0) return { entries, total };
  const shown = new Map(entries.map((entry) => [entry.id, entry]));
  let count = total;
  for (const { id, before, after } of changes) {
    shown.delete(id);
    if (before && isAsked(before, query)) count--;
    if (!after || !isAsked(after, query)) continue;
    shown.set(id, after);
    count++;
  }
  return { entries: [...shown.values()].sort(compareEntries(query)), total: count };
}

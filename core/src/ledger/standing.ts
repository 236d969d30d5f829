import { addMonths, monthsBetween, type Month } from '../calendar/month.ts';
import { addDays, dayOfMonth, daysBetween, lastDay, monthOfDay, numberInMonth } from '../calendar/day.ts';
import type { Day } from '../calendar/readDate.ts';
import { datedId, type StandingEntryRow } from '../plan/schema/tables.ts';
import { inOrder, type Document } from '../plan/document/document.ts';
import { directionOf, minorUnitsIn } from './entries.ts';

/** An entry that is put in ahead by a standing entry: it is foreseen, and has not happened yet. */
export interface Expected {
  readonly standing: string;
  readonly due: Day;
  readonly what: string;
  /** The line it belongs to; empty for a transfer of none. */
  readonly line: string;
  readonly account: string;
  readonly toAccount: string;
  /** What it will do to its account, in minor units; nothing where its line's budget of the month is nothing. */
  readonly amount: number;
}

/** What the budget of a line comes to in a month, in major units; `null` where it has no figure. */
export type BudgetOf = (line: string, month: Month) => number | null;

/** The days of standing entries that have happened, or were skipped: nothing is expected on them any more. */
export type Settled = ReadonlySet<string>;

/** How far back what is overdue is still expected, in days; what is older is left to the checks. */
export const OVERDUE_DAYS = 92;

/** How a day of a standing entry is told from others. */
export function dueKey(standing: string, due: Day): string {
  return datedId(standing, due);
}

/** The days of standing entries that some entries settle. */
export function settledBy(entries: Iterable<{ readonly standing: string; readonly due: Day }>): Settled {
  const keys = new Set<string>();
  for (const { standing, due } of entries) if (standing !== '') keys.add(dueKey(standing, due));
  return keys;
}

/** The days a standing entry is due from one day to another, both included. */
export function dueDays(row: StandingEntryRow, from: Day, to: Day): Day[] {
  const last = row.until !== null && row.until < to ? row.until : to;
  const first = row.from > from ? row.from : from;
  if (last < first) return [];
  return row.rhythm === 'week' ? dueWeeks(row, first, last) : dueMonths(row, first, last);
}

function dueWeeks(row: StandingEntryRow, first: Day, last: Day): Day[] {
  const step = 7 * row.every;
  const skipped = Math.ceil(daysBetween(row.from, first) / step);
  const days: Day[] = [];
  for (let day = addDays(row.from, skipped * step); day <= last; day = addDays(day, step)) days.push(day);
  return days;
}

function dueMonths(row: StandingEntryRow, first: Day, last: Day): Day[] {
  const step = row.every * (row.rhythm === 'year' ? 12 : 1);
  const start = monthOfDay(row.from);
  const number = row.lastDay ? 31 : numberInMonth(row.from);
  const days: Day[] = [];
  let month = addMonths(start, Math.floor(monthsBetween(start, monthOfDay(first)) / step) * step);
  for (; month <= monthOfDay(last); month = addMonths(month, step)) {
    const day = dayOfMonth(month, number);
    if (day >= first && day <= last) days.push(day);
  }
  return days;
}

/** Whether a standing entry is due on a day. */
export function isDue(row: StandingEntryRow, day: Day): boolean {
  return dueDays(row, day, day).length > 0;
}

/** What is expected from one day to another, both included, by day. */
export function expectedIn(document: Document, budget: BudgetOf, settled: Settled, from: Day, to: Day): Expected[] {
  const expected: Expected[] = [];
  for (const row of inOrder(document.standingEntries.values()))
    for (const due of dueDays(row, from, to)) {
      const key = dueKey(row.id, due);
      if (settled.has(key) || document.standingSkips.has(key)) continue;
      const amount = amountOf(document, row, budget, monthOfDay(due));
      if (amount === 0) continue;
      const { id: standing, what, line, account, toAccount } = row;
      expected.push({
        standing,
        due,
        what,
        line: line ?? '',
        account: account ?? '',
        toAccount: toAccount ?? '',
        amount,
      });
    }
  return expected.sort((a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : 0));
}

function amountOf(document: Document, row: StandingEntryRow, budget: BudgetOf, month: Month): number {
  const figure = row.amount ?? (row.line === null ? null : budget(row.line, month)) ?? 0;
  const amount = Math.round(figure * minorUnitsIn(document));
  if (row.toAccount !== null) return -Math.abs(amount) || 0;
  return amount * directionOf(document, row.line ?? '') || 0;
}

/** The day it is next due after a day; `null` when it is over. */
export function nextDue(row: StandingEntryRow, after: Day): Day | null {
  const from = row.from > after ? row.from : addDays(after, 1);
  const months = row.every * (row.rhythm === 'year' ? 12 : 1);
  const to = row.rhythm === 'week' ? addDays(from, 7 * row.every) : lastDay(addMonths(monthOfDay(from), months));
  return dueDays(row, from, to)[0] ?? null;
}

import { roundTo } from '../figure/rounding.ts';
import { addMonths, monthsBetween, type Month } from '../calendar/month.ts';
import { addDays, dayOfMonth, daysBetween, firstDay, lastDay, monthOfDay, numberInMonth } from '../calendar/day.ts';
import { LAST_DAY, type Day } from '../calendar/readDate.ts';
import { datedId, type RecurringEntryRow } from '../plan/schema/tables.ts';
import { inOrder, type Document } from '../plan/document/document.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { directionOf, minorUnitsIn } from './entries.ts';

/** An entry that is put in ahead by a recurring entry: it is foreseen, and has not happened yet. */
export interface Expected {
  readonly standing: string;
  readonly due: Day;
  readonly what: string;
  /** The line it belongs to; empty for a transfer of none. */
  readonly line: string;
  readonly account: string;
  readonly toAccount: string;
  /** States what it will do to its account, in minor units; nothing where its line's budget of the month is nothing. */
  readonly amount: number;
}

/** Describes what the budget of a line comes to in a month, in major units; `null` where it has no figure. */
export type BudgetOf = (line: string, month: Month) => number | null;

/** The days of recurring entries that have happened, or were skipped: nothing is expected on them any more. */
export type ConfirmedDays = ReadonlySet<string>;

/** States how far back what is overdue is still expected, in days; what is older is left to the checks. */
export const OVERDUE_DAYS = 92;

/** Returns how a day of a recurring entry is told from others. */
export function dueKey(standing: string, due: Day): string {
  return datedId(standing, due);
}

/** The days of recurring entries that some entries settle. */
export function confirmedDays(entries: Iterable<{ readonly standing: string; readonly due: Day }>): ConfirmedDays {
  const keys = new Set<string>();
  for (const { standing, due } of entries) if (standing !== '') keys.add(dueKey(standing, due));
  return keys;
}

/** The days a recurring entry is due from one day to another, both included. */
export function dueDays(row: RecurringEntryRow, from: Day, to: Day): Day[] {
  const last = row.until !== null && row.until < to ? row.until : to;
  const first = row.from > from ? row.from : from;
  if (last < first) return [];
  return row.rhythm === 'week' ? dueWeeks(row, first, last) : dueMonths(row, first, last);
}

function dueWeeks(row: RecurringEntryRow, first: Day, last: Day): Day[] {
  const step = 7 * row.every;
  const skipped = Math.ceil(daysBetween(row.from, first) / step);
  const days: Day[] = [];
  for (let day = addDays(row.from, skipped * step); day <= last; day = addDays(day, step)) days.push(day);
  return days;
}

function dueMonths(row: RecurringEntryRow, first: Day, last: Day): Day[] {
  const step = row.every * (row.rhythm === 'year' ? 12 : 1);
  const start = monthOfDay(row.from);
  const number = numberOfDay(row);
  const days: Day[] = [];
  let month = addMonths(start, Math.floor(monthsBetween(start, monthOfDay(first)) / step) * step);
  for (; month <= monthOfDay(last); month = addMonths(month, step)) {
    const day = dayOfMonth(month, number);
    if (day >= first && day <= last) days.push(day);
  }
  return days;
}

/** The day of its months a recurring entry is due on; in shorter months it is their last. */
export function numberOfDay(row: RecurringEntryRow): number {
  return row.lastDay ? 31 : (row.dayOfMonth ?? numberInMonth(row.from));
}

/** Returns whether a recurring entry is due on a day. */
export function isDue(row: RecurringEntryRow, day: Day): boolean {
  return dueDays(row, day, day).length > 0;
}

/** Returns what is expected from one day to another, both included, by day. */
export function expectedIn(
  document: Document,
  budget: BudgetOf,
  confirmed: ConfirmedDays,
  from: Day,
  to: Day,
): Expected[] {
  const expected: Expected[] = [];
  const shares = new BudgetShares(document, budget);
  for (const row of inOrder(document.standingEntries.values()))
    for (const due of dueDays(row, from, to)) {
      if (document.standingSkips.has(dueKey(row.id, due)) || isConfirmed(document, row, due, confirmed)) continue;
      const amount = shares.amountOf(row, due);
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

/** Returns whether a day has happened, under its recurring entry's id or under that of one it goes on from. */
function isConfirmed(document: Document, row: RecurringEntryRow, due: Day, confirmed: ConfirmedDays): boolean {
  const seen = new Set<string>();
  for (let id = row.id; id !== '' && !seen.has(id); id = document.standingEntries.get(id)?.goesOnFrom ?? '') {
    if (confirmed.has(dueKey(id, due))) return true;
    seen.add(id);
  }
  return false;
}

/** Describes what comes round without an amount of its own: the budget of its line's month, shared among the days it is due on. */
class BudgetShares {
  private readonly document: Document;
  private readonly budget: BudgetOf;
  /** The days of a line in a month on which its budget is due, in order. */
  private readonly days = new Map<string, string[]>();

  constructor(document: Document, budget: BudgetOf) {
    this.document = document;
    this.budget = budget;
  }

  /** Returns what one does to its account on a day, in minor units. */
  amountOf(row: RecurringEntryRow, due: Day): number {
    const units = minorUnitsIn(this.document);
    const amount = row.amount === null ? this.shareOf(row, due, units) : roundTo(row.amount * units);
    if (row.toAccount !== null) return -Math.abs(amount) || 0;
    return amount * directionOf(this.document, row.line ?? '') || 0;
  }

  private shareOf(row: RecurringEntryRow, due: Day, units: number): number {
    if (row.line === null) return 0;
    const month = monthOfDay(due);
    const total = roundTo((this.budget(row.line, month) ?? 0) * units);
    const days = this.daysOf(row.line, month);
    const index = days.indexOf(`${due}|${row.id}`);
    // What is left over of a division in whole units is not lost: the shares add up to the budget.
    return Math.round((total * (index + 1)) / days.length) - Math.round((total * index) / days.length);
  }

  private daysOf(line: string, month: Month): string[] {
    const key = `${line}|${month}`;
    let days = this.days.get(key);
    if (!days) {
      const rows = [...rowsWhere(this.document.standingEntries, 'line', line)].filter(({ amount }) => amount === null);
      days = rows
        .flatMap((row) => dueDays(row, firstDay(month), lastDay(month)).map((day) => `${day}|${row.id}`))
        .sort();
      this.days.set(key, days);
    }
    return days;
  }
}

/** The day it is next due after a day; `null` when it is over. */
export function nextDue(row: RecurringEntryRow, after: Day): Day | null {
  if (after >= LAST_DAY) return null;
  const from = row.from > after ? row.from : addDays(after, 1);
  const months = row.every * (row.rhythm === 'year' ? 12 : 1);
  // Counted in days, a stretch may end after the last day there is; months there are not.
  const until = addDays(from, row.rhythm === 'week' ? 7 * row.every : 31 * (months + 1));
  const to = until > LAST_DAY ? LAST_DAY : until;
  return dueDays(row, from, to)[0] ?? null;
}

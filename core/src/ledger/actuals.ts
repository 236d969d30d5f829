import { monthOfDay } from '../calendar/day.ts';
import { yearOf, type Month } from '../calendar/month.ts';
import { LAST_DAY, type Day } from '../calendar/readDate.ts';
import { calendarOf, type Document } from '../plan/document/document.ts';
import { datedId, type ExceptionRow, type Side } from '../plan/schema/tables.ts';
import { NET, TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE } from '../plan/schema/totals.ts';
import { directionOf, minorUnitsIn } from './entries.ts';

/**
 * Describes what the entries of a line come to in a month by account, in minor units as the account has them: what came in is
 * positive. Entries that are not assigned have no line; transfers of no line are in none of these.
 */
export interface EntrySum {
  readonly line: string;
  readonly account: string;
  readonly month: Month;
  readonly amount: number;
  readonly count: number;
  /** The days of the month of all of them, added up. */
  readonly days: number;
}

/** The entries of a line in a month, taken together. */
export interface MonthSum {
  readonly amount: number;
  readonly count: number;
}

/** Describes what really happened, line by line and month by month: the one series of figures a plan sees of its ledger. */
export interface Actuals {
  /** The months account was kept of, from the first with entries to the last up to today; `null` when there are none. */
  readonly span: { readonly first: Month; readonly last: Month } | null;
  /** The sums, by line and month; lines nothing was ever entered for are not there. */
  readonly lines: ReadonlyMap<string, ReadonlyMap<Month, MonthSum>>;
}

export const NO_ACTUALS: Actuals = { span: null, lines: new Map() };

/**
 * The actual figures behind the sums of a ledger. An entry with a day after today's month, such as one paid ahead, does not
 * say of the months until then that nothing happened in them.
 */
export function actualsFrom(sums: readonly EntrySum[], today: Day = LAST_DAY): Actuals {
  const present = monthOfDay(today);
  const lines = new Map<string, Map<Month, MonthSum>>();
  let first: Month | null = null;
  let last: Month | null = null;
  for (const { line, month, amount, count } of sums) {
    let byMonth = lines.get(line);
    if (!byMonth) lines.set(line, (byMonth = new Map()));
    const before = byMonth.get(month);
    byMonth.set(month, { amount: (before?.amount ?? 0) + amount, count: (before?.count ?? 0) + count });
    if (month > present) continue;
    if (first === null || month < first) first = month;
    if (last === null || month > last) last = month;
  }
  return { span: first === null || last === null ? null : { first, last }, lines };
}

/**
 * Returns what a line really came to in a month, in major units, positive the way its side goes. A line that is kept account of, in
 * a month account was kept of, came to nothing without any entry of its own; `null` where nothing is known.
 */
export function actualFigure(document: Document, actuals: Actuals, line: string, month: Month): number | null {
  const byMonth = actuals.lines.get(line);
  const own = byMonth?.get(month);
  if (own) return (own.amount * directionOf(document, line)) / minorUnitsIn(document) || 0;
  const { span } = actuals;
  return byMonth && span && month >= span.first && month <= span.last ? 0 : null;
}

/**
 * Returns what a line, group or total really came to over some months, in major units; `null` where nothing is known of any. What is
 * computed from other figures has no actual of its own.
 */
export function actualOver(
  document: Document,
  actuals: Actuals,
  figureRef: string,
  months: readonly Month[],
): number | null {
  const side = SIDE_TOTALS[figureRef];
  if (figureRef === NET) {
    const [income, expenses] = [TOTAL_INCOME, TOTAL_EXPENSES].map((id) => actualOver(document, actuals, id, months));
    return income == null && expenses == null ? null : (income ?? 0) - (expenses ?? 0);
  }
  const lines = document.lines.has(figureRef)
    ? [figureRef]
    : [...document.lines.values()]
        .filter(
          ({ group, unit }) =>
            unit === 'money' && (side ? document.groups.get(group)?.side === side : group === figureRef),
        )
        .map(({ id }) => id);
  let sum: number | null = null;
  for (const line of lines)
    for (const month of months) {
      const figure = actualFigure(document, actuals, line, month);
      if (figure !== null) sum = (sum ?? 0) + figure;
    }
  return sum;
}

const SIDE_TOTALS: Readonly<Record<string, Side | undefined>> = {
  [TOTAL_INCOME]: 'income',
  [TOTAL_EXPENSES]: 'expense',
  [TOTAL_SET_ASIDE]: 'setAside',
};

/** Returns how many entries belong to no line of the plan: not assigned yet, or to a line that has been deleted. */
export function unassignedCount(document: Document, actuals: Actuals): number {
  let count = 0;
  for (const [line, months] of actuals.lines)
    if (!document.lines.has(line)) for (const sum of months.values()) count += sum.count;
  return count;
}

/** The entries of a month that belong to no line of the plan, and are in none of its figures: how many, in minor units. */
export function unassignedIn(document: Document, actuals: Actuals, month: Month): MonthSum {
  let [amount, count] = [0, 0];
  for (const [line, months] of actuals.lines) {
    const sum = document.lines.has(line) ? undefined : months.get(month);
    if (sum) [amount, count] = [amount + sum.amount, count + sum.count];
  }
  return { amount, count };
}

/** A month of a line with what it really came to. */
export interface ActualFigure {
  readonly line: string;
  readonly month: Month;
  readonly figure: number;
}

/** The actual figures of a year of the plan, of the lines that are still there. */
export function actualFiguresIn(document: Document, actuals: Actuals, year: number): ActualFigure[] {
  const { months, yearBegins } = calendarOf(document);
  const ofYear = months.filter((month) => yearOf(month, yearBegins) === year);
  return [...actuals.lines.keys()]
    .filter((line) => document.lines.has(line))
    .flatMap((line) =>
      ofYear.flatMap((month): ActualFigure[] => {
        const figure = actualFigure(document, actuals, line, month);
        return figure === null ? [] : [{ line, month, figure }];
      }),
    );
}

/** The plan with what really happened in a year in place of what was planned. */
export function withActuals(document: Document, actuals: Actuals, year: number): Document {
  const figures = actualFiguresIn(document, actuals, year);
  if (figures.length === 0) return document;
  const exceptions = new Map<string, ExceptionRow>(document.exceptions);
  for (const { line, month, figure } of figures) {
    const id = datedId(line, month);
    exceptions.set(id, { id, line, month, amount: figure, formula: null });
  }
  return { ...document, exceptions };
}

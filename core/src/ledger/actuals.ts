import { periodOf } from '../calendar/calendar.ts';
import { addMonths, beginningOf, monthsBetween, yearOf, type Month } from '../calendar/month.ts';
import { calendarOf, type Document } from '../plan/document/document.ts';
import { datedId, type ExceptionRow } from '../plan/schema/tables.ts';
import { minorUnitsIn } from './entries.ts';

/** What the entries of a line come to in a month, in minor units. */
export interface EntrySum {
  readonly line: string;
  readonly month: Month;
  readonly amount: number;
  readonly count: number;
}

/** What really happened, line by line and month by month: the one series of figures a plan sees of its ledger. */
export interface Actuals {
  /** The months entries were made in, from the first to the last; `null` when there are none. */
  readonly span: { readonly first: Month; readonly last: Month } | null;
  /** The sums, by line and month; lines nothing was ever entered for are not there. */
  readonly lines: ReadonlyMap<string, ReadonlyMap<Month, EntrySum>>;
}

export const NO_ACTUALS: Actuals = { span: null, lines: new Map() };

/** The actual figures behind the sums of a ledger. */
export function actualsFrom(sums: readonly EntrySum[]): Actuals {
  const lines = new Map<string, Map<Month, EntrySum>>();
  for (const sum of sums) {
    const byMonth = lines.get(sum.line) ?? new Map<Month, EntrySum>();
    lines.set(sum.line, byMonth.set(sum.month, sum));
  }
  const months = sums.map(({ month }) => month).sort();
  const span = months.length === 0 ? null : { first: months[0]!, last: months.at(-1)! };
  return { span, lines };
}

/**
 * What a line really came to in a month, in major units. A line that is kept account of, in a month entries were made
 * in, came to nothing without any of its own; `null` where nothing is known.
 */
export function actualFigure(document: Document, actuals: Actuals, line: string, month: Month): number | null {
  const byMonth = actuals.lines.get(line);
  if (!byMonth || !actuals.span || month < actuals.span.first || month > actuals.span.last) return null;
  return (byMonth.get(month)?.amount ?? 0) / minorUnitsIn(document);
}

/** A month of a line with what it really came to. */
export interface ActualFigure {
  readonly line: string;
  readonly month: Month;
  readonly figure: number;
}

/** The actual figures of a year of the plan, of the lines that are still there. */
export function actualFiguresIn(document: Document, actuals: Actuals, year: number): ActualFigure[] {
  if (!actuals.span) return [];
  const { first, last } = actuals.span;
  const calendar = calendarOf(document);
  const begins = beginningOf(year, calendar.yearBegins);
  const figures: ActualFigure[] = [];
  for (const line of actuals.lines.keys()) {
    if (!document.lines.has(line)) continue;
    const from = first > begins ? first : begins;
    const count = monthsBetween(from, last) + 1;
    for (let at = 0; at < count; at++) {
      const month = addMonths(from, at);
      if (yearOf(month, calendar.yearBegins) !== year) break;
      const figure = actualFigure(document, actuals, line, month);
      if (figure !== null && periodOf(calendar, month) >= 0) figures.push({ line, month, figure });
    }
  }
  return figures;
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

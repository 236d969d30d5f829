import { addMonths, beginningOf, monthOfYear, monthsBetween, yearOf, type Month } from './month.ts';

/** The largest number of months a plan may have: fifty years. */
export const MAX_MONTHS = 600;

/** The months of a plan. Periods are counted from 0 here; people and formulas count them from 1. */
export interface Calendar {
  readonly first: Month;
  /** The month years begin in, 1 to 12. */
  readonly yearBegins: number;
  /** The number of the first month within its year, from 0. */
  readonly startsAt: number;
  readonly count: number;
  readonly months: readonly Month[];
}

/** Describes what figures can be rolled up to. */
export type Span = 'month' | 'quarter' | 'year' | 'plan';

/** A stretch of a calendar: periods `from` (inclusive) to `to` (exclusive). */
export interface MonthRange {
  readonly from: number;
  readonly to: number;
}

/** The calendar of `count` months that begins with `first`, whose years begin in a month from 1 to 12. */
export function createCalendar(first: Month, count: number, yearBegins = 1): Calendar {
  const months = Array.from({ length: count }, (_, period) => addMonths(first, period));
  return {
    first,
    yearBegins,
    startsAt: monthsBetween(beginningOf(yearOf(first, yearBegins), yearBegins), first),
    count,
    months,
  };
}

/** The period of a month, or -1 when the calendar does not have it. */
export function periodOf(calendar: Calendar, month: Month): number {
  const period = monthsBetween(calendar.first, month);
  return period >= 0 && period < calendar.count ? period : -1;
}

/** The period of a month; for a month outside the calendar the nearest one it has. */
export function nearestPeriod(calendar: Calendar, month: Month): number {
  return Math.max(0, Math.min(calendar.count - 1, monthsBetween(calendar.first, month)));
}

/** The stretch of months that share a quarter, year or the whole plan with `period`, cut to the calendar. */
export function rangeAround(calendar: Calendar, period: number, span: Span): MonthRange {
  if (span === 'plan') return { from: 0, to: calendar.count };
  if (span === 'month') return { from: period, to: period + 1 };
  const size = span === 'year' ? 12 : 3;
  const offset = (calendar.startsAt + period) % size;
  return { from: Math.max(0, period - offset), to: Math.min(calendar.count, period - offset + size) };
}

/** All stretches of a span, in order: `stretches(calendar, 'year')` lists the years. */
export function rangesOf(calendar: Calendar, span: Span): MonthRange[] {
  const result: MonthRange[] = [];
  for (let period = 0; period < calendar.count;) {
    const range = rangeAround(calendar, period, span);
    result.push(range);
    period = range.to;
  }
  return result;
}

/** The years of a plan, in order. */
export function yearsOf(calendar: Calendar): number[] {
  return rangesOf(calendar, 'year').map((range) => yearOf(calendar.months[range.from]!, calendar.yearBegins));
}

/** The stretch of a year; empty when the plan has none of its months. */
export function rangeOfYear(calendar: Calendar, year: number): MonthRange {
  const begins = (year - yearOf(calendar.first, calendar.yearBegins)) * 12 - calendar.startsAt;
  const from = Math.min(Math.max(begins, 0), calendar.count);
  return { from, to: Math.max(from, Math.min(begins + 12, calendar.count)) };
}

/** The number of a month's quarter within its year, 1 to 4. */
export function quarterOf({ yearBegins }: Pick<Calendar, 'yearBegins'>, month: Month): number {
  return Math.floor(((monthOfYear(month) - yearBegins + 12) % 12) / 3) + 1;
}

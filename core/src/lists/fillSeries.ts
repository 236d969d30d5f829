import { addDays, daysBetween, weekdayOf, lastDay, monthOfDay } from '../calendar/day.ts';
import { addMonths, monthsBetween } from '../calendar/month.ts';
import type { Day } from '../calendar/readDate.ts';
import { roundTo } from '../figure/rounding.ts';

/** A series that is put into the rows of a column without a formula: figures by a step, or days. */
export type SeriesTerms =
  | { readonly kind: 'figures'; readonly from: number; readonly step: number }
  /** Every so many days, weekdays alone, or months on the same day or on the last. */
  | { readonly kind: 'days' | 'weekdays' | 'months' | 'monthEnds'; readonly from: Day; readonly step: number };

/** Describes how far a series goes: so many rows, or until a figure or day. */
export type SeriesEnd = { readonly count: number } | { readonly until: number | Day };

/** The most decimals the figures of a series have. */
const MOST_DECIMALS = 12;

/** The most rows a series may make at once. */
export const MAX_SERIES_ROWS = 5000;

/** The values of a series, as many as `end` says; at most `MAX_SERIES_ROWS`. */
export function valuesOfSeries(terms: SeriesTerms, end: SeriesEnd): (number | Day)[] {
  const values: (number | Day)[] = [];
  const most = 'count' in end ? Math.min(end.count, MAX_SERIES_ROWS) : MAX_SERIES_ROWS;
  for (let index = 0; values.length < most; index++) {
    const value = valueAt(terms, index);
    if ('until' in end && isBeyond(terms, value, end.until)) break;
    values.push(value);
    if ('until' in end && terms.step === 0) break;
  }
  return values;
}

/** The series two entries of a column begin: the same step on and on. */
export function continued(first: number | Day, second: number | Day): SeriesTerms | null {
  if (typeof first === 'number' && typeof second === 'number')
    return {
      kind: 'figures',
      from: first,
      step: roundTo(second - first, Math.max(...[first, second].map(decimalsIn))),
    };
  if (typeof first !== 'string' || typeof second !== 'string') return null;
  const [a, b] = [monthOfDay(first), monthOfDay(second)];
  const months = monthsBetween(a, b);
  if (months !== 0 && first.slice(8) === second.slice(8)) return { kind: 'months', from: first, step: months };
  if (months !== 0 && first === lastDay(a) && second === lastDay(b))
    return { kind: 'monthEnds', from: first, step: months };
  return { kind: 'days', from: first, step: daysBetween(first, second) };
}

function valueAt(terms: SeriesTerms, index: number): number | Day {
  switch (terms.kind) {
    case 'figures':
      // 0.1 three times is 0.3: what adding up makes of the last digits is left off.
      return roundTo(terms.from + index * terms.step, Math.max(...[terms.from, terms.step].map(decimalsIn)));
    case 'days':
      return addDays(terms.from, index * terms.step);
    case 'months': {
      const month = addMonths(monthOfDay(terms.from), index * terms.step);
      const day = `${month}-${terms.from.slice(8)}`;
      return day < lastDay(month) ? day : lastDay(month);
    }
    case 'monthEnds':
      return lastDay(addMonths(monthOfDay(terms.from), index * terms.step));
    case 'weekdays':
      return nthWeekday(terms.from, index * terms.step);
  }
}

/** The nth weekday from a day on, or back, itself included when it is one. */
function nthWeekday(from: Day, nth: number): Day {
  const way = nth < 0 ? -1 : 1;
  let day = from;
  while (isWeekend(day)) day = addDays(day, way);
  for (let left = Math.abs(nth); left > 0;) {
    day = addDays(day, way);
    if (!isWeekend(day)) left--;
  }
  return day;
}

function isWeekend(day: Day): boolean {
  return weekdayOf(day) >= 5;
}

function isBeyond({ step }: SeriesTerms, value: number | Day, until: number | Day): boolean {
  if (typeof value !== typeof until) return true;
  return step >= 0 ? value > until : value < until;
}

/** Returns how many decimals a figure has. */
function decimalsIn(figure: number): number {
  let decimals = 0;
  while (decimals < MOST_DECIMALS && roundTo(figure, decimals) !== figure) decimals++;
  return decimals;
}

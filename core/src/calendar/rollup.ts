import { meanOf } from '../figure/compare.ts';
import type { MonthRange } from './calendar.ts';

/** The sum of the figures of a stretch; months without a figure are skipped, `null` when none has one. */
export function totalOf(figures: readonly (number | null)[], range: MonthRange): number | null {
  let sum: number | null = null;
  for (let period = range.from; period < range.to; period++) {
    const figure = figures[period];
    if (figure !== null && figure !== undefined) sum = (sum ?? 0) + figure;
  }
  return sum;
}

/** The average of the figures of a stretch over those months that have one; `null` when none has. */
export function averageOf(figures: readonly (number | null)[], range: MonthRange): number | null {
  const values = figures.slice(range.from, range.to).filter((figure) => figure !== null);
  return values.length === 0 ? null : meanOf(totalOf(figures, range)!, values);
}

/** The last figure of a stretch; `null` when none of its months has one. */
export function lastOf(figures: readonly (number | null)[], range: MonthRange): number | null {
  for (let period = range.to - 1; period >= range.from; period--) {
    const figure = figures[period];
    if (figure !== null && figure !== undefined) return figure;
  }
  return null;
}

/** A figure as a fraction of its base; `null` when there is no figure or the base is nothing. */
export function shareOf(figure: number | null, base: number | null): number | null {
  return figure === null || base === null || base === 0 ? null : figure / base;
}

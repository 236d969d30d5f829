/**
 * Comparing figures as people do. Figures are binary fractions: 0.1 + 0.2 differs from 0.3 in the last place, and what is
 * left of 100.10 less 99.90 less 0.20 is no round zero. Every comparison in the program asks here.
 */

/** Figures that differ by no more than this part of the larger one are the same. */
const RELATIVE = 1e-12;
/** Near zero there is nothing to be a part of: so little is nothing. */
const NOTHING = 1e-9;

/** Half of the smallest coin there is in most currencies: money below it is shown, and counts, as zero. */
export const HALF_A_CENT = 0.005;

/** Returns whether a person would call two figures equal. */
export function isSame(a: number, b: number): boolean {
  if (a === b) return true;
  return Math.abs(a - b) <= Math.max(NOTHING, RELATIVE * Math.max(Math.abs(a), Math.abs(b)));
}

/** Returns how two figures stand to each other: −1, 0 or 1. */
export function order(a: number, b: number): -1 | 0 | 1 {
  return isSame(a, b) ? 0 : a < b ? -1 : 1;
}

/** Returns whether money is below zero by half a cent or more. */
export function isInTheRed(money: number): boolean {
  return money <= -HALF_A_CENT;
}

/** The average of figures that add up to `sum`: never outside them, so that equal figures have themselves as average. */
export function meanOf(sum: number, figures: readonly number[]): number {
  let [low, high] = [Infinity, -Infinity];
  for (const figure of figures) {
    if (figure < low) low = figure;
    if (figure > high) high = figure;
  }
  return within(sum / figures.length, low, high);
}

/** A figure kept between two others. */
export function within(figure: number, low: number, high: number): number {
  return figure < low ? low : figure > high ? high : figure;
}

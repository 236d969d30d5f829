import type { Stretch } from '../../calendar/calendar.ts';
import { averageOf, lastOf, totalOf } from '../../calendar/rollup.ts';
import { within } from '../../figure/compare.ts';
import { addsUp } from '../../figure/unit.ts';
import { outputWith } from './calculators.ts';
import type { Document } from './document.ts';
import { unitOf } from './formulas.ts';
import type { RollUp } from '../schema/tables.ts';
import { CUMULATIVE_NET } from '../schema/totals.ts';

/** What the months of a line, group, total or assumption make of a year. Rates and percentages never add up. */
export function rollUpOf(document: Document, id: string): RollUp {
  if (id === CUMULATIVE_NET) return 'last';
  const output = outputWith(document, id);
  if (output) return output.rollUp;
  if (document.assumptions.has(id) || !addsUp(unitOf(document, id))) return 'average';
  return document.lines.get(id)?.rollUp ?? 'total';
}

/** The one figure for a stretch of months; months without a figure are passed over. */
export function rolledUp(figures: readonly (number | null)[], stretch: Stretch, how: RollUp): number | null {
  switch (how) {
    case 'total':
      return totalOf(figures, stretch);
    case 'last':
      return lastOf(figures, stretch);
    case 'average':
      return averageOf(figures, stretch);
  }
}

/** Like `rolledUp`, for the bare values of a series; NaN where there is no figure. */
export function rolledUpValue(values: Float64Array, { from, to }: Stretch, how: RollUp): number {
  let sum = NaN;
  let count = 0;
  let [low, high] = [Infinity, -Infinity];
  for (let at = to - 1; at >= from; at--) {
    const value = values[at]!;
    if (value !== value) continue;
    if (how === 'last') return value;
    sum = count === 0 ? value : sum + value;
    count++;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return how === 'average' ? within(sum / count, low, high) : sum;
}

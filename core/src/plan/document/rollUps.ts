import type { Stretch } from '../../calendar/calendar.ts';
import { within } from '../../figure/compare.ts';
import { addsUp } from '../../figure/unit.ts';
import { outputWith } from './calculators.ts';
import type { Document } from './document.ts';
import { unitOf } from './formulas.ts';
import { isQuotient } from './quotients.ts';
import type { RollUp } from '../schema/tables.ts';
import { CUMULATIVE_NET } from '../schema/totals.ts';

/** How the lines of a document are rolled up, as far as has been asked; one being found out stands as what adds up. */
const byLine = new WeakMap<Document, Map<string, RollUp>>();

/** What the months of a line, group, total or assumption make of a year. Rates and percentages never add up. */
export function rollUpOf(document: Document, id: string): RollUp {
  if (id === CUMULATIVE_NET) return 'last';
  const output = outputWith(document, id);
  if (output) return output.rollUp;
  if (document.lines.has(id)) return rollUpOfLine(document, id);
  return document.assumptions.has(id) || !addsUp(unitOf(document, id)) ? 'average' : 'total';
}

function rollUpOfLine(document: Document, id: string): RollUp {
  let known = byLine.get(document);
  if (!known) byLine.set(document, (known = new Map()));
  const before = known.get(id);
  if (before) return before;
  const { rollUp, unit } = document.lines.get(id)!;
  const addedUp = addsUp(unit) ? 'total' : 'average';
  known.set(id, addedUp);
  const found =
    rollUp === 'byRule'
      ? isQuotient(document, id, (other) => rollUpOf(document, other))
        ? 'quotient'
        : addedUp
      : rollUp === 'total'
        ? addedUp
        : rollUp;
  known.set(id, found);
  return found;
}

/** The one figure for a stretch of months whose figures make it up by themselves; NaN where there is none. */
export function rolledUpValue(values: Float64Array, { from, to }: Stretch, how: Exclude<RollUp, 'quotient'>): number {
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

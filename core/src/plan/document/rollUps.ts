import type { MonthRange } from '../../calendar/calendar.ts';
import { within } from '../../figure/compare.ts';
import { addsUp } from '../../figure/unit.ts';
import { outputWith } from './calculators.ts';
import type { Document } from './document.ts';
import { unitOf } from './formulas.ts';
import { isQuotient, mayBeQuotient, refsIn, rulesOfLine, type HowOf } from './quotients.ts';
import type { RollUp } from '../schema/tables.ts';
import { CUMULATIVE_NET } from '../schema/totals.ts';

/** States how the lines of a document are rolled up, as far as has been asked. */
const byLine = new WeakMap<Document, Map<string, RollUp>>();

/** Returns what the months of a line, group, total or assumption make of a year. Rates and percentages never add up. */
export function rollUpOf(document: Document, id: string): RollUp {
  if (id === CUMULATIVE_NET) return 'last';
  const output = outputWith(document, id);
  if (output) return output.rollUp;
  if (document.lines.has(id)) return rollUpOfLine(document, id);
  return document.assumptions.has(id) || !addsUp(unitOf(document, id)) ? 'average' : 'total';
}

/** A line's own, or what its rule makes it; the lines its rule names are looked at before it, however many there are. */
function rollUpOfLine(document: Document, id: string): RollUp {
  let cache = byLine.get(document);
  if (!cache) byLine.set(document, (cache = new Map()));
  const before = cache.get(id);
  if (before) return before;
  const rollUps = cache;
  const begun = new Set<string>();
  const open = [id];
  for (let line = open.at(-1); line !== undefined; line = open.at(-1)) {
    const isKnown = (each: string) => rollUps.has(each) || begun.has(each);
    const needed = isKnown(line) ? [] : linesThatDecide(document, line).filter((each) => !isKnown(each));
    begun.add(line);
    open.push(...needed);
    if (needed.length > 0) continue;
    if (!rollUps.has(line)) rollUps.set(line, decided(document, line, (other) => rollUps.get(other) ?? usual(document, other))); // prettier-ignore
    open.pop();
  }
  return rollUps.get(id)!;
}

/** Returns how what a rule names is rolled up. */
export function howIn(document: Document): HowOf {
  return (id, isElsewhere) =>
    isElsewhere && document.lines.has(id) ? withoutOthers(document, id) : rollUpOf(document, id);
}

function decided(document: Document, line: string, ofLine: (line: string) => RollUp): RollUp {
  if (document.lines.get(line)!.rollUp !== 'byRule') return withoutOthers(document, line);
  const howOf: HowOf = (id, isElsewhere) =>
    isElsewhere || !document.lines.has(id) ? howIn(document)(id, isElsewhere) : ofLine(id);
  return isQuotient(document, line, howOf) ? 'quotient' : usual(document, line);
}

/** Returns how a line is rolled up as far as it takes no other line to tell. */
function withoutOthers(document: Document, line: string): RollUp {
  const { rollUp } = document.lines.get(line)!;
  return rollUp === 'byRule' || rollUp === 'total' ? usual(document, line) : rollUp;
}

function usual(document: Document, line: string): RollUp {
  return addsUp(document.lines.get(line)!.unit) ? 'total' : 'average';
}

/** The lines a line's rules name, where what they are decides what it is. */
function linesThatDecide(document: Document, line: string): string[] {
  if (document.lines.get(line)!.rollUp !== 'byRule' || !mayBeQuotient(document, line)) return [];
  return rulesOfLine(document, line).flatMap((rule) => refsIn(rule).filter((id) => document.lines.has(id)));
}

/** The one figure for a stretch of months whose figures make it up by themselves; NaN where there is none. */
export function rolledUpValue(
  values: Float64Array,
  { from, to }: MonthRange,
  how: Exclude<RollUp, 'quotient'>,
): number {
  let sum = NaN;
  let count = 0;
  let [low, high] = [Infinity, -Infinity];
  for (let index = to - 1; index >= from; index--) {
    const value = values[index]!;
    if (value !== value) continue;
    if (how === 'last') return value;
    sum = count === 0 ? value : sum + value;
    count++;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return how === 'average' ? within(sum / count, low, high) : sum;
}

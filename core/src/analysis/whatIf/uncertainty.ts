import { isInTheRed } from '../../figure/compare.ts';
import type { Document } from '../../plan/document/document.ts';
import { CUMULATIVE_NET, NET } from '../../plan/schema/totals.ts';
import { Cases } from './cases.ts';
import type { Progress } from './sweep.ts';

/** An assumption that may lie anywhere between two values, each as likely as the other. */
export interface Draw {
  readonly assumption: string;
  readonly low: number;
  readonly high: number;
}

/** Month by month, what a tenth of all cases stays below, what half of them do, and what nine tenths do. */
export interface Band {
  readonly low: Float64Array;
  readonly middle: Float64Array;
  readonly high: Float64Array;
}

export interface Uncertainty {
  readonly net: Band;
  readonly cumulative: Band;
  /** The share of all cases in which the plan ends with less than nothing. */
  readonly endsInTheRed: number;
  /** The share of all cases in which the plan has no figure at its end; they count for nothing else. */
  readonly withoutFigure: number;
}

/** The most cases that are drawn. */
export const MAX_RUNS = 20_000;

/** Draws assumptions from their ranges many times. The same seed gives the same cases. */
export function uncertainty(
  document: Document,
  draws: readonly Draw[],
  runs: number,
  seed: number,
  progress: Progress = () => {},
): Uncertainty {
  const cases = new Cases(document);
  const { count } = cases.model.calendar;
  const random = randomFrom(seed);
  // Month after month, the outcomes of all cases.
  const outcomes = { net: new Float64Array(count * runs), cumulative: new Float64Array(count * runs) };
  let red = 0;
  let missing = 0;
  for (let run = 0; run < runs; run++) {
    cases.take(draws.map(({ assumption, low, high }) => [assumption, low + (high - low) * random()] as const));
    const net = cases.model.seriesOf(NET)!.values;
    const cumulative = cases.model.seriesOf(CUMULATIVE_NET)!.values;
    for (let at = 0; at < count; at++) {
      outcomes.net[at * runs + run] = net[at]!;
      outcomes.cumulative[at * runs + run] = cumulative[at]!;
    }
    const end = cumulative[count - 1]!;
    if (end !== end) missing++;
    else if (isInTheRed(end)) red++;
    if (run % 50 === 49) progress((run + 1) / runs);
  }
  return {
    net: bandOf(outcomes.net, count, runs),
    cumulative: bandOf(outcomes.cumulative, count, runs),
    endsInTheRed: missing === runs ? 0 : red / (runs - missing),
    withoutFigure: missing / runs,
  };
}

function bandOf(outcomes: Float64Array, count: number, runs: number): Band {
  const band = { low: new Float64Array(count), middle: new Float64Array(count), high: new Float64Array(count) };
  for (let at = 0; at < count; at++) {
    // What has no figure sorts last, and is left out.
    const all = outcomes.subarray(at * runs, (at + 1) * runs).sort();
    const firstMissing = all.findIndex((figure) => figure !== figure);
    const sorted = firstMissing < 0 ? all : all.subarray(0, firstMissing);
    band.low[at] = quantile(sorted, 0.1);
    band.middle[at] = quantile(sorted, 0.5);
    band.high[at] = quantile(sorted, 0.9);
  }
  return band;
}

/** The value below which a share of a sorted list lies, between two of its values where need be; NaN for none. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return NaN;
  const at = (sorted.length - 1) * share;
  const below = Math.floor(at);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below]! + (sorted[above]! - sorted[below]!) * (at - below);
}

/** Numbers from 0 to 1 that a seed decides (mulberry32, by Tommy Ettinger, in the public domain). */
function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

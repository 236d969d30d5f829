import { isInTheRed } from '../../figure/compare.ts';
import type { Document } from '../../plan/document/document.ts';
import { CUMULATIVE_NET, NET } from '../../plan/schema/totals.ts';
import { Cases } from './cases.ts';
import { messageFor, type Message, MessageRangeError } from '../../message.ts';
import type { Progress } from './sweep.ts';

/** States how an uncertain value is spread: evenly between two limits, mostly about its likeliest, or about a mean. */
export const SPREADS = ['uniform', 'triangular', 'normal'] as const;

/**
 * An assumption that is only known roughly. Uniform: anywhere between two values, each as likely as the other. Triangular:
 * between two values, about the likeliest. Normal: about a mean, two thirds of the cases within one standard deviation,
 * and never beyond the limits the assumption itself has.
 */
export type Draw = { readonly assumption: string } & (
  | { readonly spread: 'uniform'; readonly low: number; readonly high: number }
  | { readonly spread: 'triangular'; readonly low: number; readonly likeliest: number; readonly high: number }
  | { readonly spread: 'normal'; readonly mean: number; readonly deviation: number }
);

/** Shares of all cases between which a band lies, as fractions: 0.1 and 0.9 leave a tenth below and a tenth above. */
export type BandLimits = readonly [below: number, above: number];

export interface UncertaintyTerms {
  readonly draws: readonly Draw[];
  readonly runs: number;
  readonly seed: number;
  readonly limits: BandLimits;
}

/** Month by month, what the share of all cases below a band stays below, what half of them do, and what is above it. */
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

/** States how often a value beyond an assumption's limits is drawn again. */
const MOST_ATTEMPTS = 100;

/** The most cases that are drawn. */
export const MAX_RUNS = 20_000;

/** Why values cannot be drawn this way, in a sentence; `null` when they can. */
export function drawRefusal(draw: Draw): Message | null {
  switch (draw.spread) {
    case 'uniform':
      return draw.low <= draw.high ? null : messageFor('uncertainty.lowestAboveHighest');
    case 'triangular':
      if (draw.low > draw.high) return messageFor('uncertainty.lowestAboveHighest');
      return draw.low <= draw.likeliest && draw.likeliest <= draw.high
        ? null
        : messageFor('uncertainty.likeliestOutside');
    case 'normal':
      return draw.deviation >= 0 ? null : messageFor('uncertainty.negativeDeviation');
  }
}

/** Why a band cannot have these limits, in a sentence; `null` when it can. */
export function limitsRefusal([below, above]: BandLimits): Message | null {
  return below >= 0 && below < above && above <= 1 ? null : messageFor('uncertainty.bandLimits');
}

/**
 * Draws assumptions many times, as they are spread. The same seed gives the same cases. Throws a `RangeError` for what
 * cannot be drawn.
 */
export function uncertainty(
  document: Document,
  { draws, runs, seed, limits }: UncertaintyTerms,
  progress: Progress = () => {},
): Uncertainty {
  for (const refusal of [...draws.map(drawRefusal), limitsRefusal(limits)])
    if (refusal) throw new MessageRangeError(refusal);
  const cases = new Cases(document);
  const { count } = cases.model.calendar;
  const random = randomFrom(seed);
  // Month after month, the outcomes of all cases.
  const outcomes = { net: new Float64Array(count * runs), cumulative: new Float64Array(count * runs) };
  let red = 0;
  let missing = 0;
  for (let run = 0; run < runs; run++) {
    cases.take(draws.map((draw) => [draw.assumption, drawn(draw, document, random)] as const));
    const net = cases.model.seriesOf(NET)!.values;
    const cumulative = cases.model.seriesOf(CUMULATIVE_NET)!.values;
    for (let index = 0; index < count; index++) {
      outcomes.net[index * runs + run] = net[index]!;
      outcomes.cumulative[index * runs + run] = cumulative[index]!;
    }
    const end = cumulative[count - 1]!;
    if (end !== end) missing++;
    else if (isInTheRed(end)) red++;
    if (run % 50 === 49) progress((run + 1) / runs);
  }
  return {
    net: bandOf(outcomes.net, count, runs, limits),
    cumulative: bandOf(outcomes.cumulative, count, runs, limits),
    endsInTheRed: missing === runs ? 0 : red / (runs - missing),
    withoutFigure: missing / runs,
  };
}

/** A value of an uncertain assumption. */
function drawn(draw: Draw, document: Document, random: () => number): number {
  switch (draw.spread) {
    case 'uniform':
      return draw.low + (draw.high - draw.low) * random();
    case 'triangular': {
      const { low, likeliest, high } = draw;
      const share = random();
      const rising = (likeliest - low) * (high - low);
      const falling = (high - likeliest) * (high - low);
      return share * (high - low) < likeliest - low
        ? low + Math.sqrt(share * rising)
        : high - Math.sqrt((1 - share) * falling);
    }
    case 'normal': {
      const { low, high } = document.assumptions.get(draw.assumption)!;
      const [least, most] = [low ?? -Infinity, high ?? Infinity];
      for (let attempt = 0; attempt < MOST_ATTEMPTS; attempt++) {
        const value = draw.mean + draw.deviation * standardNormal(random);
        if (value >= least && value <= most) return value;
      }
      return Math.min(Math.max(draw.mean, least), most);
    }
  }
}

/** A number of the standard normal distribution (Box and Muller). */
function standardNormal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

function bandOf(outcomes: Float64Array, count: number, runs: number, [below, above]: BandLimits): Band {
  const band = { low: new Float64Array(count), middle: new Float64Array(count), high: new Float64Array(count) };
  for (let index = 0; index < count; index++) {
    // What has no figure sorts last, and is left out.
    const all = outcomes.subarray(index * runs, (index + 1) * runs).sort();
    const firstMissing = all.findIndex((figure) => figure !== figure);
    const sorted = firstMissing < 0 ? all : all.subarray(0, firstMissing);
    band.low[index] = quantile(sorted, below);
    band.middle[index] = quantile(sorted, 0.5);
    band.high[index] = quantile(sorted, above);
  }
  return band;
}

/** The value below which a share of a sorted list lies, between two of its values where need be; NaN for none. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return NaN;
  const index = (sorted.length - 1) * share;
  const below = Math.floor(index);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below]! + (sorted[above]! - sorted[below]!) * (index - below);
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

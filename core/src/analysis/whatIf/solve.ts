import type { Document } from '../../plan/document.ts';
import { Cases, valuesBetween, type FigureOf } from './cases.ts';

export interface Question {
  /** The assumption whose value is looked for. */
  readonly assumption: string;
  readonly low: number;
  readonly high: number;
  readonly figure: FigureOf;
  /** What the figure is to be. */
  readonly target: number;
}

/** What value of an assumption makes a figure what it is to be. */
export type Answer =
  | { readonly kind: 'one'; readonly value: number }
  | { readonly kind: 'several'; readonly values: readonly number[] }
  /** The figure is the target whatever the value. */
  | { readonly kind: 'any' }
  /** The assumption does not move the figure. */
  | { readonly kind: 'unmoved'; readonly figure: number }
  /** None in the range; `nearest` is the value that comes closest, and what the figure is there. */
  | { readonly kind: 'none'; readonly nearest: number; readonly figure: number }
  /** There is no figure anywhere in the range. */
  | { readonly kind: 'noFigure' };

const SAMPLES = 121;
const HALVINGS = 200;

/** Looks for all values within a range: samples it evenly, then halves every stretch in which the target is crossed. */
export function solve(document: Document, { assumption, low, high, figure, target }: Question): Answer {
  const cases = new Cases(document);
  const off = (value: number): number => {
    cases.take([[assumption, value]]);
    return cases.figure(figure) - target;
  };
  const tolerance = 1e-9 * Math.max(1, Math.abs(target));
  const samples = valuesBetween(low, high, SAMPLES).map((value) => ({ value, off: off(value) }));
  const known = samples.filter((sample) => sample.off === sample.off);
  if (known.length === 0) return { kind: 'noFigure' };
  const spread = Math.max(...known.map((sample) => sample.off)) - Math.min(...known.map((sample) => sample.off));
  if (spread <= tolerance) {
    const [first] = known;
    return Math.abs(first!.off) <= tolerance ? { kind: 'any' } : { kind: 'unmoved', figure: first!.off + target };
  }
  const found: number[] = [];
  const add = (value: number) => {
    const same = (high - low) * 1e-7;
    if (!found.some((other) => Math.abs(other - value) <= same)) found.push(value);
  };
  samples.forEach((sample, index) => {
    if (Math.abs(sample.off) <= tolerance) return add(sample.value);
    const next = samples[index + 1];
    if (next && Math.abs(next.off) > tolerance && sample.off * next.off < 0) {
      const value = crossing(off, sample, next);
      // Where the figure leaps over the target there is no value that gives it.
      if (value !== null) add(value);
    }
  });
  if (found.length === 1) return { kind: 'one', value: found[0]! };
  if (found.length > 1) return { kind: 'several', values: found };
  const nearest = known.reduce((best, sample) => (Math.abs(sample.off) < Math.abs(best.off) ? sample : best));
  return { kind: 'none', nearest: nearest.value, figure: nearest.off + target };
}

function crossing(
  off: (value: number) => number,
  from: { readonly value: number; readonly off: number },
  to: { readonly value: number; readonly off: number },
): number | null {
  let [a, b] = [from.value, to.value];
  let [offA, offB] = [from.off, to.off];
  const leap = Math.abs(offA - offB);
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = a + (b - a) / 2;
    if (middle === a || middle === b) break;
    const offMiddle = off(middle);
    if (offMiddle !== offMiddle) return null;
    if (offMiddle === 0) return middle;
    if (offMiddle * offA < 0) [b, offB] = [middle, offMiddle];
    else [a, offA] = [middle, offMiddle];
  }
  const best = Math.abs(offA) <= Math.abs(offB) ? a : b;
  return Math.min(Math.abs(offA), Math.abs(offB)) <= Math.max(1e-6, leap * 1e-6) ? best : null;
}

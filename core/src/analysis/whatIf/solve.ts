import { rootsOf, type Root } from '../../finance/roots.ts';
import type { Document } from '../../plan/document/document.ts';
import { Cases, valuesBetween, type FigureOf } from './cases.ts';

export interface Question {
  /** The assumption whose value is looked for. */
  readonly assumption: string;
  readonly low: number;
  readonly high: number;
  readonly figure: FigureOf;
  /** States what the figure is to be. */
  readonly target: number;
}

/** Describes what value of an assumption makes a figure what it is to be. */
export type Answer =
  | { readonly kind: 'one'; readonly value: number }
  /** Several values, or stretches of values, each of which gives it. */
  | { readonly kind: 'several'; readonly values: readonly Root[] }
  /** Every value from one to another gives it. */
  | { readonly kind: 'range'; readonly from: number; readonly to: number }
  /** The figure is the target whatever the value. */
  | { readonly kind: 'any' }
  /** The assumption does not move the figure. */
  | { readonly kind: 'unmoved'; readonly figure: number }
  /** None in the range; `nearest` is the value that comes closest, and what the figure is there. */
  | { readonly kind: 'none'; readonly nearest: number; readonly figure: number }
  /** There is no figure anywhere in the range. */
  | { readonly kind: 'noFigure' };

const SAMPLES = 121;

/** Looks for all values within a range that give the target. */
export function solve(document: Document, { assumption, low, high, figure, target }: Question): Answer {
  const cases = new Cases(document);
  const off = (value: number): number => {
    cases.take([[assumption, value]]);
    return cases.figure(figure) - target;
  };
  const tolerance = 1e-9 * Math.max(1, Math.abs(target));
  const places = valuesBetween(low, high, SAMPLES);
  const samples = places.map((value) => ({ value, off: off(value) }));
  const computed = samples.filter((sample) => sample.off === sample.off);
  if (computed.length === 0) return { kind: 'noFigure' };
  const spread = Math.max(...computed.map((sample) => sample.off)) - Math.min(...computed.map((sample) => sample.off));
  if (spread <= tolerance) {
    const [first] = computed;
    return Math.abs(first!.off) <= tolerance ? { kind: 'any' } : { kind: 'unmoved', figure: first!.off + target };
  }
  const roots = rootsOf(off, places, tolerance);
  const [only] = roots;
  if (roots.length > 1) return { kind: 'several', values: roots };
  if (only) return only.from === only.to ? { kind: 'one', value: only.from } : { kind: 'range', ...only };
  const nearest = computed.reduce((best, sample) => (Math.abs(sample.off) < Math.abs(best.off) ? sample : best));
  return { kind: 'none', nearest: nearest.value, figure: nearest.off + target };
}

import type { Document } from '../../plan/document/document.ts';
import { Cases, type FigureOf } from './cases.ts';

/** Told how far a long computation is, from 0 to 1; may throw to end it. */
export type Progress = (done: number) => void;

/** Figures under each of some values of one assumption: one list per figure, in the order of the values. */
export function sweep(
  document: Document,
  assumption: string,
  values: readonly number[],
  figures: readonly FigureOf[],
  progress: Progress = () => {},
): Float64Array[] {
  const cases = new Cases(document);
  const table = figures.map(() => new Float64Array(values.length));
  values.forEach((value, index) => {
    cases.take([[assumption, value]]);
    figures.forEach((figure, row) => (table[row]![index] = cases.figure(figure)));
    progress((index + 1) / values.length);
  });
  return table;
}

/** One side of a sweep over two assumptions. */
export interface SweepSide {
  readonly assumption: string;
  readonly values: readonly number[];
}

/** A figure under all pairs of values of two assumptions: one list per value of `down`, along the values of `across`. */
export function sweepTwo(
  document: Document,
  down: SweepSide,
  across: SweepSide,
  figure: FigureOf,
  progress: Progress = () => {},
): Float64Array[] {
  const cases = new Cases(document);
  return down.values.map((value, row) => {
    cases.take([[down.assumption, value]]);
    const figures = new Float64Array(across.values.length);
    across.values.forEach((other, column) => {
      cases.take([[across.assumption, other]]);
      figures[column] = cases.figure(figure);
    });
    progress((row + 1) / down.values.length);
    return figures;
  });
}

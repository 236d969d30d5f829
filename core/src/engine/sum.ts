import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import type { Range, Series } from './series.ts';

/** Describes how the members of a sum enter it. */
export interface Term {
  readonly series: Series;
  readonly sign: 1 | -1;
}

/**
 * Adds series up month by month. Empty months are passed over; a month in which all are empty is empty too, or zero when
 * `zeroWhenEmpty`. The first problem of a month is the sum's.
 */
export function sumInto(out: Series, terms: readonly Term[], zeroWhenEmpty: boolean, { from, to }: Range): void {
  let marked = from;
  for (const { series } of terms) marked = Math.max(marked, Math.min(series.cleanFrom, to));
  if (terms.length === 0) {
    out.fill(zeroWhenEmpty ? 0 : NaN, zeroWhenEmpty ? FINE : BLANK, from, to);
    return;
  }
  for (let index = from; index < marked; index++) {
    let sum = 0;
    let code = zeroWhenEmpty ? FINE : BLANK;
    for (const { series, sign } of terms) {
      const termCode = series.codeAt(index);
      if (termCode === FINE) {
        sum += sign * series.values[index]!;
        if (code === BLANK) code = FINE;
      } else if (termCode > BLANK && code <= BLANK) code = termCode;
    }
    out.set(index, code === FINE ? sum : NaN, code);
  }
  addUp(out.values, terms, marked, to);
  out.markClean(marked, to);
  out.settle();
}

/** Adds up bare arrays, four at a time so that the sum is read and written less often. */
function addUp(out: Float64Array, terms: readonly Term[], from: number, to: number): void {
  const first = terms[0]!;
  if (first.sign === 1) for (let index = from; index < to; index++) out[index] = first.series.values[index]!;
  else for (let index = from; index < to; index++) out[index] = -first.series.values[index]!;
  let next = 1;
  for (; next + 3 < terms.length && terms.slice(next, next + 4).every((term) => term.sign === 1); next += 4) {
    const a = terms[next]!.series.values;
    const b = terms[next + 1]!.series.values;
    const c = terms[next + 2]!.series.values;
    const d = terms[next + 3]!.series.values;
    for (let index = from; index < to; index++)
      out[index] = out[index]! + a[index]! + b[index]! + c[index]! + d[index]!;
  }
  for (; next < terms.length; next++) {
    const { series, sign } = terms[next]!;
    const { values } = series;
    if (sign === 1) for (let index = from; index < to; index++) out[index] = out[index]! + values[index]!;
    else for (let index = from; index < to; index++) out[index] = out[index]! - values[index]!;
  }
}

import { BLANK, FINE } from '../formula/expression/evaluation.ts';

/** A stretch of periods that is to be computed: `from` inclusive, `to` exclusive. Operations may widen it. */
export interface Range {
  from: number;
  to: number;
}

/**
 * Figures over the periods of a plan. A month without a figure holds NaN, and `codes` says why: `BLANK` or a problem.
 * From period `cleanFrom` on every month has a figure and `codes` is not looked at, so that arithmetic there runs over
 * bare arrays.
 */
export class Series {
  values: Float64Array;
  cleanFrom = 0;
  private codes: Int32Array | null = null;

  constructor(count: number) {
    this.values = new Float64Array(count);
  }

  /** Why period `at` has no figure; `FINE` when it has one, `BLANK` outside the plan. */
  codeAt(index: number): number {
    if (index >= this.cleanFrom) return index < this.values.length ? FINE : BLANK;
    return index < 0 ? BLANK : this.codes![index]!;
  }

  /** The figure of period `at`; NaN when there is none or the plan has no such period. */
  valueAt(index: number): number {
    return index < 0 || index >= this.values.length ? NaN : this.values[index]!;
  }

  /** The codes of the periods before `upTo`, to be written to; call `settle` afterwards. */
  open(upTo: number): Int32Array {
    this.codes ??= new Int32Array(this.values.length);
    if (this.cleanFrom < upTo) {
      this.codes.fill(FINE, this.cleanFrom, upTo);
      this.cleanFrom = upTo;
    }
    return this.codes;
  }

  /** Finds again from where on every month has a figure. */
  settle(): void {
    let index = this.cleanFrom;
    while (index > 0 && this.codes![index - 1] === FINE) index--;
    this.cleanFrom = index;
  }

  /** Says that a stretch just written has a figure in every month. */
  markClean(from: number, to: number): void {
    if (from >= this.cleanFrom) return;
    if (to < this.cleanFrom) this.codes!.fill(FINE, from, to);
    else {
      this.cleanFrom = from;
      this.settle();
    }
  }

  /** Writes one period: a figure, or NaN for the reason `code`. Leaves finding the clean stretch to `settle`. */
  set(index: number, value: number, code: number): void {
    this.values[index] = value;
    if (value !== value) this.open(index + 1)[index] = code;
    else if (index < this.cleanFrom) this.codes![index] = FINE;
  }

  fill(value: number, code: number, from: number, to: number): void {
    if (from >= to) return;
    this.values.fill(value, from, to);
    if (code === FINE) this.markClean(from, to);
    else this.open(to).fill(code, from, to);
  }

  copyFrom(source: Series, from: number, to: number): void {
    if (from === 0 && to === this.values.length) this.values.set(source.values);
    else for (let index = from; index < to; index++) this.values[index] = source.values[index]!;
    const marked = Math.min(to, source.cleanFrom);
    if (from < marked) {
      const codes = this.open(marked);
      for (let index = from; index < marked; index++) codes[index] = source.codes![index]!;
    }
    this.markClean(Math.max(from, marked), to);
  }

  /** The same figures in a series of their own. */
  copy(): Series {
    const copy = new Series(this.values.length);
    copy.values.set(this.values);
    copy.cleanFrom = this.cleanFrom;
    copy.codes = this.cleanFrom > 0 ? this.codes!.slice() : null;
    return copy;
  }

  /** Exchanges contents with another series, without copying. */
  swap(other: Series): void {
    [this.values, other.values] = [other.values, this.values];
    [this.codes, other.codes] = [other.codes, this.codes];
    [this.cleanFrom, other.cleanFrom] = [other.cleanFrom, this.cleanFrom];
  }

  /** Returns whether period `at` holds the same in both series. */
  sameAt(other: Series, index: number): boolean {
    const a = this.values[index]!;
    const b = other.values[index]!;
    return a === b || (a !== a && b !== b && this.codeAt(index) === other.codeAt(index));
  }
}

/** A figure that is the same in every month, or the reason why there is none. */
export class Scalar {
  value = 0;
  code = FINE;
}

/** Describes what operations work on. */
export type Operand = Series | Scalar;

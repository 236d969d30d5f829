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
  codeAt(at: number): number {
    if (at >= this.cleanFrom) return at < this.values.length ? FINE : BLANK;
    return at < 0 ? BLANK : this.codes![at]!;
  }

  /** The figure of period `at`; NaN when there is none or the plan has no such period. */
  valueAt(at: number): number {
    return at < 0 || at >= this.values.length ? NaN : this.values[at]!;
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
    let at = this.cleanFrom;
    while (at > 0 && this.codes![at - 1] === FINE) at--;
    this.cleanFrom = at;
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
  set(at: number, value: number, code: number): void {
    this.values[at] = value;
    if (value !== value) this.open(at + 1)[at] = code;
    else if (at < this.cleanFrom) this.codes![at] = FINE;
  }

  fill(value: number, code: number, from: number, to: number): void {
    if (from >= to) return;
    this.values.fill(value, from, to);
    if (code === FINE) this.markClean(from, to);
    else this.open(to).fill(code, from, to);
  }

  copyFrom(source: Series, from: number, to: number): void {
    if (from === 0 && to === this.values.length) this.values.set(source.values);
    else for (let at = from; at < to; at++) this.values[at] = source.values[at]!;
    const marked = Math.min(to, source.cleanFrom);
    if (from < marked) {
      const codes = this.open(marked);
      for (let at = from; at < marked; at++) codes[at] = source.codes![at]!;
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

  /** Whether period `at` holds the same in both series. */
  sameAt(other: Series, at: number): boolean {
    const a = this.values[at]!;
    const b = other.values[at]!;
    return a === b || (a !== a && b !== b && this.codeAt(at) === other.codeAt(at));
  }
}

/** A figure that is the same in every month, or the reason why there is none. */
export class Scalar {
  value = 0;
  code = FINE;
}

/** What operations work on. */
export type Operand = Series | Scalar;

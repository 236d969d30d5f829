import type { BinaryOperator } from '../formula/expression/syntax.ts';
import { compare } from './kernels.ts';
import { Scalar, Series, type Operand } from './series.ts';

/**
 * The loops over bare arrays that do the bulk of the work, for stretches in which every month has a figure. Written out
 * one by one because the inner loop is where the time goes.
 */

type Loop<A, B> = (out: Float64Array, a: A, b: B, from: number, to: number) => void;

const addSeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! + b[at]!;
};
const addScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! + b;
};
const subtractSeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! - b[at]!;
};
const subtractFromScalar: Loop<number, Float64Array> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a - b[at]!;
};
const multiplySeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! * b[at]!;
};
const multiplyScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! * b;
};
const divideByScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let at = from; at < to; at++) out[at] = a[at]! / b;
};

/** Divides and tells whether a divisor was zero, so that the months concerned can be done again with their reason. */
function divideBySeries(
  out: Float64Array,
  a: Float64Array | number,
  b: Float64Array,
  from: number,
  to: number,
): boolean {
  let sound = true;
  if (typeof a === 'number') {
    for (let at = from; at < to; at++) {
      const divisor = b[at]!;
      if (divisor === 0) sound = false;
      out[at] = a / divisor;
    }
  } else {
    for (let at = from; at < to; at++) {
      const divisor = b[at]!;
      if (divisor === 0) sound = false;
      out[at] = a[at]! / divisor;
    }
  }
  return sound;
}

/** Powers of one base. Exponents such as `years` stay the same for months on end, and so does the power. */
function powersOf(out: Float64Array, base: number, exponents: Float64Array, from: number, to: number): void {
  let exponent = NaN;
  let power = NaN;
  for (let at = from; at < to; at++) {
    if (exponents[at] !== exponent) {
      exponent = exponents[at]!;
      power = base ** exponent;
    }
    out[at] = power;
  }
}

/** Multiplies by a scalar and adds a series in one pass: the commonest pair of steps in a plan. */
export function multiplyAndAdd(
  out: Float64Array,
  a: Float64Array,
  factor: number,
  b: Float64Array,
  from: number,
  to: number,
): void {
  for (let at = from; at < to; at++) out[at] = a[at]! * factor + b[at]!;
}

/**
 * Applies an operator to a stretch in which both operands have figures. Returns whether all results are sound;
 * otherwise the stretch has to be computed again month by month.
 */
export function fastBinary(
  operator: BinaryOperator,
  out: Series,
  left: Operand,
  right: Operand,
  from: number,
  to: number,
): boolean {
  const values = out.values;
  if (left instanceof Scalar) {
    const b = (right as Series).values;
    switch (operator) {
      case '+':
        addScalar(values, b, left.value, from, to);
        return true;
      case '-':
        subtractFromScalar(values, left.value, b, from, to);
        return true;
      case '*':
        multiplyScalar(values, b, left.value, from, to);
        return true;
      case '/':
        return divideBySeries(values, left.value, b, from, to);
      case '^':
        powersOf(values, left.value, b, from, to);
        return finite(values, from, to);
      default:
        for (let at = from; at < to; at++) values[at] = compare(operator, left.value, b[at]!);
        return true;
    }
  }
  const a = left.values;
  if (right instanceof Scalar) {
    switch (operator) {
      case '+':
        addScalar(values, a, right.value, from, to);
        return true;
      case '-':
        addScalar(values, a, -right.value, from, to);
        return true;
      case '*':
        multiplyScalar(values, a, right.value, from, to);
        return true;
      case '/':
        if (right.value === 0) return false;
        divideByScalar(values, a, right.value, from, to);
        return true;
      case '^':
        for (let at = from; at < to; at++) values[at] = a[at]! ** right.value;
        return finite(values, from, to);
      default:
        for (let at = from; at < to; at++) values[at] = compare(operator, a[at]!, right.value);
        return true;
    }
  }
  const b = right.values;
  switch (operator) {
    case '+':
      addSeries(values, a, b, from, to);
      return true;
    case '-':
      subtractSeries(values, a, b, from, to);
      return true;
    case '*':
      multiplySeries(values, a, b, from, to);
      return true;
    case '/':
      return divideBySeries(values, a, b, from, to);
    case '^':
      for (let at = from; at < to; at++) values[at] = a[at]! ** b[at]!;
      return finite(values, from, to);
    default:
      for (let at = from; at < to; at++) values[at] = compare(operator, a[at]!, b[at]!);
      return true;
  }
}

/** Chooses between two operands month by month, where all three have figures. */
export function fastChoice(
  out: Series,
  condition: Series,
  then: Operand,
  otherwise: Operand,
  from: number,
  to: number,
): void {
  const values = out.values;
  const holds = condition.values;
  const a = then instanceof Scalar ? null : then.values;
  const b = otherwise instanceof Scalar ? null : otherwise.values;
  const constantA = then instanceof Scalar ? then.value : 0;
  const constantB = otherwise instanceof Scalar ? otherwise.value : 0;
  for (let at = from; at < to; at++) {
    values[at] = holds[at] !== 0 ? (a === null ? constantA : a[at]!) : b === null ? constantB : b[at]!;
  }
}

/** The larger or smaller of two operands, where both have figures. */
export function fastExtreme(
  largest: boolean,
  out: Series,
  left: Series,
  right: Operand,
  from: number,
  to: number,
): void {
  const values = out.values;
  const a = left.values;
  const b = right instanceof Scalar ? null : right.values;
  const constant = right instanceof Scalar ? right.value : 0;
  for (let at = from; at < to; at++) {
    const x = a[at]!;
    const y = b === null ? constant : b[at]!;
    values[at] = largest ? (x > y ? x : y) : x < y ? x : y;
  }
}

/** Whether every figure of a stretch is finite, with room left for adding up a whole plan of them. */
export function finite(values: Float64Array, from: number, to: number): boolean {
  // Four sums side by side, so that each addition need not wait for the one before.
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  let at = from;
  for (; at + 3 < to; at += 4) {
    a += values[at]! * 1e8 * 0;
    b += values[at + 1]! * 1e8 * 0;
    c += values[at + 2]! * 1e8 * 0;
    d += values[at + 3]! * 1e8 * 0;
  }
  for (; at < to; at++) a += values[at]! * 1e8 * 0;
  return a + b + c + d === 0;
}

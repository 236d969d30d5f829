import type { BinaryOperator } from '../formula/expression/syntax.ts';
import { compare } from './kernels.ts';
import { Scalar, Series, type Operand } from './series.ts';

/**
 * The loops over bare arrays that do the bulk of the work, for stretches in which every month has a figure. Written out
 * one by one because the inner loop is where the time goes.
 */

type Loop<A, B> = (out: Float64Array, a: A, b: B, from: number, to: number) => void;

const addSeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! + b[index]!;
};
const addScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! + b;
};
const subtractSeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! - b[index]!;
};
const subtractFromScalar: Loop<number, Float64Array> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a - b[index]!;
};
const multiplySeries: Loop<Float64Array, Float64Array> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! * b[index]!;
};
const multiplyScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! * b;
};
const divideByScalar: Loop<Float64Array, number> = (out, a, b, from, to) => {
  for (let index = from; index < to; index++) out[index] = a[index]! / b;
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
    for (let index = from; index < to; index++) {
      const divisor = b[index]!;
      if (divisor === 0) sound = false;
      out[index] = a / divisor;
    }
  } else {
    for (let index = from; index < to; index++) {
      const divisor = b[index]!;
      if (divisor === 0) sound = false;
      out[index] = a[index]! / divisor;
    }
  }
  return sound;
}

/** Powers of one base. Exponents such as `years` stay the same for months on end, and so does the power. */
function powersOf(out: Float64Array, base: number, exponents: Float64Array, from: number, to: number): void {
  let exponent = NaN;
  let power = NaN;
  for (let index = from; index < to; index++) {
    if (exponents[index] !== exponent) {
      exponent = exponents[index]!;
      power = base ** exponent;
    }
    out[index] = power;
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
  for (let index = from; index < to; index++) out[index] = a[index]! * factor + b[index]!;
}

/**
 * Applies an operator to a stretch in which both operands have figures. Returns whether all results are sound;
 * otherwise the stretch has to be computed again month by month.
 */
export function vectorizedBinary(
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
        for (let index = from; index < to; index++) values[index] = compare(operator, left.value, b[index]!);
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
        for (let index = from; index < to; index++) values[index] = a[index]! ** right.value;
        return finite(values, from, to);
      default:
        for (let index = from; index < to; index++) values[index] = compare(operator, a[index]!, right.value);
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
      for (let index = from; index < to; index++) values[index] = a[index]! ** b[index]!;
      return finite(values, from, to);
    default:
      for (let index = from; index < to; index++) values[index] = compare(operator, a[index]!, b[index]!);
      return true;
  }
}

/** Chooses between two operands month by month, where all three have figures. */
export function vectorizedChoice(
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
  for (let index = from; index < to; index++) {
    values[index] = holds[index] !== 0 ? (a === null ? constantA : a[index]!) : b === null ? constantB : b[index]!;
  }
}

/** The larger or smaller of two operands, where both have figures. */
export function vectorizedExtreme(
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
  for (let index = from; index < to; index++) {
    const x = a[index]!;
    const y = b === null ? constant : b[index]!;
    values[index] = largest ? (x > y ? x : y) : x < y ? x : y;
  }
}

/** Returns whether every figure of a stretch is finite, with room left for adding up a whole plan of them. */
export function finite(values: Float64Array, from: number, to: number): boolean {
  // Four sums side by side, so that each addition need not wait for the one before.
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  let index = from;
  for (; index + 3 < to; index += 4) {
    a += values[index]! * 1e8 * 0;
    b += values[index + 1]! * 1e8 * 0;
    c += values[index + 2]! * 1e8 * 0;
    d += values[index + 3]! * 1e8 * 0;
  }
  for (; index < to; index++) a += values[index]! * 1e8 * 0;
  return a + b + c + d === 0;
}

import { isSame } from '../figure/compare.ts';
import { BLANK, FINE, checked, why, without, type Reader } from '../formula/expression/evaluation.ts';
import type { BinaryOperator } from '../formula/expression/syntax.ts';
import type { EvaluationBy } from './alongMonths.ts';
import type { ProblemSite } from './problems.ts';
import { Scalar, type Operand } from './series.ts';

/** Reads the figures of an operand. */
export function readerOf(operand: Operand): Reader {
  if (operand instanceof Scalar) {
    return () => {
      why.code = operand.code;
      return operand.value;
    };
  }
  return (index) => {
    const value = operand.valueAt(index);
    if (value !== value) why.code = operand.codeAt(index);
    return value;
  };
}

/** Returns how two figures compare: 1 when the comparison holds, else 0. */
export function compare(operator: BinaryOperator, a: number, b: number): number {
  switch (operator) {
    case '=':
      return isSame(a, b) ? 1 : 0;
    case '<>':
      return isSame(a, b) ? 0 : 1;
    case '<':
      return a < b && !isSame(a, b) ? 1 : 0;
    case '<=':
      return a < b || isSame(a, b) ? 1 : 0;
    case '>':
      return a > b && !isSame(a, b) ? 1 : 0;
    default:
      return a > b || isSame(a, b) ? 1 : 0;
  }
}

/**
 * One operator applied in one month. What empty months and problems mean is settled in `withoutFigure`; the common
 * operators are written out because recurrences spend their time here.
 */
export function binaryKernel(operator: BinaryOperator, left: Reader, right: Reader, site: ProblemSite): Reader {
  switch (operator) {
    case '+':
      return (index) => {
        const a = left(index);
        const codeA = a === a ? FINE : why.code;
        const b = right(index);
        const sum = a + b;
        return sum === sum ? sum : withoutFigure(operator, a, codeA, b, index, site);
      };
    case '*':
      return (index) => {
        const a = left(index);
        const codeA = a === a ? FINE : why.code;
        const b = right(index);
        const product = a * b;
        return product === product ? product : withoutFigure(operator, a, codeA, b, index, site);
      };
    default:
      return (index) => {
        const a = left(index);
        const codeA = a === a ? FINE : why.code;
        const b = right(index);
        return a === a && b === b
          ? operate(operator, a, b, index, site)
          : withoutFigure(operator, a, codeA, b, index, site);
      };
  }
}

/**
 * An operator where an operand is missing: a sum passes empty months over, a product with one is empty, a comparison
 * takes them for nothing, and dividing by one is a problem. Problems pass through. `why` still holds b's reason.
 */
function withoutFigure(
  operator: BinaryOperator,
  a: number,
  codeA: number,
  b: number,
  index: number,
  site: ProblemSite,
): number {
  const codeB = b === b ? FINE : why.code;
  if (codeA > BLANK) return without(codeA);
  if (codeB > BLANK) return without(codeB);
  if (codeA === FINE && codeB === FINE) return without(site.code('noResult', index));
  switch (operator) {
    case '+':
    case '-':
      if (codeA === FINE) return a;
      if (codeB === FINE) return operator === '+' ? b : -b;
      return without(BLANK);
    case '*':
    case '^':
      return without(BLANK);
    case '/':
      return without(codeB === BLANK ? site.code('emptyDivisor', index) : BLANK);
    default:
      return compare(operator, codeA === FINE ? a : 0, codeB === FINE ? b : 0);
  }
}

function operate(operator: BinaryOperator, a: number, b: number, index: number, site: ProblemSite): number {
  switch (operator) {
    case '+':
      return a + b;
    case '-':
      return a - b;
    case '*':
      return a * b;
    case '/':
      return b === 0 ? without(site.code('zeroDivisor', index)) : checked(a / b, index, site);
    case '^':
      return checked(a ** b, index, site);
    default:
      return compare(operator, a, b);
  }
}

/** Minus a figure, or a hundredth of it. */
export function unaryKernel(kind: 'negate' | 'percent', operand: Reader): Reader {
  return kind === 'negate' ? (index) => -operand(index) : (index) => operand(index) / 100;
}

/** Arithmetic with the figures of a month. */
export function figuresKernel(
  { compute, blank }: EvaluationBy<'figures'>,
  args: readonly Reader[],
  site: ProblemSite,
): Reader {
  const skip = blank === 'skip';
  const figures: number[] = [];
  return (index) => {
    figures.length = 0;
    let empty = false;
    for (const arg of args) {
      const value = arg(index);
      if (value === value) figures.push(value);
      else if (why.code > BLANK) return NaN;
      else empty = true;
    }
    if (skip ? figures.length === 0 : empty) return without(BLANK);
    return checked(compute(figures), index, site);
  };
}

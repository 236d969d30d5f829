import { isSame } from '../figure/compare.ts';
import { functionNamed } from '../formula/functions.ts';
import type { BinaryOperator, Expression } from '../formula/syntax.ts';
import { BLANK, FINE, type ProblemSite } from './problems.ts';
import { Scalar, type Operand } from './series.ts';

/** Gives the figure of a period; for NaN, `why.code` says why there is none. */
export type Reader = (at: number) => number;

/** Why the reader called last gave NaN. Shared, so that reading a figure allocates nothing. */
export const why = { code: FINE };

/** NaN for a month that is empty or has a problem. */
export function without(code: number): number {
  why.code = code;
  return NaN;
}

/** Reads the figures of an operand. */
export function readerOf(operand: Operand): Reader {
  if (operand instanceof Scalar) {
    return () => {
      why.code = operand.code;
      return operand.value;
    };
  }
  return (at) => {
    const value = operand.valueAt(at);
    if (value !== value) why.code = operand.codeAt(at);
    return value;
  };
}

/** How two figures compare: 1 when the comparison holds, else 0. */
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
      return (at) => {
        const a = left(at);
        const codeA = a === a ? FINE : why.code;
        const b = right(at);
        const sum = a + b;
        return sum === sum ? sum : withoutFigure(operator, a, codeA, b, at, site);
      };
    case '*':
      return (at) => {
        const a = left(at);
        const codeA = a === a ? FINE : why.code;
        const b = right(at);
        const product = a * b;
        return product === product ? product : withoutFigure(operator, a, codeA, b, at, site);
      };
    default:
      return (at) => {
        const a = left(at);
        const codeA = a === a ? FINE : why.code;
        const b = right(at);
        return a === a && b === b ? operate(operator, a, b, at, site) : withoutFigure(operator, a, codeA, b, at, site);
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
  at: number,
  site: ProblemSite,
): number {
  const codeB = b === b ? FINE : why.code;
  if (codeA > BLANK) return without(codeA);
  if (codeB > BLANK) return without(codeB);
  if (codeA === FINE && codeB === FINE) return without(site.code('noResult', at));
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
      return without(codeB === BLANK ? site.code('emptyDivisor', at) : BLANK);
    default:
      return compare(operator, codeA === FINE ? a : 0, codeB === FINE ? b : 0);
  }
}

function operate(operator: BinaryOperator, a: number, b: number, at: number, site: ProblemSite): number {
  switch (operator) {
    case '+':
      return a + b;
    case '-':
      return a - b;
    case '*':
      return a * b;
    case '/':
      return b === 0 ? without(site.code('zeroDivisor', at)) : checked(a / b, at, site);
    case '^':
      return checked(a ** b, at, site);
    default:
      return compare(operator, a, b);
  }
}

function checked(value: number, at: number, site: ProblemSite): number {
  if (value !== value) return without(site.code('noResult', at));
  return Number.isFinite(value) ? value : without(site.code('tooLarge', at));
}

/** Minus a figure, or a hundredth of it. */
export function unaryKernel(kind: 'negate' | 'percent', operand: Reader): Reader {
  return kind === 'negate' ? (at) => -operand(at) : (at) => operand(at) / 100;
}

/** A function that looks at one month only, applied to the readers of its arguments. */
export function callKernel(
  call: Extract<Expression, { kind: 'call' }>,
  args: readonly Reader[],
  site: ProblemSite,
): Reader {
  switch (call.name) {
    case 'if':
    case 'IFS':
      return choiceKernel(args);
    case 'and':
    case 'or':
      return logicKernel(call.name === 'and', args);
    case 'not':
      return (at) => {
        const holds = truth(args[0]!, at);
        return holds === undefined ? NaN : holds ? 0 : 1;
      };
    case 'monthly':
      return monthlyKernel(args[0]!, call.args[1] !== undefined, site);
    default:
      return computeKernel(call.name, args, site);
  }
}

/** Whether a condition holds; an empty one does not. `undefined` when it has a problem, which `why` then holds. */
function truth(condition: Reader, at: number): boolean | undefined {
  const value = condition(at);
  if (value === value) return value !== 0;
  return why.code === BLANK ? false : undefined;
}

function choiceKernel(args: readonly Reader[]): Reader {
  return (at) => {
    let next = 0;
    for (; next + 1 < args.length; next += 2) {
      const holds = truth(args[next]!, at);
      if (holds === undefined) return NaN;
      if (holds) return args[next + 1]!(at);
    }
    return next < args.length ? args[next]!(at) : without(BLANK);
  };
}

function logicKernel(all: boolean, conditions: readonly Reader[]): Reader {
  return (at) => {
    for (const condition of conditions) {
      const holds = truth(condition, at);
      if (holds === undefined) return NaN;
      if (holds !== all) return all ? 0 : 1;
    }
    return all ? 1 : 0;
  };
}

function monthlyKernel(rate: Reader, effective: boolean, site: ProblemSite): Reader {
  return (at) => {
    const yearly = rate(at);
    if (yearly !== yearly || !effective) return yearly / 12;
    return checked(Math.expm1(Math.log1p(yearly) / 12), at, site);
  };
}

function computeKernel(name: string, args: readonly Reader[], site: ProblemSite): Reader {
  const definition = functionNamed(name);
  const compute = definition?.compute;
  if (!compute) throw new Error(`The function ${name} cannot be computed month by month.`);
  const skip = definition.blank === 'skip';
  const figures: number[] = [];
  return (at) => {
    figures.length = 0;
    let empty = false;
    for (const arg of args) {
      const value = arg(at);
      if (value === value) figures.push(value);
      else if (why.code > BLANK) return NaN;
      else empty = true;
    }
    if (skip ? figures.length === 0 : empty) return without(BLANK);
    return checked(compute(figures), at, site);
  };
}

import { childrenOf, type Expression } from '../formula/syntax.ts';
import { wholeNumber } from '../graph/dependencies.ts';
import { binaryKernel, callKernel, readerOf, unaryKernel, why, type Reader } from './kernels.ts';
import { ProblemSite } from './problems.ts';
import { Series, type Operand, type Range } from './series.ts';
import { elsewhere, growth, growthSpan, recent, runningKernel, spanOf } from './alongMonths.ts';
import { taxInputs, taxReader } from './tax.ts';
import { compile, type CompileContext, type Operation } from './vector.ts';

/**
 * A formula that feeds back into itself through earlier months, as a reader to be asked month after month. Its parts
 * that do not feed back are `hoisted`: computed over whole series before the first month is read.
 */
export interface MonthlyProgram {
  readonly hoisted: readonly Operation[];
  readonly reader: Reader;
  readonly sweep: Sweep | null;
}

/**
 * Computes months of a node that feeds back only into itself, from `at` on in its own figures, as long as all it needs
 * is there; returns the first month it could not compute.
 */
export type Sweep = (series: Series, at: number, to: number) => number;

/** Compiles a formula of a line that belongs to a recurrent component with the given members. */
export function compileMonthly(
  expression: Expression,
  context: CompileContext,
  members: ReadonlySet<string>,
): MonthlyProgram {
  const hoisted: Operation[] = [];
  const { count } = context.calendar;
  const nothing = () => {};
  const everywhere = (range: Range) => {
    range.from = 0;
  };
  const feedsBack = (part: Expression): boolean =>
    (part.kind === 'ref' && members.has(part.id)) ||
    (part.kind === 'call' && part.name === 'tax' && taxInputs(part, context).some((id) => members.has(id))) ||
    childrenOf(part).some(feedsBack);

  const readerFor = (part: Expression): Reader => {
    if (part.kind === 'ref' && members.has(part.id)) return readerOf(context.operandOf(part.id));
    if (!feedsBack(part)) {
      const program = compile(part, context);
      hoisted.push(...program.operations);
      return readerOf(program.result);
    }
    const site = (subject: Expression) => new ProblemSite(context.problems, context.node, subject);
    switch (part.kind) {
      case 'percent':
      case 'negate':
        return unaryKernel(part.kind, readerFor(part.operand));
      case 'binary': {
        const { operator, left, right } = part;
        return binaryKernel(operator, readerFor(left), readerFor(right), site(operator === '/' ? right : part));
      }
      case 'call':
        return call(part);
      default:
        throw new Error('A part without parts cannot feed back.');
    }
  };

  const call = (part: Extract<Expression, { kind: 'call' }>): Reader => {
    const [first, second] = part.args;
    switch (part.name) {
      case 'share':
      case 'POWER':
        return readerFor({
          kind: 'binary',
          operator: part.name === 'share' ? '/' : '^',
          left: first!,
          right: second!,
          place: part.place,
        });
      case 'prior':
      case 'next': {
        const sign = part.name === 'prior' ? -1 : 1;
        const months = wholeNumber(second);
        const x = remembered(first!);
        if (months !== undefined) return elsewhere(x, count, (at) => at + sign * months);
        // How far is looked feeds back; what is looked at does not, or this would be a circle.
        const distance = readerFor(second!);
        hoisted.push({ widen: everywhere, compute: nothing });
        return elsewhere(x, count, (at) => at + sign * Math.round(distance(at)));
      }
      case 'at': {
        const x = readerFor(first!);
        const month = readerFor(second!);
        hoisted.push({ widen: everywhere, compute: nothing });
        return elsewhere(x, count, (at) => Math.round(month(at)) - 1);
      }
      case 'running':
        return running(readerFor(first!), part);
      case 'recent':
        return recent(remembered(first!), readerFor(second!));
      case 'grow': {
        const grown = growth(
          readerFor(first!),
          remembered(second!),
          readerFor(part.args[2]!),
          growthSpan(part.args[3]),
        );
        hoisted.push({ compute: grown.forget });
        return grown.reader;
      }
      case 'tax':
        return taxReader(part, readerFor(second!), context);
      case 'monthly':
        return callKernel(part, [readerFor(first!)], new ProblemSite(context.problems, context.node, part));
      default:
        return callKernel(part, part.args.map(readerFor), new ProblemSite(context.problems, context.node, part));
    }
  };

  /** Keeps what has been reached, month after month; a new run over the months begins again where it starts. */
  const kept = (next: (reached: Series) => Reader): Reader => {
    const reached = new Series(count);
    let filled = 0;
    hoisted.push({
      compute: (range) => {
        filled = Math.min(filled, range.from);
      },
    });
    const read = readerOf(reached);
    const compute = next(reached);
    return (at) => {
      for (; filled <= at; filled++) reached.set(filled, compute(filled), why.code);
      return read(at);
    };
  };

  const running = (x: Reader, part: Extract<Expression, { kind: 'call' }>): Reader =>
    kept((reached) => runningKernel(x, readerOf(reached), context.calendar, spanOf(part.args[1])));

  /** What is looked at from many months is computed once in each; a member keeps its figures itself. */
  const remembered = (part: Expression): Reader =>
    part.kind === 'ref' || !feedsBack(part) ? readerFor(part) : kept(() => readerFor(part));

  const reader = readerFor(expression);
  const carried = members.size === 1 ? carriedForward(expression, members) : null;
  if (!carried) return { hoisted, reader, sweep: null };
  const operandFor = (part: Expression): Operand => {
    const program = compile(part, context);
    hoisted.push(...program.operations);
    return program.result;
  };
  const sweep = carryForward(operandFor(carried.factor), operandFor(carried.addend));
  return { hoisted, reader, sweep };
}

/** The parts of `prior(itself) * factor + addend`, the shape of every balance, in whichever order it is written. */
function carriedForward(
  expression: Expression,
  members: ReadonlySet<string>,
): { factor: Expression; addend: Expression } | null {
  if (expression.kind !== 'binary' || expression.operator !== '+') return null;
  const isMember = (part: Expression) => part.kind === 'ref' && members.has(part.id);
  const isPrior = (part: Expression): boolean =>
    part.kind === 'call' && part.name === 'prior' && part.args.length === 1 && isMember(part.args[0]!);
  const isFree = (part: Expression): boolean => !isMember(part) && childrenOf(part).every(isFree);
  for (const [product, addend] of [
    [expression.left, expression.right],
    [expression.right, expression.left],
  ] as const) {
    if (product.kind !== 'binary' || product.operator !== '*' || !isFree(addend)) continue;
    if (isPrior(product.left) && isFree(product.right)) return { factor: product.right, addend };
    if (isPrior(product.right) && isFree(product.left)) return { factor: product.left, addend };
  }
  return null;
}

function carryForward(factor: Operand, addend: Operand): Sweep {
  const factors = factor instanceof Series ? factor : null;
  const addends = addend instanceof Series ? addend : null;
  return ({ values }, start, to) => {
    const end = Math.min(to, values.length);
    if (start === 0) return start;
    const f = factors?.values;
    const a = addends?.values;
    const constantFactor = factor instanceof Series ? 0 : factor.value;
    const constantAddend = addend instanceof Series ? 0 : addend.value;
    let before = values[start - 1]!;
    for (let at = start; at < end; at++) {
      const value = before * (f ? f[at]! : constantFactor) + (a ? a[at]! : constantAddend);
      // Neither a missing figure nor one too large is settled here.
      if (!(Math.abs(value) < 1e300)) return at;
      values[at] = value;
      before = value;
    }
    return end;
  };
}

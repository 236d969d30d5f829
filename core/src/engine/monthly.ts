import { why, type Reader } from '../formula/expression/evaluation.ts';
import { parameterAt, wholeNumber } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import { spanOf } from '../formula/functions/time.ts';
import { childrenOf, type Call, type Expression } from '../formula/expression/syntax.ts';
import { elsewhere, isRead, runningKernel, shifted } from './alongMonths.ts';
import type { CompileContext, Operation } from './context.ts';
import { binaryKernel, figuresKernel, readerOf, unaryKernel } from './kernels.ts';
import { ProblemSite } from './problems.ts';
import { Series, type Operand, type Range } from './series.ts';
import { taxInputs, taxTerms } from './tax.ts';
import { compile } from './vector.ts';

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
export type Sweep = (series: Series, index: number, to: number) => number;

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
  const hasFeedback = (part: Expression): boolean =>
    (part.kind === 'ref' && members.has(part.id)) ||
    (part.kind === 'call' && isBySchedule(part) && taxInputs(part, context).some((id) => members.has(id))) ||
    childrenOf(part).some(hasFeedback);

  const site = (subject: Expression) => new ProblemSite(context.problems, context.node, subject);
  const readerFor = (part: Expression): Reader => {
    if (part.kind === 'ref' && members.has(part.id)) return readerOf(context.operandOf(part.id));
    if (!hasFeedback(part)) {
      const program = compile(part, context);
      hoisted.push(...program.operations);
      return readerOf(program.result);
    }
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

  const call = (part: Call): Reader => {
    const description = functionOf(part);
    const evaluation = description.evaluation(part);
    const { args } = part;
    const [first, second] = args;
    switch (evaluation.kind) {
      case 'operator':
        return readerFor({
          kind: 'binary',
          operator: evaluation.operator,
          left: first!,
          right: second!,
          place: part.place,
        });
      case 'running':
        return running(readerFor(first!), part);
      case 'schedule':
        return evaluation.reader(taxTerms(part, readerFor(second!), context), site(part));
    }
    const readers = args.flatMap((arg, index) => {
      const parameter = parameterAt(description, index);
      if (!isRead(parameter, arg)) return [];
      return [parameter?.takes === 'series' ? remembered(arg) : readerFor(arg)];
    });
    switch (evaluation.kind) {
      case 'figures':
        return figuresKernel(evaluation, readers, site(part));
      case 'pointwise':
        return evaluation.reader(readers, part, site(part));
      case 'shift': {
        const [x, distance] = readers;
        const months = evaluation.direction === 0 ? undefined : wholeNumber(second);
        if (months !== undefined) return shifted(x!, count, evaluation.direction * months);
        // How far is looked feeds back; what is looked at does not, or this would be a circle.
        hoisted.push({ widen: everywhere, compute: nothing });
        return elsewhere(x!, count, evaluation.direction, distance!);
      }
      case 'trailingWindow': {
        const { reader, forget } = evaluation.reader(readers, part);
        hoisted.push({ compute: forget });
        return reader;
      }
      default:
        throw new Error(`${part.name} looks at all months, so it cannot feed back into itself.`);
    }
  };

  /** Keeps what has been reached, month after month; a new run over the months begins again where it starts. */
  const storing = (next: (reached: Series) => Reader): Reader => {
    const reached = new Series(count);
    let filled = 0;
    hoisted.push({
      compute: (range) => {
        filled = Math.min(filled, range.from);
      },
    });
    const read = readerOf(reached);
    const compute = next(reached);
    return (index) => {
      for (; filled <= index; filled++) reached.set(filled, compute(filled), why.code);
      return read(index);
    };
  };

  const running = (x: Reader, part: Call): Reader =>
    storing((reached) => runningKernel(x, readerOf(reached), context.calendar, spanOf(part.args[1])));

  /** Computes once in each month what is looked at from many; a member keeps its figures itself. */
  const remembered = (part: Expression): Reader =>
    part.kind === 'ref' || !hasFeedback(part) ? readerFor(part) : storing(() => readerFor(part));

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

function isBySchedule(call: Call): boolean {
  return functionOf(call).evaluation(call).kind === 'schedule';
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
    for (let index = start; index < end; index++) {
      const value = before * (f ? f[index]! : constantFactor) + (a ? a[index]! : constantAddend);
      // Neither a missing figure nor one too large is settled here.
      if (!(Math.abs(value) < 1e300)) return index;
      values[index] = value;
      before = value;
    }
    return end;
  };
}

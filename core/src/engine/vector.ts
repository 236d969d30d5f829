import { rangeAround, type Span } from '../calendar/calendar.ts';
import { monthsBetween } from '../calendar/month.ts';
import { BLANK, FINE, why, type Reader } from '../formula/expression/evaluation.ts';
import { parameterAt, wholeNumber, type Summary } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import { spanOf, summarize } from '../formula/functions/time.ts';
import { childrenOf, type Call, type Expression } from '../formula/expression/syntax.ts';
import {
  addUpMonths,
  elsewhere,
  isRead,
  looksAlongMonths,
  runningKernel,
  shifted,
  type EvaluationBy,
} from './alongMonths.ts';
import type { CompileContext, Operation } from './context.ts';
import { binaryKernel, figuresKernel, readerOf, unaryKernel } from './kernels.ts';
import { vectorizedBinary, vectorizedChoice, vectorizedExtreme, finite, multiplyAndAdd } from './loops.ts';
import { ProblemSite } from './problems.ts';
import { Scalar, Series, type Operand, type Range } from './series.ts';
import { taxInputs, taxTerms, taxYears } from './tax.ts';

/** A formula as operations over whole series. `result` holds right figures everywhere once it has run over all. */
export interface Program {
  readonly operations: readonly Operation[];
  readonly result: Operand;
  /** True when it has run over all months, so that from now on it can be run over a part of them. */
  complete: boolean;
}

/**
 * Runs a program over what depends on a range of changed input; the range is widened to what was renewed. A program that
 * has never run is run over all months.
 */
export function run(program: Program, range: Range, count: number): void {
  if (!program.complete) {
    range.from = 0;
    range.to = count;
    program.complete = true;
  }
  const { operations } = program;
  for (const operation of operations) operation.widen?.(range);
  for (const operation of operations) operation.compute(range);
}

/** Compiles a formula; its last operation writes into `target` when that is given. */
export function compile(expression: Expression, context: CompileContext, target?: Series): Program {
  const compiler = new Compiler(context);
  const operand = compiler.operand(expression, target);
  if (target && operand !== target) compiler.copyInto(operand, target);
  return { operations: compiler.operations, result: target ?? operand, complete: false };
}

/** Writes what a reader gives into a series, with the reasons where it gives nothing. */
export function fillFrom(reader: Reader, out: Series, from: number, to: number): void {
  for (let index = from; index < to; index++) {
    const value = reader(index);
    out.set(index, value, why.code);
  }
  out.settle();
}

class Compiler {
  readonly operations: Operation[] = [];
  private readonly context: CompileContext;

  constructor(context: CompileContext) {
    this.context = context;
  }

  operand(expression: Expression, target?: Series): Operand {
    switch (expression.kind) {
      case 'number':
        return constant(expression.value, FINE);
      case 'date':
        // A month outside the plan has a number too, so that what began before it can be counted from there.
        return constant(monthsBetween(this.context.calendar.first, expression.month) + 1, FINE);
      case 'word':
        return this.context.words[expression.word];
      case 'ref':
        return this.context.operandOf(expression.id);
      case 'name':
      case 'option':
        throw new Error('Names are resolved before compiling, and options are no figures.');
      case 'percent':
      case 'negate': {
        const operand = this.operand(expression.operand);
        return this.monthwise([operand], unaryKernel(expression.kind, readerOf(operand)), target);
      }
      case 'binary':
        return this.binary(expression, target);
      case 'call':
        return this.call(expression, target);
    }
  }

  copyInto(operand: Operand, target: Series): void {
    this.add(({ from, to }) => {
      if (operand instanceof Scalar) target.fill(operand.value, operand.code, from, to);
      else target.copyFrom(operand, from, to);
    });
  }

  private add(compute: Operation['compute'], widen?: Operation['widen']): void {
    this.operations.push(widen ? { widen, compute } : { compute });
  }

  private site(subject: Expression): ProblemSite {
    return new ProblemSite(this.context.problems, this.context.node, subject);
  }

  private out(target: Series | undefined): Series {
    return target ?? new Series(this.context.calendar.count);
  }

  /**
   * An operation that looks at one month at a time. `fast` may compute stretches in which all operands have figures and
   * says whether that went well; everything else is left to the kernel.
   */
  private monthwise(
    operands: readonly Operand[],
    kernel: Reader,
    target: Series | undefined,
    fast?: (out: Series, from: number, to: number) => boolean,
  ): Operand {
    const series = operands.filter((operand) => operand instanceof Series);
    const scalars = operands.filter((operand) => operand instanceof Scalar);
    if (series.length === 0) {
      const result = new Scalar();
      this.add(() => {
        result.value = kernel(-1);
        result.code = result.value === result.value ? FINE : why.code;
      });
      return result;
    }
    const out = this.out(target);
    this.add(({ from, to }) => {
      let start = from;
      if (!fast || scalars.some((scalar) => scalar.code !== FINE)) start = to;
      else for (const { cleanFrom } of series) if (cleanFrom > start) start = Math.min(cleanFrom, to);
      if (start < to) {
        if (fast!(out, start, to)) out.markClean(start, to);
        else start = to;
      }
      if (from < start) fillFrom(kernel, out, from, start);
    });
    return out;
  }

  private binary(expression: Extract<Expression, { kind: 'binary' }>, target?: Series): Operand {
    const { operator, left, right } = expression;
    if (operator === '+') {
      const fused = this.multiplyAndAdd(left, right, target) ?? this.multiplyAndAdd(right, left, target);
      if (fused) return fused;
    }
    const a = this.operand(left);
    const b = this.operand(right);
    const site = this.site(operator === '/' ? right : expression);
    return this.monthwise([a, b], binaryKernel(operator, readerOf(a), readerOf(b), site), target, (out, from, to) =>
      vectorizedBinary(operator, out, a, b, from, to),
    );
  }

  /** `x * factor + y` in one pass, when x and y are series and the factor is the same in every month. */
  private multiplyAndAdd(product: Expression, other: Expression, target?: Series): Operand | null {
    if (product.kind !== 'binary' || product.operator !== '*') return null;
    if (!this.isSeries(other) || this.isSeries(product.left) === this.isSeries(product.right)) return null;
    const [seriesPart, scalarPart] = this.isSeries(product.left)
      ? [product.left, product.right]
      : [product.right, product.left];
    const x = this.operand(seriesPart) as Series;
    const factor = this.operand(scalarPart) as Scalar;
    const y = this.operand(other) as Series;
    const multiply = binaryKernel('*', readerOf(x), readerOf(factor), this.site(product));
    return this.monthwise(
      [x, factor, y],
      binaryKernel('+', multiply, readerOf(y), this.site(product)),
      target,
      (out, from, to) => {
        multiplyAndAdd(out.values, x.values, factor.value, y.values, from, to);
        return true;
      },
    );
  }

  /** Returns whether an expression has figures of its own for each month, rather than one for all. */
  private isSeries(expression: Expression): boolean {
    if (expression.kind === 'word') return this.context.words[expression.word] instanceof Series;
    if (expression.kind === 'ref') return this.context.operandOf(expression.id) instanceof Series;
    if (expression.kind === 'call' && looksAlongMonths(functionOf(expression).evaluation(expression))) return true;
    return childrenOf(expression).some((child) => this.isSeries(child));
  }

  private call(call: Call, target?: Series): Operand {
    const description = functionOf(call);
    const evaluation = description.evaluation(call);
    const { args, place } = call;
    switch (evaluation.kind) {
      case 'operator':
        return this.binary(
          { kind: 'binary', operator: evaluation.operator, left: args[0]!, right: args[1]!, place },
          target,
        );
      case 'schedule': {
        const income = this.operand(args[1]!);
        const read = taxInputs(call, this.context).map((id) => this.context.operandOf(id));
        const reader = evaluation.reader(taxTerms(call, readerOf(income), this.context), this.site(call));
        return this.monthwise([income, taxYears(call, this.context), ...read], reader, target);
      }
    }
    const operands = args
      .filter((_, index) => isRead(parameterAt(description, index), args[index]!))
      .map((arg) => this.operand(arg));
    const readers = operands.map(readerOf);
    const [x, second] = operands;
    switch (evaluation.kind) {
      case 'figures':
      case 'pointwise': {
        const kernel =
          evaluation.kind === 'pointwise'
            ? evaluation.reader(readers, call, this.site(call))
            : figuresKernel(evaluation, readers, this.site(call));
        const direct = evaluation.kind === 'figures' ? evaluation.direct : undefined;
        return this.monthwise(
          operands,
          kernel,
          target,
          quick(evaluation.quick, operands) ?? vectorized(direct, operands),
        );
      }
      case 'shift':
        return this.shift(evaluation, call, x!, second, target);
      case 'running':
        return this.running(x!, spanOf(args[1]));
      case 'trailingWindow': {
        const { reader, forget } = evaluation.reader(readers, call);
        return this.trailingWindow(target, reader, evaluation.reach, forget);
      }
      case 'periodSummary':
        return this.summary(evaluation.summary, readers[0]!, spanOf(args[1]), target);
      case 'wholeSeries': {
        const site = this.site(call);
        const compute = (figures: number[]) => evaluation.compute(figures, readers, site);
        return this.overAllMonths(readers[evaluation.flow]!, compute, target);
      }
      case 'crossSection':
        return this.crossSection(evaluation, x!, this.site(call), target);
    }
  }

  private shift(
    { direction }: EvaluationBy<'shift'>,
    call: Call,
    x: Operand,
    distance: Operand | undefined,
    target?: Series,
  ): Operand {
    const months = direction === 0 ? undefined : wholeNumber(call.args[1]);
    if (months !== undefined) return this.shifted(x, -direction * months, target);
    return this.anywhere(target, elsewhere(readerOf(x), this.context.calendar.count, direction, readerOf(distance!)));
  }

  private shifted(x: Operand, months: number, target?: Series): Operand {
    const out = this.out(target);
    const { count } = this.context.calendar;
    const reader = shifted(readerOf(x), count, -months);
    const compute = (range: Range) => {
      let { from } = range;
      // The months that have a figure to look back at are moved in one go; the others are empty or have a reason.
      if (x instanceof Series && months >= 0) {
        const start = Math.min(range.to, Math.max(from, x.cleanFrom + months));
        fillFrom(reader, out, from, start);
        for (from = start; from < range.to; from++) out.values[from] = x.values[from - months]!;
        out.markClean(start, range.to);
      } else fillFrom(reader, out, from, range.to);
    };
    this.add(compute, (range) => {
      if (months > 0) range.to = Math.min(count, range.to + months);
      else range.from = Math.max(0, range.from + months);
    });
    return out;
  }

  /** An operation whose result in any month may depend on any other, so that all of it is renewed. */
  private anywhere(target: Series | undefined, reader: Reader): Operand {
    const out = this.out(target);
    this.add(({ from, to }) => fillFrom(reader, out, from, to), this.everywhere);
    return out;
  }

  private readonly everywhere = (range: Range): void => {
    range.from = 0;
    range.to = this.context.calendar.count;
  };

  /** An operation whose result depends on up to `months` months before. */
  private trailingWindow(target: Series | undefined, reader: Reader, months: number, begin = () => {}): Operand {
    const out = this.out(target);
    const { count } = this.context.calendar;
    const compute = ({ from, to }: Range) => {
      begin();
      fillFrom(reader, out, from, to);
    };
    this.add(compute, (range) => {
      range.to = Math.min(count, range.to + months);
    });
    return out;
  }

  private running(x: Operand, span: Span): Operand {
    // It reads what it has reached before, so it needs a series of its own; a target's contents change hands.
    const out = this.out(undefined);
    const { calendar } = this.context;
    const reached = readerOf(out);
    const kernel = runningKernel(readerOf(x), reached, calendar, span);
    const compute = (range: Range) => {
      const clean = x instanceof Series ? Math.min(range.to, Math.max(range.from, x.cleanFrom)) : range.to;
      fillFrom(kernel, out, range.from, clean);
      if (out.codeAt(clean - 1) > BLANK) fillFrom(kernel, out, clean, range.to);
      else if (x instanceof Series) {
        const before = out.codeAt(clean - 1) === FINE ? out.values[clean - 1]! : 0;
        addUpMonths(out.values, x.values, before, clean, calendar, span);
        out.markClean(clean, range.to);
      }
    };
    this.add(compute, (range) => {
      range.to = calendar.count;
    });
    return out;
  }

  private summary(name: Summary, x: Reader, span: Span, target?: Series): Operand {
    const out = this.out(target);
    const { calendar } = this.context;
    const compute = ({ from, to }: Range) => {
      for (let index = from; index < to;) {
        const range = rangeAround(calendar, index, span);
        const value = summarize(name, x, range.from, range.to);
        out.fill(value, value === value ? FINE : why.code, index, range.to);
        index = range.to;
      }
      out.settle();
    };
    this.add(compute, (range) => {
      if (range.from >= range.to) return;
      range.from = rangeAround(calendar, range.from, span).from;
      range.to = rangeAround(calendar, range.to - 1, span).to;
    });
    return out;
  }

  /** A figure for each month from those of all; when one of them has a problem, none can be told. */
  private crossSection(
    { compute }: EvaluationBy<'crossSection'>,
    x: Operand,
    site: ProblemSite,
    target?: Series,
  ): Operand {
    const { count } = this.context.calendar;
    const read = readerOf(x);
    const [given, figures] = [new Float64Array(count), new Float64Array(count)];
    const out = this.out(target);
    this.add(() => {
      if (x instanceof Series && x.cleanFrom === 0) {
        compute(x.values, out.values);
        if (finite(out.values, 0, count)) return out.markClean(0, count);
      }
      for (let index = 0; index < count; index++) {
        given[index] = read(index);
        if (given[index] !== given[index] && why.code > BLANK) return out.fill(NaN, why.code, 0, count);
      }
      compute(given, figures);
      for (let index = 0; index < count; index++) {
        const isEmpty = given[index] !== given[index];
        const value = figures[index]!;
        out.set(index, value, isEmpty ? BLANK : value === value ? FINE : site.code('noResult', index));
      }
      out.settle();
    }, this.everywhere);
    return out;
  }

  /** One figure for the whole plan, from all figures of `flow`; `compute` gives NaN with its reason in `why`. */
  private overAllMonths(flow: Reader, compute: (figures: number[]) => number, target?: Series): Operand {
    const { count } = this.context.calendar;
    const out = this.out(target);
    const fill = () => {
      const figures: number[] = [];
      for (let index = 0; index < count; index++) {
        const value = flow(index);
        if (value !== value && why.code > BLANK) return out.fill(NaN, why.code, 0, count);
        figures.push(value === value ? value : 0);
      }
      const value = compute(figures);
      out.fill(value, value === value ? FINE : why.code, 0, count);
    };
    this.add(fill, this.everywhere);
    return out;
  }
}

/** A pass over stretches in which all operands have figures, for the functions that have one. */
function quick(
  which: 'choice' | 'least' | 'most' | undefined,
  operands: readonly Operand[],
): ((out: Series, from: number, to: number) => boolean) | undefined {
  const [first, second, third] = operands;
  if (which === 'choice' && first instanceof Series && third)
    return (out, from, to) => {
      vectorizedChoice(out, first, second!, third, from, to);
      return true;
    };
  if ((which === 'least' || which === 'most') && operands.length === 2) {
    const [series, other] = first instanceof Series ? [first, second!] : [second, first!];
    if (series instanceof Series)
      return (out, from, to) => {
        vectorizedExtreme(which === 'most', out, series, other, from, to);
        return true;
      };
  }
  return undefined;
}

/** A pass over stretches in which all operands have figures, for a function of one or two of them. */
function vectorized(
  direct: ((...figures: number[]) => number) | undefined,
  [first, second, third]: readonly Operand[],
): ((out: Series, from: number, to: number) => boolean) | undefined {
  if (!direct || !first || third) return undefined;
  return ({ values }, from, to) => {
    if (first instanceof Series && !(second instanceof Series)) {
      const a = first.values;
      if (second === undefined) for (let index = from; index < to; index++) values[index] = direct(a[index]!);
      else for (let index = from, b = second.value; index < to; index++) values[index] = direct(a[index]!, b);
    } else {
      const read = (operand: Operand, index: number) =>
        operand instanceof Series ? operand.values[index]! : operand.value;
      for (let index = from; index < to; index++) values[index] = direct(read(first, index), read(second!, index));
    }
    return finite(values, from, to);
  };
}

function constant(value: number, code: number): Scalar {
  const scalar = new Scalar();
  scalar.value = value;
  scalar.code = code;
  return scalar;
}

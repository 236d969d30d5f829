import type { Calendar } from '../calendar/calendar.ts';
import { periodOf } from '../calendar/calendar.ts';
import { monthsBetween } from '../calendar/month.ts';
import { FormulaError, type Expression } from '../formula/expression/syntax.ts';
import { readStored } from '../plan/document/storedFormulas.ts';
import type { AssumptionRow, AssumptionStepRow, ExceptionRow, RuleStepRow } from '../plan/schema/tables.ts';
import { without, type Reader } from '../formula/expression/evaluation.ts';
import type { CompileContext, Operation } from './context.ts';
import { readerOf } from './kernels.ts';
import { finite } from './loops.ts';
import { compileMonthly, type Sweep } from './monthly.ts';
import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import { Scalar, Series, type Operand, type Range } from './series.ts';
import { sumInto, type Term } from './sum.ts';
import { compile, run, type Program } from './vector.ts';

/**
 * One node of the dependency graph: an assumption, line, group or total. `series` holds its present figures; `evaluate`
 * computes them anew into `spare` over a range, which it widens to all it renewed.
 */
export interface Node {
  readonly id: string;
  readonly series: Series;
  readonly spare: Series;
  /** States what rules read: the series, or a scalar for an assumption without dated steps. */
  readonly operand: Operand;
  readonly dependents: Node[];
  /** States what has to be computed again; empty when `from` is not before `to`. */
  readonly stale: Range;
  evaluate: (range: Range) => void;
  /** For nodes that feed back into themselves: their figure of one month, and what is computed beforehand. */
  monthly?: Monthly;
}

/** Describes how a node that feeds back into itself is computed, month by month. */
interface Monthly {
  /** States what is computed beforehand, over whole series. */
  readonly hoisted: readonly Operation[];
  readonly reader: Reader;
  readonly sweeps: readonly SweepRange[];
  /** True when `hoisted` has run over all months, so that from now on it can be run over a part of them. */
  complete: boolean;
}

/** A stretch of months one sweep can compute. */
interface SweepRange {
  readonly from: number;
  readonly to: number;
  readonly sweep: Sweep;
}

/** A node that is not computed yet. */
export function createNode(id: string, count: number, operand?: Operand): Node {
  const series = new Series(count);
  return {
    id,
    series,
    spare: new Series(count),
    operand: operand ?? series,
    dependents: [],
    stale: { from: 0, to: count },
    evaluate: () => {},
  };
}

/** Adds a range to what is stale. */
export function markStale(node: Node, from: number, to: number): void {
  const { stale } = node;
  if (stale.from >= stale.to) {
    stale.from = from;
    stale.to = to;
  } else {
    stale.from = Math.min(stale.from, from);
    stale.to = Math.max(stale.to, to);
  }
}

/** A stretch of months in which a line's figures come from one source. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly value: number;
  readonly code: number;
  readonly program: Program | null;
  readonly expression: Expression | null;
}

/** The evaluation of an assumption: one value, or a value from each of its steps on. */
export function specifyAssumption(
  node: Node,
  row: AssumptionRow,
  steps: readonly AssumptionStepRow[],
  calendar: Calendar,
): void {
  const sorted = [...steps].sort((a, b) => (a.from < b.from ? -1 : 1));
  node.evaluate = ({ from, to }) => {
    const { spare, operand } = node;
    spare.fill(row.value, FINE, from, to);
    for (const step of sorted) {
      spare.fill(step.value, FINE, Math.max(from, monthsBetween(calendar.first, step.from)), to);
    }
    if (operand instanceof Scalar) operand.value = row.value;
  };
}

/** The evaluation of a group or total: a sum of other nodes. */
export function specifySum(node: Node, terms: readonly Term[], zeroWhenEmpty: boolean): void {
  node.evaluate = (range) => sumInto(node.spare, terms, zeroWhenEmpty, range);
  node.monthly = { hoisted: [], reader: sumReader(terms, zeroWhenEmpty), sweeps: [], complete: true };
}

function sumReader(terms: readonly Term[], zeroWhenEmpty: boolean): Reader {
  return (index) => {
    let sum = 0;
    let code = zeroWhenEmpty ? FINE : BLANK;
    for (const { series, sign } of terms) {
      const termCode = series.codeAt(index);
      if (termCode === FINE) {
        sum += sign * series.values[index]!;
        if (code === BLANK) code = FINE;
      } else if (termCode > BLANK && code <= BLANK) code = termCode;
    }
    return code === FINE ? sum : without(code);
  };
}

/** The evaluation of a total that is a formula over other totals, as the cumulative net is. */
export function specifyFormula(
  node: Node,
  expression: Expression,
  context: CompileContext,
  members: ReadonlySet<string> | null,
): void {
  if (members) {
    node.monthly = { ...compileMonthly(expression, context, members), sweeps: [], complete: false };
    return;
  }
  const program = compile(expression, context, node.spare);
  node.evaluate = (range) => run(program, range, context.calendar.count);
}

/** The evaluation of an assumption that a formula gives, as it is stored. */
export function specifyStored(
  node: Node,
  formula: string,
  context: CompileContext,
  members: ReadonlySet<string> | null,
): void {
  try {
    specifyFormula(node, readStored(formula), context, members);
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    const detail = error.problem.message;
    specifyFailure(node, context.problems.code({ cause: 'badRule', node: node.id, period: -1, subject: null, detail }));
  }
}

/** The evaluation of an output of a calculator or list: what comes out in a month may depend on what goes in in any other. */
export function specifyOutput(node: Node, fill: (into: Series) => void, count: number): void {
  node.evaluate = (range) => {
    range.from = 0;
    range.to = count;
    fill(node.spare);
  };
}

/** A node that has no figure in any month. */
export function specifyBlank(node: Node): void {
  node.evaluate = ({ from, to }) => node.spare.fill(NaN, BLANK, from, to);
}

/** A node without figures, for the given reason. */
export function specifyFailure(node: Node, code: number): void {
  node.evaluate = ({ from, to }) => node.spare.fill(NaN, code, from, to);
}

/** A stretch of months, or items, with what is said about it: a figure, a formula, or that it is empty. */
export interface RuleSegment {
  readonly from: number;
  readonly to: number;
  readonly row: { readonly amount: number | null; readonly formula: string | null };
}

/** The evaluation of a line: the dated steps of its rule, then its exceptions. */
export function specifyLine(
  node: Node,
  steps: readonly RuleStepRow[],
  exceptions: readonly ExceptionRow[],
  context: CompileContext,
  members: ReadonlySet<string> | null,
  programs: Map<string, Program>,
): void {
  const { calendar } = context;
  const overlays = exceptions
    .map((row) => ({ row, from: periodOf(calendar, row.month) }))
    .filter(({ from }) => from >= 0)
    .map(({ row, from }) => ({ row, from, to: from + 1 }));
  specifyRuled(node, effectiveSteps(steps, calendar), overlays, context, members, programs);
}

/**
 * The evaluation of what has rules for stretches, and exceptions over them. Formulas already compiled for it are kept in
 * `programs` for as long as they are in use, so that typing figures compiles nothing.
 */
export function specifyRuled(
  node: Node,
  rules: readonly RuleSegment[],
  overlays: readonly RuleSegment[],
  context: CompileContext,
  members: ReadonlySet<string> | null,
  programs: Map<string, Program>,
): void {
  // A rule that is one formula writes straight into the spare series. With a second formula about, it must not: what
  // that one renews may reach further, and the spare series holds nothing of use there.
  const single =
    rules.length === 1 &&
    rules[0]!.from === 0 &&
    rules[0]!.row.formula !== null &&
    members === null &&
    overlays.every(({ row }) => row.formula === null);

  const piece = ({ row, from, to }: RuleSegment, direct: boolean): Piece => {
    if (row.formula === null) {
      const code = row.amount === null ? BLANK : FINE;
      return { from, to, value: row.amount ?? NaN, code, program: null, expression: null };
    }
    try {
      const expression = readStored(row.formula);
      const key = `${direct ? 'direct' : 'copied'}|${row.formula}`;
      let program = members ? null : (programs.get(key) ?? earlier.get(key) ?? null);
      if (!members) program ??= compile(expression, context, direct ? node.spare : undefined);
      if (program) programs.set(key, program);
      return { from, to, value: NaN, code: FINE, program, expression };
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      const code = context.problems.code({
        cause: 'badRule',
        node: node.id,
        period: -1,
        subject: null,
        detail: error.problem.message,
      });
      return { from, to, value: NaN, code, program: null, expression: null };
    }
  };
  const earlier = new Map(programs);
  programs.clear();
  const pieces = [...rules.map((rule) => piece(rule, single)), ...overlays.map((overlay) => piece(overlay, false))];

  if (members) specifyMonthlyLine(node, pieces, context, members);
  else
    node.evaluate = (range) =>
      evaluateLine(node, pieces, rules[0]?.from ?? context.calendar.count, single, range, context);
}

function evaluateLine(
  node: Node,
  pieces: readonly Piece[],
  ruledFrom: number,
  single: boolean,
  range: Range,
  context: CompileContext,
): void {
  const { spare } = node;
  const { from, to } = range;
  for (const { program } of pieces) {
    if (!program) continue;
    const renewed = { from, to };
    run(program, renewed, context.calendar.count);
    range.from = Math.min(range.from, renewed.from);
    range.to = Math.max(range.to, renewed.to);
  }
  // Months before the first step are empty, but for their exceptions.
  spare.fill(NaN, BLANK, range.from, Math.min(range.to, ruledFrom));
  pieces.forEach((piece, index) => {
    const start = Math.max(piece.from, range.from);
    const end = Math.min(piece.to, range.to);
    if (start >= end || (single && index === 0)) return;
    if (piece.program === null) spare.fill(piece.value, piece.code, start, end);
    else if (piece.program.result instanceof Series) spare.copyFrom(piece.program.result, start, end);
    else spare.fill(piece.program.result.value, piece.program.result.code, start, end);
  });
  guard(spare, range, context);
}

/** Figures too large to be added up become problems, so that nothing infinite travels further. */
function guard(series: Series, { from, to }: Range, context: CompileContext): void {
  const clean = Math.max(from, Math.min(series.cleanFrom, to));
  if (clean === from && finite(series.values, from, to)) return;
  for (let index = from; index < to; index++) {
    if (series.codeAt(index) !== FINE || Math.abs(series.values[index]!) < 1e300) continue;
    const code = context.problems.code({ cause: 'tooLarge', node: context.node, period: index, subject: null });
    series.set(index, NaN, code);
  }
  series.settle();
}

function specifyMonthlyLine(
  node: Node,
  pieces: readonly Piece[],
  context: CompileContext,
  members: ReadonlySet<string>,
): void {
  const hoisted: Operation[] = [];
  const readers = new Array<Reader | null>(context.calendar.count).fill(null);
  const sweepers = new Array<Sweep | null>(context.calendar.count).fill(null);
  for (const piece of pieces) {
    let reader: Reader;
    let sweep: Sweep | null = null;
    if (piece.expression) {
      const program = compileMonthly(piece.expression, context, members);
      hoisted.push(...program.hoisted);
      ({ reader, sweep } = program);
    } else {
      const scalar = new Scalar();
      scalar.value = piece.value;
      scalar.code = piece.code;
      reader = readerOf(scalar);
    }
    readers.fill(reader, piece.from, piece.to);
    sweepers.fill(sweep, piece.from, piece.to);
  }
  const tooLarge = (index: number) =>
    context.problems.code({ cause: 'tooLarge', node: node.id, period: index, subject: null });
  node.monthly = {
    hoisted,
    complete: false,
    sweeps: sweepRanges(sweepers),
    reader: (index) => {
      const reader = readers[index];
      if (!reader) return without(BLANK);
      const value = reader(index);
      return Math.abs(value) >= 1e300 ? without(tooLarge(index)) : value;
    },
  };
}

/** Runs of months that share a sweep. */
function sweepRanges(sweepers: readonly (Sweep | null)[]): SweepRange[] {
  const result: SweepRange[] = [];
  for (let from = 0; from < sweepers.length;) {
    const sweep = sweepers[from] ?? null;
    let to = from + 1;
    while (to < sweepers.length && sweepers[to] === sweep) to++;
    if (sweep) result.push({ from, to, sweep });
    from = to;
  }
  return result;
}

/** The steps that hold in some month of the plan, each with its stretch. */
export function effectiveSteps(
  steps: readonly RuleStepRow[],
  calendar: Calendar,
): { row: RuleStepRow; from: number; to: number }[] {
  const dated = steps
    .map((row) => ({ row, from: row.from === null ? -Infinity : monthsBetween(calendar.first, row.from) }))
    .sort((a, b) => a.from - b.from);
  return dated
    .map(({ row, from }, index) => ({
      row,
      from: Math.max(0, from),
      to: Math.min(calendar.count, dated[index + 1]?.from ?? calendar.count),
    }))
    .filter(({ from, to }) => from < to);
}

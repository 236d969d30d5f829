import type { Expression } from '../formula/syntax.ts';
import {
  bandInputsOf,
  calculatorsOf,
  inputId,
  inputsOf,
  outputId,
  outputsOf,
  ownerOfFigure,
} from '../plan/document/calculators.ts';
import type { Document } from '../plan/document/document.ts';
import { readStored } from '../plan/document/storedFormulas.ts';
import {
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTALS,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  totalOfSide,
} from '../plan/schema/totals.ts';

/**
 * That something is used, and how many months back at the least. 0 means the same month; a negative lag looks ahead;
 * minus infinity may look anywhere, as a total over the year does.
 */
export interface Use {
  readonly id: string;
  readonly lag: number;
}

const ANYWHERE = -Infinity;
/** Stands for all inputs of a schedule's bands, which a formula alone does not know. */
const BANDS = 'bands';
const byExpression = new WeakMap<Expression, readonly Use[]>();

/** What a formula uses, each id once with its smallest lag. */
export function usesOf(expression: Expression): readonly Use[] {
  let uses = byExpression.get(expression);
  if (!uses) {
    const lags = new Map<string, number>();
    collect(expression, 0, lags);
    uses = [...lags].map(([id, lag]) => ({ id, lag }));
    byExpression.set(expression, uses);
  }
  return uses;
}

/** What a stored formula uses in a plan. One that cannot be read uses nothing; it is reported where it is compiled. */
export function usesOfStored(formula: string, document: Document): readonly Use[] {
  let uses: readonly Use[];
  try {
    uses = usesOf(readStored(formula));
  } catch {
    return [];
  }
  if (!uses.some(({ id }) => id.endsWith(`:${BANDS}`))) return uses;
  return uses.flatMap((use) => {
    if (!use.id.endsWith(`:${BANDS}`)) return [use];
    return bandInputsOf(document, ownerOfFigure(use.id)).map(({ id }) => ({ id, lag: use.lag }));
  });
}

function collect(expression: Expression, lag: number, lags: Map<string, number>): void {
  switch (expression.kind) {
    case 'ref':
      lags.set(expression.id, Math.min(lag, lags.get(expression.id) ?? Infinity));
      return;
    case 'percent':
    case 'negate':
      return collect(expression.operand, lag, lags);
    case 'binary':
      collect(expression.left, lag, lags);
      return collect(expression.right, lag, lags);
    case 'call': {
      const [first, ...rest] = expression.args;
      // A tax schedule is no figure itself; what is reckoned by it reads its allowance, its rebate limit and its bands.
      if (first?.kind === 'ref' && expression.name === 'tax') {
        for (const column of ['allowance', 'rebateLimit', BANDS])
          collect({ ...first, id: inputId(first.id, column) }, lag, lags);
      } else if (first) collect(first, lag + lagOfCall(expression), lags);
      for (const arg of rest) collect(arg, isSeriesCall(expression) ? ANYWHERE : lag, lags);
      return;
    }
    default:
      return;
  }
}

/** How many months back a function looks at its first argument. */
function lagOfCall(call: Extract<Expression, { kind: 'call' }>): number {
  switch (call.name) {
    case 'prior':
    case 'next': {
      const months = wholeNumber(call.args[1]);
      return months === undefined ? ANYWHERE : call.name === 'prior' ? months : -months;
    }
    case 'recent':
      return 1;
    case 'at':
    case 'total':
    case 'lowest':
    case 'highest':
      return ANYWHERE;
    case 'average':
      return isTimeAverage(call) ? ANYWHERE : 0;
    default:
      return isSeriesCall(call) ? ANYWHERE : 0;
  }
}

/** The whole number written as an argument, 1 when there is none, `undefined` when it has to be computed. */
export function wholeNumber(arg: Expression | undefined): number | undefined {
  if (arg === undefined) return 1;
  return arg.kind === 'number' && Number.isInteger(arg.value) ? arg.value : undefined;
}

/** `average(x)` and `average(x, year)` look along the months; with several figures it is their average. */
export function isTimeAverage(call: Extract<Expression, { kind: 'call' }>): boolean {
  return (
    call.name === 'average' && (call.args.length === 1 || (call.args.length === 2 && call.args[1]!.kind === 'word'))
  );
}

/** NPV and IRR of a single series read all its months. */
export function isSeriesCall(call: Extract<Expression, { kind: 'call' }>): boolean {
  return call.name === 'IRR' || (call.name === 'NPV' && call.args.length === 2);
}

/** What each line, group, total, assumption, input and output of a plan uses, by its id. Formulas that cannot be read use nothing. */
export function usesByNode(document: Document): Map<string, readonly Use[]> {
  const uses = new Map<string, readonly Use[]>();
  const inSameMonth = (ids: string[]): Use[] => ids.map((id) => ({ id, lag: 0 }));
  for (const { id, formula } of document.assumptions.values())
    uses.set(id, formula === null ? [] : usesOfStored(formula, document));
  const formulas = new Map<string, Use[]>();
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of document[table].values()) {
      if (row.formula === null) continue;
      const list = formulas.get(row.line) ?? [];
      formulas.set(row.line, list);
      list.push(...usesOfStored(row.formula, document));
    }
  }
  const members = new Map<string, string[]>([...document.groups.keys()].map((id) => [id, []]));
  for (const line of document.lines.values()) {
    uses.set(line.id, formulas.get(line.id) ?? []);
    members.get(line.group)?.push(line.id);
  }
  const sides = new Map<string, string[]>(TOTALS.map((total) => [total.id, []]));
  for (const group of document.groups.values()) {
    // Summed in an order of their own, so that figures do not hang on the order in which a plan was put together.
    uses.set(group.id, inSameMonth(members.get(group.id)!.sort()));
    const total = totalOfSide(group.side);
    if (total) sides.get(total)!.push(group.id);
  }
  for (const total of [TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE])
    uses.set(total, inSameMonth(sides.get(total)!.sort()));
  for (const calculator of calculatorsOf(document)) {
    const inputs = inputsOf(document, calculator);
    for (const { id, formula } of inputs) uses.set(id, formula === null ? [] : usesOfStored(formula, document));
    // What comes out in one month may depend on what goes in in any other.
    const all = inputs.map(({ id }) => ({ id, lag: ANYWHERE }));
    for (const { name } of outputsOf(calculator)) uses.set(outputId(calculator.row.id, name), all);
  }
  uses.set(NET, inSameMonth([TOTAL_INCOME, TOTAL_EXPENSES]));
  uses.set(CUMULATIVE_NET, inSameMonth([NET]));
  uses.set(LEFT_OVER, inSameMonth([NET, TOTAL_SET_ASIDE]));
  return uses;
}

import { parameterAt, wholeNumber, type Evaluation } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import type { Call, Expression } from '../formula/expression/syntax.ts';
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
      const description = functionOf(expression);
      const evaluation = description.evaluation(expression);
      expression.args.forEach((arg, index) => {
        // A tax schedule is no figure itself; what is reckoned by it reads its allowance, its rebate limit and its bands.
        if (arg.kind === 'ref' && parameterAt(description, index)?.takes === 'schedule') {
          for (const column of ['allowance', 'rebateLimit', BANDS])
            collect({ ...arg, id: inputId(arg.id, column) }, lag, lags);
        } else collect(arg, lag + lagOf(evaluation, expression, index), lags);
      });
      return;
    }
    default:
      return;
  }
}

/** How many months back a function looks at an argument, at the least. */
function lagOf(evaluation: Evaluation, call: Call, argument: number): number {
  switch (evaluation.way) {
    case 'elsewhere': {
      if (argument > 0) return 0;
      const months = wholeNumber(call.args[1]);
      if (evaluation.direction === 0 || months === undefined) return ANYWHERE;
      return -evaluation.direction * months;
    }
    case 'lookingBack':
      return argument === 0 ? evaluation.leastLag : 0;
    case 'stretch':
      return argument === 0 ? ANYWHERE : 0;
    case 'wholePlan':
      return ANYWHERE;
    default:
      return 0;
  }
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

import { parameterAt, wholeNumber, type Evaluation } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import type { Call, Expression } from '../formula/expression/syntax.ts';
import { bandInputsOf, inputId, ownerOfFigure } from '../plan/document/calculators.ts';
import type { Document } from '../plan/document/document.ts';
import { readStored } from '../plan/document/storedFormulas.ts';

/**
 * That something is used, and how many months back at the least. 0 means the same month; a negative lag looks ahead;
 * minus infinity may look anywhere, as a total over the year does.
 */
export interface Use {
  readonly id: string;
  readonly lag: number;
}

export const ANYWHERE = -Infinity;
/** Stands for all inputs of a schedule's bands, which a formula alone does not know. */
const BANDS = 'bands';
const byExpression = new WeakMap<Expression, readonly Use[]>();

/** Returns what a formula uses, each id once with its smallest lag. */
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

/** Returns what a stored formula uses in a plan. One that cannot be read uses nothing; it is reported where it is compiled. */
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

/** Returns how many months back a function looks at an argument, at the least. */
function lagOf(evaluation: Evaluation, call: Call, argument: number): number {
  switch (evaluation.kind) {
    case 'shift': {
      if (argument > 0) return 0;
      const months = wholeNumber(call.args[1]);
      if (evaluation.direction === 0 || months === undefined) return ANYWHERE;
      return -evaluation.direction * months;
    }
    case 'trailingWindow':
      return argument === 0 ? evaluation.leastLag : 0;
    case 'periodSummary':
      return argument === 0 ? ANYWHERE : 0;
    case 'wholeSeries':
    case 'crossSection':
      return ANYWHERE;
    default:
      return 0;
  }
}

import { parameterAt } from '../../formula/functions/description.ts';
import { functionOf } from '../../formula/functions/functions.ts';
import { childrenOf, type Expression } from '../../formula/expression/syntax.ts';

/** Parts of rules: the numbers typed into them, and what they add up. */

export interface TypedValue {
  readonly part: Expression;
  readonly value: number;
  readonly isPercentage: boolean;
}

/** The numbers of a formula that may be values of something. */
export function valuesTyped(expression: Expression): TypedValue[] {
  if (expression.kind === 'percent' && expression.operand.kind === 'number')
    return [{ part: expression, value: expression.operand.value / 100, isPercentage: true }];
  if (expression.kind === 'number') {
    const { value } = expression;
    return Number.isInteger(value) && value <= 12 ? [] : [{ part: expression, value, isPercentage: false }];
  }
  const children = childrenOf(expression);
  // A number beside `year`, `period` and the like counts months or years.
  const besideCalendar =
    expression.kind === 'binary' && children.some((child) => [...partsOf(child)].some(({ kind }) => kind === 'word'));
  return children.flatMap((child, index) =>
    child.kind === 'number' && (besideCalendar || isCount(expression, index)) ? [] : valuesTyped(child),
  );
}

/** Returns whether a part says how many months, places or decimals a function is to take. */
function isCount(expression: Expression, index: number): boolean {
  if (expression.kind !== 'call') return false;
  const takes = parameterAt(functionOf(expression), index)?.takes;
  return takes === 'count' || takes === 'month';
}

/** A formula with all its parts. */
export function* partsOf(expression: Expression): Generator<Expression> {
  yield expression;
  for (const child of childrenOf(expression)) yield* partsOf(child);
}

/** Returns what a formula adds up, when it is nothing but a sum of names; empty for any other formula. */
export function addendsOf(expression: Expression): string[] {
  if (expression.kind === 'ref') return [expression.id];
  const parts =
    expression.kind === 'binary' && expression.operator === '+'
      ? [expression.left, expression.right]
      : expression.kind === 'call' && expression.name === 'sum'
        ? expression.args
        : [];
  const nested = parts.map(addendsOf);
  return nested.some((each) => each.length === 0) ? [] : nested.flat();
}

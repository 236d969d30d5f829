import { childrenOf, type Expression } from '../../formula/expression/syntax.ts';

/** Numbers typed into rules. */

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
  return children.flatMap((child) => (besideCalendar && child.kind === 'number' ? [] : valuesTyped(child)));
}

/** A formula with all its parts. */
export function* partsOf(expression: Expression): Generator<Expression> {
  yield expression;
  for (const child of childrenOf(expression)) yield* partsOf(child);
}

import { parameterAt } from './functions/description.ts';
import { functionOf } from './functions/functions.ts';
import type { Call, Expression } from './expression/syntax.ts';

type Leaf = Extract<Expression, { kind: 'name' | 'ref' }>;

/** Rebuilds a tree with each leaf that is a name or reference replaced; `role` says what a function takes it for. */
export function mapNames(
  expression: Expression,
  replace: (leaf: Leaf, role: 'figure' | 'schedule') => Expression,
  role: 'figure' | 'schedule' = 'figure',
): Expression {
  const part = (child: Expression) => mapNames(child, replace);
  switch (expression.kind) {
    case 'name':
    case 'ref':
      return replace(expression, role);
    case 'percent':
    case 'negate':
      return { ...expression, operand: part(expression.operand) };
    case 'binary':
      return { ...expression, left: part(expression.left), right: part(expression.right) };
    case 'call':
      return {
        ...expression,
        args: expression.args.map((arg, index) =>
          mapNames(arg, replace, takesSchedule(expression, index) ? 'schedule' : 'figure'),
        ),
      };
    default:
      return expression;
  }
}

function takesSchedule(call: Call, argument: number): boolean {
  return parameterAt(functionOf(call), argument)?.takes === 'schedule';
}

import { parameterAt } from './functions/description.ts';
import { functionOf } from './functions/functions.ts';
import type { Call, Expression } from './expression/syntax.ts';

type Leaf = Extract<Expression, { kind: 'name' | 'ref' | 'word' }>;

/** Describes what a function takes a leaf for; a word that chooses how it works stands for nothing else. */
export type Role = 'figure' | 'schedule' | 'word';

/** Rebuilds a tree with each leaf that is a name, reference or calendar word replaced. */
export function mapNames(
  expression: Expression,
  replace: (leaf: Leaf, role: Role) => Expression,
  role: Role = 'figure',
): Expression {
  const part = (child: Expression) => mapNames(child, replace);
  switch (expression.kind) {
    case 'name':
    case 'ref':
    case 'word':
      return replace(expression, role);
    case 'percent':
    case 'negate':
      return { ...expression, operand: part(expression.operand) };
    case 'binary':
      return { ...expression, left: part(expression.left), right: part(expression.right) };
    case 'call':
      return {
        ...expression,
        args: expression.args.map((arg, index) => mapNames(arg, replace, roleIn(expression, index))),
      };
    default:
      return expression;
  }
}

function roleIn(call: Call, argument: number): Role {
  const parameter = parameterAt(functionOf(call), argument);
  if (parameter?.takes === 'word' && parameter.orFigures !== true) return 'word';
  return parameter?.takes === 'schedule' ? 'schedule' : 'figure';
}

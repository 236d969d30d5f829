// The parts of a formula that have parts of their own, whatever the leaves of the tree are.

export interface Percentage<Formula> {
  readonly kind: 'percent';
  readonly operand: Formula;
}
export interface Negation<Formula> {
  readonly kind: 'negate';
  readonly operand: Formula;
}
export interface Operation<Formula, Operator extends string = string> {
  readonly kind: 'operation';
  readonly operator: Operator;
  readonly left: Formula;
  readonly right: Formula;
}
export interface FunctionCall<Formula> {
  readonly kind: 'call';
  readonly name: string;
  readonly args: readonly Formula[];
}
type Branch<Formula> = Percentage<Formula> | Negation<Formula> | Operation<Formula> | FunctionCall<Formula>;

/** Any tree of such parts; what is none of them is a leaf. */
interface Tree {
  readonly kind: string;
}

/** The parts of a formula, in the order they are written. */
export function partsOf<Formula extends Tree>(formula: Formula): readonly Formula[] {
  const part = formula as Tree as Branch<Formula>;
  switch (part.kind) {
    case 'percent':
    case 'negate':
      return [part.operand];
    case 'operation':
      return [part.left, part.right];
    case 'call':
      return part.args;
    default:
      return [];
  }
}

/** All parts of a formula, itself first. */
export function allPartsOf<Formula extends Tree>(formula: Formula): Formula[] {
  const parts: Formula[] = [];
  const open: Formula[] = [formula];
  for (let part = open.pop(); part !== undefined; part = open.pop()) {
    parts.push(part);
    open.push(...partsOf(part).toReversed());
  }
  return parts;
}

/** The same formula with other parts: each is what `change` makes of it, told its place. A leaf stays as it is. */
export function withParts<Formula extends Tree>(
  formula: Formula,
  change: (part: Formula, place: number) => Formula,
): Formula {
  const part = formula as Tree as Branch<Formula>;
  switch (part.kind) {
    case 'percent':
    case 'negate':
      return { ...formula, operand: change(part.operand, 0) };
    case 'operation':
      return { ...formula, left: change(part.left, 0), right: change(part.right, 1) };
    case 'call':
      return { ...formula, args: part.args.map(change) };
    default:
      return formula;
  }
}

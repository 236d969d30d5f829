import {
  allPartsOf,
  partsOf,
  withParts,
  type FunctionCall,
  type Negation,
  type Operation,
  type Percentage,
} from '../formulaTree.ts';

/** Describes how two parts of a formula are put together. */
export type SheetOperator = '+' | '-' | '*' | '/' | '^' | '=' | '<>' | '<' | '<=' | '>' | '>=';

/**
 * A formula of a cell as a tree, in no program's spelling. Cells are named by keys until the workbook is laid out, so that
 * a formula can be made before anybody knows where the cell it refers to will stand.
 */
export type SheetFormula =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'text'; readonly text: string }
  /** One cell. */
  | { readonly kind: 'at'; readonly key: string }
  /** Several cells, as the ranges they make; for functions that take ranges. */
  | { readonly kind: 'all'; readonly keys: readonly string[] }
  /** A defined name. */
  | { readonly kind: 'name'; readonly key: string }
  | Percentage<SheetFormula>
  | Negation<SheetFormula>
  | Operation<SheetFormula, SheetOperator>
  | FunctionCall<SheetFormula>;

export const number = (value: number): SheetFormula =>
  value < 0 ? { kind: 'negate', operand: { kind: 'number', value: -value } } : { kind: 'number', value };
export const text = (words: string): SheetFormula => ({ kind: 'text', text: words });
export const valueAt = (key: string): SheetFormula => ({ kind: 'at', key });
export const all = (keys: readonly string[]): SheetFormula => ({ kind: 'all', keys });
export const name = (key: string): SheetFormula => ({ kind: 'name', key });
export const negate = (operand: SheetFormula): SheetFormula => ({ kind: 'negate', operand });
export const call = (called: string, ...args: readonly SheetFormula[]): SheetFormula => ({
  kind: 'call',
  name: called,
  args,
});
export const operation = (left: SheetFormula, operator: SheetOperator, right: SheetFormula): SheetFormula => ({
  kind: 'operation',
  operator,
  left,
  right,
});

/** All of several conditions; a single one stands by itself. */
export const and = (...conditions: readonly SheetFormula[]): SheetFormula =>
  conditions.length === 1 ? conditions[0]! : call('AND', ...conditions);
/** One of several conditions. */
export const or = (...conditions: readonly SheetFormula[]): SheetFormula =>
  conditions.length === 1 ? conditions[0]! : call('OR', ...conditions);

/** The keys of all cells and names a formula refers to. */
export function keysIn(formula: SheetFormula): string[] {
  return allPartsOf(formula).flatMap((part) => {
    if (part.kind === 'at' || part.kind === 'name') return [part.key];
    return part.kind === 'all' ? part.keys : [];
  });
}

/** Returns whether two formulas are written alike. */
export function isSameFormula(a: SheetFormula, b: SheetFormula): boolean {
  if (a.kind !== b.kind) return false;
  const [parts, others] = [partsOf(a), partsOf(b)];
  return (
    isSameOfItself(a, b) &&
    parts.length === others.length &&
    parts.every((part, place) => isSameFormula(part, others[place]!))
  );
}

function isSameOfItself(a: SheetFormula, b: SheetFormula): boolean {
  if (a.kind === 'number' && b.kind === 'number') return a.value === b.value;
  if (a.kind === 'text' && b.kind === 'text') return a.text === b.text;
  if (a.kind === 'at' && b.kind === 'at') return a.key === b.key;
  if (a.kind === 'name' && b.kind === 'name') return a.key === b.key;
  if (a.kind === 'operation' && b.kind === 'operation') return a.operator === b.operator;
  if (a.kind === 'call' && b.kind === 'call') return a.name === b.name;
  if (a.kind === 'all' && b.kind === 'all')
    return a.keys.length === b.keys.length && a.keys.every((key, place) => key === b.keys[place]);
  return true;
}

/** The same formula over other cells; `other` gives the key of another one, or `null`. A name for another cell is that cell. */
export function withKeys(formula: SheetFormula, other: (key: string) => string | null): SheetFormula {
  switch (formula.kind) {
    case 'at':
    case 'name': {
      const key = other(formula.key);
      return key === null ? formula : valueAt(key);
    }
    case 'all':
      return all(formula.keys.map((key) => other(key) ?? key));
    default:
      return withParts<SheetFormula>(formula, (part) => withKeys(part, other));
  }
}

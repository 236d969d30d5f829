import { withParts } from '../../formulaTree.ts';
import { and, valueAt, call, isSameFormula, operation, or, text, type SheetFormula } from '../formula.ts';

/** Tells whether something is empty: always, never, or as a condition in the workbook says. */
export type Emptiness = boolean | SheetFormula;

/** A cell is empty when nothing stands in it, or when its formula gives nothing; a problem in it stays a problem. */
export const isEmptyCell = (key: string): SheetFormula => operation(valueAt(key), '=', text(''));

/** Empty as soon as one of them is. */
export function emptyWithAny(parts: readonly Emptiness[]): Emptiness {
  if (parts.includes(true)) return true;
  const conditions = parts.filter((part) => typeof part !== 'boolean');
  return conditions.length === 0 ? false : or(...conditions);
}

/** Empty only when all of them are. */
export function emptyWithAll(parts: readonly Emptiness[]): Emptiness {
  if (parts.includes(false)) return false;
  const conditions = parts.filter((part) => typeof part !== 'boolean');
  return conditions.length === 0 ? true : and(...conditions);
}

/** A formula that gives nothing where something is empty; `null` where that is always. */
export function unlessEmpty(empty: Emptiness, formula: SheetFormula): SheetFormula | null {
  if (empty === true) return null;
  return empty === false ? formula : emptyAs(empty, text(''), formula);
}

const isCall = (formula: SheetFormula, name: string) => formula.kind === 'call' && formula.name === name;

/**
 * `IF(empty, nothing, formula)`, as a person would write it: where both ask the same, they ask it once, so that
 * `IF(IF(c, FALSE(), TRUE()), "", IF(c, 212, 0))` is `IF(c, 212, "")`.
 */
export function emptyAs(empty: SheetFormula, nothing: SheetFormula, formula: SheetFormula): SheetFormula {
  if (isCall(empty, 'FALSE')) return formula;
  if (isCall(empty, 'TRUE')) return nothing;
  if (empty.kind === 'call' && formula.kind === 'call' && empty.name === 'IF' && formula.name === 'IF') {
    const [emptyCondition, ...empties] = empty.args;
    const [condition, ...figures] = formula.args;
    if (isSameFormula(emptyCondition!, condition!))
      return call('IF', condition!, ...figures.map((figure, branch) => emptyAs(empties[branch]!, nothing, figure)));
  }
  return call('IF', plainCondition(empty), nothing, formula);
}

/** A condition without the detour of asking whether it holds: `IF(c, FALSE(), TRUE())` is `NOT(c)`. */
function plainCondition(condition: SheetFormula): SheetFormula {
  const plain = withParts<SheetFormula>(condition, plainCondition);
  if (plain.kind !== 'call' || plain.name !== 'IF') return plain;
  const [test, then, otherwise] = plain.args as [SheetFormula, SheetFormula, SheetFormula];
  if (isCall(then, 'TRUE') && isCall(otherwise, 'FALSE')) return test;
  return isCall(then, 'FALSE') && isCall(otherwise, 'TRUE') ? call('NOT', test) : plain;
}

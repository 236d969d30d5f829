import { and, at, call, operation, or, text, type SheetFormula } from '../formula.ts';

/** Whether something is empty: always, never, or as a condition in the workbook says. */
export type Emptiness = boolean | SheetFormula;

/** A cell is empty when nothing stands in it, or when its formula gives nothing; a problem in it stays a problem. */
export const isEmptyCell = (key: string): SheetFormula => operation(at(key), '=', text(''));

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
  return empty === false ? formula : call('IF', empty, text(''), formula);
}

import { t } from '../../language.ts';
import type { SheetFormula } from '../formula.ts';
import type { SheetCell } from '../sheet.ts';
import { NotTranslatable } from './formulaScope.ts';

/**
 * A cell with the formula that `say` gives for it: `undefined` stands for a typed figure, `null` for nothing at all. What
 * `say` throws `NotTranslatable` for stays a figure.
 */
export function formulaCell(cell: SheetCell, say: () => SheetFormula | null | undefined): SheetCell {
  try {
    const formula = say();
    if (formula === undefined) return cell;
    return formula === null ? { ...cell, value: null } : { ...cell, formula };
  } catch (error) {
    if (!(error instanceof NotTranslatable)) throw error;
    return figureBecause(cell, error.message);
  }
}

/** A cell that is a figure where a formula would be expected, marked, with a note that says why. */
export function figureBecause(cell: SheetCell, why: string): SheetCell {
  const note = t('formats.figureWithoutFormula', { why });
  return { ...cell, mark: 'unsaid', note: cell.note === undefined ? note : `${cell.note}\n${note}` };
}

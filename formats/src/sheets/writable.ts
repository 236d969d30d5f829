import { sheetNamesOf } from './sheetNames.ts';
import { allPartsOf } from '../formulaTree.ts';
import { t } from '../language.ts';
import type { SheetFormula } from './formula.ts';
import { Places } from './placed.ts';
import { openFormulaSpelling, printSheetFormula } from './printFormula.ts';
import type { Sheet, SheetCell, Workbook } from './sheet.ts';
import { figureBecause } from './translation/formulaCell.ts';

// What programs take at the most in a formula: its characters, and the arguments of one function (ISO/IEC 29500, 18.17).
const MOST_CHARACTERS = 8192;
const MOST_ARGUMENTS = 255;
/** States what one reference comes to in characters at the most: a name of a sheet, two addresses, and what stands between. */
const LONGEST_PART = 64;

/**
 * The workbook in which each formula can be written: one that refers to cells the workbook does not have, or is longer than
 * programs take, gives way to its figure, with a note that says so. Leaving one out never takes a cell away, so once is enough.
 */
export function withWritableFormulas(workbook: Workbook): Workbook {
  const places = new Places(workbook);
  // The one of both spellings that is longer.
  const spelling = openFormulaSpelling(sheetNamesOf(workbook.sheets));
  const rangesIn = (part: SheetFormula) => (part.kind === 'all' ? places.rangesOf(part.keys).length : 1);
  const hasManyArguments = (part: SheetFormula) =>
    part.kind === 'call' && part.args.reduce((sum, arg) => sum + rangesIn(arg), 0) > MOST_ARGUMENTS;
  const isTooLong = (formula: SheetFormula, sheet: number): boolean => {
    const parts = allPartsOf(formula);
    const most = parts.reduce((sum, part) => sum + (part.kind === 'all' ? part.keys.length : 1), 0);
    if (most * LONGEST_PART <= MOST_CHARACTERS) return false;
    return parts.some(hasManyArguments) || printSheetFormula(formula, places, sheet, spelling).length > MOST_CHARACTERS;
  };
  const fix = (cell: SheetCell, sheet: number): SheetCell => {
    const { formula, ...figure } = cell;
    if (!formula) return cell;
    if (!places.has(formula)) return figureBecause(figure, t('formats.reason.notInWorkbook'));
    return isTooLong(formula, sheet) ? figureBecause(figure, t('formats.reason.formulaTooLong')) : cell;
  };
  const sheets = workbook.sheets.map((sheet, index): Sheet => ({
    ...sheet,
    rows: sheet.rows.map((row) => ({ ...row, cells: row.cells.map((cell) => fix(cell, index)) })),
  }));
  return { ...workbook, sheets };
}

import { Model, isFraction, type Document } from '@haushalt/core';
import { liveWorkbook, type WorkbookLayout } from '../sheets/liveWorkbook.ts';
import type { SheetCell, Workbook } from '../sheets/sheet.ts';
import { RecalculatedWorkbook, type Recalculated } from './recalculated.ts';

/** A cell whose figure the formula library finds another than Haushalt. */
export interface Deviation {
  readonly sheet: string;
  readonly row: string;
  readonly column: number;
  readonly ours: SheetCell['value'];
  readonly theirs: Recalculated;
  readonly formula: string;
}

const isNothing = (value: unknown) => value === null || value === '' || value === 'problem';

/**
 * Within half a cent, or half a hundredth of a percent; beyond twelve digits of the largest figure it may be the difference
 * of, no double says more.
 */
function agree({ value: ours, format }: SheetCell, theirs: Recalculated, largest: number): boolean {
  if (typeof ours !== 'number') return isNothing(ours) ? isNothing(theirs) : true;
  const unit = format?.unit;
  const least = unit === 'share' || (unit !== undefined && unit !== 'count' && unit !== 'day' && isFraction(unit)) ? 0.00005 : 0.005; // prettier-ignore
  return (
    typeof theirs === 'number' && Math.abs(theirs - ours) <= Math.max(least, Math.abs(ours) * 1e-11, largest * 1e-12)
  );
}

interface Compared {
  readonly cells: number;
  readonly unsaid: number;
  readonly deviations: readonly Deviation[];
}

/** The cells with formulas that differ, of a plan as the workbook has it, and how many there are in all. */
export function compare(recalculated: RecalculatedWorkbook, document: Document, layout: WorkbookLayout): Compared {
  return compareWith(recalculated, liveWorkbook(new Model(document), layout));
}

/** The same of a workbook as it was made. */
export function compareWith(recalculated: RecalculatedWorkbook, book: Workbook): Compared {
  const deviations: Deviation[] = [];
  let [cells, unsaid] = [0, 0];
  book.sheets.forEach((sheet, index) => {
    const name = recalculated.sheetNames[index]!;
    sheet.rows.forEach((row, at) => {
      const figures = row.cells.flatMap(({ value }) => (typeof value === 'number' ? [Math.abs(value)] : []));
      const largest = Math.max(0, ...figures);
      let column = 0;
      for (const cell of row.cells) {
        if (cell.mark === 'unsaid') unsaid++;
        if (cell.formula) {
          cells++;
          const theirs = recalculated.at(name, at, column);
          if (!agree(cell, theirs, largest))
            deviations.push({
              sheet: sheet.title,
              row: String(row.cells[0]?.value),
              column,
              ours: cell.value,
              theirs,
              formula: recalculated.why(name, at, column),
            });
        }
        column += cell.span ?? 1;
      }
    });
  });
  return { cells, unsaid, deviations };
}

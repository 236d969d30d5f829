import { Model, figureOver, isFraction, type Document } from '@haushalt/core';
import { projectedFurther } from '../sheets/liveProjection.ts';
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

/** The figures of a plan by the keys of their cells: what the plan itself says, whatever a workbook was made of. */
function figuresOf(document: Document): (sheet: string, key: string) => number | undefined {
  const plan = new Model(document);
  const later = projectedFurther(plan)?.model ?? plan;
  return (sheet, key) => {
    const model = /^budget/.test(sheet) ? plan : sheet === 'projected' ? later : null;
    if (!model) return undefined;
    const written = key.replace(/^later:/, '');
    const total = /^total:(.*)@(\d+)-(\d+)$/.exec(written);
    if (total) return figureOver(model, total[1]!, { from: Number(total[2]), to: Number(total[3]) });
    const month = /^(.*)@(\d+)$/.exec(written);
    return month ? model.seriesOf(month[1]!)?.valueAt(Number(month[2])) : undefined;
  };
}

/** The cells with formulas that differ from the plan's figures, or from the workbook's own elsewhere, and how many there are. */
export function compare(recalculated: RecalculatedWorkbook, document: Document, layout: WorkbookLayout): Compared {
  return compareWith(recalculated, liveWorkbook(new Model(document), layout), document);
}

/** The same of a workbook as it was made of a plan. */
export function compareWith(recalculated: RecalculatedWorkbook, book: Workbook, document: Document): Compared {
  const deviations: Deviation[] = [];
  const figureOf = figuresOf(document);
  let [cells, unsaid] = [0, 0];
  book.sheets.forEach((sheet, index) => {
    const name = recalculated.sheetNames[index]!;
    sheet.rows.forEach((row, index) => {
      const figures = row.cells.flatMap(({ value }) => (typeof value === 'number' ? [Math.abs(value)] : []));
      const largest = Math.max(0, ...figures);
      let column = 0;
      for (const cell of row.cells) {
        if (cell.mark === 'unsaid') unsaid++;
        const figure = cell.key === undefined ? undefined : figureOf(sheet.id, cell.key);
        if (cell.formula || figure !== undefined) {
          if (cell.formula) cells++;
          const theirs = recalculated.at(name, index, column);
          const ours = figure === undefined ? cell.value : figure === figure ? figure : null;
          if (!agree({ ...cell, value: ours }, theirs, largest))
            deviations.push({
              sheet: sheet.title,
              row: String(row.cells[0]?.value),
              column,
              ours,
              theirs,
              formula: recalculated.why(name, index, column),
            });
        }
        column += cell.span ?? 1;
      }
    });
  });
  return { cells, unsaid, deviations };
}

import { keysIn, type SheetFormula } from './formula.ts';
import type { Workbook } from './sheet.ts';

/** Where a cell stands: the place of its sheet, row and column, from 0. */
export interface CellPlace {
  readonly sheet: number;
  readonly row: number;
  readonly column: number;
}

/** Some cells side by side: the first and the last of them. */
export interface CellRange {
  readonly from: CellPlace;
  readonly to: CellPlace;
}

/** Where the cells of a workbook stand, by their keys. */
export class Places {
  private readonly places = new Map<string, CellPlace>();
  private readonly names: ReadonlyMap<string, string>;

  constructor({ sheets, names }: Pick<Workbook, 'sheets' | 'names'>) {
    sheets.forEach(({ rows }, sheet) => {
      rows.forEach(({ cells }, row) => {
        let column = 0;
        for (const { key, span = 1 } of cells) {
          if (key !== undefined) this.places.set(key, { sheet, row, column });
          column += span;
        }
      });
    });
    this.names = new Map(names.map(({ key, name }) => [key, name]));
  }

  /** Returns whether everything a formula refers to stands in the workbook. */
  has(formula: SheetFormula): boolean {
    return keysIn(formula).every((key) => this.places.has(key) || this.names.has(key));
  }

  placeOf(key: string): CellPlace {
    return this.places.get(key)!;
  }

  nameOf(key: string): string {
    return this.names.get(key)!;
  }

  /** The fewest ranges that hold just these cells, for cells that stand in one row or one column each. */
  rangesOf(keys: readonly string[]): CellRange[] {
    const ranges: CellRange[] = [];
    for (const key of keys) {
      const place = this.placeOf(key);
      const last = ranges.at(-1);
      if (last && follows(last, place)) ranges[ranges.length - 1] = { from: last.from, to: place };
      else ranges.push({ from: place, to: place });
    }
    return ranges;
  }
}

function follows({ from, to }: CellRange, { sheet, row, column }: CellPlace): boolean {
  if (sheet !== to.sheet) return false;
  if (row === to.row && from.row === row && column === to.column + 1) return true;
  return column === to.column && from.column === column && row === to.row + 1;
}

/** What stands in a cell of somebody's workbook. */
export interface RawCell {
  readonly value: number | string | boolean | null;
  /** The error a cell shows, such as `#DIV/0!`. */
  readonly error: string | null;
  readonly formula: RawFormula | null;
  /** How it is written: a percentage, a day, money, or nothing in particular. */
  readonly look: 'percent' | 'date' | 'money' | 'plain';
}

/** A cell or range a formula refers to; rows and columns from 0. A fixed part does not move when it is copied. */
export interface RawReference {
  readonly sheet: string | null;
  readonly row: number;
  readonly column: number;
  readonly fixedRow: boolean;
  readonly fixedColumn: boolean;
}

/** A formula of a workbook as a tree, whichever format it was spelt in. */
export type RawFormula =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'yesNo'; readonly value: boolean }
  | { readonly kind: 'error'; readonly error: string }
  | { readonly kind: 'cell'; readonly at: RawReference }
  | { readonly kind: 'range'; readonly from: RawReference; readonly to: RawReference }
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'sign'; readonly operand: RawFormula }
  | { readonly kind: 'percent'; readonly operand: RawFormula }
  | { readonly kind: 'operation'; readonly operator: string; readonly left: RawFormula; readonly right: RawFormula }
  | { readonly kind: 'call'; readonly name: string; readonly args: readonly RawFormula[] }
  /** What cannot be read: other files, arrays, names of other sheets. */
  | { readonly kind: 'unread'; readonly text: string };

export interface RawSheet {
  readonly name: string;
  /** The cells that hold anything, by row and column. */
  readonly cells: ReadonlyMap<number, ReadonlyMap<number, RawCell>>;
  readonly hiddenRows: ReadonlySet<number>;
}

export interface RawWorkbook {
  readonly sheets: readonly RawSheet[];
  /** Names for single cells. */
  readonly names: ReadonlyMap<string, { readonly sheet: string; readonly row: number; readonly column: number }>;
  /** What has to be said of the file as such: macros, links to other files. */
  readonly remarks: readonly string[];
}

/** A file that is no workbook that can be read, with a sentence that says why. */
export class WorkbookError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'WorkbookError';
  }
}

export function rawCell(sheet: RawSheet, row: number, column: number): RawCell | undefined {
  return sheet.cells.get(row)?.get(column);
}

/** How large a workbook may be. */
export const MAX_WORKBOOK = 32 << 20;
/** How much it may unpack to, and how many cells may hold anything. */
export const MAX_UNPACKED = 400 << 20;
export const MAX_CELLS = 600_000;

import type { Message } from '../message.ts';
import type { FunctionCall, Negation, Operation, Percentage } from '../formulaTree.ts';

/** States how many rows and columns of a sheet are read: as many as its format has. */
export const MAX_ROWS_READ = 1_048_576;
export const MAX_COLUMNS_READ = 16_384;

/** Describes what stands in a cell of somebody's workbook. */
export interface RawCell {
  readonly value: number | string | boolean | null;
  /** The error a cell shows, such as `#DIV/0!`. */
  readonly error: string | null;
  readonly formula: RawFormula | null;
  /** States how it is written: a percentage, a day, money, or nothing in particular. */
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
  | Percentage<RawFormula>
  | Negation<RawFormula>
  | Operation<RawFormula>
  | FunctionCall<RawFormula>
  /** States what cannot be read: other files, arrays, names of other sheets. */
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
  /** States what has to be said of the file as such: macros, links to other files. */
  readonly remarks: readonly Message[];
}

/** A file that is no workbook that can be read, with a sentence that says why. */
/** Stands for the error of a figure larger than a plan may hold. */
export const TOO_LARGE = '> 10^13';

export class WorkbookError extends Error {
  readonly text: Message;

  constructor(text: Message) {
    super(text.id);
    this.text = text;
    this.name = 'WorkbookError';
  }
}

/** Cells from one corner to the other, both included; rows and columns from 0. */
export interface RawRange {
  readonly from: Pick<RawReference, 'row' | 'column'>;
  readonly to: Pick<RawReference, 'row' | 'column'>;
}

/**
 * The cells of a range that hold anything, row by row. However large the range is said to be, it takes no longer than the
 * sheet has cells.
 */
export function* filledIn(sheet: RawSheet, range: RawRange): Generator<readonly [number, number, RawCell]> {
  const { from, to } = range;
  for (const row of rowsWithin(sheet, range)) {
    const line = sheet.cells.get(row)!;
    for (const column of keysBetween(line, from.column, to.column)) yield [row, column, line.get(column)!];
  }
}

/** The rows of a range in which anything stands, be it elsewhere in the row. */
export const rowsWithin = (sheet: RawSheet, { from, to }: RawRange): number[] =>
  keysBetween(sheet.cells, from.row, to.row);

/** The keys between two, both included, in their order: counted through where that is shorter, else picked out. */
function keysBetween(map: ReadonlyMap<number, unknown>, one: number, other: number): number[] {
  const [first, last] = one <= other ? [one, other] : [other, one];
  if (last - first >= map.size)
    return [...map.keys()].filter((key) => key >= first && key <= last).sort((a, b) => a - b);
  const all = Array.from({ length: last - first + 1 }, (_, index) => first + index);
  return all.filter((key) => map.has(key));
}

export function rawCell(sheet: RawSheet, row: number, column: number): RawCell | undefined {
  return sheet.cells.get(row)?.get(column);
}

/** States how large a workbook may be. */
export const MAX_WORKBOOK = 32 << 20;
/** States how much it may unpack to, and how many cells may hold anything. */
export const MAX_UNPACKED = 400 << 20;
export const MAX_CELLS = 600_000;

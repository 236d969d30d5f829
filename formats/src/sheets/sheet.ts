import type { FigureStyle, Side, Tone, Unit } from '@haushalt/core';
import type { SheetFormula } from './formula.ts';
import type { SheetPicture } from './picture.ts';

/**
 * A table as it is printed or exported: what stands where, and what it means. Writers (paper, CSV, OpenDocument, Office
 * Open XML) know sheets and nothing of plans.
 */
export interface Sheet {
  /** States what it is known by among the others; whoever chooses what to print names it. */
  readonly id: string;
  readonly title: string;
  /** A line below the title: a year, a currency. */
  readonly remark: string;
  readonly columns: readonly SheetColumn[];
  /** True when it is kept out of sight, as it is for programs and not for people. */
  readonly isHidden?: boolean;
  /** True when it tells how things stood when it was written: nothing of the plan follows from it. */
  readonly isReport?: boolean;
  /** States how many of its first rows are headings, repeated on each page and kept in sight. */
  readonly headings: number;
  readonly rows: readonly SheetRow[];
  /** Highlights that follow the figures in a workbook; on paper each cell carries its own. */
  readonly highlights?: readonly SheetHighlight[];
}

export interface SheetColumn {
  /**
   * States what stands in it: what a row is called, a text, a figure, a figure for the whole at the end of a row. Names are repeated
   * where a sheet is wider than a page.
   */
  readonly kind: 'name' | 'text' | 'figure' | 'end';
  /** Its width in figures' widths; as wide as what stands in it when left out. */
  readonly width?: number;
  /** True when its figures add up down the rows, so that they are carried over where a group is torn by a page's end. */
  readonly addsUp?: boolean;
}

/** Describes what a row is: accounting's rules above and below it follow. */
export type RowRole = 'heading' | 'section' | 'line' | 'subtotal' | 'total' | 'final' | 'remark' | 'blank';

export interface SheetRow {
  readonly role: RowRole;
  /** The side of the budget it belongs to, for its quiet tone. */
  readonly side?: Side;
  readonly cells: readonly SheetCell[];
  /** States how strongly the line stands out among others, from 0 to 3. */
  readonly emphasis?: number;
  /** A chart in place of cells; on paper alone. */
  readonly picture?: SheetPicture;
}

/** Describes how a figure of a cell is written. */
export interface CellFormat {
  readonly unit: Unit | 'share' | 'count' | 'day';
  /** The decimals, where the unit's usual ones are not meant. */
  readonly decimals?: number | null;
}

export interface SheetCell {
  /** States what it shows, or shows until a workbook is recalculated; days are ISO 8601 texts. */
  readonly value: number | string | null;
  /** States how a figure or day is written; a text is what it is. */
  readonly format?: CellFormat;
  readonly formula?: SheetFormula;
  /** States what formulas know it by. */
  readonly key?: string;
  /** A figure that departs from its line's rule, or one whose rule could not be said as a formula. */
  readonly mark?: 'exception' | 'unsaid';
  readonly highlight?: { readonly tone: Tone; readonly word: string };
  readonly note?: string;
  /** On paper, the sign of the note below the sheet that is about it. */
  readonly footnote?: string;
  /** Why there is no figure. */
  readonly problem?: string;
  /** States what it is, where that is not what its row is; in workbooks, where a table stands beside something else. */
  readonly role?: RowRole;
  /** Number of columns it takes, itself included. */
  readonly span?: number;
}

/** A highlight of some cells in a row: its word and tone show where the condition holds. */
export interface SheetHighlight {
  readonly keys: readonly string[];
  readonly tone: Tone;
  readonly word: string;
  /** `running` looks at what the cells up to each have come to. */
  readonly when: 'below' | 'above' | 'between' | 'running';
  readonly low: number | null;
  readonly high: number | null;
  readonly format: CellFormat;
}

/** A name formulas can use for a cell, or for several in a row. */
export interface DefinedName {
  readonly key: string;
  readonly name: string;
  /** The cells it stands for. */
  readonly keys: readonly string[];
}

/** Sheets that belong together, with the way their figures are written. */
export interface Workbook {
  readonly title: string;
  readonly author: string;
  readonly language: string;
  readonly style: FigureStyle;
  readonly sheets: readonly Sheet[];
  readonly names: readonly DefinedName[];
}

export const EMPTY_CELL: SheetCell = { value: null };

export const words = (value: string, more: Omit<SheetCell, 'value'> = {}): SheetCell => ({ value, ...more });

/** A row of headings; nothing stands over a column without a title. */
export const headingRow = (titles: readonly string[]): SheetRow => ({
  role: 'heading',
  cells: titles.map((title) => (title === '' ? EMPTY_CELL : words(title))),
});

import type { FigureStyle } from '@haushalt/core';
import type { Sheet, SheetCell, SheetRow } from '../sheets/sheet.ts';
import { shownText } from '../sheets/shownText.ts';
import type { Measure, Weight } from './page.ts';

/** The size a sheet is measured at, in points. */
export const BASE = 9;
const PADDING = 4;
const LEADING = 1.28;
/** Texts that are longer are broken into lines, in points at the base size. */
const WIDEST_TEXT = 190;
const WIDEST_NAME = 170;
const LEAST = 18;
/** States what the mark of an exception takes beside its figure. */
export const MARK = '*';

/** A cell as it is set: its lines, and how. */
export interface SetCell {
  readonly cell: SheetCell;
  readonly lines: readonly string[];
  readonly weight: Weight;
  readonly column: number;
  readonly span: number;
}

export interface SetRow {
  readonly row: SheetRow;
  readonly cells: readonly SetCell[];
  /** Its height at the base size. */
  readonly height: number;
}

/** A sheet measured at the base size: everything scales from there. */
export interface MeasuredSheet {
  readonly sheet: Sheet;
  readonly widths: readonly number[];
  readonly rows: readonly SetRow[];
}

/** Returns what a cell shows on paper: its figure with the mark of an exception and the word of its highlight. */
function textsOf(cell: SheetCell, style: FigureStyle, isNarrow: boolean): string[] {
  const text = shownText(cell, style);
  if (text === '') return [];
  const figure = text + (cell.mark === 'exception' ? MARK : '');
  if (!cell.highlight) return [figure];
  return isNarrow ? [figure, cell.highlight.word] : [`${figure} ${cell.highlight.word}`];
}

/** From so many columns on, words stand below their figures, so that columns stay narrow. */
const MANY_COLUMNS = 10;
/** From so many columns of figures on, all are equally wide. */
const ALIKE = 6;

/** The size of the number of a note, as a part of the text's. */
export const FOOTNOTE = 0.65;

export function weightOf({ role, emphasis = 0 }: SheetRow): Weight {
  return (role === 'line' && emphasis < 2) || role === 'remark' || role === 'blank' ? 'text' : 'strong';
}

/** States how high a chart is, and how wide a sheet with one is at least, before it is scaled. */
export const PICTURE_HEIGHT = 250;
const PICTURE_WIDTH = 520;

/** Measures a sheet: each column as wide as its widest figure, long texts broken into lines. */
export function setSheet(sheet: Sheet, style: FigureStyle, measure: Measure): MeasuredSheet {
  const count = Math.max(
    sheet.columns.length,
    ...sheet.rows.map(({ cells }) => cells.reduce((sum, { span = 1 }) => sum + span, 0)),
  );
  const kindOf = (column: number) => sheet.columns[column]?.kind ?? 'figure';
  const isNarrow = count >= MANY_COLUMNS;
  const widths = Array.from({ length: count }, () => LEAST);
  const most = (column: number) => {
    const kind = kindOf(column);
    return kind === 'name' ? WIDEST_NAME : kind === 'text' ? WIDEST_TEXT : Infinity;
  };
  for (const row of sheet.rows) {
    let column = 0;
    for (const cell of row.cells) {
      const { span = 1 } = cell;
      // A heading over several columns, or a sentence, makes none of them wider.
      if (span === 1 && !(column === 0 && row.cells.length === 1)) {
        const texts = textsOf(cell, style, isNarrow).map((text) => measure(text, weightOf(row)));
        const note = cell.footnote === undefined ? 0 : measure(cell.footnote, 'text') * FOOTNOTE;
        const width = (Math.max(0, ...texts) + note) * BASE + 2 * PADDING;
        widths[column] = Math.max(widths[column]!, Math.min(width, most(column)));
      }
      column += span;
    }
  }
  const figures = [...widths.keys()].filter((column) => sheet.columns[column]?.kind === 'figure');
  if (figures.length >= ALIKE && isNarrow) {
    const widest = Math.max(...figures.map((column) => widths[column]!));
    for (const column of figures) widths[column] = widest;
  }
  const width = widths.reduce((sum, each) => sum + each, 0);
  if (width < PICTURE_WIDTH && sheet.rows.some(({ picture }) => picture))
    for (const column of widths.keys()) widths[column]! *= PICTURE_WIDTH / width;
  const rows = sheet.rows.map((row): SetRow => {
    const weight = weightOf(row);
    let column = 0;
    const cells = row.cells.map((cell): SetCell => {
      const isAlone = column === 0 && row.cells.length === 1;
      const span = isAlone ? count : (cell.span ?? 1);
      const room = widths.slice(column, column + span).reduce((sum, width) => sum + width, 0) - 2 * PADDING;
      const lines = textsOf(cell, style, isNarrow).flatMap((text) => broken(text, room / BASE, weight, measure));
      const set = { cell, lines, weight, column, span };
      column += span;
      return set;
    });
    const lines = Math.max(1, ...cells.map((cell) => cell.lines.length));
    const height = row.picture
      ? PICTURE_HEIGHT
      : row.role === 'blank'
        ? BASE * 0.7
        : lines * BASE * LEADING + (row.role === 'line' ? 2.2 : row.role === 'remark' ? 0.4 : 4);
    return { row, cells, height };
  });
  return { sheet, widths, rows };
}

/** A text in lines no wider than there is room; a word that is wider than the room is broken where it has to be. */
export function broken(text: string, room: number, weight: Weight, measure: Measure): string[] {
  if (text === '') return [];
  if (measure(text, weight) <= room + 1e-6 && !text.includes('\n')) return [text];
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (measure(longer, weight) <= room) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      line = word;
      while (measure(line, weight) > room && [...line].length > 1) {
        const letters = [...line];
        let fits = letters.length - 1;
        while (fits > 1 && measure(letters.slice(0, fits).join(''), weight) > room) fits--;
        lines.push(letters.slice(0, fits).join(''));
        line = letters.slice(fits).join('');
      }
    }
    lines.push(line);
  }
  return lines;
}

export { LEADING, PADDING };

import type { FigureStyle } from '@haushalt/core';
import type { Sheet } from '../sheets/sheet.ts';
import { shownText } from '../sheets/shownText.ts';

/** The widest a column is made by what stands in it, in figures' widths. */
const WIDEST = 44;

/** Returns how wide the columns of a sheet are, in figures' widths: as wide as asked, or as what stands in them. */
export function widthsOf(sheet: Sheet, style: FigureStyle): number[] {
  const widths = sheet.columns.map(({ width }) => width ?? 6);
  for (const { cells } of sheet.rows) {
    let column = 0;
    for (const cell of cells) {
      const { span = 1 } = cell;
      if (span === 1 && sheet.columns[column] && sheet.columns[column]!.width === undefined) {
        const word = cell.highlight ? cell.highlight.word.length + 1 : 0;
        widths[column] = Math.min(WIDEST, Math.max(widths[column]!, shownText(cell, style).length + word + 1));
      }
      column += span;
    }
  }
  return widths;
}

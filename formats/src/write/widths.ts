import { writeShare, writeWithDecimals, dayInFigures, monthInWords, toMonth, type FigureStyle } from '@haushalt/core';
import type { Sheet, SheetCell } from '../sheets/sheet.ts';

/** What a cell shows, as the plan writes figures. */
export function shownText({ value, format }: SheetCell, style: FigureStyle): string {
  if (value === null) return '';
  if (typeof value === 'string') {
    if (format?.unit === 'date') return monthInWords(toMonth(value.slice(0, 7)), style.locale, 'short');
    return format?.unit === 'day' ? dayInFigures(value, style.locale) : value;
  }
  const unit = format?.unit ?? 'number';
  if (unit === 'share') return writeShare(value, style.locale);
  if (unit === 'count' || unit === 'day') return writeWithDecimals(value, 'number', 0, style);
  return writeWithDecimals(value, unit, format?.decimals ?? null, style);
}

/** The widest a column is made by what stands in it, in figures' widths. */
const WIDEST = 44;

/** How wide the columns of a sheet are, in figures' widths: as wide as asked, or as what stands in them. */
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

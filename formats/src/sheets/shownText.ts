import { dayInFigures, monthInWords, toMonth, writeShare, writeWithDecimals, type FigureStyle } from '@haushalt/core';
import type { SheetCell } from './sheet.ts';

/** Returns what a cell shows, as the plan writes figures. */
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

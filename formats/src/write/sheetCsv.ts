import Papa from 'papaparse';
import { decimalText, isFraction, notationOf, shifted, type FigureStyle } from '@haushalt/core';
import { harmless } from '../csv.ts';
import type { Sheet, SheetCell } from '../sheets/sheet.ts';
import { shownText } from '../sheets/shownText.ts';

/** Describes how figures and days are written: as the plan does, or as every program reads them (ISO days, a decimal point). */
export type CsvNotation = 'plan' | 'neutral';

/** Sheets as CSV: a single one by itself; of several each below its title, apart by an empty line. */
export function sheetsToCsv(sheets: readonly Sheet[], style: FigureStyle, notation: CsvNotation): string {
  const { decimal } = notationOf(style.locale);
  const delimiter = notation === 'plan' && decimal === ',' ? ';' : ',';
  const write = (rows: string[][]) => Papa.unparse(rows, { delimiter, newline: '\r\n' });
  const tables = sheets.map(({ title, rows }) => {
    const written = rows
      .filter(({ picture }) => !picture)
      .map(({ cells }) =>
        cells.flatMap((cell) => [textOf(cell, style, notation), ...Array<string>((cell.span ?? 1) - 1).fill('')]),
      );
    return write(sheets.length === 1 ? written : [[harmless(title)], ...written]);
  });
  return `${tables.join('\r\n\r\n')}\r\n`;
}

function textOf(cell: SheetCell, style: FigureStyle, notation: CsvNotation): string {
  const { value, format } = cell;
  if (value === null) return '';
  if (typeof value === 'string')
    return notation === 'neutral' && (format?.unit === 'date' || format?.unit === 'day')
      ? format.unit === 'date'
        ? value.slice(0, 7)
        : value
      : harmless(shownText(cell, style));
  // A minus sign of its own, or brackets, are texts to other programs.
  if (notation === 'plan') return shownText(cell, { ...style, negatives: 'minus' }).replace('\u2212', '-').replaceAll(/[\u00a0\u202f]/g, ' '); // prettier-ignore
  const text = decimalText(Math.abs(Number(value.toPrecision(15))));
  const unit = format?.unit;
  const isPart = unit === 'share' || (unit !== undefined && unit !== 'count' && unit !== 'day' && isFraction(unit));
  return `${value < 0 ? '-' : ''}${isPart ? `${shifted(text, 2)}%` : text}`;
}

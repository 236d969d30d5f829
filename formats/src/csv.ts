import Papa from 'papaparse';
import type { Table } from './table.ts';

/**
 * Texts that begin like a formula, which programs that open the file would run, whatever goes before; a negative figure is
 * none, a text that begins like one is.
 */
const LIKE_A_FORMULA = /^[\t\r\n]|^\s*[=+@]|^\s*-(?!\d+(?:[.,]\d+)*(?:e[+-]?\d+)?$)/i;

/** A text as it stands in a file that other programs open: one that they would take for a formula begins with an apostrophe. */
export const harmless = (text: string): string => (LIKE_A_FORMULA.test(text) ? `'${text}` : text);

/** States what files of text begin with, so that programs read their letters as UTF-8. */
export const BYTE_ORDER_MARK = '\ufeff';

/** A table as CSV (RFC 4180): commas, CRLF, figures in full with a decimal point. */
export function toCsv(table: Table): string {
  const rows = [table.headings, ...table.rows].map((row) =>
    row.map((cell) => (typeof cell === 'string' ? harmless(cell) : (cell ?? ''))),
  );
  return `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`;
}

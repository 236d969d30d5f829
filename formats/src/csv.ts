import Papa from 'papaparse';
import type { Table } from './table.ts';

/**
 * Texts that begin like a formula, which programs that open the file would run, whatever goes before; a negative figure is
 * none, a text that begins like one is.
 */
export const LIKE_A_FORMULA = /^[\t\r\n]|^\s*[=+@]|^\s*-(?!\d+(?:[.,]\d+)*(?:e[+-]?\d+)?$)/i;

/** A table as CSV (RFC 4180): commas, CRLF, figures in full with a decimal point. */
export function toCsv(table: Table): string {
  const rows = table.rows.map((row) => row.map((cell) => cell ?? ''));
  return `${Papa.unparse([[...table.headings], ...rows], { escapeFormulae: LIKE_A_FORMULA })}\r\n`;
}

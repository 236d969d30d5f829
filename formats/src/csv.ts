import Papa from 'papaparse';
import type { Table } from './table.ts';

/** A table as CSV (RFC 4180): commas, CRLF, figures in full with a decimal point. */
export function toCsv(table: Table): string {
  const rows = table.rows.map((row) => row.map((cell) => cell ?? ''));
  // A text that begins like a formula would be run by programs that open the file.
  return `${Papa.unparse([[...table.headings], ...rows], { escapeFormulae: /^[=+@\t\r]|^-(?!\d)/ })}\r\n`;
}

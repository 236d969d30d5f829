import Papa from 'papaparse';
import { placesIn, type GridSelection } from './selection.ts';

/** Selected cells as tab-separated text: the rectangle around them, fields with tabs, quotes or line breaks quoted. */
export function asText(selection: GridSelection, textOf: (row: number, column: number) => string): string {
  const places = placesIn(selection);
  const rows = [...new Set(places.map(({ row }) => row))];
  const columns = [...new Set(places.map(({ column }) => column))].sort((a, b) => a - b);
  const chosen = new Set(places.map(({ row, column }) => `${row}|${column}`));
  return tableAsText(
    rows.map((row) => columns.map((column) => (chosen.has(`${row}|${column}`) ? textOf(row, column) : ''))),
  );
}

/** A table as tab-separated text. */
export function tableAsText(rows: readonly (readonly string[])[]): string {
  return Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });
}

/** Tab-separated text as a table for text programs, which take it over as one. */
export function asHtmlTable(text: string): string {
  const table = document.createElement('table');
  for (const fields of readTable(text)) {
    const row = table.insertRow();
    for (const field of fields) {
      const cell = row.insertCell();
      cell.textContent = field;
      if (/^[(−-]?[\d.,\s\u00a0]+\)?(\s?%)?$/.test(field)) cell.style.textAlign = 'right';
    }
  }
  return table.outerHTML;
}

/** Tab-separated text as rows of fields; a quoted field may hold tabs and line breaks. No text is no row. */
export function readTable(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/\r\n?/g, '\n').replace(/\n$/, ''), {
    delimiter: '\t',
    newline: '\n',
  });
  return data;
}

/** Returns whether pasted text is more than a single field. */
export function isTable(text: string): boolean {
  return /[\t\n\r]/.test(text.trim());
}

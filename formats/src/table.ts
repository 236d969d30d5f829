/** A cell of a printed table: a text, a figure, or nothing. */
export type Cell = string | number | null;

/** Rows under headings, ready to be printed or written to a file. */
export interface Table {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

/** A table as plain text: labels to the left, figures to the right, written by `write`. */
export function toText(table: Table, write: (figure: number, row: number) => string): string {
  const cells = table.rows.map((row, index) =>
    row.map((cell) => (cell === null ? '' : typeof cell === 'number' ? write(cell, index) : cell)),
  );
  const widths = table.headings.map((heading, column) =>
    Math.max(heading.length, ...cells.map((row) => (row[column] ?? '').length)),
  );
  const line = (row: readonly string[]) =>
    row
      .map((text, column) => (column === 0 ? text.padEnd(widths[column]!) : text.padStart(widths[column]!)))
      .join('  ')
      .trimEnd();
  return [line(table.headings), widths.map((width) => '-'.repeat(width)).join('  '), ...cells.map(line)].join('\n');
}

import { EMPTY_CELL, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

/** A table of at least so many rows has its headings kept in sight. */
const LONG = 13;
const GAP = { kind: 'text', width: 3 } as const;

/**
 * A sheet whose long table stands to the right of what is above it on paper, so that the table's headings are the first row:
 * kept in sight while one scrolls, and repeated on each page.
 */
export function withTableBeside(sheet: Sheet): Sheet {
  const heading = sheet.rows.findLastIndex(({ role }) => role === 'heading');
  if (sheet.headings > 0 || heading < 1 || sheet.rows.length - heading - 1 < LONG) return sheet;
  const left = withoutBlankEnd(sheet.rows.slice(0, heading));
  const right = sheet.rows.slice(heading);
  const wide = Math.max(...left.map(({ cells }) => cells.length));
  const rows = Array.from({ length: Math.max(left.length, right.length) }, (_, index): SheetRow => {
    const [mine, beside] = [left[index], right[index]];
    const cells = (mine?.cells ?? []).map((cell): SheetCell => ({ ...cell, role: mine!.role }));
    const padded = [...cells, ...Array<SheetCell>(wide + 1 - cells.length).fill(EMPTY_CELL)];
    return { role: beside?.role ?? mine!.role, cells: [...padded, ...(beside?.cells ?? [])] };
  });
  const [first, ...others] = sheet.columns;
  return {
    ...sheet,
    columns: [
      { kind: 'name', width: 30 },
      ...Array.from({ length: wide - 1 }, () => ({ kind: 'figure' as const, width: 15 })),
      GAP,
      { kind: 'text', width: Math.min(first?.width ?? 12, 14) },
      ...others,
    ],
    headings: 1,
    rows,
  };
}

function withoutBlankEnd(rows: readonly SheetRow[]): readonly SheetRow[] {
  return rows.at(-1)?.role === 'blank' ? rows.slice(0, -1) : rows;
}

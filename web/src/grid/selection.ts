/** A cell of the grid, by the index of its row and column. */
export interface GridPlace {
  readonly row: number;
  readonly column: number;
}

/** A block of cells: from where it began to where it reaches. */
export interface GridRange {
  readonly anchor: GridPlace;
  readonly focus: GridPlace;
}

/** Describes what is selected: one block or several apart. The last one reaches to the active cell. */
export interface GridSelection {
  readonly ranges: readonly GridRange[];
}

/** One cell. */
export function selectOne(place: GridPlace): GridSelection {
  return { ranges: [{ anchor: place, focus: place }] };
}

/** The active cell: where the block selected last reaches to. */
export function activeOf({ ranges }: GridSelection): GridPlace {
  return ranges.at(-1)!.focus;
}

/** Lets the block selected last reach to another cell. */
export function extendTo({ ranges }: GridSelection, focus: GridPlace): GridSelection {
  return { ranges: [...ranges.slice(0, -1), { anchor: ranges.at(-1)!.anchor, focus }] };
}

/** Keeps what is selected and begins another block. */
export function addBlock({ ranges }: GridSelection, place: GridPlace): GridSelection {
  return { ranges: [...ranges, { anchor: place, focus: place }] };
}

/** Returns whether more than one cell is selected. */
export function isBlock({ ranges }: GridSelection): boolean {
  const [first] = ranges;
  return ranges.length > 1 || first!.anchor.row !== first!.focus.row || first!.anchor.column !== first!.focus.column;
}

/** All selected cells, each once, row by row. */
export function placesIn({ ranges }: GridSelection): GridPlace[] {
  const cells = new Map<string, GridPlace>();
  for (const range of ranges) {
    const { top, bottom, left, right } = boundsOf(range);
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) cells.set(`${row}|${column}`, { row, column });
    }
  }
  return [...cells.values()].sort((a, b) => a.row - b.row || a.column - b.column);
}

/** The selected stretches of a row's columns, first and last, as one text that can be compared: `2-5 9-9`. */
export function columnsIn({ ranges }: GridSelection, row: number): string {
  return ranges
    .map(boundsOf)
    .filter(({ top, bottom }) => top <= row && row <= bottom)
    .map(({ left, right }) => `${left}-${right}`)
    .join(' ');
}

/** Returns whether a column is in a text of stretches as `columnsIn` gives it. */
export function isColumnIn(ranges: string, column: number): boolean {
  return ranges.split(' ').some((range) => {
    const [from, to] = range.split('-');
    return range !== '' && column >= Number(from) && column <= Number(to);
  });
}

/** A selection cut to a grid of so many rows and columns. */
export function cutTo({ ranges }: GridSelection, rows: number, columns: number): GridSelection {
  const cut = ({ row, column }: GridPlace): GridPlace => ({
    row: Math.max(0, Math.min(row, rows - 1)),
    column: Math.max(0, Math.min(column, columns - 1)),
  });
  return { ranges: ranges.map(({ anchor, focus }) => ({ anchor: cut(anchor), focus: cut(focus) })) };
}

/** The edges of a block, all inclusive. */
export function boundsOf({ anchor, focus }: GridRange): { top: number; bottom: number; left: number; right: number } {
  return {
    top: Math.min(anchor.row, focus.row),
    bottom: Math.max(anchor.row, focus.row),
    left: Math.min(anchor.column, focus.column),
    right: Math.max(anchor.column, focus.column),
  };
}

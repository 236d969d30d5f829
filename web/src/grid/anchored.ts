import { cutTo, type GridPlace, type GridRange, type GridSelection } from './selection.ts';

/** A cell by the key of its row and the id of its column, with where it was when it was selected. */
interface Anchor {
  readonly row: string | undefined;
  readonly column: string | undefined;
  readonly at: GridPlace;
}

interface AnchoredRange {
  readonly anchor: Anchor;
  readonly focus: Anchor;
}

/** Describes what is selected, by rows and columns themselves: rows that move, come or go take the selection with them. */
export type AnchoredSelection = readonly AnchoredRange[];

export interface Named {
  readonly rows: readonly { readonly key: string }[];
  readonly columns: readonly { readonly id: string }[];
}

/** A selection fixed to the rows and columns it is of. */
export function anchor({ ranges }: GridSelection, { rows, columns }: Named): AnchoredSelection {
  const select = (place: GridPlace): Anchor => ({
    row: rows[place.row]?.key,
    column: columns[place.column]?.id,
    at: place,
  });
  return ranges.map((range) => ({ anchor: select(range.anchor), focus: select(range.focus) }));
}

/** Where an anchored selection is now. What is gone leaves the place it had. */
export function placed(stableSelection: AnchoredSelection, { rows, columns }: Named): GridSelection {
  const rowAt = new Map(rows.map(({ key }, index) => [key, index]));
  const columnAt = new Map(columns.map(({ id }, index) => [id, index]));
  const now = ({ row, column, at }: Anchor): GridPlace => ({
    row: (row === undefined ? undefined : rowAt.get(row)) ?? at.row,
    column: (column === undefined ? undefined : columnAt.get(column)) ?? at.column,
  });
  const ranges = stableSelection.map((range): GridRange => ({ anchor: now(range.anchor), focus: now(range.focus) }));
  return cutTo({ ranges }, rows.length, columns.length);
}

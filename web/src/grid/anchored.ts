import { useCallback, useMemo, useRef, useState } from 'react';
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

/** What is selected, by rows and columns themselves: rows that move, come or go take the selection with them. */
export type AnchoredSelection = readonly AnchoredRange[];

interface Named {
  readonly rows: readonly { readonly key: string }[];
  readonly columns: readonly { readonly id: string }[];
}

/** A selection fixed to the rows and columns it is of. */
export function anchor({ ranges }: GridSelection, { rows, columns }: Named): AnchoredSelection {
  const of = (at: GridPlace): Anchor => ({ row: rows[at.row]?.key, column: columns[at.column]?.id, at });
  return ranges.map((range) => ({ anchor: of(range.anchor), focus: of(range.focus) }));
}

/** Where an anchored selection is now. What is gone leaves the place it had. */
export function placed(anchored: AnchoredSelection, { rows, columns }: Named): GridSelection {
  const rowAt = new Map(rows.map(({ key }, index) => [key, index]));
  const columnAt = new Map(columns.map(({ id }, index) => [id, index]));
  const now = ({ row, column, at }: Anchor): GridPlace => ({
    row: (row === undefined ? undefined : rowAt.get(row)) ?? at.row,
    column: (column === undefined ? undefined : columnAt.get(column)) ?? at.column,
  });
  const ranges = anchored.map((range): GridRange => ({ anchor: now(range.anchor), focus: now(range.focus) }));
  return cutTo({ ranges }, rows.length, columns.length);
}

/**
 * What is selected in a grid of these rows and columns. The last value is another object whenever someone has selected
 * something, and the same when rows and columns have moved under the selection.
 */
export function useAnchoredSelection(
  first: GridSelection,
  named: Named,
): [GridSelection, (next: GridSelection | ((before: GridSelection) => GridSelection)) => void, AnchoredSelection] {
  const { rows, columns } = named;
  const [anchored, setAnchored] = useState(() => anchor(first, named));
  const selection = useMemo(() => placed(anchored, { rows, columns }), [anchored, rows, columns]);
  const latest = useRef({ selection, rows, columns });
  latest.current = { selection, rows, columns };
  const select = useCallback((next: GridSelection | ((before: GridSelection) => GridSelection)) => {
    const chosen = typeof next === 'function' ? next(latest.current.selection) : next;
    latest.current = { ...latest.current, selection: chosen };
    setAnchored(anchor(chosen, latest.current));
  }, []);
  return [selection, select, anchored];
}

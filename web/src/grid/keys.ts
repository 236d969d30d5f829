import type { GridPlace } from './selection.ts';

/** A key as it was pressed. */
export interface KeyPress {
  readonly key: string;
  readonly altKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
}

/** Where the selection stands in a grid. Columns from `first` to `last` scroll; those before and after are pinned. */
export interface KeyPlace extends GridPlace {
  readonly rows: number;
  readonly columns: number;
  readonly first: number;
  readonly last: number;
  readonly pageSize: number;
}

/** What a key does in every grid. */
export type GridKey =
  | { readonly kind: 'go'; readonly place: GridPlace; readonly extend: boolean }
  | { readonly kind: 'open'; readonly typed: string | null; readonly asRule: boolean }
  | { readonly kind: 'addBlock' | 'selectAll' | 'clear' };

/** What a key does in a grid; `null` for one that is none of the grid's. */
export function gridKey(press: KeyPress, at: KeyPlace): GridKey | null {
  const onLabel = at.column < at.first;
  const extend = press.shiftKey && !onLabel;
  const go = (row: number, column: number): GridKey => ({
    kind: 'go',
    place: {
      row: Math.max(0, Math.min(at.rows - 1, row)),
      column: Math.max(extend ? at.first : 0, Math.min(at.columns - 1, column)),
    },
    extend,
  });
  if (press.altKey) return null;
  if (press.ctrlKey || press.metaKey) {
    switch (press.key) {
      case 'Home':
        return go(0, at.column);
      case 'End':
        return go(at.rows - 1, at.column);
      case 'Enter':
        return onLabel ? null : { kind: 'open', typed: null, asRule: true };
      case 'a':
      case 'A':
        return { kind: 'selectAll' };
      case ' ':
        return onLabel ? null : { kind: 'addBlock' };
      default:
        return null;
    }
  }
  switch (press.key) {
    case 'ArrowUp':
      return go(at.row - 1, at.column);
    case 'ArrowDown':
      return go(at.row + 1, at.column);
    case 'ArrowLeft':
      return go(at.row, at.column - 1);
    case 'ArrowRight':
      return go(at.row, at.column + 1);
    case 'Home':
      return go(at.row, at.column === at.first ? 0 : at.first);
    case 'End':
      // Once more, and it goes on to the columns that are pinned behind the others.
      return go(at.row, at.column === at.last ? at.last + 1 : at.last);
    case 'PageUp':
      return go(at.row - at.pageSize, at.column);
    case 'PageDown':
      return go(at.row + at.pageSize, at.column);
    case 'Enter':
    case 'F2':
      return { kind: 'open', typed: null, asRule: false };
    case 'Delete':
    case 'Backspace':
      return onLabel ? null : { kind: 'clear' };
    default:
      return press.key.length === 1 && !'? '.includes(press.key)
        ? { kind: 'open', typed: press.key, asRule: false }
        : null;
  }
}

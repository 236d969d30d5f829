import { boundTo, type KeyBinding, type KeyPress } from '../ui/keys.ts';
import type { GridPlace } from './selection.ts';
import { t } from '../language/language.ts';

/** Where the selection stands in a grid. Columns from `first` to `last` scroll; those before and after are pinned. */
export interface KeyPlace extends GridPlace {
  readonly rows: number;
  readonly columns: number;
  readonly first: number;
  readonly last: number;
  readonly pageSize: number;
}

/** Describes what a key does in every grid. */
export type GridKey =
  | { readonly kind: 'go'; readonly place: GridPlace; readonly extend: boolean }
  | { readonly kind: 'open'; readonly typed: string | null; readonly asRule: boolean }
  | { readonly kind: 'addBlock' | 'selectAll' | 'clear' };

/** Where a moving key leads to, rows and columns beyond the edges included. */
type Move = (place: KeyPlace) => GridPlace;

const move =
  (rows: number, columns: number): Move =>
  ({ row, column }) => ({ row: row + rows, column: column + columns });

/** The keys that move the selection; with Shift they let a block reach. */
export const MOVES: readonly KeyBinding<Move>[] = [
  { presses: ['ArrowUp'], shown: '', words: '', does: move(-1, 0) },
  { presses: ['ArrowDown'], shown: '', words: '', does: move(1, 0) },
  {
    presses: ['ArrowLeft'],
    shown: '↑ ↓ ← →',
    get words() {
      return t('grid.keys.nextField');
    },
    does: move(0, -1),
  },
  { presses: ['ArrowRight'], shown: '', words: '', does: move(0, 1) },
  {
    presses: ['Home'],
    shown: 'Home, End',
    get words() {
      return t('grid.keys.firstLastMonth');
    },
    does: ({ row, column, first }) => ({ row, column: column === first ? 0 : first }),
  },
  {
    presses: ['End'],
    shown: '',
    words: '',
    // Once more, and it goes on to the columns that are pinned behind the others.
    does: ({ row, column, last }) => ({ row, column: column === last ? last + 1 : last }),
  },
  {
    presses: ['Ctrl+Home'],
    shown: 'Ctrl+Home, Ctrl+End',
    get words() {
      return t('grid.keys.firstLastLine');
    },
    does: ({ column }) => ({ row: 0, column }),
  },
  { presses: ['Ctrl+End'], shown: '', words: '', does: ({ rows, column }) => ({ row: rows - 1, column }) },
  {
    presses: ['PageUp'],
    shown: 'Page Up, Page Down',
    get words() {
      return t('grid.keys.screen');
    },
    does: ({ row, column, pageSize }) => ({ row: row - pageSize, column }),
  },
  {
    presses: ['PageDown'],
    shown: '',
    words: '',
    does: ({ row, column, pageSize }) => ({ row: row + pageSize, column }),
  },
];

/** The keys that do something with what is selected; on a row's name some are left to the page. */
export const ACTIONS: readonly KeyBinding<{ readonly key: GridKey; readonly onLabel: boolean }>[] = [
  {
    presses: ['Enter', 'F2'],
    shown: 'Enter or F2',
    get words() {
      return t('grid.keys.edit');
    },
    does: { key: { kind: 'open', typed: null, asRule: false }, onLabel: true },
  },
  {
    presses: ['Ctrl+Enter'],
    shown: 'Ctrl+Enter',
    get words() {
      return t('grid.keys.editRule');
    },
    does: { key: { kind: 'open', typed: null, asRule: true }, onLabel: false },
  },
  {
    presses: ['Delete', 'Backspace'],
    shown: 'Delete',
    get words() {
      return t('grid.keys.clear');
    },
    does: { key: { kind: 'clear' }, onLabel: false },
  },
  {
    presses: ['Ctrl+ '],
    shown: 'Ctrl+Space, Ctrl+click',
    get words() {
      return t('grid.keys.addRange');
    },
    does: { key: { kind: 'addBlock' }, onLabel: false },
  },
  {
    presses: ['Ctrl+a'],
    shown: 'Ctrl+A',
    get words() {
      return t('grid.allFigures');
    },
    does: { key: { kind: 'selectAll' }, onLabel: true },
  },
];

/** Returns what a key does in a grid; `null` for one that is none of the grid's. */
export function gridKey(press: KeyPress, place: KeyPlace): GridKey | null {
  if (press.altKey) return null;
  const onLabel = place.column < place.first;
  const to = boundTo(MOVES, { ...press, shiftKey: false })?.(place);
  if (to) {
    const extend = press.shiftKey && !onLabel && !press.ctrlKey && !press.metaKey;
    const row = Math.max(0, Math.min(place.rows - 1, to.row));
    const column = Math.max(extend ? place.first : 0, Math.min(place.columns - 1, to.column));
    return { kind: 'go', place: { row, column }, extend };
  }
  const action = boundTo(ACTIONS, { ...press, shiftKey: false });
  if (action) return onLabel && !action.onLabel ? null : action.key;
  const isText = press.key.length === 1 && !press.ctrlKey && !press.metaKey && !'? '.includes(press.key);
  return isText ? { kind: 'open', typed: press.key, asRule: false } : null;
}

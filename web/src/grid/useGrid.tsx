import type { Command, Refusal } from '@haushalt/core';
import { useCallback, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { useNotices } from '../ui/Notices.tsx';
import { useOnUnmount } from '../ui/useOnUnmount.ts';
import type { Named } from './anchored.ts';
import { asText } from './clipboard.ts';
import type { BlockEditing, ColumnEditing, EditorHandle, Reading } from './editing.ts';
import { gridKey } from './keys.ts';
import { activeOf, isBlock, selectOne, type GridPlace, type GridSelection } from './selection.ts';
import {
  editingIn,
  firstState,
  selectionIn,
  step,
  type CellRef,
  type Draft,
  type Editing,
  type GridEvent,
  type GridState,
} from './state.ts';
import type { GridColumn, GridRow } from './types.ts';

interface GridTerms<R extends GridRow, C extends GridColumn> {
  /** All rows, those that scroll before those that stay at the bottom. */
  readonly rows: readonly R[];
  readonly columns: readonly C[];
  /** States what is selected at first. */
  readonly first?: GridPlace;
  /** States how the cells of a column are typed into; `null` for one that is only looked at. */
  readonly editingOf?: (column: C) => ColumnEditing<R, C> | null;
  /** States how all of a block is typed into at once. */
  readonly block?: (selection: GridSelection) => BlockEditing<R, C>;
  /** Carries out what has been typed. */
  readonly send?: (command: Command) => Refusal | null;
  /** Opens what is no cell to type into in a way of the page's own; says whether it did. */
  readonly onOpen?: (row: R, column: C, typed: string | null) => boolean;
  /** Empties what is selected. */
  readonly onClear?: () => void;
  /** The text of a cell on the clipboard. */
  readonly textOf?: (row: R, column: C) => string;
  /** Text pasted while nothing is being edited. */
  readonly onPaste?: (text: string) => void;
  /** Keys of the page's own, asked before the grid's; says whether the key was one. */
  readonly onKey?: (event: KeyboardEvent, row: R, column: C) => boolean;
  /** Number of rows a key for a page goes, where the grid does not know better. */
  readonly page?: number;
}

export interface GridHandle {
  focus(): void;
  /** Returns how many rows a screenful has. */
  pageSize(): number;
}

/** Describes what a grid is worked with: by the grid that shows it, and by its page. */
export interface GridControl<R extends GridRow, C extends GridColumn> {
  readonly selection: GridSelection;
  /** Another object when someone has selected something, and not when rows come or go. */
  readonly chosen: object;
  readonly place: GridPlace;
  readonly row: R | undefined;
  readonly column: C | undefined;
  readonly isBlock: boolean;
  readonly editing: Editing | null;
  /** States what stands in the cell that is edited. */
  readonly editor: ReactNode;
  readonly handle: React.RefObject<GridHandle | null>;
  /** Returns whether an editor keeps the keyboard, since what is typed in it cannot be taken. */
  readonly dispatch: (event: GridEvent) => boolean;
  readonly select: (selection: GridSelection | ((before: GridSelection) => GridSelection)) => void;
  /** Opens the editor of a cell, with the text typed or what stands there; says why not where it cannot be. */
  readonly open: (place: GridPlace, typed?: string | null, asRule?: boolean) => void;
  /** Begins an entry with a text: in the selected cell, or in all of a block. */
  readonly type: (text: string) => void;
  readonly focus: () => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly copied: () => string | null;
  readonly onPaste: ((text: string) => void) | undefined;
}

/** A grid's selection, editing, clipboard and keys. */
export function useGrid<R extends GridRow, C extends GridColumn>(terms: GridTerms<R, C>): GridControl<R, C> {
  const notices = useNotices();
  const { rows, columns, first = { row: 0, column: 0 } } = terms;
  const [state, setState] = useState<GridState>(() => firstState(selectOne(first), named(rows, columns)));
  const handle = useRef<GridHandle>(null);
  const editor = useRef<EditorHandle>(null);
  /** States how what is typed is read, by the draft its editor began with: whether its cell is still shown or not. */
  const readings = useRef(new WeakMap<Draft, Opened>());
  const latest = useRef({ state, terms, notices });
  latest.current = { ...latest.current, terms, notices };

  const dispatch = useCallback((event: GridEvent) => {
    const { state: before, terms: terms, notices: say } = latest.current;
    const next = step(before, event, {
      ...named(terms.rows, terms.columns),
      take: (editing) => take(editing, readings.current.get(editing.began) ?? NOTHING, terms.send),
    });
    latest.current.state = next.state;
    if (next.state !== before) setState(next.state);
    if (next.notice !== null) say.say({ text: next.notice, tone: 'warning' });
    // What cannot be taken keeps the keyboard, wherever the pointer went.
    if (next.stays) editor.current?.focus();
    // Before the editor goes: taking away what has the focus costs the browser far more.
    else if (event.kind === 'press' || (event.kind !== 'leave' && editingIn(before) && !editingIn(next.state)))
      handle.current?.focus();
    return next.stays;
  }, []);

  useLayoutEffect(() => {
    dispatch({ kind: 'laidOut' });
  }, [rows, columns, dispatch]);
  useOnUnmount(() => dispatch({ kind: 'leave' }));

  const selection = useMemo(
    () => selectionIn(state, { rows, columns: named(rows, columns).columns }),
    [state, rows, columns],
  );
  const place = activeOf(selection);
  const row = rows[place.row];
  const column = columns[place.column];
  const editing = editingIn(state);

  const select = useCallback(
    (next: GridSelection | ((before: GridSelection) => GridSelection)) => {
      const { state: now, terms: terms } = latest.current;
      const chosen = typeof next === 'function' ? next(selectionIn(now, named(terms.rows, terms.columns))) : next;
      dispatch({ kind: 'select', selection: chosen });
    },
    [dispatch],
  );

  const open = useCallback(
    (origin: GridPlace, typed: string | null = null, asRule = false) => {
      const { terms: now, notices: say } = latest.current;
      const target = now.rows[origin.row];
      const where = now.columns[origin.column];
      if (!target || !where || now.onOpen?.(target, where, typed)) return;
      const editing = now.editingOf?.(where);
      if (!editing) return;
      const why = editing.readOnlyReason(target, where);
      if (why !== null) return say.say({ text: why, tone: 'plain' });
      const began = editing.begin(target, where, asRule);
      const typedOver = { ...began, text: typed ?? began.text };
      readings.current.set(typedOver, ({ at: place, draft }) => editing.read(place, draft));
      dispatch({
        kind: 'open',
        editing: { at: refOf(target, where), block: null, began: typedOver, isTyped: typed !== null },
      });
    },
    [dispatch],
  );

  const openBlock = (typed: string | null, cell: CellRef): boolean => {
    const block = terms.block?.(selection);
    if (!block || block.cells.length === 0) return false;
    const began: Draft = { text: typed ?? '', options: {} };
    readings.current.set(began, (editing) => block.read(editing.block ?? [], editing.draft));
    dispatch({ kind: 'open', editing: { at: cell, block: block.cells, began, isTyped: typed !== null } });
    return true;
  };

  const type = (typed: string | null, asRule = false) => {
    if (!row || !column) return;
    if (isBlock(selection) && !asRule && openBlock(typed, refOf(row, column))) return;
    open(place, typed, asRule);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || !row || !column) return;
    if (editing) return;
    if (terms.onKey?.(event, row, column)) return event.preventDefault();
    const key = gridKey(event, {
      ...place,
      rows: rows.length,
      columns: columns.length,
      first: columns.findIndex(({ pin }) => pin !== 'start'),
      last: columns.findLastIndex(({ pin }) => pin === null),
      pageSize: terms.page ?? handle.current?.pageSize() ?? 10,
    });
    if (!key) return;
    switch (key.kind) {
      case 'go':
        dispatch(key);
        break;
      case 'open':
        if (!terms.editingOf && !terms.onOpen) return;
        type(key.typed, key.asRule);
        break;
      case 'addBlock':
        select((before) => ({ ranges: [...before.ranges, { anchor: place, focus: place }] }));
        break;
      case 'selectAll': {
        const last = columns.findLastIndex(({ pin }) => pin === null);
        const from = { row: 0, column: columns.findIndex(({ pin }) => pin !== 'start') };
        select({ ranges: [{ anchor: from, focus: { row: rows.length - 1, column: last } }] });
        break;
      }
      case 'clear':
        if (!terms.onClear) return;
        terms.onClear();
    }
    event.preventDefault();
  };

  const { textOf, onPaste } = terms;
  return {
    selection,
    chosen: state.chosen,
    place,
    row,
    column,
    isBlock: isBlock(selection),
    editing,
    editor: editing && row && column && isAt(editing.at, row, column) ? editorOf(editing, row, column) : null,
    handle,
    dispatch,
    select,
    open,
    type,
    focus: useCallback(() => handle.current?.focus(), []),
    onKeyDown,
    copied: () => (textOf ? asText(selection, (r, c) => textOf(rows[r]!, columns[c]!)) : null),
    onPaste,
  };

  function editorOf(now: Editing, target: R, where: C): ReactNode {
    const Editor = now.block ? terms.block?.(selection).Editor : terms.editingOf?.(where)?.Editor;
    if (!Editor) return null;
    return (
      <Editor
        key={`${now.at.row}|${now.at.column}`}
        editing={now}
        row={target}
        column={where}
        handle={editor}
        onDraft={(draft) => dispatch({ kind: 'draft', draft })}
        onConfirm={(onward, options) => dispatch({ kind: 'confirm', onward, ...(options ? { options } : {}) })}
        onCancel={() => dispatch({ kind: 'cancel' })}
      />
    );
  }
}

type Opened = (editing: Editing) => Reading;

const NOTHING: Opened = () => ({ command: null });

/** Reads what is typed and carries it out; why not, where that cannot be. */
function take(editing: Editing, read: Opened, send: GridTerms<GridRow, GridColumn>['send']): Refusal | null {
  const reading = read(editing);
  if ('refusal' in reading) return reading.refusal;
  return reading.command && (send?.(reading.command) ?? null);
}

function named(rows: readonly { readonly key: string }[], columns: readonly { readonly id: string }[]): Named {
  return { rows, columns };
}

function refOf(row: GridRow, column: GridColumn): CellRef {
  return { row: row.key, column: column.id };
}

function isAt(cell: CellRef, row: GridRow, column: GridColumn): boolean {
  return cell.row === row.key && cell.column === column.id;
}

import type { Refusal } from '@haushalt/core';
import { anchor, placed, type AnchoredSelection, type Named } from './anchored.ts';
import { activeOf, addBlock, extendTo, selectOne, type GridPlace, type GridSelection } from './selection.ts';
import { t } from '../language/language.ts';

/**
 * Describes what goes on in a grid, as one machine: browsing, choosing a block with the pointer, editing with a draft. Cells are meant
 * by the key of their row and the id of their column, so that what is typed never moves to another one, whatever comes
 * above it. It knows no browser.
 */

/** A cell by its row and column themselves, wherever they stand. */
export interface CellRef {
  readonly row: string;
  readonly column: string;
}

/** Describes what is being typed, and what goes with it: how far it reaches, whether it is a rule. */
export interface Draft {
  readonly text: string;
  readonly options: Readonly<Record<string, string | null>>;
}

/** An open editor. */
export interface Editing {
  readonly at: CellRef;
  /** The cells it is about, when it is about a block of them. */
  readonly block: readonly CellRef[] | null;
  readonly began: Draft;
  readonly draft: Draft;
  /** True when it began by typing over what was there, which counts as a change at once. */
  readonly isTyped: boolean;
  /** Why what was typed last could not be taken. */
  readonly refusal: Refusal | null;
}

export type GridMode =
  | { readonly kind: 'browsing' }
  | { readonly kind: 'choosing' }
  | { readonly kind: 'editing'; readonly editing: Editing };

export interface GridState {
  readonly selection: AnchoredSelection;
  /** Another object whenever someone has selected something; the same when rows come and go. */
  readonly chosen: object;
  readonly mode: GridMode;
}

/** Where to go after an entry: down, right, or nowhere. */
export type MoveAfterCommit = 'down' | 'right' | 'stay';

export type GridEvent =
  /** A pointer goes down on a cell. */
  | { readonly kind: 'press'; readonly place: GridPlace; readonly how: 'one' | 'extend' | 'add' }
  /** It is moved over another one while it is down. */
  | { readonly kind: 'reach'; readonly place: GridPlace }
  | { readonly kind: 'release' }
  /** A key goes to a cell. */
  | { readonly kind: 'go'; readonly place: GridPlace; readonly extend: boolean }
  | { readonly kind: 'select'; readonly selection: GridSelection }
  | { readonly kind: 'open'; readonly editing: Pick<Editing, 'at' | 'block' | 'began' | 'isTyped'> }
  | { readonly kind: 'draft'; readonly draft: Draft }
  /** Takes what is typed, with other options where some are given: then even if nothing was changed. */
  | { readonly kind: 'confirm'; readonly onward: MoveAfterCommit; readonly options?: Draft['options'] }
  | { readonly kind: 'cancel' }
  /** Rows or columns are others than before. */
  | { readonly kind: 'laidOut' }
  /** The grid goes, because another page comes in its place. */
  | { readonly kind: 'leave' };

/** Describes what the machine is told of the page it is on. */
export interface GridTerms extends Named {
  /** Reads what is typed, turns it into a command and carries it out; why not, where that cannot be. */
  readonly take: (editing: Editing) => Refusal | null;
}

export interface Step {
  readonly state: GridState;
  /** States what is to be said: what became of a text whose cell is gone. */
  readonly notice: string | null;
  /** True when an editor has to be given the keys back, since what is in it cannot be taken. */
  readonly stays: boolean;
}

export function firstState(selection: GridSelection, named: Named): GridState {
  return { selection: anchor(selection, named), chosen: {}, mode: { kind: 'browsing' } };
}

/** Returns what is selected now, by places. */
export function selectionIn({ selection }: GridState, named: Named): GridSelection {
  return placed(selection, named);
}

/** Returns what is being edited, if its cell is where the selection is. */
export function editingIn(state: GridState): Editing | null {
  return state.mode.kind === 'editing' ? state.mode.editing : null;
}

const BROWSING: GridMode = { kind: 'browsing' };

/** Returns what becomes of a grid by an event. What is typed is taken before anything else is selected, or the editor stays. */
export function step(state: GridState, event: GridEvent, terms: GridTerms): Step {
  const quiet = (next: GridState): Step => ({ state: next, notice: null, stays: false });
  switch (event.kind) {
    case 'press': {
      const left = settle(state, terms);
      if (left.stays) return left;
      const before = selectionIn(left.state, terms);
      const { place, how } = event;
      const next =
        how === 'one' ? selectOne(place) : how === 'extend' ? extendTo(before, place) : addBlock(before, place);
      return quiet({ ...selected(left.state, next, terms), mode: { kind: 'choosing' } });
    }
    case 'reach':
      if (state.mode.kind !== 'choosing') return quiet(state);
      return quiet(selected(state, extendTo(selectionIn(state, terms), event.place), terms));
    case 'release':
      return quiet(state.mode.kind === 'choosing' ? { ...state, mode: BROWSING } : state);
    case 'go':
    case 'select': {
      const left = settle(state, terms);
      if (left.stays) return left;
      const next =
        event.kind === 'select'
          ? event.selection
          : event.extend
            ? extendTo(selectionIn(left.state, terms), event.place)
            : selectOne(event.place);
      return quiet(selected(left.state, next, terms));
    }
    case 'open': {
      const left = settle(state, terms);
      if (left.stays) return left;
      const editing: Editing = { ...event.editing, draft: event.editing.began, refusal: null };
      return quiet({ ...left.state, mode: { kind: 'editing', editing } });
    }
    case 'draft':
      return quiet(edited(state, { draft: event.draft, refusal: null }));
    case 'confirm': {
      const { options, onward } = event;
      const given = options === undefined ? state : edited(state, { draft: withOptions(state, options) });
      const left = settle(given, terms, options !== undefined);
      if (left.stays || state.mode.kind !== 'editing') return left;
      return quiet(moved(left.state, state.mode.editing, onward, terms));
    }
    case 'cancel':
      return quiet({ ...state, mode: BROWSING });
    case 'laidOut':
      return isShown(state, terms) ? quiet(state) : drop(state, terms);
    case 'leave':
      return drop(state, terms);
  }
}

/** Returns whether anything has been typed or chosen since the editor opened. */
export function isChanged({ began, draft, isTyped }: Editing): boolean {
  return (
    isTyped ||
    draft.text !== began.text ||
    Object.keys({ ...began.options, ...draft.options }).some((key) => draft.options[key] !== began.options[key])
  );
}

function withOptions(state: GridState, options: Draft['options']): Draft {
  const draft = editingIn(state)?.draft ?? { text: '', options: {} };
  return { ...draft, options: { ...draft.options, ...options } };
}

function edited(state: GridState, part: Partial<Editing>): GridState {
  if (state.mode.kind !== 'editing') return state;
  return { ...state, mode: { kind: 'editing', editing: { ...state.mode.editing, ...part } } };
}

function selected(state: GridState, next: GridSelection, terms: GridTerms): GridState {
  return { ...state, selection: anchor(next, terms), chosen: {} };
}

/** Takes what is typed and closes its editor; keeps it open, with the reason, where it cannot be taken. */
function settle(state: GridState, terms: GridTerms, always = false): Step {
  if (state.mode.kind !== 'editing') return { state, notice: null, stays: false };
  const { editing } = state.mode;
  // What has not been changed is left as it is: a figure is no exception for having been looked at.
  const refusal = always || isChanged(editing) ? terms.take(editing) : null;
  if (refusal) return { state: edited(state, { refusal }), notice: null, stays: true };
  return { state: { ...state, mode: BROWSING }, notice: null, stays: false };
}

/** Closes an editor whose place is gone: what is typed is taken for its own cell, or it is said that it was not. */
function drop(state: GridState, terms: GridTerms): Step {
  if (state.mode.kind !== 'editing') return { state, notice: null, stays: false };
  const { editing } = state.mode;
  const { text } = editing.draft;
  const refusal = isChanged(editing) && text.trim() !== '' ? terms.take(editing) : null;
  const notice = refusal && t('grid.notAccepted', { text, message: refusal.message });
  return { state: { ...state, mode: BROWSING }, notice, stays: false };
}

function isShown(state: GridState, { rows, columns }: Named): boolean {
  if (state.mode.kind !== 'editing') return true;
  const { row, column } = state.mode.editing.at;
  return rows.some(({ key }) => key === row) && columns.some(({ id }) => id === column);
}

/** The selection one on from the cell that was edited, wherever that stands by now. */
function moved(state: GridState, { at, block }: Editing, onward: MoveAfterCommit, terms: GridTerms): GridState {
  if (onward === 'stay' || block) return state;
  const here = activeOf(selectionIn(state, terms));
  const row = terms.rows.findIndex(({ key }) => key === at.row);
  const column = terms.columns.findIndex(({ id }) => id === at.column);
  const from = { row: row < 0 ? here.row : row, column: column < 0 ? here.column : column };
  const next = onward === 'down' ? { ...from, row: from.row + 1 } : { ...from, column: from.column + 1 };
  return selected(state, selectOne(next), terms);
}

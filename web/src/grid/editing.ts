import type { Command, Refusal } from '@haushalt/core';
import type { ComponentType, Ref } from 'react';
import type { CellRef, Draft, Editing, MoveAfterCommit } from './state.ts';
import type { GridColumn, GridRow } from './types.ts';

/** Describes what a text comes to: a command, none where nothing is to be done, or why it cannot be read. */
export type Reading = { readonly command: Command | null } | { readonly refusal: Refusal };

/** Describes how the cells of a column are typed into. */
export interface ColumnEditing<R extends GridRow, C extends GridColumn> {
  /** Why nothing can be typed into a cell, in words; `null` where something can. */
  readonly readOnlyReason: (row: R, column: C) => string | null;
  /** Returns what an editor opens with: what stands in the cell, or the rule behind it. */
  readonly begin: (row: R, column: C, asRule: boolean) => Draft;
  /** Reads what is typed for a cell, which need not be shown any more. */
  readonly read: (cell: CellRef, draft: Draft) => Reading;
  readonly Editor: ComponentType<EditorProps<R, C>>;
}

/** Describes how all typable cells of a block are typed into at once. */
export interface BlockEditing<R extends GridRow, C extends GridColumn> {
  /** The cells of the selection that are meant; none where it has none to type into. */
  readonly cells: readonly CellRef[];
  readonly read: (cells: readonly CellRef[], draft: Draft) => Reading;
  readonly Editor: ComponentType<EditorProps<R, C>>;
}

export interface EditorHandle {
  focus(): void;
}

/** Describes what every editor is given; what is typed is kept by the grid. */
export interface EditorProps<R extends GridRow, C extends GridColumn> {
  readonly editing: Editing;
  readonly row: R;
  readonly column: C;
  readonly handle: Ref<EditorHandle>;
  readonly onDraft: (draft: Draft) => void;
  /** Takes what is typed, with other options where some are given. */
  readonly onConfirm: (onward: MoveAfterCommit, options?: Draft['options']) => void;
  readonly onCancel: () => void;
}

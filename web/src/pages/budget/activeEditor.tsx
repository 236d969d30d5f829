import type { Month } from '@haushalt/core';
import type { ReactNode, Ref } from 'react';
import { BlockEditor } from './BlockEditor.tsx';
import { CellEditor, type CellEditorHandle, type Onward } from './CellEditor.tsx';
import { NameEditor } from './NameEditor.tsx';
import type { cellsIn } from './blocks.ts';
import type { BudgetRow } from './rows.ts';

/** What is being edited, in which cell: by the key of its row and the id of its column. */
export type Editing = { readonly row: string; readonly column: string } & (
  | {
      readonly kind: 'figure';
      readonly start: { readonly text: string; readonly selected: boolean; readonly asRule: boolean };
    }
  | { readonly kind: 'block'; readonly text: string }
  | { readonly kind: 'name'; readonly text: string }
);

interface ActiveEditorTerms {
  readonly editing: Editing | null;
  readonly row: BudgetRow;
  readonly month: Month | undefined;
  readonly period: number;
  readonly cells: ReturnType<typeof cellsIn>;
  readonly handle: Ref<CellEditorHandle>;
  readonly onDone: (onward: Onward) => void;
}

/** What stands in the active cell while it is edited; nothing while it is not. */
export function activeEditor({ editing, row, month, period, cells, handle, onDone }: ActiveEditorTerms): ReactNode {
  switch (editing?.kind) {
    case undefined:
      return null;
    case 'name':
      return (
        <NameEditor
          key={row.key}
          handle={handle}
          line={row.kind === 'line' ? row.line : null}
          text={editing.text}
          onDone={onDone}
        />
      );
    case 'block':
      return <BlockEditor handle={handle} cells={cells} text={editing.text} onDone={onDone} />;
    case 'figure':
      if (row.kind !== 'line' || month === undefined) return null;
      return (
        <CellEditor
          key={`${row.key}|${month}`}
          handle={handle}
          line={row.line}
          month={month}
          period={period}
          start={editing.start}
          onDone={onDone}
        />
      );
  }
}

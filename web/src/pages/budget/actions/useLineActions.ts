import type { Month } from '@haushalt/core';
import { useEventCallback } from '../../../ui/useEventCallback.ts';
import type { RowAction } from '../sheet/rowActions.ts';
import type { BudgetDialog } from '../dialogs/DialogOf.tsx';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { WholeRowActions } from './useRowActions.ts';
import type { Show } from './useNavigateToCell.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';

interface RowTerms {
  readonly actions: WholeRowActions;
  readonly view: BudgetView;
  readonly changeView: (part: Partial<BudgetView>) => void;
  /** The month selected, or the first shown. */
  readonly month: Month;
  readonly show: Show;
  readonly onDialog: (dialog: BudgetDialog) => void;
  readonly onRule: () => void;
  /** Keeps what is selected in sight when its row has moved. */
  readonly onMoved: () => void;
}

/** Returns what is done with one row, from its label, its menu or by key. Stays the same function from render to render. */
export function useLineActions(terms: RowTerms): (what: RowAction, row: BudgetRow) => void {
  return useEventCallback((what: RowAction, row: BudgetRow) => {
    const { actions, view, changeView, month, show, onDialog, onRule, onMoved } = terms;
    switch (what) {
      case 'rename':
        if (row.kind === 'heading') onDialog({ kind: 'group', group: row.group.id });
        else if (row.kind === 'line') show(row.id, null, 'name');
        return;
      case 'addLine': {
        if (row.kind === 'total' || row.kind === 'side') return;
        const id = actions.addLine(row.group.id, row.kind === 'line' ? row.id : null);
        if (id !== null) show(id, null, 'name');
        return;
      }
      case 'duplicate':
        return actions.duplicate(row);
      case 'remove':
        return actions.remove(row);
      case 'moveUp':
      case 'moveDown':
        // What is selected moves along, and stays in sight.
        if (actions.move(row, what === 'moveUp' ? -1 : 1)) onMoved();
        return;
      case 'collapse': {
        if (row.kind !== 'heading') return;
        const { id } = row.group;
        const others = view.collapsed.filter((other) => other !== id);
        return changeView({ collapsed: row.collapsed ? others : [...view.collapsed, id] });
      }
      case 'lock':
        if (row.kind === 'line')
          actions.send({ kind: 'line.set', line: row.id, settings: { locked: !row.line.locked } });
        return;
      case 'openRule':
        if (row.id !== null) show(row.id, month);
        return onRule();
      case 'highlight': {
        const id = row.id ?? (row.kind === 'heading' ? row.group.id : null);
        if (id !== null) onDialog({ kind: 'highlight', of: id });
      }
    }
  });
}

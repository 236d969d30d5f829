import { periodOf, totalWithId } from '@haushalt/core';
import { copyText } from '../../../ui/copyText.ts';
import { useNotices } from '../../../ui/Notices.tsx';
import { useShell } from '../../../parts/plan/shell.ts';
import { useEventCallback } from '../../../ui/useEventCallback.ts';
import type { GridControl } from '../../../grid/useGrid.tsx';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { DetailAction } from '../foot/BudgetFoot.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetDialog } from '../dialogs/DialogOf.tsx';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { SelectionActions } from './useSelectionActions.ts';
import type { Show } from './useNavigateToCell.ts';
import { t } from '../../../language/language.ts';

interface FootTerms {
  readonly control: GridControl<BudgetRow, BudgetColumn>;
  readonly selectionActions: SelectionActions;
  readonly show: Show;
  readonly onDialog: (dialog: BudgetDialog) => void;
  readonly onRule: () => void;
}

/** Returns what is done from below the grid with what is selected in it. */
export function useDetailActions({ control, selectionActions, show, onDialog, onRule }: FootTerms) {
  const { document, model } = useSessionState();
  const notices = useNotices();
  const shell = useShell();
  const { row, column, place } = control;
  const month = column?.month;
  const doBelow = useEventCallback((what: DetailAction) => {
    switch (what) {
      case 'adjust':
      case 'clear':
      case 'draw':
        return selectionActions[what]();
      case 'copy':
        return void copyText(control.copied() ?? '').catch(() =>
          notices.say({ text: t('budget.copyNotAllowed'), tone: 'warning' }),
        );
      case 'changeRule':
        return control.open(place, null, true);
      case 'openRule':
        return onRule();
      case 'note':
        if (row?.id != null && month !== undefined) onDialog({ kind: 'note', of: row.id, month });
    }
  });
  const jump = useEventCallback((id: string, index: number | null) => {
    const isHere = document.lines.has(id) || document.groups.has(id) || totalWithId(id) !== undefined;
    const period = month === undefined ? -1 : periodOf(model.calendar, month);
    if (isHere) show(id, model.calendar.months[index ?? period] ?? null);
    else shell.goTo(id);
    return true;
  });
  return { doBelow, jump };
}

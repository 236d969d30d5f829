import { isYearLocked, planOf } from '@haushalt/core';
import { useCallback, useLayoutEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useEventCallback } from '../../ui/useEventCallback.ts';
import { selectOne, type GridPlace } from '../../grid/selection.ts';
import { useGrid, type GridControl } from '../../grid/useGrid.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { BudgetFoot } from './foot/BudgetFoot.tsx';
import { BudgetHead } from './BudgetHead.tsx';
import { BudgetToolbar } from './BudgetToolbar.tsx';
import { DialogOf, type BudgetDialog } from './dialogs/DialogOf.tsx';
import { EmptyPlan, startWithUsualGroups } from './EmptyPlan.tsx';
import { PanelOf } from './panels/PanelOf.tsx';
import { PrintNotes } from './PrintNotes.tsx';
import { TrialStrip } from '../../parts/trial/TrialStrip.tsx';
import { cellText, cellsIn } from './block/blocks.ts';
import { budgetKeys } from './actions/budgetKeys.ts';
import { BudgetSheet } from './sheet/BudgetSheet.tsx';
import type { CellContext } from './sheet/cells.tsx';
import type { BudgetColumn } from '../../parts/lines/columns.ts';
import { blockEditing, budgetEditing } from './editors/editing.ts';
import { moveRowTo } from './actions/moving.ts';
import type { BudgetRow } from '../../parts/lines/rows.ts';
import { usePanels } from './panels/usePanels.ts';
import { useSelectionActions } from './actions/useSelectionActions.ts';
import { useDetailActions } from './actions/useDetailActions.ts';
import { useNavigateToCell, type AfterNavigation } from './actions/useNavigateToCell.ts';
import { useRowActions } from './actions/useRowActions.ts';
import { useLineActions } from './actions/useLineActions.ts';
import { useShownBudget } from './sheet/useShownBudget.ts';
import './budget.scss';
import { useBudgetView } from '../../parts/lines/view.ts';

/** The budget: what comes in and goes out, line by line and month by month. */
export function BudgetPage() {
  const session = useSession();
  const state = useSessionState();
  const { planId = '' } = useParams();
  const { document, model } = state;
  const plan = planOf(document);
  const [view, changeView] = useBudgetView(planId);
  const shown = useShownBudget(view);
  const { years, year, setYear, month: onlyMonth, setMonth, scope, budget, all, columns } = shown;
  const [dialog, setDialog] = useState<BudgetDialog | null>(null);
  const actions = useRowActions(budget.rows, view);
  const { send } = actions;

  const editingOf = useMemo(() => budgetEditing(session), [session]);
  const control: GridControl<BudgetRow, BudgetColumn> = useGrid({
    rows: all,
    columns,
    first: { row: 1, column: 1 },
    editingOf,
    block: (selection) => blockEditing(session, cellsIn(selection, all, columns, model)),
    send: (command) => session.send(command),
    onOpen(target, where, typed) {
      if (target.kind === 'invitation' && typed === null) doToRow('addLine', target);
      else if (where.id === 'label' && target.kind === 'heading') setDialog({ kind: 'group', group: target.group.id });
      else return where.id === 'label' && target.kind !== 'line';
      return true;
    },
    onKey: (event, target) => keys(event, target, control),
    onClear: () => selectionActions.clear(),
    onPaste: (text) => selectionActions.paste(text),
    textOf: (target, where) => cellText(model, view, scope, target, where),
  });
  const { selection, row, column, isBlock, focus, select, open } = control;
  const month = column?.month;
  const cells = useMemo(
    () => (isBlock ? cellsIn(selection, all, columns, model) : []),
    [isBlock, selection, all, columns, model],
  );

  const isEmpty = document.groups.size === 0;
  // The keys are the grid's at first, and again when a dialog has gone.
  useLayoutEffect(() => {
    if (dialog === null) focus();
  }, [dialog, isEmpty, focus]);

  const arrive = useCallback(
    (place: GridPlace, then: AfterNavigation) => {
      select(selectOne(place));
      focus();
      if (then !== 'nothing') open(place, null, then === 'rule');
    },
    [select, focus, open],
  );
  const show = useNavigateToCell({ all, columns, scope, year, view, changeView, setYear, onArrive: arrive });
  const doToRow = useLineActions({
    actions,
    view,
    changeView,
    month: month ?? model.calendar.months[scope.from]!,
    show,
    onDialog: setDialog,
    onRule: () => setPanel('rule'),
    onMoved: () => select((same) => same),
  });
  const selectionActions = useSelectionActions({ control, all, columns, cells, view, year, send, onDialog: setDialog });

  const { panel, setPanel, trial, setTrial, openPanel, toggleTrial } = usePanels(row);
  const lockYear = useEventCallback((locked: boolean) => void send({ kind: 'year.lock', year, locked }));
  const keepOrder = useEventCallback(() => {
    if (actions.keepOrder()) changeView({ sortBy: 'order' });
  });
  const keys = budgetKeys({
    shown,
    view,
    changeView,
    doToRow,
    onPanel: openPanel,
    onAdjust: selectionActions.adjust,
    onNote: () => {
      if (row?.id != null && month !== undefined) setDialog({ kind: 'note', of: row.id, month });
    },
    onTry: toggleTrial,
  });
  const foot = useDetailActions({
    control,
    selectionActions,
    show,
    onDialog: setDialog,
    onRule: () => setPanel('rule'),
  });
  const context: CellContext = { state, view, year, scope, trial, onRow: doToRow };

  return (
    <div className={`budget negatives-${plan.negatives} density-${view.density} ${trial ? 'is-trying' : ''}`}>
      <BudgetHead
        years={years}
        year={year}
        month={onlyMonth}
        trial={trial}
        onYear={setYear}
        onMonth={setMonth}
        onUnlock={() => lockYear(false)}
        onNewGroup={() => setDialog({ kind: 'group', group: null })}
      />
      {isEmpty ? (
        <EmptyPlan onAdd={() => setDialog({ kind: 'group', group: null })} onStart={() => startWithUsualGroups(send)} />
      ) : (
        <>
          <BudgetToolbar
            view={view}
            onView={changeView}
            rows={budget}
            year={year}
            trying={trial !== null}
            panel={panel}
            onPanel={openPanel}
            onTry={toggleTrial}
            onLockYear={() => lockYear(!isYearLocked(document, year))}
            onKeepOrder={keepOrder}
          />
          {trial && <TrialStrip trial={trial} onTrial={setTrial} />}
          <div className="budget-body">
            <BudgetSheet
              control={control}
              shown={shown}
              context={context}
              onView={changeView}
              onDrop={(dragged, target) => {
                const command = actions.canMove() ? moveRowTo(document, dragged, target) : null;
                if (command) send(command);
              }}
            />
            {panel && (
              <PanelOf
                panel={panel}
                year={year}
                row={row}
                month={month ?? model.calendar.months[scope.from]!}
                onShow={show}
                onEdit={(line, month, asRule) => show(line, month, asRule ? 'rule' : 'figure')}
                onClose={() => {
                  setPanel(null);
                  focus();
                }}
              />
            )}
          </div>
          <BudgetFoot
            state={state}
            view={view}
            year={year}
            scope={scope}
            selection={selection}
            rows={all}
            columns={columns}
            cells={cells}
            onDo={foot.doBelow}
            onJump={foot.jump}
          />
        </>
      )}
      <PrintNotes />
      {dialog && <DialogOf dialog={dialog} onClose={() => setDialog(null)} />}
    </div>
  );
}

import { isYearLocked, planOf, stretchOfYear, totalWithId, yearsOf } from '@haushalt/core';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useParams } from 'react-router';
import { Icon } from '../../app/Icon.tsx';
import { copyText } from '../../app/copyText.ts';
import { useNotices } from '../../app/Notices.tsx';
import { useShell } from '../../app/shell.ts';
import { usePrinting } from '../../app/usePrinting.ts';
import { useSame } from '../../app/useSame.ts';
import { useStable } from '../../app/useStable.ts';
import { useYear } from '../../app/useYear.ts';
import { YearSwitch } from '../../app/YearSwitch.tsx';
import { useAnchoredSelection } from '../../grid/anchored.ts';
import { Grid, type GridHandle } from '../../grid/Grid.tsx';
import { activeOf, addBlock, extendTo, isBlock, selectOne, type GridPlace } from '../../grid/selection.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { activeEditor, type Editing } from './activeEditor.tsx';
import { BudgetFoot, type FootDeed } from './BudgetFoot.tsx';
import { BudgetToolbar } from './BudgetToolbar.tsx';
import type { CellEditorHandle, Onward } from './CellEditor.tsx';
import { DialogOf, type BudgetDialog } from './DialogOf.tsx';
import { EmptyPlan, startWithUsualGroups } from './EmptyPlan.tsx';
import { PanelOf } from './PanelOf.tsx';
import { PrintNotes } from './PrintNotes.tsx';
import { TrialStrip } from './TrialStrip.tsx';
import { YearSummary } from './YearSummary.tsx';
import { cellsIn } from './blocks.ts';
import { budgetCell, cellVersion, contextVersion, type CellContext, type RowDeed } from './cells.tsx';
import { budgetColumns, columnsKey, scopeOf, type BudgetColumn } from './columns.ts';
import { keyAction, type KeyAction } from './keys.ts';
import { moveRowTo } from './moving.ts';
import type { PanelName } from './panels.ts';
import { budgetRows, type BudgetRow } from './rows.ts';
import { startingText } from './startingText.ts';
import { trialFromNow, type Trial } from './trial.ts';
import { useBlockDeeds } from './useBlockDeeds.ts';
import { useGoing, type OnArrival } from './useGoing.ts';
import { useRowActions } from './useRowActions.ts';
import { whyNotTyped } from './whyNotTyped.ts';
import './budget.scss';
import { LABEL_WIDTHS, ROW_HEIGHTS, useBudgetView } from './view.ts';

/** What a second line of differences adds to the height of a row. */
const DIFFERENCE_HEIGHT = 13;

/** The budget: what comes in and goes out, line by line and month by month. */
export function BudgetPage() {
  const state = useSessionState();
  const notices = useNotices();
  const shell = useShell();
  const { planId = '' } = useParams();
  const { document, model } = state;
  const plan = planOf(document);
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years);
  const [view, changeView] = useBudgetView(planId);
  const [trial, setTrial] = useState<Trial | null>(null);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [dialog, setDialog] = useState<BudgetDialog | null>(null);
  const printing = usePrinting();

  // The model changes in place; this is another object with every change of the document.
  const shown = useMemo(() => ({ model, document }), [model, document]);
  const scope = useMemo(() => scopeOf(shown.model, view, year), [shown, view, year]);
  const budget = useMemo(() => budgetRows(shown.model, view, scope), [shown, view, scope]);
  const { rows, footer } = budget;
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  const computed = useMemo(() => budgetColumns(shown.model, view, rows, year), [shown, rows, view, year]);
  // Most edits leave every column as it is; then no row is laid out again.
  const columns = useSame(computed, columnsKey(computed));
  const [selection, setSelection, chosen] = useAnchoredSelection(selectOne({ row: 1, column: 1 }), {
    rows: all,
    columns,
  });
  const place = activeOf(selection);
  const row = all[place.row];
  const column = columns[place.column];
  const [editing, setEditing] = useState<Editing | null>(null);
  const grid = useRef<GridHandle>(null);
  const editor = useRef<CellEditorHandle>(null);
  const rowActions = useRowActions(rows, view);
  const { send } = rowActions;

  const isEmpty = document.groups.size === 0;
  useLayoutEffect(() => grid.current?.focus(), [isEmpty]);

  // The keys are the grid's again when an editor or dialog has gone.
  useLayoutEffect(() => {
    if (editing === null && dialog === null) grid.current?.focus();
  }, [editing, dialog]);

  // An editor whose cell is not there any more has said what became of what was typed; the keys are the grid's again.
  const isEdited = editing !== null && editing.row === row?.key && editing.column === column?.id;
  useEffect(() => {
    if (editing !== null && !isEdited) setEditing(null);
  }, [editing, isEdited]);

  const block = isBlock(selection);
  const cells = useMemo(
    () => (block ? cellsIn(selection, all, columns, shown.model) : []),
    [block, selection, all, columns, shown],
  );

  const beginEditing = useCallback(
    (target: BudgetRow, where: BudgetColumn, typed?: string, asRule = false) => {
      if (where.id === 'label') {
        if (target.kind === 'line')
          setEditing({ kind: 'name', ...cellOf(target, where), text: typed ?? target.line.name });
        else if (target.kind === 'heading') setDialog({ kind: 'group', group: target.group.id });
        return;
      }
      const refusal = whyNotTyped(target, where, document, year);
      if (refusal) return notices.say({ text: refusal, tone: 'plain' });
      const start =
        typed === undefined
          ? startingText(model, (target as Extract<BudgetRow, { kind: 'line' }>).line, where.month!, asRule)
          : { text: typed, selected: false, asRule: false };
      setEditing({ kind: 'figure', ...cellOf(target, where), start });
    },
    [document, model, notices, year],
  );

  const arrive = useCallback(
    (at: GridPlace, then: OnArrival) => {
      setSelection(selectOne(at));
      grid.current?.focus();
      const target = all[at.row]!;
      if (then === 'name' && target.kind === 'line') beginEditing(target, columns[0]!);
      else if (then === 'figure' || then === 'rule')
        beginEditing(target, columns[at.column]!, undefined, then === 'rule');
    },
    [all, columns, beginEditing, setSelection],
  );
  const show = useGoing({ all, columns, scope, year, view, changeView, setYear, onArrive: arrive });

  /** Leaves the open editor, if that can be done without losing what was typed. */
  const leaveEditor = useCallback((): boolean => {
    if (!editing) return true;
    if (editor.current) {
      const left = editor.current.leave();
      // What cannot be taken keeps the keyboard, wherever the pointer went.
      if (!left) requestAnimationFrame(() => editor.current?.focus());
      return left;
    }
    setEditing(null);
    return true;
  }, [editing]);

  const select = useCallback(
    (next: GridPlace, how: 'one' | 'extend' | 'add') => {
      if (!leaveEditor()) return;
      setSelection((before) =>
        how === 'one' ? selectOne(next) : how === 'extend' ? extendTo(before, next) : addBlock(before, next),
      );
      grid.current?.focus();
    },
    [leaveEditor, setSelection],
  );

  const addLine = (target: BudgetRow) => {
    if (target.kind === 'total' || target.kind === 'side') return;
    const id = rowActions.addLine(target.group.id, target.kind === 'line' ? target.id : null);
    if (id !== null) show(id, null, 'name');
  };

  const move = (target: BudgetRow, direction: 1 | -1) => {
    // What is selected moves along, and stays in sight.
    if (rowActions.move(target, direction)) setSelection((same) => same);
  };

  const collapse = (target: BudgetRow) => {
    if (target.kind !== 'heading') return;
    const { id } = target.group;
    changeView({
      collapsed: target.collapsed ? view.collapsed.filter((other) => other !== id) : [...view.collapsed, id],
    });
  };

  const blockDeeds = useBlockDeeds({
    selection,
    all,
    columns,
    cells,
    isBlock: block,
    row,
    column,
    scope,
    view,
    year,
    send,
    onDialog: setDialog,
    onType: (text) => {
      if (block && cells.length > 0 && row && column) setEditing({ kind: 'block', ...cellOf(row, column), text });
      else if (row && column) beginEditing(row, column, text);
    },
  });

  const toggleTrial = () =>
    setTrial((before) => (before ? null : trialFromNow(document, state.history, new Date(), plan.locale)));

  const openPanel = (name: PanelName) => {
    if (name === 'rule' && row?.kind !== 'line') return notices.say({ text: 'Select a line to see its rule.' });
    // Cutting is trying: it shows what it does to every figure, and can be gone back on.
    if (name === 'fit' && !trial) setTrial(trialFromNow(document, state.history, new Date(), plan.locale));
    setPanel(panel === name ? null : name);
  };
  const stableOpenPanel = useStable(openPanel);
  const stableToggleTrial = useStable(toggleTrial);
  const lockYear = useStable(() => {
    send({ kind: 'year.lock', year, locked: !isYearLocked(document, year) });
  });
  const keepOrder = useStable(() => {
    const groups = [...document.groups.keys()]
      .map((group) => ({
        group,
        lines: rows.flatMap((each) => (each.kind === 'line' && each.group.id === group ? [each.id] : [])),
      }))
      .filter(({ lines }) => lines.length > 0);
    if (groups.length > 0) send({ kind: 'lines.order', groups });
    changeView({ sortBy: 'order' });
  });
  const closePanel = () => {
    setPanel(null);
    grid.current?.focus();
  };

  const act = (action: KeyAction, target: BudgetRow, where: BudgetColumn): void => {
    switch (action.kind) {
      case 'go': {
        const to = { row: action.row, column: action.column };
        return setSelection(action.extend ? extendTo(selection, to) : selectOne(to));
      }
      case 'year': {
        const next = years[years.indexOf(year) + action.step];
        if (next === undefined) return;
        setYear(next);
        const { from, to } = stretchOfYear(model.calendar, next);
        if (action.to !== 'same')
          setSelection(selectOne({ row: place.row, column: action.to === 'first' ? 1 : to - from }));
        return;
      }
      case 'open':
        if (target.kind === 'invitation' && action.typed === null) return addLine(target);
        if (block && cells.length > 0 && !action.asRule)
          return setEditing({ kind: 'block', ...cellOf(target, where), text: action.typed ?? '' });
        return beginEditing(target, where, action.typed ?? undefined, action.asRule);
      case 'addLine':
        return addLine(target);
      case 'duplicate':
        return rowActions.duplicate(target);
      case 'move':
        return move(target, action.direction);
      case 'remove':
        return rowActions.remove(target);
      case 'clear':
        return blockDeeds.clear();
      case 'menu':
        return openRowMenu();
      case 'shelf':
        return window.document
          .querySelector<HTMLElement>('.side-panel :is(input, select, button), .shelf input')
          ?.focus();
      case 'addBlock':
        return setSelection(addBlock(selection, place));
      case 'selectAll': {
        const last = columns.findLastIndex((candidate) => candidate.stretch !== undefined);
        return setSelection({
          ranges: [{ anchor: { row: 0, column: 1 }, focus: { row: rows.length - 1, column: last } }],
        });
      }
      case 'adjust':
        return blockDeeds.adjust();
      case 'note':
        if (target.id !== null && where.month !== undefined)
          setDialog({ kind: 'note', of: target.id, month: where.month });
        return;
      case 'try':
        return toggleTrial();
      case 'find':
        return window.document.querySelector<HTMLElement>('.filter-text')?.focus();
      case 'collapse':
        return collapse(target);
      case 'lock':
        return doToRow('lock', target);
      case 'rules':
        return changeView({ show: view.show === 'rules' ? 'figures' : 'rules' });
      case 'span':
        return changeView({ span: action.span });
      case 'panel':
        return openPanel(action.panel);
    }
  };

  const keyDown = (event: KeyboardEvent) => {
    if (isEdited || !row || !column || event.target !== event.currentTarget) return;
    const paged = view.span === 'month' || view.span === 'quarter';
    const action = keyAction(event, {
      ...place,
      rows: all.length,
      columns: columns.length,
      months: columns.filter((candidate) => candidate.stretch !== undefined).length,
      pageSize: grid.current?.pageSize() ?? 10,
      hasYearBefore: paged && year !== years[0],
      hasYearAfter: paged && year !== years.at(-1),
    });
    if (!action) return;
    event.preventDefault();
    act(action, row, column);
  };

  const done = (onward: Onward) => {
    setEditing(null);
    const step = onward === 'down' ? { row: 1, column: 0 } : onward === 'right' ? { row: 0, column: 1 } : null;
    if (step) setSelection(selectOne({ row: place.row + step.row, column: place.column + step.column }));
    // Before the editor goes: taking away what has the focus costs the browser far more.
    grid.current?.focus();
  };

  // Rows are drawn again only when what they show changes, but what they do is always done to the plan as it is.
  const doToRow = useStable((what: RowDeed, target: BudgetRow) => {
    switch (what) {
      case 'rename':
        if (target.kind === 'heading') setDialog({ kind: 'group', group: target.group.id });
        else if (target.kind === 'line') show(target.id, null, 'name');
        return;
      case 'addLine':
        return addLine(target);
      case 'duplicate':
        return rowActions.duplicate(target);
      case 'remove':
        return rowActions.remove(target);
      case 'moveUp':
        return move(target, -1);
      case 'moveDown':
        return move(target, 1);
      case 'collapse':
        return collapse(target);
      case 'lock':
        if (target.kind === 'line')
          send({ kind: 'line.set', line: target.id, settings: { locked: !target.line.locked } });
        return;
      case 'openRule':
        if (target.id !== null) show(target.id, column?.month ?? model.calendar.months[scope.from]!);
        return setPanel('rule');
      case 'highlight': {
        const of = target.id ?? (target.kind === 'heading' ? target.group.id : null);
        if (of !== null) setDialog({ kind: 'highlight', of });
      }
    }
  });
  const context: CellContext = {
    state,
    view,
    year,
    scope,
    trial,
    version: contextVersion({ state, view, year, scope, trial }),
    onRow: doToRow,
  };
  const doBelow = useStable((what: FootDeed) => {
    switch (what) {
      case 'adjust':
        return blockDeeds.adjust();
      case 'clear':
        return blockDeeds.clear();
      case 'draw':
        return blockDeeds.draw();
      case 'copy':
        return void copyText(blockDeeds.asText()).catch(() =>
          notices.say({ text: 'The browser does not let this be copied. Use Ctrl+C.', tone: 'warning' }),
        );
      case 'changeRule':
        return row && column && beginEditing(row, column, undefined, true);
      case 'openRule':
        return setPanel('rule');
      case 'note':
        return row?.id != null && month !== undefined && setDialog({ kind: 'note', of: row.id, month });
    }
  });
  const jump = useStable((id: string, at: number | null) => {
    const isHere = document.lines.has(id) || document.groups.has(id) || totalWithId(id) !== undefined;
    if (isHere) show(id, model.calendar.months[at ?? period] ?? null);
    else shell.goTo(id);
    return true;
  });
  const month = column?.month;
  const period = month === undefined ? -1 : model.calendar.months.indexOf(month);

  return (
    <div className={`budget negatives-${plan.negatives} density-${view.density} ${trial ? 'is-trying' : ''}`}>
      <div className="page-head">
        <h2>Budget</h2>
        <YearSwitch years={years} year={year} onChange={setYear} />
        {isYearLocked(document, year) && (
          <button
            type="button"
            className="tool year-lock"
            onClick={() => send({ kind: 'year.lock', year, locked: false })}
            title="Unlock the year"
          >
            <Icon name="lock" /> {year} is locked
          </button>
        )}
        <YearSummary year={year} trial={trial} />
        <button type="button" className="tool" onClick={() => setDialog({ kind: 'group', group: null })}>
          <Icon name="add" />
          New group
        </button>
      </div>
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
            onPanel={stableOpenPanel}
            onTry={stableToggleTrial}
            onLockYear={lockYear}
            onKeepOrder={keepOrder}
          />
          {trial && <TrialStrip trial={trial} onTrial={setTrial} />}
          <div className="budget-body">
            <Grid
              handle={grid}
              label={`Budget of ${plan.name}, ${year}`}
              columns={columns}
              rows={rows}
              footer={footer}
              rowHeight={ROW_HEIGHTS[view.density] + (trial ? DIFFERENCE_HEIGHT : 0)}
              selection={selection}
              chosen={chosen}
              cellOf={(target, where) => budgetCell(context, target, where)}
              versionOf={(target) => cellVersion(context, target)}
              editor={
                row === undefined || !isEdited
                  ? null
                  : activeEditor({ editing, row, month, period, cells, handle: editor, onDone: done })
              }
              onSelect={select}
              onOpen={(at) => beginEditing(all[at.row]!, columns[at.column]!)}
              onKeyDown={keyDown}
              onPaste={blockDeeds.paste}
              onCopy={blockDeeds.asText}
              complete={printing}
              onLabelWidth={(width) =>
                changeView({ labelWidth: Math.round(Math.min(LABEL_WIDTHS.most, Math.max(LABEL_WIDTHS.least, width))) })
              }
              reorder={{
                canDrag: (target) => target.kind === 'line' || target.kind === 'heading',
                onDrop: (dragged, target) => {
                  const command = rowActions.canMove() ? moveRowTo(document, dragged, target) : null;
                  if (command) send(command);
                },
              }}
            />
            {panel && (
              <PanelOf
                panel={panel}
                year={year}
                row={row}
                month={month ?? model.calendar.months[scope.from]!}
                onShow={show}
                onEdit={(line, at, asRule) => show(line, at, asRule ? 'rule' : 'figure')}
                onClose={closePanel}
              />
            )}
          </div>
        </>
      )}
      <BudgetFoot
        state={state}
        view={view}
        year={year}
        scope={scope}
        selection={selection}
        rows={all}
        columns={columns}
        cells={cells}
        onDo={doBelow}
        onJump={jump}
      />
      <PrintNotes />
      {dialog && <DialogOf dialog={dialog} onClose={() => setDialog(null)} />}
    </div>
  );
}

/** The cell an editor belongs to, wherever it moves. */
function cellOf(row: BudgetRow, column: BudgetColumn): { row: string; column: string } {
  return { row: row.key, column: column.id };
}

/** Opens the menu of the selected row; it takes the keys while it is open. */
function openRowMenu(): void {
  window.document.querySelector<HTMLElement>('.grid-row.has-active .row-more')?.click();
}

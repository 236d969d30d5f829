import {
  MAX_SERIES,
  isYearLocked,
  nameOf,
  planOf,
  stretchOfYear,
  totalWithId,
  unitOf,
  yearOf,
  yearsOf,
  type Month,
} from '@haushalt/core';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { Icon } from '../../app/Icon.tsx';
import { useNotices } from '../../app/Notices.tsx';
import { useShell } from '../../app/shell.ts';
import { usePrinting } from '../../app/usePrinting.ts';
import { useSame } from '../../app/useSame.ts';
import { useStable } from '../../app/useStable.ts';
import { useYear } from '../../app/useYear.ts';
import { YearSwitch } from '../../app/YearSwitch.tsx';
import { preloadFormulaField } from '../../formula/formulaField.ts';
import { Grid, type GridHandle } from '../../grid/Grid.tsx';
import {
  activeOf,
  addBlock,
  boundsOf,
  cutTo,
  extendTo,
  isBlock,
  placesIn,
  selectOne,
  type GridPlace,
  type GridSelection,
} from '../../grid/selection.ts';
import { newId } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { BlockEditor } from './BlockEditor.tsx';
import { BudgetFoot, type FootDeed } from './BudgetFoot.tsx';
import { BudgetToolbar } from './BudgetToolbar.tsx';
import { CellEditor, type CellEditorHandle, type Onward } from './CellEditor.tsx';
import { DialogOf, type BudgetDialog } from './DialogOf.tsx';
import { EmptyPlan, startWithUsualGroups } from './EmptyPlan.tsx';
import { NameEditor } from './NameEditor.tsx';
import { PanelOf } from './PanelOf.tsx';
import { PrintNotes } from './PrintNotes.tsx';
import { TrialStrip } from './TrialStrip.tsx';
import { YearSummary } from './YearSummary.tsx';
import { blockAsText, cellText, cellsIn, isException, readPasted } from './blocks.ts';
import { budgetCell, cellVersion, contextVersion, type CellContext, type RowDeed } from './cells.tsx';
import { budgetColumns, columnsKey, scopeOf, type BudgetColumn } from './columns.ts';
import { keyAction, type KeyAction } from './keys.ts';
import { moveRowTo } from './moving.ts';
import type { PanelName } from './panels.ts';
import { USUAL_CHART, freeTitle, plainSeries } from '../charts/draft.ts';
import { budgetRows, type BudgetRow } from './rows.ts';
import { startingText } from './startingText.ts';
import { trialFromNow, type Trial } from './trial.ts';
import { useRowActions } from './useRowActions.ts';
import { whyNotTyped } from './whyNotTyped.ts';
import './budget.scss';
import { LABEL_WIDTHS, NO_FILTER, ROW_HEIGHTS, useBudgetView } from './view.ts';

/** What a second line of differences adds to the height of a row. */
const DIFFERENCE_HEIGHT = 13;

/** What is being edited in the active cell. */
type Editing =
  | {
      readonly kind: 'figure';
      readonly start: { readonly text: string; readonly selected: boolean; readonly asRule: boolean };
    }
  | { readonly kind: 'block'; readonly text: string }
  | { readonly kind: 'name'; readonly text: string };

/** A place to go to as soon as it is there, and what to do then. */
interface Destination {
  readonly id: string;
  readonly month: Month | null;
  readonly then: 'nothing' | 'name' | 'figure' | 'rule';
}

/** The budget: what comes in and goes out, line by line and month by month. */
export function BudgetPage() {
  const session = useSession();
  const state = useSessionState();
  const notices = useNotices();
  const shell = useShell();
  const navigate = useNavigate();
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
  const [kept, setSelection] = useState<GridSelection>(() => selectOne({ row: 1, column: 1 }));
  const selection = useMemo(() => cutTo(kept, all.length, columns.length), [kept, all.length, columns.length]);
  const place = activeOf(selection);
  const row = all[place.row];
  const column = columns[place.column];
  const [editing, setEditing] = useState<Editing | null>(null);
  const [destination, setDestination] = useState<Destination | null>(null);
  const grid = useRef<GridHandle>(null);
  const editor = useRef<CellEditorHandle>(null);
  const rowActions = useRowActions(rows, view);
  const { send } = rowActions;

  useEffect(() => preloadFormulaField(), []);
  const isEmpty = document.groups.size === 0;
  useEffect(() => grid.current?.focus(), [isEmpty]);

  // The keys are the grid's again when an editor or dialog has gone.
  useLayoutEffect(() => {
    if (editing === null && dialog === null) grid.current?.focus();
  }, [editing, dialog]);

  const block = isBlock(selection);
  const cells = useMemo(
    () => (block ? cellsIn(selection, all, columns, shown.model) : []),
    [block, selection, all, columns, shown],
  );

  const beginEditing = useCallback(
    (target: BudgetRow, where: BudgetColumn, typed?: string, asRule = false) => {
      if (where.id === 'label') {
        if (target.kind === 'line') setEditing({ kind: 'name', text: typed ?? target.line.name });
        else if (target.kind === 'heading') setDialog({ kind: 'group', group: target.group.id });
        return;
      }
      const refusal = whyNotTyped(target, where, document, year);
      if (refusal) return notices.say({ text: refusal, tone: 'plain' });
      const start =
        typed === undefined
          ? startingText(model, (target as Extract<BudgetRow, { kind: 'line' }>).line, where.month!, asRule)
          : { text: typed, selected: false, asRule: false };
      setEditing({ kind: 'figure', start });
    },
    [document, model, notices, year],
  );

  // A place asked for is gone to once its row and column are there.
  useEffect(() => {
    if (!destination) return;
    const { id, month, then } = destination;
    const at = all.findIndex((candidate) => candidate.id === id);
    const where = month === null ? 0 : columns.findIndex((candidate) => candidate.month === month);
    if (at < 0 || where < 0) return;
    setDestination(null);
    setSelection(selectOne({ row: at, column: where }));
    grid.current?.focus();
    const target = all[at]!;
    if (then === 'name' && target.kind === 'line') setEditing({ kind: 'name', text: target.line.name });
    else if (then === 'figure' || then === 'rule') beginEditing(target, columns[where]!, undefined, then === 'rule');
  }, [destination, all, columns, beginEditing]);

  /** Shows a figure, opening what hides it. */
  const show = useCallback(
    (id: string, month: Month | null, then: Destination['then'] = 'nothing') => {
      const group = document.lines.get(id)?.group ?? id;
      const hidden = !all.some((candidate) => candidate.id === id);
      changeView({
        ...(month === null ? {} : { span: 'month' }),
        ...(hidden ? { filter: NO_FILTER, hideEmpty: false } : {}),
        collapsed: view.collapsed.filter((other) => other !== group),
      });
      if (month !== null) setYear(yearOf(month));
      setDestination({ id, month, then });
    },
    [document, all, changeView, view.collapsed, setYear],
  );

  // Another page may ask for a line or group.
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('show');
  const wantedMonth = search.get('month');
  // The address changes a little later than the page: each of its wishes is answered once.
  const { key: locationKey } = useLocation();
  const answered = useRef<string | null>(null);
  useEffect(() => {
    if (wanted === null || answered.current === locationKey) return;
    answered.current = locationKey;
    const month = model.calendar.months.find((each) => each === wantedMonth);
    show(wanted, month ?? (document.lines.has(wanted) ? (model.calendar.months[scope.from] ?? null) : null));
    setSearch({ year: String(month ? yearOf(month) : year) }, { replace: true });
  }, [wanted, wantedMonth, show, setSearch, document, model, scope, year, locationKey]);

  /** Leaves the open editor, if that can be done without losing what was typed. */
  const leaveEditor = useCallback((): boolean => {
    if (!editing) return true;
    if (editing.kind === 'figure' && editor.current) {
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
    [leaveEditor],
  );

  const addLine = (target: BudgetRow) => {
    if (target.kind === 'total' || target.kind === 'side') return;
    const id = rowActions.addLine(target.group.id, target.kind === 'line' ? target.id : null);
    if (id !== null) show(id, null, 'name');
  };

  const move = (target: BudgetRow, direction: 1 | -1) => {
    if (!rowActions.move(target, direction)) return;
    const moved = budgetRows(model, view, scope).rows.findIndex((candidate) => candidate.key === target.key);
    setSelection(selectOne({ row: moved, column: place.column }));
  };

  const collapse = (target: BudgetRow) => {
    if (target.kind !== 'heading') return;
    const { id } = target.group;
    changeView({
      collapsed: target.collapsed ? view.collapsed.filter((other) => other !== id) : [...view.collapsed, id],
    });
  };

  const clear = () => {
    if (block) {
      if (cells.length === 0) return notices.say({ text: 'Select months of lines to clear them.' });
      const exceptions = cells.filter((cell) => isException(document, cell));
      const places = (of: typeof cells) => of.map(({ line, month }) => ({ line, month }));
      if (exceptions.length > 0) send({ kind: 'figures.clear', cells: places(exceptions) });
      else
        send({
          kind: 'figures.set',
          as: 'exceptions',
          figures: places(cells).map((cell) => ({ ...cell, figure: null })),
        });
      return;
    }
    if (!row || !column) return;
    const refusal = whyNotTyped(row, column, document, year);
    if (refusal) return notices.say({ text: refusal });
    const month = column.month!;
    if (isException(document, { line: row.id!, month })) send({ kind: 'line.clearException', line: row.id!, month });
    else send({ kind: 'line.setFigure', line: row.id!, month, reach: 'month', figure: null });
  };

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

  const adjust = () => {
    const chosen = block ? cells : cellsIn(selection, all, columns, model);
    if (chosen.length === 0) notices.say({ text: 'Select months of lines to raise, lower or spread them.' });
    else setDialog({ kind: 'adjust', cells: chosen });
  };

  const textOfBlock = () =>
    blockAsText(selection, all, columns, (target, where) =>
      cellText(model, view, scope, target.id === null ? 'money' : unitOf(document, target.id), target, where),
    );

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
        if (block && cells.length > 0 && !action.asRule) return setEditing({ kind: 'block', text: action.typed ?? '' });
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
        return clear();
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
        return adjust();
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
    if (editing || !row || !column || event.target !== event.currentTarget) return;
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

  /** A single figure or rule is pasted as if it had been typed; a block goes to the lines and months from here on. */
  const paste = (text: string) => {
    if (text.trim() === '' || !row || !column || column.id === 'label') return;
    if (!/[\t\n\r]/.test(text.trim())) {
      if (block && cells.length > 0) setEditing({ kind: 'block', text: text.trim() });
      else beginEditing(row, column, text.trim());
      return;
    }
    const { top, left } = boundsOf(selection.ranges.at(-1)!);
    const pasted = readPasted(text, { row: top, column: left }, all, columns, document);
    if (pasted.problems.length > 0) return setDialog({ kind: 'paste', pasted });
    if (!send({ kind: 'figures.set', as: 'exceptions', figures: pasted.figures })) return;
    notices.say({
      text: pasted.figures.length === 1 ? 'One figure pasted.' : `${pasted.figures.length} figures pasted.`,
      action: { label: 'Undo', run: () => void session.undo() },
    });
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
  /** Makes a chart of the selected rows and shows it. */
  const draw = () => {
    const ids = [...new Set(placesIn(selection).flatMap((each) => all[each.row]?.id ?? []))].slice(0, MAX_SERIES);
    if (ids.length === 0) return notices.say({ text: 'Select rows with figures to draw them.' });
    const id = newId();
    const name = freeTitle(
      document,
      ids.length === 1 ? (nameOf(document, ids[0]!) ?? 'Chart') : 'Chart of a selection',
    );
    const settings = {
      ...USUAL_CHART.settings,
      name,
      year: view.span === 'month' ? year : null,
    };
    const series = ids.map((of) => plainSeries(of, 'line'));
    if (send({ kind: 'chart.set', id, settings, series })) void navigate(`/plans/${planId}/charts?chart=${id}`);
  };

  const doBelow = useStable((what: FootDeed) => {
    switch (what) {
      case 'adjust':
        return adjust();
      case 'clear':
        return clear();
      case 'draw':
        return draw();
      case 'copy':
        return void navigator.clipboard.writeText(textOfBlock());
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
              cellOf={(target, where) => budgetCell(context, target, where)}
              versionOf={(target) => cellVersion(context, target)}
              editor={editorFor()}
              onSelect={select}
              onOpen={(at) => beginEditing(all[at.row]!, columns[at.column]!)}
              onKeyDown={keyDown}
              onPaste={paste}
              onCopy={textOfBlock}
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

  function editorFor() {
    if (editing === null || row === undefined) return null;
    if (editing.kind === 'name')
      return <NameEditor line={row.kind === 'line' ? row.line : null} text={editing.text} onDone={done} />;
    if (editing.kind === 'block') return <BlockEditor cells={cells} text={editing.text} onDone={done} />;
    if (row.kind !== 'line' || month === undefined) return null;
    return (
      <CellEditor
        key={`${row.key}|${month}`}
        handle={editor}
        line={row.line}
        month={month}
        period={period}
        start={editing.start}
        onDone={done}
      />
    );
  }
}

/** Opens the menu of the selected row; it takes the keys while it is open. */
function openRowMenu(): void {
  window.document.querySelector<HTMLElement>('.grid-row.has-active .row-more')?.click();
}

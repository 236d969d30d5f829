import { planOf, stretchOfYear, yearsOf, type Command, type Document, type Month } from '@haushalt/core';
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useNotices } from '../../app/Notices.tsx';
import { useYear } from '../../app/useYear.ts';
import { YearSwitch } from '../../app/YearSwitch.tsx';
import { preloadFormulaField } from '../../formula/formulaField.ts';
import { Grid, type GridColumn, type GridHandle, type GridPlace } from '../../grid/Grid.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { ReckoningPanel } from '../../reckoning/ReckoningPanel.tsx';
import { Icon } from '../../app/Icon.tsx';
import { CellEditor, type CellEditorHandle, type Onward } from './CellEditor.tsx';
import { EmptyPlan, startWithUsualGroups } from './EmptyPlan.tsx';
import { GroupDialog } from './GroupDialog.tsx';
import { NameEditor } from './NameEditor.tsx';
import { YearSummary } from './YearSummary.tsx';
import { budgetCell, cellVersion } from './cells.tsx';
import { budgetColumns } from './columns.ts';
import { keyAction, type KeyAction } from './keys.ts';
import { moveGroup, moveLine, moveRowTo } from './moving.ts';
import { budgetRows, type BudgetRow } from './rows.ts';
import { startingText } from './startingText.ts';

const ROW_HEIGHT = 24;

/** What is being edited in the active cell. */
type Editing =
  | {
      readonly kind: 'figure';
      readonly start: { readonly text: string; readonly selected: boolean; readonly asRule: boolean };
    }
  | { readonly kind: 'name'; readonly text: string };

/** The budget: what comes in and goes out, line by line and month by month. */
export function BudgetPage() {
  const session = useSession();
  const state = useSessionState();
  const notices = useNotices();
  const { document, model } = state;
  const plan = planOf(document);
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years);

  const { rows, footer } = useMemo(() => budgetRows(document), [document]);
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  // The model changes in place, always together with the document.
  const columns = useMemo(() => budgetColumns(model, document, rows, year), [model, document, rows, year]);
  const [active, setActive] = useState<GridPlace>({ row: 1, column: 1 });
  const [editing, setEditing] = useState<Editing | null>(null);
  const [groupDialog, setGroupDialog] = useState<{ readonly group: string | null } | null>(null);
  const [pendingActive, setPendingActive] = useState<string | null>(null);
  const grid = useRef<GridHandle>(null);
  const editor = useRef<CellEditorHandle>(null);

  useEffect(() => preloadFormulaField(), []);
  const isEmpty = document.groups.size === 0;
  useEffect(() => grid.current?.focus(), [isEmpty]);

  const place = useMemo(
    () => ({
      row: Math.min(active.row, all.length - 1),
      column: Math.min(active.column, columns.length - 1),
    }),
    [active, all.length, columns.length],
  );
  const row = all[place.row];
  const column = columns[place.column];

  /** A line just added is found by its key once it is there, and its name is asked for. */
  useEffect(() => {
    if (pendingActive === null) return;
    const at = all.findIndex((candidate) => candidate.key === pendingActive);
    if (at < 0) return;
    setActive({ row: at, column: 0 });
    setPendingActive(null);
    const added = all[at]!;
    if (added.kind === 'line') setEditing({ kind: 'name', text: added.line.name });
  }, [pendingActive, all]);

  const send = useCallback(
    (command: Command): boolean => {
      const refusal = session.send(command);
      if (refusal) notices.say({ text: refusal.message, tone: 'warning' });
      return refusal === null;
    },
    [session, notices],
  );

  /** Leaves the open editor, if that can be done without losing what was typed. */
  const leaveEditor = useCallback((): boolean => {
    if (!editing) return true;
    if (editing.kind === 'figure' && editor.current) return editor.current.leave();
    setEditing(null);
    return true;
  }, [editing]);

  const activate = useCallback(
    (next: GridPlace) => {
      if (!leaveEditor()) return;
      setActive(next);
      grid.current?.focus();
    },
    [leaveEditor],
  );

  const open = useCallback(
    (at: GridPlace, typed?: string, asRule = false) => {
      const target = all[at.row];
      const where = columns[at.column];
      if (!target || !where) return;
      if (where.id === 'label') {
        if (target.kind === 'line') setEditing({ kind: 'name', text: typed ?? target.line.name });
        else if (target.kind === 'heading') setGroupDialog({ group: target.group.id });
        return;
      }
      if (target.kind !== 'line' || where.month === undefined) {
        if (typed !== undefined) notices.say({ text: whyNotTyped(target, where.month !== undefined), tone: 'plain' });
        return;
      }
      const start =
        typed === undefined
          ? startingText(model, target.line, where.month, asRule)
          : { text: typed, selected: false, asRule: false };
      setEditing({ kind: 'figure', start });
    },
    [all, columns, model, notices],
  );

  const addLine = useCallback(
    (group: string, after: string | null) => {
      const lines = rows.filter((candidate) => candidate.kind === 'line' && candidate.group.id === group);
      const at = lines.findIndex((candidate) => candidate.id === after);
      const before = at < 0 ? null : (lines[at + 1]?.id ?? null);
      const id = newId();
      if (send({ kind: 'line.add', id, group, name: freeLineName(document), unit: 'money', before }))
        setPendingActive(id);
    },
    [rows, send, document],
  );

  const remove = useCallback(
    (target: BudgetRow) => {
      const done =
        target.kind === 'line'
          ? send({ kind: 'line.delete', line: target.id })
          : target.kind === 'heading' && send({ kind: 'group.delete', group: target.group.id });
      if (done)
        notices.say({ text: `${target.label} is deleted.`, action: { label: 'Undo', run: () => void session.undo() } });
    },
    [send, notices, session],
  );

  const duplicate = useCallback(
    (target: BudgetRow) => {
      if (target.kind === 'line') send({ kind: 'line.duplicate', line: target.id, id: newId() });
      else if (target.kind === 'heading') send({ kind: 'group.duplicate', group: target.group.id, id: newId() });
    },
    [send],
  );

  const move = useCallback(
    (target: BudgetRow, direction: 1 | -1) => {
      const command =
        target.kind === 'line'
          ? moveLine(document, rows, target.line, direction)
          : target.kind === 'heading'
            ? moveGroup(document, target.group, direction)
            : null;
      if (!command || !send(command)) return;
      const moved = budgetRows(session.state.document).rows;
      setActive((before) => ({ ...before, row: moved.findIndex((candidate) => candidate.key === target.key) }));
    },
    [document, rows, send, session],
  );

  const clear = useCallback(
    (target: BudgetRow, month: Month) => {
      if (target.kind !== 'line') return notices.say({ text: whyNotTyped(target, true) });
      const exception = document.exceptions.has(`${target.id}:${month}`);
      if (exception) send({ kind: 'line.clearException', line: target.id, month });
      else send({ kind: 'line.setFigure', line: target.id, month, reach: 'month', figure: null });
    },
    [document, notices, send],
  );

  const act = (action: KeyAction, target: BudgetRow, month: Month | undefined): void => {
    switch (action.kind) {
      case 'go':
        return setActive({ row: action.row, column: action.column });
      case 'year': {
        const next = years[years.indexOf(year) + action.step];
        if (next === undefined) return;
        setYear(next);
        const { from, to } = stretchOfYear(model.calendar, next);
        if (action.to !== 'same') setActive({ ...place, column: action.to === 'first' ? 1 : to - from });
        return;
      }
      case 'open':
        if (target.kind === 'invitation' && action.typed === null) return addLine(target.group.id, null);
        return open(place, action.typed ?? undefined, action.asRule);
      case 'addLine':
        if (target.kind !== 'total') addLine(target.group.id, target.kind === 'line' ? target.id : null);
        return;
      case 'duplicate':
        return duplicate(target);
      case 'move':
        return move(target, action.direction);
      case 'remove':
        return remove(target);
      case 'clear':
        return month === undefined ? undefined : clear(target, month);
      case 'menu':
        return openRowMenu();
      case 'shelf':
        return window.document.querySelector<HTMLElement>('.shelf input')?.focus();
    }
  };

  const keyDown = (event: KeyboardEvent) => {
    if (editing || !row || !column || event.target !== event.currentTarget) return;
    const action = keyAction(event, {
      ...place,
      rows: all.length,
      columns: columns.length,
      months: columns.filter((candidate) => candidate.month !== undefined).length,
      pageSize: grid.current?.pageSize() ?? 10,
      hasYearBefore: year !== years[0],
      hasYearAfter: year !== years.at(-1),
    });
    if (!action) return;
    event.preventDefault();
    act(action, row, column.month);
  };

  /** A single figure or rule is pasted as if it had been typed, with its reach still to be chosen. */
  const paste = (text: string) => {
    const body = text.trim();
    if (body === '' || column?.id === 'label') return;
    if (/[\t\n\r]/.test(body))
      notices.say({
        text: 'What you are pasting is more than one figure. Paste a single one into a month.',
        tone: 'warning',
      });
    else open(place, body);
  };

  const done = (onward: Onward) => {
    setEditing(null);
    if (onward === 'down') setActive((before) => ({ ...before, row: Math.min(all.length - 1, before.row + 1) }));
    if (onward === 'right')
      setActive((before) => ({ ...before, column: Math.min(columns.length - 1, before.column + 1) }));
    grid.current?.focus();
  };

  const actions = useMemo(
    () => ({
      rename: (target: BudgetRow) => {
        if (target.kind === 'heading') return setGroupDialog({ group: target.group.id });
        setActive({ row: all.findIndex((candidate) => candidate.key === target.key), column: 0 });
        if (target.kind === 'line') setEditing({ kind: 'name', text: target.line.name });
      },
      addLine: (target: BudgetRow) =>
        target.kind !== 'total' && addLine(target.group.id, target.kind === 'line' ? target.id : null),
      duplicate,
      remove,
      move,
      send,
    }),
    [all, addLine, duplicate, remove, move, send],
  );

  const cellOf = (target: BudgetRow, where: GridColumn) => budgetCell(state, target, where, year, actions);
  const versionOf = (target: BudgetRow) => cellVersion(state, target, year);
  const month = column?.month;
  const period = month === undefined ? -1 : model.calendar.months.indexOf(month);

  return (
    <div className="budget">
      <div className="page-head">
        <h2>Budget</h2>
        <YearSwitch years={years} year={year} onChange={setYear} />
        <YearSummary year={year} />
        <button type="button" className="tool" onClick={() => setGroupDialog({ group: null })}>
          <Icon name="add" />
          New group
        </button>
      </div>
      {isEmpty ? (
        <EmptyPlan onAdd={() => setGroupDialog({ group: null })} onStart={() => startWithUsualGroups(send)} />
      ) : (
        <Grid
          handle={grid}
          label={`Budget of ${plan.name}, ${year}`}
          columns={columns}
          rows={rows}
          footer={footer}
          rowHeight={ROW_HEIGHT}
          active={place}
          editing={editing !== null}
          cellOf={cellOf}
          versionOf={versionOf}
          editor={
            editing === null || row === undefined ? null : editing.kind === 'name' ? (
              <NameEditor line={row.kind === 'line' ? row.line : null} text={editing.text} onDone={done} />
            ) : (
              row.kind === 'line' &&
              month !== undefined && (
                <CellEditor
                  key={`${row.key}|${month}`}
                  handle={editor}
                  line={row.line}
                  month={month}
                  period={period}
                  start={editing.start}
                  onDone={done}
                />
              )
            )
          }
          onActivate={activate}
          onOpen={open}
          onKeyDown={keyDown}
          onPaste={paste}
          reorder={{
            canDrag: (target) => target.kind === 'line' || target.kind === 'heading',
            onDrop: (dragged, target) => {
              const command = moveRowTo(document, dragged, target);
              if (command) send(command);
            },
          }}
        />
      )}
      {row?.id != null && (
        <ReckoningPanel
          id={row.id}
          period={period >= 0 ? period : stretchOfYear(model.calendar, year).from}
          wholeYear={period < 0 ? year : null}
          onJump={(id, at) => {
            const to = all.findIndex((candidate) => candidate.id === id);
            if (to < 0) return false;
            const target = model.calendar.months[at ?? period];
            if (target) setYear(Number(target.slice(0, 4)));
            setActive({ row: to, column: target ? monthColumn(model.calendar.first, target) : place.column });
            return true;
          }}
          onChangeRule={row.kind === 'line' && month !== undefined ? () => open(place, undefined, true) : null}
          onClearException={
            row.kind === 'line' && month !== undefined && document.exceptions.has(`${row.id}:${month}`)
              ? () => send({ kind: 'line.clearException', line: row.id, month })
              : null
          }
        />
      )}
      {groupDialog && <GroupDialog group={groupDialog.group} onClose={() => setGroupDialog(null)} />}
    </div>
  );
}

/** The column a month has in its year, which begins with the plan's first month in the first year. */
function monthColumn(first: Month, month: Month): number {
  const sameYear = first.slice(0, 4) === month.slice(0, 4);
  return Number(month.slice(5)) - (sameYear ? Number(first.slice(5)) - 1 : 0);
}

/** Opens the menu of the selected row with its first entry focused. */
function openRowMenu(): void {
  const menu = window.document.querySelector<HTMLElement>('.grid-row.has-active .row-menu');
  menu?.querySelector<HTMLElement>('.row-more')?.click();
  requestAnimationFrame(() => menu?.querySelector<HTMLElement>('.dropdown-item')?.focus());
}

function whyNotTyped(row: BudgetRow, isMonth: boolean): string {
  if (row.kind === 'heading' || row.kind === 'invitation')
    return 'Figures belong to lines. Press + to add a line to this group.';
  if (!isMonth) return 'This is computed from the months. Type into a month instead.';
  return `${row.label} is computed from its lines and cannot be typed over.`;
}

function freeLineName(document: Document): string {
  const taken = new Set(
    [...document.lines.values(), ...document.groups.values(), ...document.assumptions.values()].map((row) =>
      row.name.toLowerCase(),
    ),
  );
  for (let count = 1; ; count++) {
    const name = count === 1 ? 'New line' : `New line ${count}`;
    if (!taken.has(name.toLowerCase())) return name;
  }
}

import {
  directionOf,
  eachDay,
  entryOf,
  firstDay,
  givenOf,
  groupsWithLines,
  lastDay,
  minorUnitsIn,
  planOf,
  readAmount,
  spendingIn,
  today,
  usualAccounts,
  writeFigure,
  writeForEntry,
  type Document,
  type GroupRow,
  type LedgerEntry,
  type LineRow,
} from '@haushalt/core';
import { useMemo, useRef, useState } from 'react';
import { Select } from '../../fields/Select.tsx';
import { Grid } from '../../grid/Grid.tsx';
import { TextEditor } from '../../grid/TextEditor.tsx';
import type { ColumnEditing, EditorProps } from '../../grid/editing.ts';
import { textInCell, type GridCell, type GridColumn, type GridRow } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { t, wordsLocale } from '../../language/language.ts';
import { EntryList } from '../../parts/ledger/EntryList.tsx';
import { useAllEntries } from '../../parts/ledger/useLedger.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { useOthersHere } from '../../parts/people/useOthersHere.ts';
import { usePrinting } from '../../ui/usePrinting.ts';
import { widthOf } from '../../ui/widthOf.ts';
import type { ViewProps } from './MonthView.tsx';

interface SheetViewProps extends ViewProps {
  readonly onOpenEntry: (entry: LedgerEntry) => void;
}

/** A day of the sheet, or what stands below its lines. */
interface SheetRow extends GridRow {
  readonly day: string | null;
  readonly figure: FootFigure | null;
}

const FOOT = ['total', 'budget', 'carryOver', 'remaining'] as const;
type FootFigure = (typeof FOOT)[number];
/** The choice of all groups with day-to-day costs. */
const DAY_TO_DAY = '';

/** The month as a sheet: days down, lines across; a figure that is typed is an entry of that day. */
export function SheetView({ planId, month, ledger, entering, onOpenEntry }: SheetViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const printing = usePrinting();
  const list = useRef<HTMLDivElement>(null);
  const [group, setGroup] = useState(DAY_TO_DAY);
  const groups = useMemo(() => groupsOfMoney(document), [document]);
  const lines = useMemo(() => linesOfSheet(groups, group), [groups, group]);
  const ids = useMemo(() => lines.map(({ id }) => id), [lines]);
  const days = useMemo(() => ({ from: firstDay(month), to: lastDay(month) }), [month]);
  const { entries, isLoading, problem } = useAllEntries(planId, { ...days, lines: ids });
  const byCell = useMemo(() => {
    const cells = new Map<string, LedgerEntry[]>();
    for (const entry of entries) {
      const key = `${entry.date}|${entry.line}`;
      cells.set(key, [...(cells.get(key) ?? []), entry]);
    }
    return cells;
  }, [entries]);
  const usual = useMemo(() => usualAccounts(document, ledger.sums), [document, ledger.sums]);
  const spent = useMemo(() => {
    const period = model.calendar.months.indexOf(month);
    return new Map(spendingIn(model, ledger, { from: period, to: period + 1 }).map((row) => [row.id, row]));
  }, [model, ledger, month]);
  const units = minorUnitsIn(document);
  const sumOf = (cell: readonly LedgerEntry[], line: string) =>
    cell.reduce((sum, { amount }) => sum + amount * directionOf(document, line), 0) / units;

  const rows = useMemo(() => {
    const format = new Intl.DateTimeFormat(wordsLocale(plan.locale), {
      weekday: 'short',
      day: 'numeric',
      timeZone: 'UTC',
    });
    return eachDay(days.from, days.to).map((day): SheetRow => {
      const date = new Date(`${day}T00:00Z`);
      const isWeekend = date.getUTCDay() % 6 === 0;
      const look = `${isWeekend ? 'is-weekend' : ''} ${day === today() ? 'is-today' : ''}`;
      return { key: day, label: format.format(date), className: `line ${look}`, day, figure: null };
    });
  }, [days, plan.locale]);
  // What is brought over from earlier months is a part of what remains.
  const hasCarryOver = ids.some((id) => (spent.get(id)?.carryOver ?? 0) !== 0);
  const footer = useMemo(
    () =>
      FOOT.filter((figure) => figure !== 'carryOver' || hasCarryOver).map((figure): SheetRow => ({
        key: figure,
        label: t(`spending.sheetFoot.${figure}`),
        className: figure === 'total' ? 'total' : 'line',
        day: null,
        figure,
      })),
    [hasCarryOver],
  );
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  const columns = useMemo(
    (): GridColumn[] => [
      { id: 'label', heading: t('spending.day'), width: 92, pin: 'start', className: 'label' },
      ...lines.map(({ id, name }) => ({
        id,
        heading: name,
        width: Math.max(88, Math.min(190, Math.ceil(widthOf(name) * 1.1) + 24)),
        pin: null,
      })),
    ],
    [lines],
  );
  const cellOf = (row: SheetRow, { id }: GridColumn): GridCell => {
    if (id === 'label') return { content: <span className="label-text">{row.label}</span>, parts: [row.label] };
    if (row.figure !== null) {
      const source = spent.get(id);
      const value =
        source &&
        { budget: source.budget, carryOver: source.carryOver, remaining: source.remaining, total: source.actual }[
          row.figure
        ];
      return value == null
        ? { content: '' }
        : { className: `tabular ${value < 0 ? 'negative' : ''}`, content: writeFigure(value, 'money', plan) };
    }
    const cell = byCell.get(`${row.day}|${id}`) ?? [];
    if (cell.length === 0) return { content: '' };
    const text = writeFigure(sumOf(cell, id), 'money', plan);
    const words = cell.map(({ what, note }) => [what, note].filter((part) => part !== '').join(', ')).join('; ');
    return cell.length === 1
      ? { className: 'tabular', content: text, title: words }
      : {
          className: 'tabular',
          title: t('spending.severalEntries', { count: cell.length }),
          parts: [text, cell.length],
          content: (
            <>
              <small className="cell-count">{cell.length}</small> {text}
            </>
          ),
        };
  };
  const editing = useMemo(
    (): ColumnEditing<SheetRow, GridColumn> => ({
      readOnlyReason: (row, column) =>
        row.day === null || column.id === 'label' ? t('spending.readOnly.total') : null,
      begin(row, column) {
        const [entry] = byCell.get(`${row.day}|${column.id}`) ?? [];
        const value = entry && (entry.amount * directionOf(document, column.id)) / units;
        return { text: value === undefined ? '' : writeForEntry(value, 'money', plan.locale), options: {} };
      },
      read(target, { text }) {
        const cell = byCell.get(`${target.row}|${target.column}`) ?? [];
        const [before] = cell;
        const set = (after: LedgerEntry | null) => ({
          command: {
            kind: 'entries.set' as const,
            entries: [
              {
                entry: (after ?? before)!.id,
                before: before ? givenOf(before) : null,
                after: after && givenOf(after),
              },
            ],
          },
        });
        if (text.trim() === '') return before ? set(null) : { command: null };
        const read = readAmount(text, document);
        if (!read.ok) return { refusal: { code: 'invalid', message: read.message } };
        if (read.amount === 0) return before ? set(null) : { command: null };
        const amount = read.amount * directionOf(document, target.column);
        if (before) return set({ ...before, amount });
        return set(entryOf(newId(), { date: target.row, line: target.column, account: usual(target.column), amount }));
      },
      Editor: SheetEditor,
    }),
    [byCell, document, plan.locale, units, usual],
  );
  const control = useGrid<SheetRow, GridColumn>({
    rows: all,
    columns,
    first: {
      row: Math.max(
        0,
        rows.findIndex(({ day }) => day === today()),
      ),
      column: 1,
    },
    editingOf: () => editing,
    send: (command) => send(command, undefined, true),
    onOpen(row, column) {
      // Several entries of a day are opened beside the sheet, where each can be changed.
      const cell = byCell.get(`${row.day}|${column.id}`) ?? [];
      if (cell.length < 2) return false;
      list.current?.querySelector('button')?.focus();
      return true;
    },
    onClear() {
      const cell = byCell.get(`${control.row?.day}|${control.column?.id}`) ?? [];
      if (cell.length === 0) return;
      const removed = cell.map((entry) => ({ entry: entry.id, before: givenOf(entry), after: null }));
      send({ kind: 'entries.set', entries: removed }, t('spending.entriesDeleted', { count: cell.length }));
    },
    textOf: (row, column) => (column.id === 'label' ? row.label : textInCell(cellOf(row, column))),
  });
  const others = useOthersHere('spending', control);
  const chosen = byCell.get(`${control.row?.day}|${control.column?.id}`) ?? NO_ENTRIES;
  const line = lines.find(({ id }) => id === control.column?.id);

  return (
    <>
      <div className="view-tools">
        <label>
          {t('spending.linesShown')}
          <Select value={group} onChange={(event) => setGroup(event.target.value)}>
            <option value={DAY_TO_DAY}>{t('spending.dayToDay')}</option>
            {groups.map((each) => (
              <option key={each.group.id} value={each.group.id}>
                {each.group.name}
              </option>
            ))}
          </Select>
        </label>
        <span className="quiet">{problem ?? (isLoading ? t('spending.loading') : t('spending.typeToAddEntry'))}</span>
      </div>
      {lines.length === 0 ? (
        <div className="empty-state">
          <p>{t('spending.noDayToDayLines')}</p>
        </div>
      ) : (
        <div className="spending-body is-sheet">
          <Grid
            control={control}
            label={t('spending.sheetView')}
            columns={columns}
            rows={rows}
            footer={footer}
            rowHeight={24}
            cellOf={cellOf}
            partsOf={() => [plan, byCell, spent, lines]}
            complete={printing}
            others={others}
          />
          <div ref={list} className="spending-entries">
            <EntryList
              title={[line?.name ?? '', control.row?.label ?? ''].filter((part) => part !== '').join(', ')}
              entries={chosen}
              total={chosen.length}
              isLoading={isLoading}
              problem={problem}
              ofOneLine
              empty={t('spending.nothingOnThisDay')}
              expected={NO_EXPECTED}
              today={today()}
              onChange={onOpenEntry}
              onRemove={entering.remove}
              onConfirm={() => {}}
              onSkip={() => {}}
            />
          </div>
        </div>
      )}
    </>
  );
}

const NO_ENTRIES: readonly LedgerEntry[] = [];
const NO_EXPECTED: readonly never[] = [];

function SheetEditor(props: EditorProps<SheetRow, GridColumn>) {
  const { document } = useSessionState();
  const name = document.lines.get(props.column.id)?.name ?? '';
  return <TextEditor {...props} label={t('spending.amountOf', { line: name, day: props.row.label })} onward="down" />;
}

type GroupOfSheet = { readonly group: GroupRow; readonly lines: readonly LineRow[] };

function groupsOfMoney(document: Document): GroupOfSheet[] {
  return groupsWithLines(document)
    .filter(({ group }) => group.side !== 'memo')
    .map(({ group, lines }) => ({ group, lines: lines.filter(({ unit }) => unit === 'money') }))
    .filter(({ lines }) => lines.length > 0);
}

function linesOfSheet(groups: readonly GroupOfSheet[], chosen: string): LineRow[] {
  return groups
    .filter(({ group }) => (chosen === DAY_TO_DAY ? group.rhythm === 'dayToDay' : group.id === chosen))
    .flatMap(({ lines }) => lines);
}

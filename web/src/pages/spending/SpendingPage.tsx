import {
  NET,
  monthInWords,
  nameOf,
  planOf,
  spendingIn,
  stretchAround,
  writeWithUnit,
  yearIn,
  nameOfYear,
  type Calendar,
  type EntryFields,
  type LedgerEntry,
  type Refusal,
  type Month,
  type SpendingRow,
} from '@haushalt/core';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { MonthSwitch } from '../../parts/plan/MonthSwitch.tsx';
import { presentMonth } from '../../parts/plan/useYear.ts';
import { useNotices } from '../../ui/Notices.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { usePrinting } from '../../ui/usePrinting.ts';
import { Grid } from '../../grid/Grid.tsx';
import { selectOne } from '../../grid/selection.ts';
import { textInCell, type GridColumn } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { useEntries, useLedger } from '../../parts/ledger/useLedger.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { EntryForm, draftOf, type EntryDraft } from './EntryForm.tsx';
import { EntryList } from './EntryList.tsx';
import { hurts, spentCell, spendingColumns, spentRows, type SpentRow } from './spendingCells.tsx';
import './spending.scss';
import { messages } from '../../messages/spending.ts';

/** What really happened: entries, and how they stand to the budget, line by line. */
export function SpendingPage() {
  const { planId = '' } = useParams();
  const { document, model } = useSessionState();
  const notices = useNotices();
  const plan = planOf(document);
  const { months } = model.calendar;
  const [month, setMonth] = useMonth(model.calendar);
  const [span, setSpan] = useState<'month' | 'year'>('month');
  const { actuals, accounts, isLoading, problem } = useLedger(planId);
  const send = useSend();
  const [draft, setDraft] = useState<EntryDraft>(() => emptyDraft(month));
  const firstField = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLDivElement>(null);
  const printing = usePrinting();

  const period = months.indexOf(month);
  const yearFrom = stretchAround(model.calendar, period, 'year').from;
  const from = span === 'month' ? period : yearFrom;
  const spending = useMemo(() => spendingIn(model, actuals, { from, to: period + 1 }), [model, actuals, from, period]);
  const { rows, footer } = useMemo(() => spentRows(spending), [spending]);
  const columns = useMemo(() => spendingColumns(spending, plan), [spending, plan]);
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  const openEntries = () => list.current?.querySelector('button')?.focus();
  const control = useGrid<SpentRow, GridColumn>({
    rows: all,
    columns,
    onOpen(_row, _column, typed) {
      if (typed === null) openEntries();
      return true;
    },
    onKey(event) {
      if (event.ctrlKey || event.metaKey || event.key !== 'F6') return false;
      openEntries();
      return true;
    },
    textOf: (row, column) => textInCell(spentCell(row, column, plan)),
  });
  const chosen = control.row?.of;
  const ofLine = chosen?.kind === 'line' ? chosen.id : null;
  const asked = { from: months[from]!, to: month, lines: linesOf(spending, chosen) };
  const entries = useEntries(planId, asked);
  const when = monthInWords(month, plan.locale);
  const shownMonths =
    span === 'month'
      ? when
      : messages.until(nameOfYear(document, yearIn(document, month)), monthInWords(month, plan.locale, 'name'));

  const called = (entry: LedgerEntry) => entry.what || (nameOf(document, entry.line) ?? messages.anEntry);
  const writeNew = (line = ofLine ?? '') => setDraft({ ...emptyDraft(month), line, account: draft.account });
  const goTo = (next: Month) => {
    setMonth(next);
    if (draft.before === null && draft.what === '' && draft.amount === '')
      setDraft({ ...draft, date: dayIn(next, new Date()) });
  };
  /** Does a change, and offers to take it back. */
  const changing = (
    text: string,
    id: string,
    before: LedgerEntry | null,
    after: LedgerEntry | null,
  ): Refusal | null => {
    return send({ kind: 'entry.set', entry: id, before: fieldsOf(before), after: fieldsOf(after) }, text, true);
  };
  const enter = (entry: LedgerEntry): Refusal | null => {
    const { before } = draft;
    const refusal = changing(
      before ? messages.changed(called(entry)) : messages.entered(called(entry)),
      entry.id,
      before,
      entry,
    );
    if (refusal) return refusal;
    // The line it belongs to is selected, so that it is seen among its entries.
    const at = rows.findIndex(({ of }) => of.id === entry.line);
    if (at >= 0) control.select(selectOne({ row: at, column: control.place.column }));
    setDraft({ ...emptyDraft(month), date: entry.date, line: entry.line, account: entry.account });
    firstField.current?.focus();
    return null;
  };
  const removeEntry = (entry: LedgerEntry) => {
    const refusal = changing(messages.removed(called(entry)), entry.id, entry, null);
    if (refusal) notices.say({ text: refusal.message, tone: 'warning' });
    if (draft.id === entry.id) writeNew(entry.line);
  };
  const change = (entry: LedgerEntry) => {
    setDraft(draftOf(entry, document));
    firstField.current?.focus();
  };

  const pageKeys = (event: KeyboardEvent) => {
    const typing = (event.target as Element).closest('input, select') !== null;
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = months[period + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) goTo(next);
    } else if (!typing && !event.altKey && !event.ctrlKey && event.key.toLowerCase() === 'n') {
      writeNew();
      firstField.current?.focus();
    } else if (event.key === 'F6' && !(event.target as Element).closest('[role=grid]')) control.focus();
    else return;
    event.preventDefault();
  };

  const summary =
    problem ?? (isLoading ? messages.looking : summaryOf(spending, (value) => writeWithUnit(value, 'money', plan)));

  if (spending.length === 0)
    return (
      <div className="empty-state">
        <h2>{messages.nothingIsPlannedYet}</h2>
        <p>{messages.addLinesToTheBudget}</p>
      </div>
    );
  return (
    <div className="spending" onKeyDown={pageKeys}>
      <div className="page-head">
        <h2>{messages.spending}</h2>
        <MonthSwitch months={months} month={month} locale={plan.locale} onChange={goTo} />
        <Segments
          label={messages.whichMonths}
          value={span}
          options={[
            { value: 'month', words: messages.theMonth },
            {
              value: 'year',
              words: messages.theYearSoFar,
              title: messages.fromTo(monthInWords(months[yearFrom]!, plan.locale, 'name'), when),
            },
          ]}
          onChange={setSpan}
        />
        <p className="year-summary" title={summary}>
          {summary}
        </p>
      </div>
      <EntryForm
        draft={draft}
        accounts={accounts}
        firstField={firstField}
        onChange={setDraft}
        onEnter={enter}
        onLeave={() => {
          writeNew();
          control.focus();
        }}
      />
      <div className="spending-body">
        <Grid
          control={control}
          label={messages.budgetAndActualFigures(shownMonths)}
          columns={columns}
          rows={rows}
          footer={footer}
          rowHeight={24}
          cellOf={(row, column) => spentCell(row, column, plan)}
          partsOf={({ of }) => [plan, of.name, of.budget, of.actual, of.entries]}
          complete={printing}
        />
        <div ref={list} className="spending-entries">
          <EntryList
            title={!chosen || chosen.id === NET ? shownMonths : `${chosen.name}, ${shownMonths}`}
            entries={entries.entries}
            total={entries.total}
            isLoading={entries.isLoading}
            problem={entries.problem}
            ofOneLine={ofLine !== null}
            onChange={change}
            onRemove={removeEntry}
          />
        </div>
      </div>
    </div>
  );
}

/** The month shown, kept in the address; at first the present one, or the plan's nearest. */
function useMonth(calendar: Calendar): [Month, (month: Month) => void] {
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('month');
  const month = calendar.months.find((each) => each === wanted) ?? presentMonth(calendar);
  return [month, (next) => setSearch({ month: next }, { replace: true })];
}

function emptyDraft(month: Month): EntryDraft {
  return { id: newId(), before: null, date: dayIn(month, new Date()), what: '', line: '', account: '', amount: '' };
}

/** The lines behind a row: its own, those of its group or side; `null` for all. */
export function linesOf(rows: readonly SpendingRow[], chosen: SpendingRow | undefined): string[] | null {
  if (!chosen || chosen.id === NET) return null;
  if (chosen.kind === 'line') return [chosen.id];
  if (chosen.kind === 'total')
    return rows.filter((row) => row.kind === 'line' && row.side === chosen.side).map(({ id }) => id);
  const after = rows.slice(rows.indexOf(chosen) + 1);
  const end = after.findIndex(({ kind }) => kind !== 'line');
  return after.slice(0, end < 0 ? undefined : end).map(({ id }) => id);
}

/** A day in a month: today where it lies in it, else the month's first. */
export function dayIn(month: Month, today: Date): string {
  const day = dayOf(today);
  return day.startsWith(month) ? day : `${month}-01`;
}

/** The day it is where someone is, as ISO 8601 text: half past midnight on 1 July is July, whatever it is elsewhere. */
export function dayOf(time: Date): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
}

/** How it stands, in a sentence: what is left, and which lines are over. */
export function summaryOf(rows: readonly SpendingRow[], money: (value: number) => string): string {
  const net = rows.find(({ id }) => id === NET);
  if (!rows.some(({ actual }) => actual !== null)) return messages.nothingHasBeenEnteredFor;
  const over = rows.filter((row) => row.kind === 'line' && row.side === 'expense' && hurts(row));
  const lines = messages.isOverItsBudgetLines(over.length, over[0]?.name);
  if (net?.actual == null) return `${lines.charAt(0).toUpperCase()}${lines.slice(1)}.`;
  return messages.netPlanned(money(net.actual), money(net.budget), lines);
}

function fieldsOf(entry: LedgerEntry | null): EntryFields | null {
  if (entry === null) return null;
  const { date, what, line, account, amount } = entry;
  return { date, what, line, account, amount };
}

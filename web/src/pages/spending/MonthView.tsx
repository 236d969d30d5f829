import {
  addDays,
  budgetIn,
  daysBetween,
  expectedIn,
  firstDay,
  lastDay,
  minorUnitsIn,
  NET,
  numberInMonth,
  OVERDUE_DAYS,
  planOf,
  spendingIn,
  today,
  unassignedIn,
  type Expected,
  type Month,
  type MonthSum,
  type SpendingRow,
} from '@haushalt/core';
import { useMemo, useRef } from 'react';
import { Grid } from '../../grid/Grid.tsx';
import { textInCell, type GridColumn } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { writeWithUnit, monthInWords, say, t } from '../../language/language.ts';

import { EntryList } from '../../parts/ledger/EntryList.tsx';
import type { Entering } from '../../parts/ledger/useEntering.ts';
import { useEntries, type Ledger } from '../../parts/ledger/useLedger.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { useIsNarrow } from '../../ui/useWindowWidth.ts';
import { usePrinting } from '../../ui/usePrinting.ts';
import { hurts, spentCell, spendingColumns, spentRows, type SpentRow } from './spendingCells.tsx';

/** Describes what every view of the spending page is given. */
export interface ViewProps {
  readonly planId: string;
  readonly month: Month;
  readonly ledger: Ledger;
  readonly entering: Entering;
}

/** A month: budget, actual and what remains line by line, with the entries behind what is selected. */
export function MonthView({ planId, month, ledger, entering }: ViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const { months } = model.calendar;
  const send = useSend();
  const list = useRef<HTMLDivElement>(null);
  const printing = usePrinting();
  const now = today();
  const period = months.indexOf(month);

  const spending = useMemo(() => spendingIn(model, ledger, { from: period, to: period + 1 }), [model, ledger, period]);
  const passed = passedOf(month, now);
  const { rows, footer } = useMemo(() => spentRows(spending), [spending]);
  const isNarrow = useIsNarrow();
  const columns = useMemo(() => spendingColumns(spending, plan, isNarrow), [spending, plan, isNarrow]);
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
    textOf: (row, column) => textInCell(spentCell(row, column, plan, passed)),
  });
  const chosen = control.row?.of;
  const ofLine = chosen?.kind === 'line' ? chosen.id : null;
  const lines = linesOf(spending, chosen);
  const entries = useEntries(planId, { from: firstDay(month), to: lastDay(month), lines });
  const expected = useMemo(() => {
    // What is overdue of earlier months waits in the present one.
    const from = month === now.slice(0, 7) ? addDays(firstDay(month), -OVERDUE_DAYS) : firstDay(month);
    return expectedIn(document, budgetIn(model), ledger.settled, from, lastDay(month));
  }, [document, model, ledger.settled, month, now]);
  const shown = lines === null ? expected : expected.filter(({ line }) => lines.includes(line));
  const when = monthInWords(month, plan.locale);
  const summary =
    ledger.problem ??
    (ledger.isLoading
      ? t('spending.loading')
      : summaryOf(
          spending,
          (value) => writeWithUnit(value, 'money', plan),
          expected.filter(({ due }) => due < now),
          unassignedIn(document, ledger.actuals, month),
          minorUnitsIn(document),
        ));

  const skip = ({ standing, due, what }: Expected) =>
    send({ kind: 'standing.skip', standing, due, skipped: true }, t('entries.skipped', { what }));

  return (
    <>
      <p className="spending-summary">{summary}</p>
      <div className="spending-body">
        <Grid
          control={control}
          label={t('spending.budgetAndActualFigures', { shownMonths: when })}
          columns={columns}
          rows={rows}
          footer={footer}
          rowHeight={26}
          cellOf={(row, column) => spentCell(row, column, plan, passed)}
          partsOf={({ of }) => [plan, of.name, of.budget, of.actual, of.expected, of.carryOver, of.entries, passed]}
          complete={printing}
        />
        <div ref={list} className="spending-entries">
          <EntryList
            title={!chosen || chosen.id === NET ? when : `${say(chosen.name)}, ${when}`}
            entries={entries.entries}
            total={entries.total}
            isLoading={entries.isLoading}
            problem={entries.problem}
            ofOneLine={ofLine !== null}
            expected={shown}
            today={now}
            onChange={entering.change}
            onRemove={entering.remove}
            onConfirm={entering.confirm}
            onSkip={skip}
          />
        </div>
      </div>
    </>
  );
}

/** Returns how much of a month has passed on a day, from 0 to 1. */
export function passedOf(month: Month, day: string): number {
  if (day < firstDay(month)) return 0;
  if (day > lastDay(month)) return 1;
  return numberInMonth(day) / (daysBetween(firstDay(month), lastDay(month)) + 1);
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

/** Returns how it stands, in a sentence: what is left, which lines are over, what is overdue. */
export function summaryOf(
  rows: readonly SpendingRow[],
  money: (value: number) => string,
  overdue: readonly Expected[] = [],
  unassigned: MonthSum = { amount: 0, count: 0 },
  units = 100,
): string {
  const without = unassigned.count === 0 ? '' : ` ${t('spending.unassigned', { count: unassigned.count, sum: money(unassigned.amount / units) })}`; // prettier-ignore
  const late = `${without}${overdue.length === 0 ? '' : ` ${t('spending.overdue', { count: overdue.length, what: overdue[0]!.what })}`}`;
  if (!rows.some(({ actual }) => actual !== null)) return `${t('spending.monthIsEmpty')}${late}`;
  const net = rows.find(({ id }) => id === NET);
  const over = rows.filter((row) => row.kind === 'line' && row.side === 'expense' && hurts(row));
  const lines = t('spending.linesOverBudget', { overCount: over.length, name: over[0]?.name });
  if (net?.actual == null) return `${lines.charAt(0).toUpperCase()}${lines.slice(1)}.${late}`;
  return `${t('spending.netAgainstPlan', { actual: money(net.actual), planned: money(net.budget), lines })}${late}`;
}

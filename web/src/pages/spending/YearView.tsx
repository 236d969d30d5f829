import {
  TOTAL_EXPENSES,
  addMonths,
  beginningOf,
  firstDay,
  lastDay,
  nameOfYear,
  planOf,
  spendingIn,
  writeDifference,
  writeCount,
  writeFigure,
  type LedgerEntry,
  type Month,
  type PlanRow,
  type SpendingRow,
} from '@haushalt/core';
import { useQueries } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Select } from '../../fields/Select.tsx';
import { Grid } from '../../grid/Grid.tsx';
import { placesIn } from '../../grid/selection.ts';
import { textInCell, type GridCell, type GridColumn } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { monthInWords, say, t } from '../../language/language.ts';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import type { Picture, Tone } from '../../parts/charts/picture.ts';
import { entriesOf } from '../../parts/ledger/entriesQuery.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { usePrinting } from '../../ui/usePrinting.ts';
import { linesOf, type ViewProps } from './MonthView.tsx';
import { yearRows, yearTotal, type YearRow } from './yearRows.ts';

interface YearViewProps extends ViewProps {
  readonly year: number;
  /** Shows an entry where it can be changed. */
  readonly onOpenEntry: (entry: LedgerEntry) => void;
}

const FIGURES = ['budget', 'actual', 'difference', 'running'] as const;

const COLUMNS: readonly GridColumn[] = [
  {
    id: 'label',
    get heading() {
      return t('spending.month');
    },
    width: 250,
    pin: 'start',
    className: 'label',
  },
  ...FIGURES.map((id): GridColumn => ({
    id,
    get heading() {
      return t(`spending.yearColumns.${id}`);
    },
    width: 112,
    pin: null,
  })),
  { id: 'standing', heading: '', width: 96, pin: null },
  {
    id: 'entries',
    get heading() {
      return t('spending.entries');
    },
    width: 66,
    pin: null,
  },
];

/** A year, one row a month: budget, actual and their difference; a month opens to its accounts, these to their entries. */
export function YearView({ planId, year, ledger, onOpenEntry }: YearViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const printing = usePrinting();
  const [lineId, setOf] = useState<string>(TOTAL_EXPENSES);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const months = useMemo(() => {
    const first = beginningOf(year, plan.yearBegins);
    return model.calendar.months.filter((month) => month >= first && month < addMonths(first, 12));
  }, [model, year, plan.yearBegins]);
  const spending = useMemo(
    () =>
      months.map((month) => {
        const index = model.calendar.months.indexOf(month);
        return spendingIn(model, ledger, { from: index, to: index + 1 });
      }),
    [months, model, ledger],
  );
  const [january = []] = spending;
  const subject = january.find(({ id }) => id === lineId) ?? january.at(-1)!;
  const lines = useMemo(() => linesOf(january, subject), [january, subject]);
  const opened = useOpened(planId, open, lines);
  const rows = useMemo(
    () => yearRows({ document, months, spending, sums: ledger.sums, subject, lines, open, entriesIn: opened.of }),
    [document, months, spending, ledger.sums, subject, lines, open, opened],
  );
  const footer = useMemo(() => [yearTotal(rows, subject, nameOfYear(document, year))], [rows, subject, document, year]);
  const all = useMemo(() => [...rows, ...footer], [rows, footer]);
  const toggle = (row: YearRow, isOpen: boolean) =>
    setOpen((before) => {
      const next = new Set(before);
      if (isOpen) next.add(row.key);
      else next.delete(row.key);
      return next;
    });
  const cellOf = (row: YearRow, { id }: GridColumn) => yearCell(row, id, subject, plan, toggle);
  const control = useGrid<YearRow, GridColumn>({
    rows: all,
    columns: COLUMNS,
    onOpen(row, _column, typed) {
      if (typed !== null) return true;
      const entry = opened.entryOf(row.key);
      if (entry) onOpenEntry(entry);
      else if (row.isOpen !== null) toggle(row, !row.isOpen);
      return true;
    },
    onKey(event, row, column) {
      if (column.id !== 'label' || row.isOpen === null) return false;
      if (event.key === 'ArrowRight' && !row.isOpen) toggle(row, true);
      else if (event.key === 'ArrowLeft' && row.isOpen) toggle(row, false);
      else return false;
      return true;
    },
    textOf: (row, column) => (column.id === 'label' ? row.label : textInCell(cellOf(row, column))),
  });
  const selected = useMemo(() => {
    const selectedMonths = new Set(placesIn(control.selection).map(({ row }) => all[row]?.month));
    return selectedMonths.size > 1 ? months.filter((month) => selectedMonths.has(month)) : months;
  }, [control.selection, all, months]);
  const [shows, setShows] = useState<'months' | 'lines'>('months');
  const title = t('spending.budgetAndActualOf', { name: subject.name, year: nameOfYear(document, year) });
  const picture = useMemo(() => {
    const rowsIn = (month: Month) => spending[months.indexOf(month)]!;
    return shows === 'months'
      ? pictureOf(subject, title, selected, rowsIn, plan)
      : whereItWent(lines, selected, rowsIn, plan);
  }, [shows, subject, title, lines, selected, spending, months, plan]);

  return (
    <>
      <div className="view-tools">
        <label>
          {t('spending.figuresOf')}
          <Select value={subject.id} onChange={(event) => setOf(event.target.value)}>
            {january.map((row) => (
              <option key={row.id} value={row.id}>
                {row.kind === 'line' ? `\u2003${say(row.name)}` : say(row.name)}
              </option>
            ))}
          </Select>
        </label>
        <button type="button" className="tool" onClick={() => setOpen(new Set(open.size > 0 ? [] : months))}>
          {open.size > 0 ? t('spending.closeAll') : t('spending.openAll')}
        </button>
      </div>
      <div className="spending-year">
        <Grid
          control={control}
          label={title}
          columns={COLUMNS}
          rows={rows}
          footer={footer}
          rowHeight={26}
          cellOf={cellOf}
          partsOf={(row) => [plan, subject, row.label, row.budget, row.actual, row.running, row.isOpen, row.entries]}
          complete={printing}
        />
        <div className="year-picture">
          <Segments
            label={t('spending.chart')}
            value={shows}
            options={[
              { value: 'months', words: t('spending.byMonth') },
              { value: 'lines', words: t('spending.whereMoneyWent') },
            ]}
            onChange={setShows}
          />
          <PictureView picture={picture} height={shows === 'months' ? 260 : 420} />
          <p className="quiet">{t('spending.selectMonthsToChart')}</p>
        </div>
      </div>
    </>
  );
}

function yearCell(
  row: YearRow,
  id: string,
  subject: SpendingRow,
  plan: PlanRow,
  toggle: (row: YearRow, isOpen: boolean) => void,
): GridCell {
  const isBad = row.difference !== null && row.difference < -0.005;
  switch (id) {
    case 'label':
      return {
        title: row.label,
        parts: [row.label, row.isOpen, row.depth],
        content: (
          <span className="tree-label" style={{ paddingInlineStart: `${row.depth * 1.1}rem` }}>
            {row.isOpen !== null && (
              <button
                type="button"
                className="tree-toggle"
                tabIndex={-1}
                aria-label={
                  row.isOpen ? t('spending.close', { what: row.label }) : t('spending.open', { what: row.label })
                }
                onClick={() => toggle(row, !row.isOpen)}
              >
                <Icon name={row.isOpen ? 'down' : 'right'} />
              </button>
            )}
            <span className="label-text">{row.label}</span>
          </span>
        ),
      };
    case 'standing': {
      if (row.difference === null) return { content: '' };
      if (!isBad) return { className: 'standing', content: t('spending.withinBudget') };
      const word = subject.side === 'expense' ? t('spending.over') : t('spending.short');
      return {
        className: 'standing hurts',
        parts: [word],
        content: (
          <>
            <Icon name="alarm" /> {word}
          </>
        ),
      };
    }
    case 'entries':
      return { className: 'tabular quiet', content: row.entries === 0 ? '' : writeCount(row.entries, plan.locale) };
    default: {
      const value = row[id as (typeof FIGURES)[number]];
      const write = id === 'difference' || id === 'running' ? writeDifference : writeFigure;
      return {
        className: `tabular ${value !== null && value < 0 ? 'negative' : ''}`,
        content: value === null ? '' : write(value, 'money', plan),
      };
    }
  }
}

/** Budget against actual of some months, as bars. */
function pictureOf(
  subject: SpendingRow,
  label: string,
  months: readonly Month[],
  rowsIn: (month: Month) => readonly SpendingRow[],
  plan: PlanRow,
): Picture {
  const toneOfSide: Tone = subject.side === null ? 'net' : subject.side;
  return {
    label,
    categoryName: t('spending.month'),
    categories: months.map((month) => monthInWords(month, plan.locale, 'name')),
    axis: plan.currency,
    write: (value) => writeFigure(value, 'money', plan),
    series: (['budget', 'actual'] as const).map((id) => ({
      label: t(`spending.yearColumns.${id}`),
      mark: 'bars',
      tone: id === 'budget' ? 'memo' : toneOfSide,
      values: months.map((month) => rowsIn(month).find((row) => row.id === subject.id)?.[id] ?? null),
    })),
  };
}

/** Returns what the lines of the subject really came to in some months, the most first, as shares of it. */
function whereItWent(
  lines: readonly string[] | null,
  months: readonly Month[],
  rowsIn: (month: Month) => readonly SpendingRow[],
  plan: PlanRow,
): Picture {
  const byLine = new Map<string, { name: string; actual: number }>();
  for (const month of months)
    for (const { kind, id, name, side, actual } of rowsIn(month)) {
      if (kind !== 'line' || actual === null || !(lines?.includes(id) ?? side === 'expense')) continue;
      byLine.set(id, { name: say(name), actual: (byLine.get(id)?.actual ?? 0) + actual });
    }
  const parts = [...byLine.values()].filter(({ actual }) => actual > 0).sort((a, b) => b.actual - a.actual);
  return {
    label: t('spending.whereMoneyWent'),
    categoryName: t('spending.line'),
    form: 'bars',
    categories: parts.map(({ name }) => name),
    axis: plan.currency,
    write: (value) => writeFigure(value, 'money', plan),
    series: [
      {
        label: t('spending.yearColumns.actual'),
        mark: 'bars',
        tone: 'other',
        values: parts.map(({ actual }) => actual),
      },
    ],
  };
}

/** The entries of the accounts that are open, fetched as they are opened. */
function useOpened(planId: string, open: ReadonlySet<string>, lines: readonly string[] | null) {
  const keys = useMemo(() => [...open].filter((key) => key.includes('|')), [open]);
  const results = useQueries({
    queries: keys.map((key) => {
      const [month, account] = key.split('|') as [Month, string];
      const days = { from: firstDay(month), to: lastDay(month) };
      return entriesOf(planId, { ...days, lines, descending: false, accounts: account === '' ? null : [account] });
    }),
    combine: foundIn,
  });
  return useMemo(() => {
    const byKey = new Map(
      keys.map((key, index) => [key, results[index]!.filter(({ account }) => account === key.split('|')[1])] as const),
    );
    const byId = new Map([...byKey.values()].flat().map((entry) => [`entry:${entry.id}`, entry]));
    return { of: (key: string) => byKey.get(key) ?? NO_ENTRIES, entryOf: (key: string) => byId.get(key) };
  }, [results, keys]);
}

const NO_ENTRIES: readonly LedgerEntry[] = [];

function foundIn(results: readonly { readonly data: { readonly entries: LedgerEntry[] } | undefined }[]) {
  return results.map(({ data }) => data?.entries ?? NO_ENTRIES);
}

import {
  ENTRY_STATES,
  MAX_ENTRIES_AT_ONCE,
  dayInFigures,
  givenOf,
  lastDay,
  minorUnitsIn,
  planOf,
  sideOfLine,
  writeFigure,
  type EntryOrder,
  type EntryQuery,
  type EntryState,
  writeCount,
  type LedgerEntry,
} from '@haushalt/core';
import { useMemo } from 'react';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { DateField } from '../../fields/CalendarField.tsx';
import { SearchField } from '../../fields/SearchField.tsx';
import { Select } from '../../fields/Select.tsx';
import { Grid } from '../../grid/Grid.tsx';
import { placesIn } from '../../grid/selection.ts';
import { textInCell, type GridCell, type GridColumn, type GridRow } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { writeWithUnit, t } from '../../language/language.ts';

import { AccountSelect } from '../../parts/ledger/AccountSelect.tsx';
import { readTarget, targetOptions } from '../../parts/ledger/draft.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { PaperNote } from '../../parts/ledger/PaperNote.tsx';
import { useEntryPages } from '../../parts/ledger/useEntryPages.ts';
import { entriesAsCsv } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { usePrinting } from '../../ui/usePrinting.ts';
import { useEntryFilter, type EntryFilter } from './entryFilter.ts';
import type { ViewProps } from './MonthView.tsx';

/** The line that stands for entries that are not assigned. */
const UNASSIGNED = '-';

interface FoundRow extends GridRow {
  readonly index: number;
}

/** All entries: looked for, put in order, and changed many at once. */
export function EntriesView({ planId, month, ledger, entering }: ViewProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const notices = useNotices();
  const printing = usePrinting();
  const [filter, look] = useEntryFilter(month);
  const gone = useMemo(
    () => [...ledger.actuals.lines.keys()].filter((line) => line !== '' && !document.lines.has(line)),
    [ledger.actuals, document],
  );
  const query = useMemo(() => queryOf(filter, month, gone, minorUnitsIn(document)), [filter, month, gone, document]);
  const pages = useEntryPages(planId, query);
  const { total } = pages;
  const rows = useMemo(
    () => Array.from({ length: total }, (_, index): FoundRow => ({ key: String(index), label: t('spending.entryNth', { nth: index + 1 }), className: 'line', index })), // prettier-ignore
    [total],
  );
  const sortable = (id: EntryOrder, words: string) => (
    <button
      type="button"
      className="sort-heading"
      tabIndex={-1}
      aria-label={t('spending.sortBy', { what: words })}
      onClick={() => look({ order: id, descending: filter.order === id ? !filter.descending : id === 'date' })}
    >
      {words}
      {filter.order === id && <Icon name={filter.descending ? 'down' : 'up'} />}
    </button>
  );
  const columns: GridColumn[] = [
    { id: 'date', heading: sortable('date', t('entries.date')), width: 100, pin: null },
    { id: 'what', heading: sortable('what', t('entries.description')), width: 300, pin: null, className: 'text' },
    { id: 'line', heading: t('entries.line'), width: 210, pin: null, className: 'text' },
    { id: 'account', heading: t('entries.account'), width: 150, pin: null, className: 'text' },
    { id: 'amount', heading: sortable('amount', t('entries.amount')), width: 118, pin: null },
    { id: 'note', heading: t('entries.note'), width: 200, pin: null, className: 'text' },
  ];
  const cellOf = ({ index }: FoundRow, { id }: GridColumn): GridCell => {
    const entry = pages.at(index);
    if (!entry) return { content: id === 'what' ? '…' : '' };
    switch (id) {
      case 'date':
        return { className: 'tabular', content: dayInFigures(entry.date, plan.locale) };
      case 'what':
        return { className: 'text', content: entry.what, title: entry.what };
      case 'line':
        return { className: `text ${isAssigned(entry) ? '' : 'unassigned'}`, content: whereTo(entry, document) };
      case 'account':
        return { className: 'text', content: document.accounts.get(entry.account)?.name ?? '' };
      case 'amount':
        return { className: `tabular ${entry.amount < 0 ? '' : 'came-in'}`, content: writeFigure(entry.amount / minorUnitsIn(document), 'money', plan) }; // prettier-ignore
      default:
        return { className: 'text quiet', content: entry.note, title: entry.note };
    }
  };
  const isAssigned = ({ line, toAccount }: LedgerEntry) => (line === '' ? toAccount !== '' : document.lines.has(line));
  const control = useGrid<FoundRow, GridColumn>({
    rows,
    columns,
    onOpen({ index }, _column, typed) {
      const entry = pages.at(index);
      if (typed === null && entry) entering.change(entry);
      return true;
    },
    onClear: () => void removeAll(),
    textOf: (row, column) => textInCell(cellOf(row, column)),
  });
  const chosen = useMemo(
    () => [...new Set(placesIn(control.selection).map(({ row }) => row))].filter((row) => row < total),
    [control.selection, total],
  );

  const many = async (change: (entry: LedgerEntry) => LedgerEntry | null, words: (count: number) => string) => {
    if (chosen.length > MAX_ENTRIES_AT_ONCE) return notices.say({ text: t('spending.tooMany', { most: MAX_ENTRIES_AT_ONCE }), tone: 'warning' }); // prettier-ignore
    const entries = await pages.fetch(chosen);
    const edits = entries.map((entry) => {
      const after = change(entry);
      return { entry: entry.id, before: givenOf(entry), after: after && givenOf(after) };
    });
    if (edits.length > 0) send({ kind: 'entries.set', entries: edits }, words(edits.length));
  };
  const removeAll = () =>
    many(
      () => null,
      (count: number) => t('spending.entriesDeleted', { count }),
    );
  const assign = (target: string) =>
    many(
      (entry) => {
        const { line, toAccount } = readTarget(target);
        if (toAccount !== '') return { ...entry, line: '', toAccount, amount: -Math.abs(entry.amount) };
        const isMove = entry.toAccount !== '' && sideOfLine(document, line) === 'setAside';
        return isMove ? { ...entry, line } : { ...entry, line, toAccount: '', toReference: '', toReconciled: '' };
      },
      (count: number) => t('spending.entriesAssigned', { count }),
    );
  const moveTo = (account: string) =>
    many(
      (entry) => ({ ...entry, account }),
      (count: number) => t('spending.entriesChanged', { count }),
    );
  const money = (minor: number) => writeWithUnit(minor / minorUnitsIn(document), 'money', plan);

  return (
    <>
      <div className="view-tools find-tools" role="search">
        <Form.Control
          size="sm"
          type="search"
          className="find-text"
          aria-label={t('spending.findWords')}
          placeholder={t('spending.findWords')}
          value={filter.text}
          maxLength={200}
          onChange={(event) => look({ text: event.target.value })}
        />
        <Select
          aria-label={t('entries.account')}
          value={filter.account}
          onChange={(event) => look({ account: event.target.value })}
        >
          <option value="">{t('spending.allAccounts')}</option>
          {[...document.accounts.values()].map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <Select
          aria-label={t('entries.line')}
          value={filter.line}
          onChange={(event) => look({ line: event.target.value })}
        >
          <option value="">{t('spending.allLines')}</option>
          <option value={UNASSIGNED}>{t('entries.notAssigned')}</option>
          {targetOptions(document, '')
            .filter(({ value }) => document.lines.has(value))
            .map(({ value, words }) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
        </Select>
        <Select
          aria-label={t('spending.period')}
          value={filter.period}
          onChange={(event) => look({ period: event.target.value as EntryFilter['period'] })}
        >
          <option value="all">{t('spending.allDays')}</option>
          <option value="month">{t('spending.theMonthShown')}</option>
          <option value="between">{t('spending.between')}</option>
        </Select>
        {filter.period === 'between' &&
          (['from', 'to'] as const).map((end) => (
            <DateField
              key={end}
              label={t(`spending.ends.${end}`)}
              value={filter[end]}
              locale={plan.locale}
              onChange={(day) => look({ [end]: day })}
            />
          ))}
        <span className="find-amounts">
          {t('spending.amountsFrom')}
          <FigureField
            isBare
            label={t('spending.least')}
            unit="money"
            value={filter.least}
            onChange={(least) => look({ least })}
          />
          –
          <FigureField
            isBare
            label={t('spending.most')}
            unit="money"
            value={filter.most}
            onChange={(most) => look({ most })}
          />
        </span>
        <Select
          aria-label={t('spending.state')}
          value={filter.state}
          onChange={(event) => look({ state: event.target.value as EntryState | '' })}
        >
          <option value="">{t('spending.anyState')}</option>
          {ENTRY_STATES.map((state) => (
            <option key={state} value={state}>
              {t(`spending.states.${state}`)}
            </option>
          ))}
        </Select>
      </div>
      <div className="view-tools">
        <output className="found-totals">
          {pages.problem ??
            (!pages.isLoading &&
              t('spending.found', {
                total,
                count: writeCount(total, plan.locale),
                received: money(pages.received),
                paid: money(pages.paid),
              }))}
        </output>
        <a className="tool" href={entriesAsCsv(planId, query)} download>
          <Icon name="saveFile" /> {t('spending.exportCsv')}
        </a>
        {chosen.length > 1 && (
          <span className="many-tools" role="group" aria-label={t('spending.withChosen', { count: chosen.length })}>
            {t('spending.withChosen', { count: chosen.length })}
            <SearchField
              label={t('spending.assignTo')}
              placeholder={t('spending.assignTo')}
              options={targetOptions(document, '')}
              value=""
              onChange={(target) => void assign(target)}
            />
            <AccountSelect
              aria-label={t('spending.moveTo')}
              value=""
              none={t('spending.moveTo')}
              onChange={(account) => account !== '' && void moveTo(account)}
            />
            <button type="button" className="tool" onClick={() => void removeAll()}>
              <Icon name="delete" /> {t('spending.deleteEntries')}
            </button>
          </span>
        )}
      </div>
      {total === 0 && !pages.isLoading ? (
        <div className="empty-state">
          <p>{ledger.actuals.lines.size === 0 ? t('entries.none') : t('spending.nothingFound')}</p>
        </div>
      ) : (
        <Grid
          control={control}
          label={t('entries.entries')}
          columns={columns}
          rows={rows}
          footer={NO_ROWS}
          rowHeight={26}
          cellOf={cellOf}
          partsOf={({ index }) => [plan, pages.at(index), document]}
          complete={printing && pages.onPaper !== 'inSight'}
        />
      )}
      {printing && <PaperNote found={pages} />}
    </>
  );
}

const NO_ROWS: readonly FoundRow[] = [];

/** Returns what is looked for, as it is asked; an amount that is typed is in major units. */
export function queryOf(
  filter: EntryFilter,
  month: string,
  gone: readonly string[],
  units: number,
): Partial<EntryQuery> {
  const { text, account, line, period, least, most, state, order, descending } = filter;
  const days =
    period === 'all'
      ? {}
      : period === 'month'
        ? { from: `${month}-01`, to: lastDay(month as Parameters<typeof lastDay>[0]) }
        : { from: filter.from, to: filter.to };
  return {
    ...days,
    text: text.trim(),
    accounts: account === '' ? null : [account],
    lines: line === '' ? null : line === UNASSIGNED ? ['', ...gone] : [line],
    least: least === null ? null : Math.round(Math.abs(least) * units),
    most: most === null ? null : Math.round(Math.abs(most) * units),
    state: state === '' ? null : state,
    order,
    descending,
  };
}

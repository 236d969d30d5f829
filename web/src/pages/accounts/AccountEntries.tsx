import {
  dayInFigures,
  effectOn,
  givenOf,
  minorUnitsIn,
  monthOfDay,
  planOf,
  today,
  writeFigure,
  type AccountRow,
  type Balances,
  type Expected,
  type LedgerEntry,
} from '@haushalt/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { Grid } from '../../grid/Grid.tsx';
import { placesIn } from '../../grid/selection.ts';
import { textInCell, type GridCell, type GridColumn, type GridRow } from '../../grid/types.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import { dayInWords, t } from '../../language/language.ts';

import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { PaperNote } from '../../parts/ledger/PaperNote.tsx';
import { useEntryPages } from '../../parts/ledger/useEntryPages.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { usePrinting } from '../../ui/usePrinting.ts';

interface AccountEntriesProps {
  readonly planId: string;
  readonly account: AccountRow;
  readonly balances: Balances;
  /** States what is expected of the account, the latest first. */
  readonly expected: readonly Expected[];
}

interface Row extends GridRow {
  /** Its place among the entries; what is expected has none. */
  readonly index: number;
  readonly expected?: Expected;
}

const COLUMNS: readonly GridColumn[] = [
  {
    id: 'date',
    get heading() {
      return t('entries.date');
    },
    width: 100,
    pin: null,
  },
  {
    id: 'what',
    get heading() {
      return t('entries.description');
    },
    width: 280,
    pin: null,
    className: 'text',
  },
  {
    id: 'line',
    get heading() {
      return t('entries.line');
    },
    width: 250,
    pin: null,
    className: 'text',
  },
  {
    id: 'amount',
    get heading() {
      return t('entries.amount');
    },
    width: 112,
    pin: null,
  },
  {
    id: 'balance',
    get heading() {
      return t('accounts.balance');
    },
    width: 118,
    pin: null,
  },
  { id: 'reconciled', heading: '', width: 40, pin: null },
];
const NO_ROWS: readonly Row[] = [];

/** The entries of an account, the newest first, with the balance after each; what is expected stands before them. */
export function AccountEntries({ planId, account, balances, expected }: AccountEntriesProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const send = useSend();
  const printing = usePrinting();
  const navigate = useNavigate();
  const pages = useEntryPages(planId, { accounts: [account.id] });
  const rows = useMemo(
    () => [
      ...expected.map((each): Row => ({ key: `${each.standing}:${each.due}`, label: t('accounts.expectedOn', { what: each.what, day: dayInWords(each.due, plan.locale), hasWhat: each.what !== '' }), className: 'line is-expected', index: -1, expected: each })), // prettier-ignore
      ...Array.from({ length: pages.total }, (_, index): Row => ({ key: String(index), label: t('accounts.entryNth', { nth: index + 1 }), className: 'line', index })), // prettier-ignore
    ],
    [expected, pages.total, plan.locale],
  );
  /** The balance after an entry: that of its day, less what came after it on the same day. */
  const balanceAfter = (index: number, entry: LedgerEntry) => {
    let balance = balances.on(account.id, entry.date);
    for (let position = index - 1; position >= 0; position--) {
      const later = pages.at(position);
      if (later?.date !== entry.date) break;
      balance -= effectOn(later, account.id);
    }
    return balance;
  };
  const figure = (minor: number): GridCell => ({
    className: `tabular ${minor < 0 ? 'negative' : ''}`,
    content: writeFigure(minor / units, 'money', plan),
  });
  const lineOf = ({ line, account: from, toAccount }: Pick<LedgerEntry, 'line' | 'account' | 'toAccount'>) =>
    toAccount === account.id
      ? t('accounts.from', {
          account: document.accounts.get(from)?.name,
          hasAccount: document.accounts.get(from)?.name !== undefined,
        })
      : whereTo({ line, toAccount }, document);
  const expectedCell = (each: Expected, column: string): GridCell => {
    switch (column) {
      case 'date':
        return { className: 'tabular', content: dayInFigures(each.due, plan.locale) };
      case 'what':
        return { className: 'text', content: each.what };
      case 'line':
        return { className: 'text', content: lineOf(each) };
      case 'amount':
        return figure(effectOn(each, account.id));
      case 'balance':
        return each.due < today()
          ? { className: 'tabular overdue-mark', parts: ['overdue'], content: <><Icon name="caution" /> {t('entries.overdue')}</> } // prettier-ignore
          : { className: 'tabular', content: t('entries.expected') };
      default:
        return { content: '' };
    }
  };
  const cellOf = ({ index, expected: foreseen }: Row, { id }: GridColumn): GridCell => {
    if (foreseen) return expectedCell(foreseen, id);
    const entry = pages.at(index);
    if (!entry) return { content: id === 'what' ? '…' : '' };
    switch (id) {
      case 'date':
        return { className: 'tabular', content: dayInFigures(entry.date, plan.locale) };
      case 'what':
        return { className: 'text', content: entry.what, title: [entry.what, entry.note].join('\n') };
      case 'line':
        return { className: 'text', content: lineOf(entry) };
      case 'amount':
        return figure(effectOn(entry, account.id));
      case 'balance':
        return figure(balanceAfter(index, entry));
      default: {
        const isTicked = (entry.account === account.id ? entry.reconciled : entry.toReconciled) !== '';
        return isTicked
          ? { title: t('accounts.isReconciled'), parts: ['ticked'], content: <Icon name="good" /> }
          : { content: '' };
      }
    }
  };
  const control = useGrid<Row, GridColumn>({
    rows,
    columns: COLUMNS,
    onOpen({ index, expected: foreseen }, _column, typed) {
      if (foreseen && typed === null)
        void navigate(`/plans/${planId}/spending?month=${monthOfDay(foreseen.due)}`, { state: { expected: foreseen } });
      const entry = foreseen ? undefined : pages.at(index);
      if (typed === null && entry) void navigate(`/plans/${planId}/spending?view=entries`, { state: { entry } });
      return true;
    },
    onClear() {
      void (async () => {
        const places = [...new Set(placesIn(control.selection).map(({ row }) => rows[row]?.index ?? -1))].filter((place) => place >= 0); // prettier-ignore
        const entries = await pages.fetch(places);
        const edits = entries.map((entry) => ({ entry: entry.id, before: givenOf(entry), after: null }));
        if (edits.length > 0)
          send({ kind: 'entries.set', entries: edits }, t('accounts.entriesDeleted', { count: edits.length }));
      })();
    },
    textOf: (row, column) => textInCell(cellOf(row, column)),
  });

  if (pages.problem !== null)
    return (
      <p className="refusal" role="alert">
        {t('entries.notShown', { problem: pages.problem })}
      </p>
    );
  if (rows.length === 0 && !pages.isLoading) return <p className="quiet account-empty">{t('accounts.noEntries')}</p>;
  return (
    <>
      <Grid
        control={control}
        label={t('accounts.entriesOf', { name: account.name })}
        columns={COLUMNS}
        rows={rows}
        footer={NO_ROWS}
        rowHeight={26}
        cellOf={cellOf}
        partsOf={({ index, expected: foreseen }) => [plan, foreseen ?? pages.at(index), balances, document]}
        complete={printing && pages.onPaper !== 'inSight'}
      />
      {printing && <PaperNote found={pages} />}
    </>
  );
}

import { minorUnitsIn, nameOf, type LedgerEntry, type PlanModel } from '@haushalt/core';
import { t } from '../../language.ts';
import { valueAt, call, name, number, operation, type SheetFormula } from '../formula.ts';
import {
  EMPTY_CELL,
  headingRow,
  words,
  type DefinedName,
  type Sheet,
  type SheetCell,
  type SheetRow,
} from '../sheet.ts';

/** The columns of the journal that formulas count by, and the names they have for it. */
const COLUMNS = {
  date: 'Journal_Date',
  month: 'Journal_Month',
  line: 'Journal_Line',
  account: 'Journal_Account',
  toAccount: 'Journal_To_account',
  amount: 'Journal_Amount',
} as const;
type JournalColumn = keyof typeof COLUMNS;

const columnKey = (column: JournalColumn) => `journal:${column}`;
const entryKey = (column: JournalColumn, row: number) => `${columnKey(column)}#${row}`;
/** All cells of a column, by its name. */
export const column = (field: JournalColumn): SheetFormula => name(columnKey(field));
export const MONEY = { unit: 'money' } as const;

/** Returns what some conditions and figures, multiplied row by row, add up to. */
export const sumOver = (...factors: SheetFormula[]) =>
  call(
    'SUMPRODUCT',
    factors.reduce((product, factor) => operation(product, '*', factor)),
  );

/** The names of the journal's columns. One row below the last is counted along, so that what is inserted above it is, too. */
export const journalNames = (entries: number): DefinedName[] =>
  (Object.keys(COLUMNS) as JournalColumn[]).map((field) => ({
    key: columnKey(field),
    name: COLUMNS[field],
    keys: Array.from({ length: entries + 1 }, (_, row) => entryKey(field, row)),
  }));

/** The entries of a ledger, by day. */
export function journalSheet({ document }: PlanModel, entries: readonly LedgerEntry[], remark: string): Sheet {
  const units = minorUnitsIn(document);
  const account = (id: string) => (id === '' ? null : (document.accounts.get(id)?.name ?? null));
  const keyed = (field: JournalColumn, row: number, cell: SheetCell): SheetCell => ({
    ...cell,
    key: entryKey(field, row),
  });
  const rows = entries.map((entry, row): SheetRow => ({
    role: 'line',
    cells: [
      keyed('date', row, { value: entry.date, format: { unit: 'day' } }),
      keyed('month', row, {
        value: `${entry.date.slice(0, 7)}-01`,
        format: { unit: 'date' },
        formula: operation(operation(valueAt(entryKey('date', row)), '-', call('DAY', valueAt(entryKey('date', row)))), '+', number(1)), // prettier-ignore
      }),
      words(entry.what),
      keyed('line', row, { value: entry.line === '' ? null : (nameOf(document, entry.line) ?? null) }),
      keyed('account', row, { value: account(entry.account) }),
      keyed('toAccount', row, { value: account(entry.toAccount) }),
      keyed('amount', row, { value: entry.amount / units, format: MONEY }),
      words(entry.note),
      words(entry.reference),
    ],
  }));
  const spare = entries.length;
  return {
    id: 'journal',
    title: t('formats.journal.title'),
    remark,
    columns: [
      { kind: 'name' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'text' },
      { kind: 'figure', addsUp: true },
      { kind: 'text' },
      { kind: 'text' },
    ],
    headings: 1,
    rows: [
      headingRow([
        t('formats.date'),
        t('formats.month'),
        t('formats.description'),
        t('formats.line'),
        t('formats.account'),
        t('formats.journal.toAccount'),
        t('formats.amount'),
        t('formats.note'),
        t('formats.journal.reference'),
      ]),
      ...rows,
      {
        role: 'blank',
        cells: [
          keyed('date', spare, EMPTY_CELL),
          keyed('month', spare, EMPTY_CELL),
          EMPTY_CELL,
          keyed('line', spare, EMPTY_CELL),
          keyed('account', spare, EMPTY_CELL),
          keyed('toAccount', spare, EMPTY_CELL),
          keyed('amount', spare, EMPTY_CELL),
        ],
      },
      { role: 'remark', cells: [words(t('formats.journal.insertAbove'))] },
    ],
  };
}

import {
  NET,
  actualFigure,
  actualOver,
  directionOf,
  effectOn,
  groupsWithLines,
  inOrder,
  isTransfer,
  minorUnitsIn,
  monthInWords,
  nameOf,
  nameOfYear,
  planOf,
  sideOfLine,
  stretches,
  toMonth,
  totalOfSide,
  yearIn,
  type AccountRow,
  type Happened,
  type LedgerEntry,
  type Month,
  type PlanModel,
  type Stretch,
} from '@haushalt/core';
import { messages } from '../messages.ts';
import { all, at, call, name, negate, number, operation, text, type SheetFormula } from './formula.ts';
import { EMPTY_CELL, words, type DefinedName, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

// The ledger in a workbook: its entries, and what is counted from them by formulas.

/** The most entries a workbook gets: programs count over all of them for each line and month. */
export const MOST_IN_JOURNAL = 20_000;

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
const column = (of: JournalColumn): SheetFormula => name(columnKey(of));
const MONEY = { unit: 'money' } as const;

/** The journal with what is counted from it: the accounts, and each year's spending by month. */
export interface LedgerSheets {
  readonly sheets: readonly Sheet[];
  readonly names: readonly DefinedName[];
}

/** The ledger as sheets; none where nothing was entered, or more than a workbook counts over. */
export function ledgerSheets(model: PlanModel, happened: Happened, entries: readonly LedgerEntry[]): LedgerSheets {
  if (entries.length === 0 || entries.length > MOST_IN_JOURNAL) return { sheets: [], names: [] };
  const { document, calendar } = model;
  const { name: plan, currency } = planOf(document);
  const remark = `${plan}, ${currency}`;
  const sorted = [...entries].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const [first, last] = [sorted[0]!.date.slice(0, 7), sorted.at(-1)!.date.slice(0, 7)];
  const years = stretches(calendar, 'year').filter(
    ({ from, to }) => calendar.months[from]! <= last && calendar.months[to - 1]! >= first,
  );
  const accounts = inOrder(document.accounts.values());
  return {
    sheets: [
      journalSheet(model, sorted, remark),
      ...(accounts.length > 0 ? [accountsSheet(model, accounts, sorted, remark)] : []),
      ...years.map((year) => spendingByMonth(model, happened, sorted, year, remark)),
    ],
    // One row below the last is counted along, so that what is inserted above it is, too.
    names: (Object.keys(COLUMNS) as JournalColumn[]).map((of) => ({
      key: columnKey(of),
      name: COLUMNS[of],
      keys: Array.from({ length: sorted.length + 1 }, (_, row) => entryKey(of, row)),
    })),
  };
}

function journalSheet({ document }: PlanModel, entries: readonly LedgerEntry[], remark: string): Sheet {
  const units = minorUnitsIn(document);
  const account = (id: string) => (id === '' ? null : (document.accounts.get(id)?.name ?? null));
  const keyed = (of: JournalColumn, row: number, cell: SheetCell): SheetCell => ({ ...cell, key: entryKey(of, row) });
  const rows = entries.map((entry, row): SheetRow => ({
    role: 'line',
    cells: [
      keyed('date', row, { value: entry.date, format: { unit: 'day' } }),
      keyed('month', row, {
        value: `${entry.date.slice(0, 7)}-01`,
        format: { unit: 'date' },
        formula: operation(operation(at(entryKey('date', row)), '-', call('DAY', at(entryKey('date', row)))), '+', number(1)), // prettier-ignore
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
  const { journal } = messages;
  return {
    id: 'journal',
    title: journal.title,
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
      {
        role: 'heading',
        cells: [
          messages.date,
          messages.month,
          messages.description,
          messages.line,
          messages.account,
          journal.toAccount,
          messages.amount,
          messages.note,
          journal.reference,
        ].map((title) => words(title)),
      },
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
      { role: 'remark', cells: [words(journal.insertAbove)] },
    ],
  };
}

const sumOver = (...factors: SheetFormula[]) =>
  call(
    'SUMPRODUCT',
    factors.reduce((product, factor) => operation(product, '*', factor)),
  );

/** Each account: its opening balance, what went through it since, and what is in it. */
function accountsSheet(
  { document }: PlanModel,
  accounts: readonly AccountRow[],
  entries: readonly LedgerEntry[],
  remark: string,
): Sheet {
  const units = minorUnitsIn(document);
  const { journal } = messages;
  const rows = accounts.map(({ id, name: title, opening, openingOn }): SheetRow => {
    const key = (part: string) => `account:${id}:${part}`;
    const through = entries
      .filter(({ date }) => openingOn === null || date >= openingOn)
      .reduce((sum, entry) => sum + effectOn(entry, id), 0);
    const since = openingOn === null ? [] : [operation(column('date'), '>=', at(key('since')))];
    const part = (end: 'account' | 'toAccount') =>
      sumOver(operation(column(end), '=', at(key('name'))), ...since, column('amount'));
    const begun = Math.round(opening * units) / units;
    return {
      role: 'line',
      cells: [
        words(title, { key: key('name') }),
        openingOn === null ? EMPTY_CELL : { value: openingOn, format: { unit: 'day' }, key: key('since') },
        { value: begun, format: MONEY, key: key('opening') },
        { value: through / units, format: MONEY, key: key('through'), formula: operation(part('account'), '-', part('toAccount')) }, // prettier-ignore
        { value: begun + through / units, format: MONEY, key: key('balance'), formula: operation(at(key('opening')), '+', at(key('through'))) }, // prettier-ignore
      ],
    };
  });
  const balances = accounts.map(({ id }) => `account:${id}:balance`);
  const total = rows.reduce((sum, { cells }) => sum + Number(cells[4]!.value), 0);
  return {
    id: 'accounts',
    title: journal.accounts,
    remark,
    columns: [
      { kind: 'name' },
      { kind: 'text' },
      ...Array.from({ length: 3 }, () => ({ kind: 'figure' as const, addsUp: true })),
    ],
    headings: 1,
    rows: [
      {
        role: 'heading',
        cells: [messages.account, journal.since, journal.opening, journal.through, journal.balance].map((title) => words(title)),
      }, // prettier-ignore
      ...rows,
      {
        role: 'total',
        cells: [
          words(journal.together),
          EMPTY_CELL,
          EMPTY_CELL,
          EMPTY_CELL,
          { value: total, format: MONEY, formula: call('SUM', all(balances)) },
        ],
      },
    ],
  };
}

/** What happened month by month, line by line, counted from the journal, beside the year's budget. */
function spendingByMonth(
  model: PlanModel,
  { actuals }: Happened,
  entries: readonly LedgerEntry[],
  stretch: Stretch,
  remark: string,
): Sheet {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  const units = minorUnitsIn(document);
  const months = calendar.months.slice(stretch.from, stretch.to);
  const year = nameOfYear(document, yearIn(document, months[0]!));
  const id = `spending-by-month-${stretch.from}`;
  const key = (bearer: string, month: Month | 'year' | 'name') => `${id}:${bearer}@${month}`;
  const monthAt = (month: Month) => at(key('heading', month));
  const { journal } = messages;

  const row = (
    role: SheetRow['role'],
    bearer: string,
    title: string,
    figureIn: (month: Month) => number,
    say: (month: Month) => SheetFormula,
  ): SheetRow => ({
    role,
    ...sideOf(bearer),
    cells: [
      words(title, { key: key(bearer, 'name') }),
      ...months.map((month): SheetCell => ({ value: figureIn(month), format: MONEY, key: key(bearer, month), formula: say(month) })),
      {
        value: months.reduce((sum, month) => sum + figureIn(month), 0),
        format: MONEY,
        key: key(bearer, 'year'),
        formula: call('SUM', all(months.map((month) => key(bearer, month)))),
      },
    ],
  }); // prettier-ignore
  const sideOf = (bearer: string): Pick<SheetRow, 'side'> => {
    const side = document.groups.get(bearer)?.side ?? sideOfLine(document, bearer);
    return side ? { side } : {};
  };

  const rows: SheetRow[] = [];
  const groupsOf = new Map<string, string[]>();
  for (const { group, lines } of groupsWithLines(document)) {
    const total = totalOfSide(group.side);
    const ofMoney = lines.filter(({ unit }) => unit === 'money');
    if (total === null || ofMoney.length === 0) continue;
    groupsOf.set(total, [...(groupsOf.get(total) ?? []), group.id]);
    rows.push({ role: 'section', side: group.side, cells: [words(group.name)] });
    for (const line of ofMoney)
      rows.push(
        row(
          'line',
          line.id,
          line.name,
          (month) => actualFigure(document, actuals, line.id, month) ?? 0,
          (month) => {
            const sum = sumOver(operation(column('line'), '=', at(key(line.id, 'name'))), operation(column('month'), '=', monthAt(month)), column('amount')); // prettier-ignore
            return directionOf(document, line.id) > 0 ? sum : negate(sum);
          },
        ),
      );
    rows.push(
      row('subtotal', group.id, messages.subtotalOf(group.name), (month) => actualOver(document, actuals, group.id, [month]) ?? 0, (month) =>
        call('SUM', all(ofMoney.map(({ id: line }) => key(line, month)))),
      ),
    ); // prettier-ignore
  }
  for (const [total, groups] of groupsOf)
    rows.push(
      row('total', total, nameOf(document, total)!, (month) => actualOver(document, actuals, total, [month]) ?? 0, (month) =>
        call('SUM', all(groups.map((group) => key(group, month)))),
      ),
    ); // prettier-ignore
  const [income, expenses] = [totalOfSide('income')!, totalOfSide('expense')!];
  const there = (total: string, month: Month) => (groupsOf.has(total) ? at(key(total, month)) : number(0));
  rows.push(
    row('final', NET, nameOf(document, NET)!, (month) => actualOver(document, actuals, NET, [month]) ?? 0, (month) =>
      operation(there(income, month), '-', there(expenses, month)),
    ),
    row('line', 'unassigned', journal.unassigned, (month) => unassignedIn(entries, month) / units, (month) =>
      sumOver(operation(column('line'), '=', text('')), operation(column('toAccount'), '=', text('')), operation(column('month'), '=', monthAt(month)), column('amount')),
    ),
  ); // prettier-ignore
  return {
    id,
    title: journal.spendingByMonth(year),
    remark,
    columns: [{ kind: 'name' }, ...months.map(() => ({ kind: 'figure' as const, addsUp: true })), { kind: 'end', addsUp: true }],
    headings: 1,
    rows: [
      {
        role: 'heading',
        cells: [
          EMPTY_CELL,
          ...months.map((month): SheetCell => ({ value: `${month}-01`, format: { unit: 'date' }, key: key('heading', month) })),
          words(year),
        ],
      },
      ...rows,
      { role: 'remark', cells: [words(journal.countedUntil(monthInWords(toMonth(entries.at(-1)!.date.slice(0, 7)), locale)))] },
    ],
  }; // prettier-ignore
}

/** What came in or went out in a month without a line, in minor units; transfers move nothing. */
const unassignedIn = (entries: readonly LedgerEntry[], month: Month): number =>
  entries
    .filter((entry) => entry.line === '' && !isTransfer(entry) && entry.date.startsWith(month))
    .reduce((sum, { amount }) => sum + amount, 0);

import {
  NET,
  directionOf,
  minorUnitsIn,
  planOf,
  type Document,
  type EntrySum,
  type LedgerEntry,
  type Month,
  type SpendingRow,
} from '@haushalt/core';
import type { GridRow } from '../../grid/types.ts';
import { dayInWords, monthInWords, t } from '../../language/language.ts';

/** A row of the year: a month, an account in it, an entry of that; below them the year. */
export interface YearRow extends GridRow {
  readonly kind: 'month' | 'account' | 'entry' | 'year';
  readonly month: Month;
  readonly depth: number;
  readonly budget: number | null;
  readonly actual: number | null;
  /** Positive is good: less paid than planned, or more come in. */
  readonly difference: number | null;
  readonly running: number | null;
  /** True when it is open; `null` for what has nothing in it. */
  readonly isOpen: boolean | null;
  readonly entries: number;
}

export interface YearGiven {
  readonly document: Document;
  readonly months: readonly Month[];
  /** States what each month comes to, line by line. */
  readonly spending: readonly (readonly SpendingRow[])[];
  readonly sums: readonly EntrySum[];
  /** States what is looked at: a total, a group or a line, and the lines it has; `null` for all. */
  readonly subject: SpendingRow;
  readonly lines: readonly string[] | null;
  readonly open: ReadonlySet<string>;
  /** The entries of a month and account that is open, as far as they are there. */
  readonly entriesIn: (key: string) => readonly LedgerEntry[];
}

const EMPTY = {
  className: 'line',
  depth: 0,
  budget: null,
  actual: null,
  difference: null,
  running: null,
  isOpen: null,
  entries: 0,
} as const;

/** The months of a year, those that are open with their accounts and entries. */
export function yearRows(given: YearGiven): YearRow[] {
  const { document, months, spending, subject, open } = given;
  const { locale } = planOf(document);
  let running = 0;
  return months.flatMap((month, index) => {
    const row = spending[index]!.find(({ id }) => id === subject.id)!;
    running += row.variance ?? 0;
    const isOpen = open.has(month);
    const monthRow: YearRow = {
      ...EMPTY,
      key: month,
      kind: 'month',
      label: monthInWords(month, locale),
      month,
      budget: row.budget,
      actual: row.actual,
      difference: row.variance,
      running: row.variance === null ? null : running,
      isOpen: row.entries > 0 ? isOpen : null,
      entries: row.entries,
    };
    return [monthRow, ...(monthRow.isOpen ? accountRows(given, month) : [])];
  });
}

/** Returns what the year comes to. */
export function yearTotal(rows: readonly YearRow[], subject: SpendingRow, label: string): YearRow {
  const months = rows.filter(({ kind }) => kind === 'month');
  const sum = (pick: (row: YearRow) => number | null) => {
    const values = months.map(pick).filter((value) => value !== null);
    return values.length === 0 ? null : values.reduce((total, value) => total + value, 0);
  };
  return {
    ...EMPTY,
    key: 'year',
    kind: 'year',
    className: `total ${subject.side === null ? 'net' : `side-${subject.side}`}`,
    label,
    month: months[0]!.month,
    budget: sum((row) => row.budget),
    actual: sum((row) => row.actual),
    difference: sum((row) => row.difference),
    entries: months.reduce((total, row) => total + row.entries, 0),
  };
}

function accountRows(given: YearGiven, month: Month): YearRow[] {
  const { document, sums, open, entriesIn } = given;
  const units = minorUnitsIn(document);
  const byAccount = new Map<string, { amount: number; count: number }>();
  for (const sum of sums) {
    if (sum.month !== month || !isMeant(given, sum.line)) continue;
    const before = byAccount.get(sum.account) ?? { amount: 0, count: 0 };
    const amount = before.amount + counted(given, sum.line, sum.amount);
    byAccount.set(sum.account, { amount, count: before.count + sum.count });
  }
  return [...byAccount].flatMap(([account, { amount, count }]) => {
    const key = `${month}|${account}`;
    const isOpen = open.has(key);
    const label = document.accounts.get(account)?.name ?? t('spending.noAccount');
    const actual = amount / units;
    const row: YearRow = { ...EMPTY, key, kind: 'account', label, month, depth: 1, actual, isOpen, entries: count };
    const entries = isOpen ? entriesIn(key).filter(({ line }) => isMeant(given, line)) : [];
    return [row, ...entries.map((entry) => entryRow(given, entry, month))];
  });
}

function entryRow(given: YearGiven, entry: LedgerEntry, month: Month): YearRow {
  const { document } = given;
  const what = entry.what || document.lines.get(entry.line)?.name || '';
  return {
    ...EMPTY,
    key: `entry:${entry.id}`,
    kind: 'entry',
    label: `${dayInWords(entry.date, planOf(document).locale, 'short')}  ${what}`,
    month,
    depth: 2,
    actual: counted(given, entry.line, entry.amount) / minorUnitsIn(document),
  };
}

/** Returns whether entries of a line are among those of the subject. */
function isMeant({ document, lines, subject }: YearGiven, line: string): boolean {
  if (lines !== null) return lines.includes(line);
  const side = document.groups.get(document.lines.get(line)?.group ?? '')?.side;
  return subject.id === NET && (side === 'income' || side === 'expense');
}

/** An amount the way the subject counts it: the net counts what came in, everything else the way its line goes. */
function counted({ document, subject }: YearGiven, line: string, amount: number): number {
  return subject.id === NET ? amount : amount * directionOf(document, line) || 0;
}

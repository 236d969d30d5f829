import {
  Model,
  NET,
  TOTAL_EXPENSES,
  actualsFrom,
  entryOf,
  namesOf,
  spendingIn,
  toMonth,
  type EntrySum,
  type LedgerEntry,
} from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { linesOf } from './MonthView.tsx';
import { yearRows, yearTotal } from './yearRows.ts';

const document = sketch({
  accounts: { Bank: {}, Card: {} },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300 }, 'set aside': { Fund: 100 } },
});
const idOf = (name: string) => namesOf(document).find(name)!.id;
const model = new Model(document);
const { months } = model.calendar;
const sum = (name: string, account: string, month: string, amount: number, count = 1): EntrySum => ({ line: idOf(name), account, month: toMonth(month), amount, count, days: 14 * count }); // prettier-ignore
const sums = [
  sum('Pay', 'bank', '2026-01', 200_000),
  sum('Rent', 'bank', '2026-01', -80_000),
  sum('Food', 'card', '2026-01', -35_000, 3),
  sum('Food', 'bank', '2026-02', -20_000, 2),
];
const summary = { actuals: actualsFrom(sums), settled: new Set<string>() };
const spending = months.map((_, index) => spendingIn(model, summary, { from: index, to: index + 1 }));
const entries = [
  entryOf('e1', { date: '2026-01-14', amount: -35_000, what: 'Shop', line: idOf('Food'), account: 'card' }),
];
const rowsOf = (id: string, ...open: string[]) => {
  const subject = spending[0]!.find((row) => row.id === id)!;
  const given = { document, months, spending, sums, subject, lines: linesOf(spending[0]!, subject), open: new Set(open), entriesIn: (): readonly LedgerEntry[] => entries }; // prettier-ignore
  return { rows: yearRows(given), subject };
};

describe('a year', () => {
  it('has a row a month with budget, actual, variance and what that adds up to', () => {
    const { rows } = rowsOf(TOTAL_EXPENSES);
    expect(rows).toHaveLength(12);
    expect(rows.slice(0, 3).map(({ budget, actual, difference, running, entries: count }) => [budget, actual, difference, running, count])).toEqual([
      [1100, 1150, -50, -50, 4],
      [1100, 200, 900, 850, 2],
      [1100, null, null, null, 0],
    ]); // prettier-ignore
    expect(rows[2]!.isOpen).toBeNull();
  });

  it('is the sum of its months', () => {
    const { rows, subject } = rowsOf(TOTAL_EXPENSES);
    expect(yearTotal(rows, subject, '2026')).toMatchObject({ label: '2026', budget: 13_200, actual: 1350, difference: 850, entries: 6 }); // prettier-ignore
    const { rows: fund, subject: aside } = rowsOf(idOf('Fund'));
    expect(yearTotal(fund, aside, '2026')).toMatchObject({ actual: null, difference: null });
  });

  it('opens to the accounts of a month with what went through each, and these to their entries', () => {
    const { rows } = rowsOf(TOTAL_EXPENSES, '2026-01', '2026-01|card');
    expect(rows.slice(0, 4).map(({ kind, label, actual, entries: count, depth }) => [kind, label, actual, count, depth])).toEqual([
      ['month', 'January 2026', 1150, 4, 0],
      ['account', 'Bank', 800, 1, 1],
      ['account', 'Card', 350, 3, 1],
      ['entry', '14 Jan  Shop', 350, 0, 2],
    ]); // prettier-ignore
    expect(rows[4]!.label).toBe('February 2026');
  });

  it('of the net counts what came in, of a line that line alone', () => {
    const accounts = (id: string) => rowsOf(id, '2026-01').rows.filter(({ kind }) => kind === 'account').map(({ label, actual }) => [label, actual]); // prettier-ignore
    expect(accounts(NET)).toEqual([['Bank', 1200], ['Card', -350]]); // prettier-ignore
    expect(accounts(idOf('Food'))).toEqual([['Card', 350]]);
    expect(accounts(idOf('Pay'))).toEqual([['Bank', 2000]]);
  });
});

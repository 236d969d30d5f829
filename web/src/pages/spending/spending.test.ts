import {
  NO_ACTUALS,
  actualsFrom,
  dayOf,
  Model,
  namesOf,
  planOf,
  spendingIn,
  toMonth,
  type Actuals,
  type SpendingRow,
} from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { dayIn } from '../../parts/ledger/today.ts';
import { say } from '../../language/language.ts';
import { linesOf, passedOf, summaryOf } from './MonthView.tsx';
import { spendingColumns, spentCell, spentRows, standingInWords, usedShare } from './spendingCells.tsx';

const document = sketch({
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300, Gifts: 0 }, 'set aside': { Fund: 100 } },
});
const plan = planOf(document);
const idOf = (name: string) => namesOf(document).find(name)!.id;
const january = toMonth('2026-01');
const actuals = actualsFrom(
  Object.entries({ Pay: 190_000, Rent: -80_000, Food: -31_200, Fund: -12_000 }).map(([name, amount]) => ({
    line: idOf(name),
    account: '',
    month: january,
    amount,
    count: 2,
    days: 30,
  })),
);
const rowsOf = (actuals: Actuals) =>
  spendingIn(new Model(document), { actuals: actuals, settled: new Set() }, { from: 0, to: 1 });

describe('the rows of spending', () => {
  const rows = rowsOf(actuals);
  const { rows: drawn, footer } = spentRows(rows);
  const cells = (name: string) => {
    const row = [...drawn, ...footer].find(({ label }) => label === name)!;
    return spendingColumns(rows, plan)
      .slice(1)
      .map((column) => spentCell(row, column, plan, 0.5));
  };
  const texts = (name: string) => cells(name).map(({ content }) => (typeof content === 'string' ? content : 'marked'));

  it('show budget, actual and difference, with a word for how it stands', () => {
    expect(texts('Rent')).toEqual(['800.00', '800.00', '0.00', 'marked', 'as planned', '2']);
    expect(texts('Food')).toEqual(['300.00', '312.00', '−12.00', 'marked', 'marked', '2']);
    expect(cells('Food')[4]!.className).toContain('hurts');
    expect(cells('Food')[3]!.title).toBe('104 % used, 50 % of the month has passed');
    expect(texts('Fund')).toEqual(['100.00', '120.00', '−20.00', 'marked', 'more', '2']);
    expect(texts('Net')).toEqual(['900.00', '788.00', '', '', 'marked', '6']);
  });

  it('say nothing of what was neither planned nor entered', () => {
    expect(texts('Gifts')).toEqual(['', '', '', '', '', '']);
  });

  it('have a column for what is carried over and what is expected only where there is such', () => {
    const columns = (rows: SpendingRow[]) => spendingColumns(rows, plan).map(({ id }) => id);
    expect(columns(rows)).toEqual(['label', 'budget', 'actual', 'remaining', 'used', 'standing', 'entries']);
    const more = rows.map((row) => ({ ...row, carryOver: 5, expected: 7 }));
    expect(columns(more).slice(1, 6)).toEqual(['budget', 'carryOver', 'actual', 'expected', 'remaining']);
  });

  it('tell how much of what may be spent is used', () => {
    const row = rows.find(({ name }) => name === 'Food')!;
    expect(usedShare({ ...row, carryOver: 12 })).toBe(1);
    expect(usedShare({ ...row, actual: null })).toBeNull();
    expect(usedShare({ ...row, budget: 0 })).toBeNull();
    expect(usedShare({ ...row, actual: -5 })).toBe(0);
  });

  it('grow with their widest figure', () => {
    const widths = (rows: SpendingRow[]) => spendingColumns(rows, plan).map(({ width }) => width);
    const wide = rows.map((row) => ({ ...row, budget: -98_765_432_109.5 }));
    expect(widths(rows)).toEqual([200, 88, 88, 88, 104, 92, 60]);
    expect(widths(wide)[1]).toBeGreaterThan(110);
    expect(widths(wide).slice(4)).toEqual(widths(rows).slice(4));
  });

  it('have words for either side', () => {
    const words = (name: string) => standingInWords(rows.find((row) => say(row.name) === name)!);
    expect(['Pay', 'Rent', 'Food', 'Fund'].map(words)).toEqual(['short', 'as planned', 'over', 'more']);
    expect(standingInWords(rowsOf(NO_ACTUALS)[1]!)).toBe('');
  });

  it('keep the totals in sight below', () => {
    expect(footer.map(({ label }) => label)).toEqual(['Total income', 'Total expenses', 'Total set aside', 'Net']);
  });
});

describe('the entries shown', () => {
  const rows = rowsOf(actuals);
  const named = (name: string) =>
    linesOf(
      rows,
      rows.find((row) => say(row.name) === name),
    );
  it('are those of the line, the group or the side that is selected', () => {
    expect(named('Food')).toEqual([idOf('Food')]);
    expect(
      linesOf(
        rows,
        rows.find((row) => row.kind === 'group' && row.side === 'expense'),
      ),
    ).toEqual(['Rent', 'Food', 'Gifts'].map(idOf));
    expect(named('Total income')).toEqual([idOf('Pay')]);
    expect(named('Net')).toBeNull();
    expect(linesOf(rows, undefined)).toBeNull();
  });
});

describe('how the months stand', () => {
  const words = (actuals: Actuals) => summaryOf(rowsOf(actuals), (value) => `€${value}`);
  it('is said in a sentence', () => {
    expect(words(NO_ACTUALS)).toBe('There are no entries for this month yet.');
    expect(words(actuals)).toBe('Net €788, planned €900; Food is over its budget.');
    const calm = actualsFrom([{ line: idOf('Food'), account: '', month: january, amount: -100, count: 1, days: 8 }]);
    expect(words(calm)).toBe('Net €-1, planned €900; no line is over its budget.');
  });
});

describe('the day a new entry begins with', () => {
  it('is today where it lies in the month, else its first', () => {
    expect(dayIn(toMonth('2026-03'), '2026-03-14')).toBe('2026-03-14');
    expect(dayIn(toMonth('2026-04'), '2026-03-14')).toBe('2026-04-01');
    expect(dayOf(new Date(2026, 6, 1, 0, 30))).toBe('2026-07-01');
  });

  it('has so much of its month behind it', () => {
    const passed = ['2026-03-31', '2026-04-15', '2026-05-01'].map((day) => passedOf(toMonth('2026-04'), day));
    expect(passed).toEqual([0, 0.5, 1]);
  });
});

import {
  Model,
  NO_ACTUALS,
  actualsFrom,
  applyChanges,
  decide,
  namesOf,
  planOf,
  spendingIn,
  toMonth,
  type Actuals,
  type SpendingRow,
} from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { draftOf, entryFrom, type EntryDraft } from './EntryForm.tsx';
import { dayIn, linesOf, summaryOf } from './SpendingPage.tsx';
import { spendingColumns, spentCell, spentRows, standingInWords } from './spendingCells.tsx';

const document = sketch({
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300, Gifts: 0 }, 'set aside': { Fund: 100 } },
});
const plan = planOf(document);
const idOf = (name: string) => namesOf(document).find(name)!.id;
const january = toMonth('2026-01');
const actuals = actualsFrom(
  Object.entries({ Pay: 190_000, Rent: 80_000, Food: 31_200, Fund: 12_000 }).map(([name, amount]) => ({
    line: idOf(name),
    month: january,
    amount,
    count: 2,
  })),
);
const rowsOf = (of: Actuals) => spendingIn(new Model(document), of, { from: 0, to: 1 });

describe('the rows of spending', () => {
  const rows = rowsOf(actuals);
  const { rows: drawn, footer } = spentRows(rows);
  const cells = (name: string) => {
    const row = [...drawn, ...footer].find(({ label }) => label === name)!;
    return spendingColumns(rows, plan)
      .slice(1)
      .map((column) => spentCell(row, column, plan));
  };
  const texts = (name: string) => cells(name).map(({ content }) => (typeof content === 'string' ? content : 'marked'));

  it('show budget, actual and difference, with a word for how it stands', () => {
    expect(texts('Rent')).toEqual(['800.00', '800.00', '', 'as planned', '2']);
    expect(texts('Food')).toEqual(['300.00', '312.00', '−12.00', 'marked', '2']);
    expect(cells('Food')[3]!.className).toContain('hurts');
    expect(texts('Fund')).toEqual(['100.00', '120.00', '+20.00', 'more', '2']);
    expect(texts('Net')).toEqual(['900.00', '788.00', '−112.00', 'marked', '6']);
  });

  it('say nothing of what was neither planned nor entered', () => {
    expect(texts('Gifts')).toEqual(['', '', '', '', '']);
  });

  it('grow with their widest figure', () => {
    const widths = (of: SpendingRow[]) => spendingColumns(of, plan).map(({ width }) => width);
    const wide = rows.map((row) => ({ ...row, budget: -98_765_432_109.5 }));
    expect(widths(rows)).toEqual([230, 96, 96, 100, 96, 66]);
    expect(widths(wide)[1]).toBeGreaterThan(110);
    expect(widths(wide).slice(2)).toEqual(widths(rows).slice(2));
  });

  it('have words for either side', () => {
    const words = (name: string) => standingInWords(rows.find((row) => row.name === name)!);
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
      rows.find((row) => row.name === name),
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
  const words = (of: Actuals) => summaryOf(rowsOf(of), (value) => `€${value}`);
  it('is said in a sentence', () => {
    expect(words(NO_ACTUALS)).toBe('Nothing has been entered for these months yet.');
    expect(words(actuals)).toBe('Net €788, planned €900; Food is over its budget.');
    const calm = actualsFrom([{ line: idOf('Food'), month: january, amount: 100, count: 1 }]);
    expect(words(calm)).toBe('Net €-1, planned €900; no line is over its budget.');
  });
});

describe('an entry as typed', () => {
  const draft: EntryDraft = {
    id: 'new',
    before: null,
    date: '2026-03-14',
    what: ' Market ',
    line: idOf('Food'),
    account: '',
    amount: '1,012.5',
  };
  const typed = (part: Partial<EntryDraft>, of = document) => entryFrom({ ...draft, ...part }, of);

  it('is read in the plan’s notation', () => {
    expect(typed({})).toMatchObject({ what: 'Market', amount: 101_250, date: '2026-03-14' });
    expect(typed({ amount: '-3' })).toMatchObject({ amount: -300 });
    expect(typed({ id: 'e1' })).toMatchObject({ id: 'e1' });
  });

  it.each([
    [{ date: '' }, 'date', /which day/],
    [{ line: '' }, 'line', /Choose the line/],
    [{ amount: '' }, 'amount', /how much/],
    [{ amount: 'ten' }, 'amount', /ten/],
    [{ amount: '1.005' }, 'amount', /two decimals/],
    [{ amount: '0' }, 'amount', /nothing changes nothing/],
    [{ date: '2031-01-01' }, 'date', /no January 2031/],
  ] as const)('is answered with the place of what is wrong: %o', (part, field, message) => {
    expect(typed(part)).toEqual({ field, message: expect.stringMatching(message) });
  });

  it('knows a currency without smaller units', () => {
    const decision = decide(document, { kind: 'plan.set', settings: { currency: 'JPY' } });
    const yen = applyChanges(document, decision.ok ? decision.changes : []);
    expect(typed({ amount: '1,200' }, yen)).toMatchObject({ amount: 1200 });
    expect(typed({ amount: '12.5' }, yen)).toMatchObject({ field: 'amount' });
  });

  it('comes back as it was to be changed', () => {
    const entry = { id: 'e1', date: '2026-03-14', what: 'x', line: 'l', account: 'Card', amount: -1234 };
    expect(draftOf(entry, document)).toEqual({ ...entry, before: entry, amount: '-12.34' });
  });
});

describe('the day a new entry begins with', () => {
  it('is today where it lies in the month, else its first', () => {
    const today = new Date('2026-03-14T10:00:00Z');
    expect(dayIn(toMonth('2026-03'), today)).toBe('2026-03-14');
    expect(dayIn(toMonth('2026-04'), today)).toBe('2026-04-01');
  });
});

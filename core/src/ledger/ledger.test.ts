import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../calendar/month.ts';
import { calculate } from '../engine/results.ts';
import { Model } from '../engine/model.ts';
import { PlanProjection } from '../analysis/projection.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, planOf, type Document } from '../plan/document/document.ts';
import { parsePlan } from '../plan/file/file.ts';
import { PlanFormatError } from '../plan/file/shape.ts';
import { namesOf } from '../plan/document/naming.ts';
import { toPlanFile } from '../plan/file/writeFile.ts';
import { sketch } from '../testing/plans.ts';
import { NO_ACTUALS, actualFigure, actualFiguresIn, actualsFrom, withActuals, type EntrySum } from './actuals.ts';
import { isDay } from '../calendar/readDate.ts';
import { entryOf, type LedgerEntry } from '../plan/schema/entries.ts';
import { entryRefusal } from './entries.ts';
import { parseEntries } from '../plan/file/entriesFile.ts';
import { spendingIn, type SpendingRow } from './spending.ts';
import { runs } from '../testing/setup.ts';

const document = sketch({
  months: 24,
  accounts: { Card: { kind: 'card' }, Bank: {}, Nest: { kind: 'savings' }, Old: { closed: true } },
  assumptions: { Inflation: ['ratePerYear', 0.02] },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300, Gifts: 0 }, 'set aside': { Fund: 100 }, memo: { Loaves: 5 } },
}); // prettier-ignore
const idOf = (name: string, plan: Document = document) => namesOf(plan).find(name)!.id;
const sum = (name: string, month: string, amount: number, count = 1): EntrySum => ({
  line: idOf(name),
  account: '',
  month: toMonth(month),
  amount,
  count,
  days: 14 * count,
});
/** Returns what was paid for a cost, or set aside. */
const paid = (name: string, month: string, amount: number, count = 1) => sum(name, month, -amount, count);
const entry = ({ id = 'e1', ...part }: Partial<LedgerEntry> = {}): LedgerEntry =>
  entryOf(id, { date: '2026-03-14', what: 'Weekly shop', line: idOf('Food'), account: 'card', amount: -4250, ...part });

function after(start: Document, command: Command): Document {
  const decision = decide(start, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(start, decision.changes);
}

describe('an entry', () => {
  it('is one of a day, a line with money, and whole cents', () => {
    expect(entryRefusal(document, entry(), null)).toBeNull();
    expect(entryRefusal(document, entry({ amount: 900, what: '', account: '' }), null)).toBeNull();
  });

  it.each([
    ['no day', { date: '2026-02-30' }, 'date', 'not a valid date'],
    ['a day in words', { date: 'today' }, 'date', 'not a valid date'],
    ['a deleted line', { line: 'gone' }, 'line', 'no longer exists'],
    ['a line that counts things', { line: idOf('Loaves') }, 'line', 'Loaves is not a cash flow'],
    ['an account that is gone', { account: 'nowhere' }, 'account', 'no longer exists'],
    ['an account that is closed', { account: 'old' }, 'account', 'Old is closed'],
    ['a transfer to its own account', { line: '', toAccount: 'card' }, 'toAccount', 'to another one'],
    ['a transfer for a cost', { toAccount: 'bank' }, 'line', 'neither income nor expense'],
    ['a transfer that comes in', { line: '', toAccount: 'bank', amount: 5 }, 'amount', 'leaves its account'],
    ['a fraction of a cent', { amount: 1.5 }, 'amount', 'whole number of cents'],
    ['nothing', { amount: 0 }, 'amount', 'other than zero'],
    ['more than anyone has', { amount: 1e14 }, 'amount', 'whole number of cents'],
    ['too many words', { what: 'x'.repeat(201) }, 'what', '200 characters'],
    ['an id with a slash', { id: 'a/b' }, 'id', 'An id must have'],
  ] as const)('is refused with %s', (_, part, field, words) => {
    const refusal = entryRefusal(document, entry(part), null);
    expect(refusal?.field).toBe(field);
    expect(english(refusal?.message)).toContain(words);
  });

  it('has a day of the calendar, leap days included', () => {
    expect(['2028-02-29', '2026-12-31'].every(isDay)).toBe(true);
    expect(['2026-02-29', '2026-13-01', '26-01-01', '2026-1-1', ''].some(isDay)).toBe(false);
  });
});

describe('actual figures', () => {
  const actuals = actualsFrom([sum('Pay', '2026-01', 200_000), paid('Food', '2026-02', 31_050, 3), paid('Food', '2026-04', -500)]); // prettier-ignore
  const figure = (name: string, month: string) => actualFigure(document, actuals, idOf(name), toMonth(month));

  it('are what was entered, in major units, and nothing in months without an entry of one’s own', () => {
    expect(figure('Pay', '2026-01')).toBe(2000);
    expect(figure('Food', '2026-02')).toBe(310.5);
    expect(figure('Food', '2026-03')).toBe(0);
    expect(figure('Food', '2026-04')).toBe(-5);
    expect(figure('Pay', '2026-04')).toBe(0);
  });

  it('are not known of lines nobody keeps, nor outside the months kept', () => {
    expect(figure('Rent', '2026-02')).toBeNull();
    expect(figure('Food', '2026-05')).toBeNull();
    expect(actualFigure(document, NO_ACTUALS, idOf('Food'), toMonth('2026-01'))).toBeNull();
  });

  it('take the place of the plan’s in a year, and in no other', () => {
    const really = calculate(withActuals(document, actuals, 2026));
    expect(really.figures('Food').slice(0, 5)).toEqual([0, 310.5, 0, -5, 300]);
    expect(really.figures('Rent').slice(0, 2)).toEqual([800, 800]);
    expect(withActuals(document, actuals, 2027)).toBe(document);
    expect(actualFiguresIn(document, NO_ACTUALS, 2026)).toEqual([]);
  });

  it('go from one year into the next', () => {
    const over = actualsFrom([paid('Food', '2026-11', 100), paid('Food', '2027-02', 200)]);
    const months = (year: number) => actualFiguresIn(document, over, year).map(({ month, figure }) => [month, figure]);
    expect(months(2026)).toEqual([['2026-11', 1], ['2026-12', 0]]); // prettier-ignore
    expect(months(2027)).toEqual([['2027-01', 0], ['2027-02', 2]]); // prettier-ignore
  });

  it('of months ahead are known only where there are entries: one that is paid ahead says nothing of the others', () => {
    const ahead = actualsFrom([paid('Food', '2026-01', 100), sum('Pay', '2026-01', 50), paid('Food', '2026-09', 200)], '2026-03-15'); // prettier-ignore
    const figuresOf = (name: string) =>
      ['2026-01', '2026-02', '2026-08', '2026-09'].map((month) => actualFigure(document, ahead, idOf(name), toMonth(month))); // prettier-ignore
    expect(figuresOf('Food')).toEqual([1, null, null, 2]);
    expect(figuresOf('Pay')).toEqual([0.5, null, null, null]);
    expect(actualFiguresIn(document, ahead, 2026).map(({ month }) => month)).toEqual(['2026-01', '2026-09', '2026-01']);
    expect(actualsFrom([paid('Food', '2026-09', 200)], '2026-03-15').span).toBeNull();
  });

  it('are what a projection starts from, and agree with the plan once it is taken in', () => {
    const rate = { kind: 'plan.set', settings: { projectionRate: idOf('Inflation'), months: 12 } } as const;
    const plan = after(document, rate);
    const really = { document: withActuals(plan, actuals, 2026) };
    const terms = { baseYear: 2026, years: 2, stepping: 'yearly', deflator: null } as const;
    const projection = new PlanProjection(really, terms);
    const food = projection.of(idOf('Food'))!;
    expect(food.base).toBeCloseTo(305.5 + 8 * 300, 8);
    expect(food.years[0]!.amount).toBeCloseTo(food.base * 1.02, 8);
    const next = after(plan, {
      kind: 'plan.rollForward', years: 2, stepping: 'yearly', rate: null,
      actual: actualFiguresIn(plan, actuals, 2026),
    }); // prettier-ignore
    const yearly = (document: Document, name: string) => calculate(document).figures(name).slice(12, 24);
    for (const name of ['Food', 'Pay', 'Rent', 'Net'])
      expect(yearly(next, name)).toEqual(yearly(projection.model.document, name));
    const wrong = decide(plan, {
      kind: 'plan.rollForward', years: 1, stepping: 'yearly', rate: null,
      actual: [{ line: idOf('Food'), month: toMonth('2027-01'), figure: 1 }],
    }); // prettier-ignore
    expect(wrong).toMatchObject({ ok: false, refusal: { field: 'actual' } });
  });
});

describe('budget and actual', () => {
  const actuals = actualsFrom([
    sum('Pay', '2026-01', 190_000),
    paid('Rent', '2026-01', 80_000),
    paid('Food', '2026-01', 31_200, 4),
    paid('Food', '2026-02', 28_000, 3),
    paid('Gifts', '2026-02', 2_500),
    paid('Fund', '2026-01', 12_000),
  ]);
  const rows = (from: number, to: number, actual = actuals) =>
    spendingIn(new Model(document), { actuals: actual, settled: new Set() }, { from, to });
  const row = (name: string, all: SpendingRow[]) => all.find((each) => english(each.name) === name)!;

  it('stand beside each other, and positive is good on either side', () => {
    const january = rows(0, 1);
    expect(row('Food', january)).toMatchObject({ budget: 300, actual: 312, entries: 4, standing: 'over' });
    expect(row('Food', january).variance).toBeCloseTo(-12, 8);
    expect(row('Rent', january)).toMatchObject({ variance: 0, standing: 'on' });
    expect(row('Pay', january)).toMatchObject({ actual: 1900, variance: -100, standing: 'under' });
    expect(row('Fund', january)).toMatchObject({ actual: 120, variance: 20, standing: 'over' });
    expect(row('Gifts', january)).toMatchObject({ budget: 0, actual: 0, standing: 'on' });
  });

  it('add up to groups, sides and the net, over several months too', () => {
    const both = rows(0, 2);
    expect(both.find(({ kind, side }) => kind === 'group' && side === 'expense')).toMatchObject({
      budget: 2200,
      actual: 800 + 592 + 25,
      entries: 9,
    });
    expect(row('Total expenses', both).actual).toBe(1417);
    expect(row('Net', both)).toMatchObject({ budget: 1800, actual: 1900 - 1417 });
    expect(both.map(({ name }) => name)).not.toContain('Loaves');
    expect(english(both.at(-1)!.name)).toBe('Net');
  });

  it('say nothing of what is not known', () => {
    const later = rows(6, 7);
    expect(row('Food', later)).toMatchObject({ budget: 300, actual: null, variance: null, standing: null, entries: 0 });
    expect(row('Net', later).actual).toBeNull();
    expect(row('Food', rows(0, 1, NO_ACTUALS)).actual).toBeNull();
  });

  it('of a year are the sums of its months', () => {
    const amounts = fc.array(fc.tuple(fc.constantFrom('Pay', 'Rent', 'Food'), fc.integer({ min: 1, max: 12 }), fc.integer({ min: -1e6, max: 1e6 })), { minLength: 1, maxLength: 40 }); // prettier-ignore
    fc.assert(
      fc.property(amounts, (drawn) => {
        const byMonth = new Map<string, EntrySum>();
        for (const [name, month, amount] of drawn) {
          const key = `2026-${String(month).padStart(2, '0')}`;
          const before = byMonth.get(`${name}${key}`);
          byMonth.set(`${name}${key}`, sum(name, key, (before?.amount ?? 0) + amount, (before?.count ?? 0) + 1));
        }
        const actuals = actualsFrom([...byMonth.values()]);
        const year = rows(0, 12, actuals);
        const months = Array.from({ length: 12 }, (_, index) => rows(index, index + 1, actuals));
        for (const { id, budget, actual, entries } of year) {
          const parts = months.map((each) => each.find((other) => other.id === id)!);
          expect(actual ?? 0).toBeCloseTo(
            parts.reduce((total, part) => total + (part.actual ?? 0), 0),
            6,
          );
          expect(budget).toBeCloseTo(
            parts.reduce((total, part) => total + part.budget, 0),
            6,
          );
          expect(entries).toBe(parts.reduce((total, part) => total + part.entries, 0));
        }
      }),
      runs(50),
    );
  });
});

describe('entries in a plan file', () => {
  const entries = [
    entry({ id: 'b', date: '2026-03-14', note: 'With coupons', reference: 'R1' }),
    entry({ id: 'a', date: '2026-01-02', what: '', account: '', amount: 1999 }),
    entry({ id: 'c', line: 'gone' }),
    entry({ id: 'd', date: '2026-04-01', what: 'Into the nest', line: idOf('Fund'), account: 'bank', toAccount: 'nest', amount: -10_000 }),
    entry({ id: 'e', date: '2026-04-02', what: 'Pay', line: idOf('Pay'), account: 'bank', amount: 200_000 }),
  ]; // prettier-ignore

  it('are written by date, with names and major units the way their lines go, and read back', () => {
    const file = toPlanFile(document, entries);
    expect(file.entries).toEqual([
      { date: '2026-01-02', line: 'Food', amount: -19.99 },
      { date: '2026-03-14', what: 'Weekly shop', line: 'Food', account: 'Card', amount: 42.5, note: 'With coupons', reference: 'R1' },
      // Its line is gone, but what happened has happened: without a line an amount is what came in.
      { date: '2026-03-14', what: 'Weekly shop', account: 'Card', amount: -42.5 },
      { date: '2026-04-01', what: 'Into the nest', line: 'Fund', account: 'Bank', toAccount: 'Nest', amount: 100 },
      { date: '2026-04-02', what: 'Pay', line: 'Pay', account: 'Bank', amount: 2000 },
    ]); // prettier-ignore
    const again = JSON.parse(JSON.stringify(file)) as unknown;
    const read = parseEntries(again, parsePlan(again));
    expect(read.map(({ amount }) => amount)).toEqual([1999, -4250, -4250, -10_000, 200_000]);
    expect(read.map(({ account, toAccount }) => [account, toAccount])).toEqual([['', ''], ['card', ''], ['card', ''], ['bank', 'nest'], ['bank', '']]); // prettier-ignore
    expect(new Set(read.map(({ id }) => id)).size).toBe(5);
    expect(toPlanFile(document)).not.toHaveProperty('entries');
  });

  it('that a shortened plan, or a group that is memo by now, would not take are read all the same', () => {
    const own = [entry({ id: 'z', date: '2026-12-14' })];
    const [line] = document.lines.values();
    let shorter = after(document, { kind: 'plan.set', settings: { months: 3 } });
    shorter = after(shorter, { kind: 'group.set', group: line!.group, settings: { side: 'memo' } });
    const again = JSON.parse(JSON.stringify(toPlanFile(shorter, own))) as unknown;
    expect(parseEntries(again, parsePlan(again))).toMatchObject([{ date: '2026-12-14', amount: -4250 }]);
  });

  it('of before plans listed their accounts make those they name; what was set aside goes into its savings account', () => {
    const { accounts: _, ...file } = toPlanFile(document) as Record<string, unknown>;
    const former = {
      ...file,
      entries: [
        { date: '2026-01-02', line: 'Food', account: 'Purse', amount: 10 },
        { date: '2026-01-03', line: 'Food', account: 'purse ', amount: 5 },
        { date: '2026-01-04', line: 'Fund', account: 'Book', amount: 100 },
      ],
    };
    const plan = parsePlan(former);
    expect([...plan.accounts.values()].map(({ name, kind }) => [name, kind])).toEqual([['Purse', 'current'], ['Book', 'savings']]); // prettier-ignore
    expect(parseEntries(former, plan)).toMatchObject([
      { account: 'account-1', toAccount: '', amount: -1000 },
      { account: 'account-1', amount: -500 },
      { account: '', toAccount: 'account-2', amount: -10_000 },
    ]);
  });

  it.each([9_876_543_210.55, 0.07, -19.99, 1.1, 99_999_999_999.99, 1e11])('keep %d to the cent', (amount) => {
    const file = { ...toPlanFile(document), entries: [{ date: '2026-01-02', line: 'Food', amount }] };
    const [read] = parseEntries(file, document);
    expect(read!.amount).toBe(-Math.round(amount * 100));
    expect(toPlanFile(document, [read!]).entries).toMatchObject([{ amount }]);
  });

  it('count whole units where a currency has no smaller ones', () => {
    const yen = after(document, { kind: 'plan.set', settings: { currency: 'JPY' } });
    const file = { ...toPlanFile(yen), entries: [{ date: '2026-01-02', line: 'Food', amount: 1200 }] };
    expect(parseEntries(file, yen)[0]!.amount).toBe(-1200);
    expect(planOf(yen).currency).toBe('JPY');
  });

  it.each([
    ['no list', 'x', '/entries', 'a list'],
    ['no object', [1], '/entries/0', 'a JSON object'],
    ['an unknown field', [{ date: '2026-01-01', line: 'Food', amount: 1, colour: 'red' }], '/entries/0/colour', 'not known'],
    ['no date', [{ line: 'Food', amount: 1 }], '/entries/0/date', 'a text'],
    ['no amount', [{ date: '2026-01-01', line: 'Food' }], '/entries/0/amount', 'a number'],
    ['parts of a cent', [{ date: '2026-01-01', line: 'Food', amount: 1.005 }], '/entries/0/amount', 'decimals'],
    ['an unknown line', [{ date: '2026-01-01', line: 'Fodd', amount: 1 }], '/entries/0/line', 'no line named “Fodd”'],
    ['an unknown account', [{ date: '2026-01-01', account: 'Cart', amount: 1 }], '/entries/0/account', 'no account named “Cart”'],
    ['a day there is not', [{ date: '2026-02-30', line: 'Food', amount: 1 }], '/entries/0/date', 'not a valid date'],
  ] as const)('are refused with %s, where it stands', (_, list, pointer, words) => {
    const read = () => parseEntries({ accounts: [], entries: list }, document);
    expect(read).toThrow(PlanFormatError);
    expect(read).toSay(pointer);
    expect(read).toSay(words);
  }); // prettier-ignore
});

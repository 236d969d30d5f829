import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../../engine/model.ts';
import { calculate } from '../../engine/results.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { decide } from '../../plan/commands/decide.ts';
import { applyChanges, type Document } from '../../plan/document/document.ts';
import { parsePlan } from '../../plan/file/file.ts';
import { sketch } from '../../testing/plans.ts';
import { runs } from '../../testing/setup.ts';
import { findingsOf } from './checks.ts';
import { commandOf, type CheckKind } from './finding.ts';

const SLIPS: readonly CheckKind[] = ['tenfold', 'typedNegative', 'unlikelyRate', 'yearlyEachMonth', 'taxOfMonth', 'sumMisses', 'leftBehind', 'itemWithoutMonth', 'ruleEnds', 'loanUnpaid']; // prettier-ignore

const slipsOf = (document: Document) => findingsOf(new Model(document)).filter(({ kind }) => SLIPS.includes(kind));

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

/** A plan whose one slip is found with this sentence, and is gone once it is mended; what a line then comes to. */
function fixed(document: Document, kind: CheckKind, message: string, line: string): (number | null)[] {
  const findings = slipsOf(document);
  expect(findings.map((each) => [each.kind, each.message])).toEqual([[kind, message]]);
  const next = after(document, commandOf(findings[0]!.fix!, document, english));
  expect(slipsOf(next)).toEqual([]);
  return calculate(next).figures(line);
}

describe('a slip of the hand is found, and its mend is right', () => {
  it('a figure with a digit too many', () => {
    const plan = (typed: number) =>
      sketch({
        lines: { expense: { Food: { start: 400, '2026-07': 410 } } },
        exceptions: { Food: { '2026-05': typed } },
      });
    const figures = fixed(
      plan(4000),
      'tenfold',
      'Food in May 2026 is about 10 times what it is in other months.',
      'Food',
    );
    expect(figures.slice(3, 6)).toEqual([400, 400, 400]);
    expect(slipsOf(plan(1200))).toEqual([]);
    expect(fixed(plan(41_000), 'tenfold', 'Food in May 2026 is about 100 times what it is in other months.', 'Food')[4]).toBe(410); // prettier-ignore
  });

  it('a cost typed with a minus, but not one that now and then gives something back', () => {
    const plan = sketch({ lines: { expense: { Rent: -800 } } });
    expect(
      fixed(plan, 'typedNegative', 'Rent is entered with a minus sign, which lowers total expenses.', 'Rent')[0],
    ).toBe(800);
    expect(slipsOf(sketch({ lines: { expense: { Power: { start: 80, '2026-06': -40, '2026-07': 80 } } } }))).toEqual(
      [],
    );
  });

  it('5 typed for 5 %, and 240 % a year', () => {
    const plan = (unit: string, value: number) =>
      sketch({ assumptions: { Rise: [unit, value] }, lines: { expense: { Rent: '800 * (1 + Rise)' } } });
    expect(fixed(plan('ratePerYear', 5), 'unlikelyRate', 'Rise is 500.0\u00a0% a year. Was 5.0\u00a0% a year meant?', 'Rent')[0]).toBeCloseTo(840); // prettier-ignore
    expect(fixed(plan('ratePerYear', 2.4), 'unlikelyRate', 'Rise is 240.0\u00a0% a year. Was 2.4\u00a0% a year meant?', 'Rent')[0]).toBeCloseTo(819.2); // prettier-ignore
    expect(slipsOf(plan('percent', 1.2))).toEqual([]);
  });

  it('a yearly amount in every month', () => {
    const plan = sketch({ lines: { expense: { 'Car tax, yearly': 360 } } });
    expect(fixed(plan, 'yearlyEachMonth', 'Car tax, yearly is named as a yearly amount, but it is counted in every month.', 'Car tax, yearly')[0]).toBe(30); // prettier-ignore
    expect(slipsOf(sketch({ lines: { expense: { 'Insurance, yearly': 'if(month = 3, 240)' } } }))).toEqual([]);
  });

  it('a sum that leaves a line of its group out', () => {
    const plan = sketch({ lines: { expense: { Rent: 800, Power: 60, Water: 30, Phone: 20 }, memo: { Home: 'Rent + Power + Water' } } }); // prettier-ignore
    expect(fixed(plan, 'sumMisses', 'The rule of Home adds all lines of expense group except Phone.', 'Home')[0]).toBe(
      910,
    );
  });

  it('an exception left behind by a raise', () => {
    const plan = sketch({
      lines: { expense: { Rent: { start: 800, '2026-04': 850 } } },
      exceptions: { Rent: { '2026-06': 800, '2026-08': 900 } },
    });
    const figures = fixed(plan, 'leftBehind', 'Rent in June 2026 is still €800.00, the amount before the rule changed.', 'Rent'); // prettier-ignore
    expect(figures.slice(5, 8)).toEqual([850, 850, 900]);
  });

  it('a rule that ends though what recurs goes on, or alone among its group', () => {
    const lines = { expense: { Rent: { start: 800, '2027-01': null }, Power: 60, Food: 300 } };
    const figures = fixed(sketch({ months: 24, lines }), 'ruleEnds', 'Rent has nothing planned from January 2027 on, but the other lines of its group continue.', 'Rent'); // prettier-ignore
    expect(figures.slice(11, 14)).toEqual([800, 800, 800]);
    const inMay = { expense: { Rent: { start: 800, '2027-05': null }, Power: 60, Food: 300 } };
    expect(slipsOf(sketch({ months: 24, lines: inMay }))).toEqual([]);
    const recurring = after(sketch({ months: 24, lines: inMay, accounts: { Bank: {} } }), {
      kind: 'standing.set',
      standing: 's1',
      settings: {
        what: 'Rent to the landlord',
        line: 'line-rent',
        account: 'bank',
        from: '2026-01-01',
        rhythm: 'month',
      },
    } as Command);
    fixed(recurring, 'ruleEnds', 'Rent has nothing planned from May 2027 on, but the recurring entry Rent to the landlord continues.', 'Rent'); // prettier-ignore
    const noted = after(sketch({ months: 24, lines }), {
      kind: 'line.set',
      line: 'line-rent',
      settings: { note: 'We move out.' },
    });
    expect(slipsOf(noted)).toEqual([]);
  });

  it('a loan no line pays, but not one of several offers', () => {
    const plan = (more: object = {}) =>
      parsePlan({
        version: 1,
        plan: { name: 'Loan', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
        groups: [{ name: 'Costs', side: 'expense' }],
        lines: [{ group: 'Costs', name: 'Rent' }],
        ruleSteps: [{ line: 'Rent', amount: 800 }],
        loans: [{ name: 'New van', amount: 12_000, rate: 0.05, months: 24, first: '2026-02' }],
        ...more,
      });
    const figures = fixed(plan(), 'loanUnpaid', 'No line of the budget pays the loan New van.', 'New van payment');
    expect(figures.slice(0, 2)).toEqual([null, expect.closeTo(526.46, 2)]);
    expect(
      slipsOf(plan({ loans: [{ name: 'New van', amount: 12_000, rate: 0.05, months: 24, first: '2029-02' }] })),
    ).toEqual([]);
    expect(slipsOf(plan({ loans: [{ name: 'Van', amount: 9000, rate: 0.05, months: 24, first: '2026-02' }, { name: 'Other', offerOf: 'Van', amount: 9000, rate: 0.04, months: 24, first: '2026-02' }] }))).toEqual([]); // prettier-ignore
  });

  it('a tax of one month’s income', () => {
    const plan = parsePlan({
      version: 1,
      plan: { name: 'Tax', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      groups: [{ name: 'Income', side: 'income' }, { name: 'Costs', side: 'expense' }],
      lines: [{ group: 'Income', name: 'Pay' }, { group: 'Costs', name: 'Tax' }],
      ruleSteps: [{ line: 'Pay', amount: 3000 }, { line: 'Tax', formula: 'tax(Bands, Pay)' }],
      taxSchedules: [{ name: 'Bands', income: 'Pay' }],
      taxBands: [{ schedule: 'Bands', from: 0, rate: 0 }, { schedule: 'Bands', from: 12_000, rate: 0.25 }],
    }); // prettier-ignore
    const findings = slipsOf(plan);
    expect(findings.map(({ kind }) => kind)).toEqual(['taxOfMonth', 'taxOfMonth']);
    const next = findings.reduce((document, { fix }) => after(document, fix!.command), plan);
    expect(slipsOf(next)).toEqual([]);
    // A quarter of what is above 12,000 in a year, a twelfth of it each month.
    expect(calculate(next).figures('Tax')[11]).toBeCloseTo((36_000 - 12_000) / 4 / 12);
  });

  it('items that are in no month of the plan', () => {
    const plan = after(sketch({ lines: { expense: { Kitchen: 0 } } }), {
      kind: 'list.add',
      id: 'list',
      name: 'Works',
      columns: [
        { id: 'item', settings: { name: 'Item', kind: 'text' } },
        { id: 'price', settings: { name: 'Price', unit: 'money' } },
        { id: 'due', settings: { name: 'Due', kind: 'date' } },
      ],
      items: [
        { id: 'a', cells: [{ column: 'item', value: 'Tiles' }, { column: 'price', value: 300 }, { column: 'due', value: '2026-05-02' }] },
        { id: 'b', cells: [{ column: 'item', value: 'Lamps' }, { column: 'price', value: 100 }] },
        { id: 'c', cells: [{ column: 'item', value: 'Taps' }, { column: 'price', value: 80 }, { column: 'due', value: '2031-05-02' }] },
        { id: 'd', cells: [{ column: 'item', value: 'Later' }] },
      ],
      before: null,
    }); // prettier-ignore
    expect(slipsOf(plan)).toEqual([]);
    const line = [...plan.lines.keys()][0]!;
    const used = after(plan, { kind: 'line.setFormula', line, month: '2026-01', reach: 'every', formula: 'Works.Price by Due' } as Command); // prettier-ignore
    expect(slipsOf(used).map(({ message }) => message)).toEqual([
      'Works.Price by Due leaves out 2 items, first Lamps: Due is empty or outside the plan.',
    ]);
  });
});

describe('plans as people make them', () => {
  const money = fc.integer({ min: 5, max: 4000 });
  /** One line: a steady amount that may be raised, a rule by the calendar, a part of the income, or typed months. */
  const line = fc.oneof(
    money.map((amount) => ({ rule: amount, exceptions: {} })),
    fc.record({ amount: money, raise: fc.integer({ min: 1, max: 30 }), month: fc.integer({ min: 2, max: 12 }) }).map(({ amount, raise, month }) => ({
      rule: { start: amount, [`2026-${String(month).padStart(2, '0')}`]: Math.round(amount * (100 + raise)) / 100 },
      exceptions: {},
    })),
    fc.record({ amount: money, month: fc.integer({ min: 1, max: 12 }) }).map(({ amount, month }) => ({ rule: `if(month = ${month}, ${amount})`, exceptions: {} })),
    fc.integer({ min: 1, max: 40 }).map((share) => ({ rule: `${share}% * Pay`, exceptions: {} })),
    fc.record({ amount: money, month: fc.integer({ min: 2, max: 12 }) }).map(({ amount, month }) => ({ rule: { start: amount, [`2027-${String(month).padStart(2, '0')}`]: null }, exceptions: {} })),
    money.map((amount) => ({ rule: `${amount} * (1 + Inflation)^years`, exceptions: {} })),
    fc.record({ amount: money, times: fc.constantFrom(0, 0.5, 1.5, 2, 3, 5), month: fc.integer({ min: 1, max: 12 }) }).map(({ amount, times, month }) => ({
      rule: amount,
      exceptions: { [`2026-${String(month).padStart(2, '0')}`]: Math.round(amount * times * 100) / 100 },
    })),
  ); // prettier-ignore
  const named = (names: readonly string[]) =>
    fc.tuple(...names.map(() => line)).map((lines) => names.map((name, index) => [name, lines[index]!] as const));

  it('have none of them', () => {
    fc.assert(
      fc.property(
        named(['Rent', 'Power', 'Insurance', 'Annual pass', 'Food', 'Phone']),
        named(['Cushion', 'Holiday fund']),
        fc.integer({ min: 0, max: 90 }),
        (costs, funds, inflation) => {
          const entries = [...costs, ...funds].filter(([name, { rule }]) => name !== 'Annual pass' || typeof rule === 'string'); // prettier-ignore
          const rules = (source: typeof costs) => Object.fromEntries(source.filter((each) => entries.includes(each)).map(([name, { rule }]) => [name, rule])); // prettier-ignore
          const document = sketch({
            months: 24,
            assumptions: { Inflation: ['ratePerYear', inflation / 1000] },
            lines: { income: { Pay: 3200 }, expense: rules(costs), 'set aside': rules(funds) },
            exceptions: Object.fromEntries(entries.map(([name, { exceptions }]) => [name, exceptions])),
          });
          expect(slipsOf(document)).toEqual([]);
        },
      ),
      runs(100),
    );
  });
});

import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { rollUpOf } from '../plan/document/rollUps.ts';
import { sketch } from '../testing/plans.ts';
import { runs } from '../testing/setup.ts';
import { Model } from './model.ts';
import { valueOver } from './over.ts';
import { calculate } from './results.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;
const howOf = (document: Document, name: string) => rollUpOf(document, idOf(document, name));
const quarters = (document: Document, name: string) => calculate(document).rollUps(name, 'quarter').map(({ figure }) => figure); // prettier-ignore

/** A stall: what it costs and how many loaves it sells, month by month. */
function stall(costs: readonly number[], loaves: readonly number[], rules: Readonly<Record<string, string>>): Document {
  const months = costs.map((_, index) => `2026-${String(index + 1).padStart(2, '0')}`);
  const typed = (figures: readonly number[]) =>
    Object.fromEntries(months.map((month, index) => [month, figures[index]!]));
  return sketch({
    months: costs.length,
    lines: { expense: { Costs: typed(costs) }, memo: { Loaves: typed(loaves), ...rules } },
    units: { Loaves: 'number' },
  });
}

describe('a line that is a quotient', () => {
  const costs = [100, 200, 300, 100, 100, 100];
  const loaves = [10, 40, 100, 50, 50, 100];

  it('comes over a quarter to all costs by all units, not to the average of its months', () => {
    const document = stall(costs, loaves, { 'Unit cost': 'Costs / Loaves' });
    expect(howOf(document, 'Unit cost')).toBe('quotient');
    expect(quarters(document, 'Unit cost')).toEqual([4, 1.5]);
    expect(calculate(document).figures('Unit cost')).toEqual([10, 5, 3, 2, 2, 1]);
  });

  it('has the rest of its rule applied to that: rounding, a guard, a factor, a second quotient', () => {
    const document = stall(costs, loaves, {
      Rounded: 'round(Costs / Loaves, 0)',
      Guarded: 'if(Loaves > 0, Costs / Loaves, 0)',
      Safe: 'iferror(Costs / Loaves, 0)',
      'With tax': 'Costs / Loaves * 1.2',
      Margin: '5 - Costs / Loaves',
      Share: 'share(Costs, Loaves)',
    });
    const first = (name: string) => quarters(document, name)[0];
    expect(['Rounded', 'Guarded', 'Safe', 'Share'].map(first)).toEqual([4, 4, 4, 4]);
    expect(first('With tax')).toBeCloseTo(4.8, 10);
    expect(first('Margin')).toBe(1);
  });

  it('is also one that is computed from quotients', () => {
    const document = stall(costs, loaves, { 'Unit cost': 'Costs / Loaves', Left: '6 - Unit cost', Spent: 'Unit cost * Loaves' }); // prettier-ignore
    expect([howOf(document, 'Left'), howOf(document, 'Spent')]).toEqual(['quotient', 'total']);
    expect([quarters(document, 'Left'), quarters(document, 'Spent')]).toEqual([
      [2, 4.5],
      [600, 300],
    ]);
  });

  it('is found through thousands of lines, each computed twice from the one before', () => {
    const chain = Object.fromEntries(
      Array.from({ length: 4000 }, (_, index) => [`Q${index + 1}`, `(Q${index} + Q${index}) / 2`]),
    );
    const document = stall(costs, loaves, { Q0: 'Costs / Loaves', ...chain });
    expect(howOf(document, 'Q4000')).toBe('quotient');
    const model = new Model(document);
    expect(valueOver(model, idOf(document, 'Q4000'), { from: 0, to: 3 })).toBe(4);
    const sums = Object.fromEntries(Array.from({ length: 4000 }, (_, index) => [`S${index + 1}`, `S${index} + 1`]));
    expect(howOf(stall(costs, loaves, { S0: 'Loaves', ...sums }), 'S4000')).toBe('total');
  });

  it('is the same whichever line is asked about first, also where lines lead back into each other', () => {
    const rules = { A: 'B / Loaves + prior(C)', B: 'Costs + prior(A) * Loaves', C: 'A / 2 + prior(B) / Loaves' };
    const orders = [['A', 'B', 'C'], ['C', 'B', 'A'], ['B', 'A', 'C'], ['C', 'A', 'B']]; // prettier-ignore
    const rollUps = orders.map((order) => {
      const document = stall(costs, loaves, rules);
      for (const name of order) howOf(document, name);
      return ['A', 'B', 'C'].map((name) => howOf(document, name));
    });
    expect(new Set(rollUps.map(String)).size).toBe(1);
    expect(howOf(stall(costs, loaves, { Later: 'Costs / prior(Loaves)' }), 'Later')).toBe('quotient');
  });

  it('counts the costs of months in which nothing was sold', () => {
    const document = stall([100, 50, 50], [100, 0, 100], { 'Unit cost': 'Costs / Loaves' });
    expect(calculate(document).figures('Unit cost')).toEqual([1, null, 0.5]);
    expect(quarters(document, 'Unit cost')).toEqual([1]);
    const none = stall([100, 50, 50], [0, 0, 0], { 'Unit cost': 'Costs / Loaves', Guarded: 'if(Loaves > 0, Costs / Loaves, 9)' }); // prettier-ignore
    expect([quarters(none, 'Unit cost'), quarters(none, 'Guarded')]).toEqual([[null], [9]]);
  });

  it('counts a figure typed for a month by as many units as it had', () => {
    const document = stall([100, 200, 300], [10, 40, 50], { 'Unit cost': 'Costs / Loaves' });
    const decision = decide(document, { kind: 'line.setFigure', line: idOf(document, 'Unit cost'), month: '2026-03' as never, reach: 'month', figure: 8 }); // prettier-ignore
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    const typed = applyChanges(document, decision.changes);
    expect(quarters(typed, 'Unit cost')[0]).toBeCloseTo((100 + 200 + 8 * 50) / 100, 10);
  });

  it('is one that a price per unit says, and none that splits a cost by shares or by a fixed number', () => {
    const document = sketch({
      assumptions: { People: ['number', 4], Hours: ['number', 160] },
      lines: {
        income: { Pay: 3200, Side: 300 },
        expense: { Rent: 1200, 'My rent': 'Rent * Pay / Total income' },
        memo: {
          Units: 10,
          Each: 'Rent / People',
          Heating: 'Rent * Pay / (Pay + Side)',
          Wage: 'Pay / (Units * 16)',
          Quota: 'Rent / Total income',
          'A day': 'Rent / days',
          Ratio: 'running(Rent) / running(Pay)',
        },
      },
      units: { Units: 'number', Quota: 'percent' },
    });
    expect(['Wage', 'Quota', 'A day'].map((name) => howOf(document, name))).toEqual(Array(3).fill('quotient'));
    expect(['My rent', 'Each', 'Heating', 'Ratio'].map((name) => howOf(document, name))).toEqual(
      Array(4).fill('total'),
    );
    const year = calculate(document).rollUps('A day', 'year')[0]!.figure;
    expect(year).toBeCloseTo((1200 * 12) / 365, 10);
  });

  it('is rolled up otherwise when that is chosen', () => {
    const document = stall(costs, loaves, { 'Unit cost': 'Costs / Loaves' });
    const line = idOf(document, 'Unit cost');
    for (const [rollUp, expected] of [['total', 18], ['last', 3], ['average', 6], ['byRule', 4]] as const) {
      const decision = decide(document, { kind: 'line.set', line, settings: { rollUp } });
      if (!decision.ok) throw new Error(english(decision.refusal.message));
      const changed = applyChanges(document, decision.changes);
      expect(valueOver(new Model(changed), line, { from: 0, to: 3 })).toBe(expected);
    } // prettier-ignore
  });

  it('over any months is the total of what it divides by the total of what it divides it by', () => {
    const figures = fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 9, maxLength: 9 });
    fc.assert(
      fc.property(figures, figures, fc.nat(8), fc.nat(8), (spent, sold, a, b) => {
        const document = stall(spent, sold, { 'Unit cost': 'Costs / Loaves' });
        const range = { from: Math.min(a, b), to: Math.max(a, b) + 1 };
        const model = new Model(document);
        const [costs, loaves] = ['Costs', 'Loaves'].map((name) => valueOver(model, idOf(document, name), range)!);
        expect(valueOver(model, idOf(document, 'Unit cost'), range)).toBeCloseTo(costs! / loaves!, 10);
      }),
      runs(50),
    );
  });
});

describe('the words of the calendar', () => {
  it('follow a year that begins in April', () => {
    const document = sketch({
      firstMonth: '2026-04',
      months: 13,
      yearBegins: 4,
      lines: { memo: { Year: 'year', Quarter: 'quarter', Month: 'month', Sum: 'total(Pay, year)', Up: 'running(Pay, year)' }, income: { Pay: 100 } },
      units: { Year: 'number', Quarter: 'number', Month: 'number' },
    }); // prettier-ignore
    const { figures } = calculate(document);
    expect(figures('Year')).toEqual([...Array(12).fill(2026), 2027]);
    expect(figures('Quarter')).toEqual([1, 1, 1, 2, 2, 2, 3, 3, 3, 4, 4, 4, 1]);
    expect(figures('Month').slice(0, 10)).toEqual([4, 5, 6, 7, 8, 9, 10, 11, 12, 1]);
    expect([figures('Sum')[0], figures('Sum')[12], figures('Up')[11], figures('Up')[12]]).toEqual([
      1200, 100, 1200, 100,
    ]);
  });
});

import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calculate } from '../engine/results.ts';
import { Model } from '../engine/model.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, planOf, type Document } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { sketch } from '../testing/plans.ts';
import type { Command } from '../plan/commands/commands.ts';
import { PlanProjection, type ProjectionTerms } from './projection.ts';
import { runs } from '../testing/setup.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, ...commands: Command[]): Document {
  return commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);
}

function household(): Document {
  const document = sketch({
    months: 24,
    assumptions: {
      Inflation: ['ratePerYear', 0.024, { '2029-01': 0.03 }],
      'Energy prices': ['ratePerYear', 0.055],
    },
    lines: {
      income: { Pay: 2000 },
      expense: { Rent: 1000, Power: { start: 100, '2027-01': 120 }, Nursery: { start: 310, '2027-08': null } },
    },
    exceptions: { Pay: { '2027-12': 3000 } },
  });
  const inflation = idOf(document, 'Inflation');
  return after(document, { kind: 'plan.set', settings: { projectionRate: inflation } });
}

const terms: ProjectionTerms = { baseYear: 2027, years: 3, stepping: 'yearly', deflator: null };

describe('a projection', () => {
  it('carries every line on at the shared rate, its group’s or its own', () => {
    const document = household();
    const [rent, power, pay] = ['Rent', 'Power', 'Pay'].map((name) => idOf(document, name)) as [string, string, string];
    const set = after(
      document,
      { kind: 'line.set', line: power, settings: { projectionRate: idOf(document, 'Energy prices') } },
      { kind: 'group.set', group: document.lines.get(pay)!.group, settings: { ownRate: 0.01 } },
    );
    const projection = new PlanProjection(new Model(set), terms);
    expect(projection.years).toEqual([2028, 2029, 2030]);
    expect(projection.of(rent)!.base).toBe(12_000);
    expect(projection.of(rent)!.years.map(({ amount }) => amount)).toEqual([
      expect.closeTo(12_288, 8),
      expect.closeTo(12_288 * 1.03, 8),
      expect.closeTo(12_288 * 1.03 * 1.03, 8),
    ]);
    expect(projection.of(power)!.years[0]!.amount).toBeCloseTo(1440 * 1.055, 8);
    expect(projection.of(pay)!.years[0]).toMatchObject({
      amount: expect.closeTo(25_250, 8),
      change: expect.closeTo(0.01, 10),
    });
  });

  it('projects from an earlier year without looking at the years after it', () => {
    const document = household();
    const projection = new PlanProjection(new Model(document), { ...terms, baseYear: 2026 });
    expect(projection.of(idOf(document, 'Power'))!.years[0]!.amount).toBeCloseTo(1200 * 1.024, 8);
  });

  it('leaves ended what has ended, in the middle of a projected year too', () => {
    const document = household();
    const nursery = idOf(document, 'Nursery');
    expect(new PlanProjection(new Model(document), terms).of(nursery)!.years.map(({ amount }) => amount)).toEqual([
      0, 0, 0,
    ]);
    const early = new PlanProjection(new Model(document), { ...terms, baseYear: 2026 });
    expect(early.of(nursery)!.years.map(({ amount }) => amount)).toEqual([expect.closeTo(7 * 310 * 1.024, 8), 0, 0]);
  });

  it('creeps by the month: after twelve months the whole rate has been reached', () => {
    const document = household();
    const { model } = new PlanProjection(new Model(document), { ...terms, stepping: 'monthly' });
    const rent = model.seriesOf(idOf(document, 'Rent'))!;
    expect(rent.valueAt(24)).toBeCloseTo(1000 * 1.024 ** (1 / 12), 8);
    expect(rent.valueAt(35)).toBeCloseTo(1024, 8);
    // From January 2029 prices rise by 3 %.
    expect(rent.valueAt(36)).toBeCloseTo(1024 * 1.03 ** (1 / 12), 8);
    expect(rent.valueAt(47)).toBeCloseTo(1024 * 1.03, 8);
  });

  it('in today’s money, times the price level, is what will be paid', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.05, max: 0.2, noNaN: true }), fc.integer({ min: 1, max: 30 }), (rate, years) => {
        const document = household();
        const inflation = idOf(document, 'Inflation');
        const set = after(document, { kind: 'assumption.set', assumption: inflation, settings: { value: rate } });
        const projection = new PlanProjection(new Model(set), { ...terms, years, deflator: inflation });
        for (const { year, amount, today } of projection.of('@net')!.years)
          expect(today * projection.priceLevel(year)).toBeCloseTo(amount, 6);
      }),
      runs(30),
    );
  });

  it('taken into the plan gives the same totals as live rules', () => {
    for (const stepping of ['yearly', 'monthly'] as const) {
      const document = household();
      const projection = new PlanProjection(new Model(document), { ...terms, stepping });
      const next = after(document, { kind: 'plan.rollForward', years: 3, stepping, rate: null });
      expect(planOf(next).months).toBe(60);
      const results = calculate(next);
      for (const name of ['Pay', 'Rent', 'Power', 'Nursery', 'Total expenses', 'Net']) {
        const years = results.rollUps(name, 'year').slice(2);
        const projected = projection.of(idOf(document, name))!.years;
        years.forEach(({ figure }, index) => expect(figure ?? 0).toBeCloseTo(projected[index]!.amount, 8));
      }
      // The rules are live: another rate changes what has been taken in.
      const dearer = after(next, {
        kind: 'assumption.set',
        assumption: idOf(next, 'Inflation'),
        settings: { value: 0.1 },
      });
      expect(calculate(dearer).rollUps('Rent', 'year')[2]!.figure).toBeGreaterThan(
        results.rollUps('Rent', 'year')[2]!.figure!,
      );
    }
  });

  it('is taken only into a plan that ends with a year and has a year to go on from', () => {
    const refusal = (months: number, years = 1) => {
      const decision = decide(sketch({ months, lines: { income: { Pay: 1 } } }), {
        kind: 'plan.rollForward', years, stepping: 'yearly', rate: null,
      }); // prettier-ignore
      return decision.ok ? null : decision.refusal.message;
    };
    expect(english(refusal(18))).toBe(
      'A plan can only be extended from the end of a year. First let it end in December 2027.',
    );
    expect(english(refusal(12))).toBeNull();
    expect(english(refusal(588, 2))).toBe('A plan can have up to 600 months; this would make 612.');
    expect(english(refusal(12, 31))).toBe('A plan can be extended by 1 to 30 years.');
  });

  it('keeps balances and computed rules; only typed figures grow', () => {
    const document = after(
      sketch({
        assumptions: { Inflation: ['ratePerYear', 0.1], Wage: ['money', 10] },
        lines: {
          income: { Pay: 'Wage * 160' },
          expense: { Rent: 1500, Insurance: 'if(month = 6, 240)', Garden: '100 * 1.05 ^ years' },
          memo: { Bal: 'prior(Bal) + Net' },
        },
      }),
      { kind: 'plan.set', settings: { projectionRate: 'assumption-inflation' } },
    );
    const before = calculate(document);
    const rolled = after(document, { kind: 'plan.rollForward', years: 2, stepping: 'yearly', rate: null });
    const results = calculate(rolled);
    const [balance, net] = [results.figures('Bal'), results.figures('Net')];
    expect(balance.slice(0, 12)).toEqual(before.figures('Bal'));
    for (let index = 1; index < 36; index++) expect(balance[index]).toBeCloseTo(balance[index - 1]! + net[index]!, 8);
    expect(results.figures('Pay')[30]).toBe(1600);
    expect(results.figures('Garden')[24]).toBeCloseTo(100 * 1.05 ** 2, 8);
    expect(results.figures('Rent')[12]).toBeCloseTo(1650, 8);
    expect(
      results
        .figures('Insurance')
        .slice(12, 36)
        .filter((figure) => figure),
    ).toEqual([expect.closeTo(264, 8), expect.closeTo(290.4, 8)]);
    // What has been rolled forward grows on when it is rolled forward again.
    const again = calculate(after(rolled, { kind: 'plan.rollForward', years: 1, stepping: 'yearly', rate: null }));
    expect(again.figures('Rent')[36]).toBeCloseTo(1500 * 1.1 ** 3, 8);
  });

  it('goes on from a year that begins in April, by the month too', () => {
    const document = after(
      sketch({
        firstMonth: '2026-04', yearBegins: 4,
        assumptions: { Inflation: ['ratePerYear', 0.12, { '2028-04': 0.06 }] },
        lines: { expense: { Rent: 1000 } },
      }),
      { kind: 'plan.set', settings: { projectionRate: 'assumption-inflation' } },
    ); // prettier-ignore
    const rents = (stepping: 'yearly' | 'monthly') =>
      calculate(after(document, { kind: 'plan.rollForward', years: 2, stepping, rate: null })).figures('Rent');
    expect([rents('yearly')[12], rents('yearly')[24]]).toEqual([expect.closeTo(1120, 8), expect.closeTo(1187.2, 8)]);
    expect(rents('monthly')[12]).toBeCloseTo(1000 * 1.12 ** (1 / 12), 8);
    expect(rents('monthly')[23]).toBeCloseTo(1120, 8);
    expect(rents('monthly')[24]).toBeCloseTo(1120 * 1.06 ** (1 / 12), 8);
    expect(rents('monthly')[35]).toBeCloseTo(1187.2, 8);
  });

  it('lets what follows a loan go on with it, end with it, and not grow', () => {
    const document = after(
      household(),
      { kind: 'loan.set', loan: 'van', settings: { name: 'Van', amount: '3600', rate: '0', months: '36' } as never },
      {
        kind: 'lines.place',
        group: 'loans',
        newGroup: { name: 'Loans', side: 'expense' },
        lines: [{ id: 'van-line', name: 'Van payment', unit: 'money', formula: 'Van.payment' }],
      },
    );
    const years = (now: Document) =>
      new PlanProjection(new Model(now), terms).of('van-line')!.years.map(({ amount }) => Math.round(amount));
    // It began in January 2026 and is paid back in December 2028.
    expect(years(document)).toEqual([1200, 0, 0]);
    const own = after(document, { kind: 'line.set', line: 'van-line', settings: { ownRate: 0.5 } });
    expect(years(own)).toEqual([1800, 2700, 4050]);
  });
});

import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import { sketch } from '../../testing/plans.ts';
import { toShown } from '../document/formulas.ts';
import { patternFormula, patternInWords, patternOf, type Pattern } from './patterns.ts';
import { TOTAL_INCOME } from '../schema/totals.ts';

const plan = (rule: string) =>
  sketch({
    months: 24,
    assumptions: { Inflation: ['ratePerYear', 0.12, { '2027-01': 0.2 }], Creep: ['ratePerMonth', 0.01] },
    lines: { Income: { Pay: 2000 }, Costs: { Rent: 100, Line: rule } },
  });
const document = plan('1');
const idOf = (name: string) =>
  [...document.lines.values(), ...document.assumptions.values()].find((row) => row.name === name)!.id;
const from = toMonth('2026-03');

/** The figures a pattern gives in a plan of 24 months. */
const figures = (pattern: Pattern) => calculate(plan(toShown(patternFormula(pattern), document))).figures('Line');

describe('a pattern', () => {
  it('comes every so many months, and is empty between', () => {
    const result = figures({ kind: 'everyMonths', amount: 24.6, months: 5, from });
    expect(result.flatMap((figure, index) => (figure === null ? [] : [[index, figure]]))).toEqual(
      [2, 7, 12, 17, 22].map((index) => [index, 24.6]),
    );
  });

  it('comes every so many months, counted from before the plan too', () => {
    const result = figures({ kind: 'everyMonths', amount: 5, months: 6, from: toMonth('2025-11') });
    expect(result.flatMap((figure, index) => (figure === null ? [] : [index]))).toEqual([4, 10, 16, 22]);
  });

  it('puts a yearly amount into one month, or spreads it', () => {
    expect(
      figures({ kind: 'yearlyIn', amount: 212, month: 3 }).flatMap((figure, index) => (figure === null ? [] : [index])),
    ).toEqual([2, 14]);
    expect(figures({ kind: 'yearlySpread', amount: 1200 })).toEqual(Array(24).fill(100));
  });

  it('grows once a year by the rate of that month', () => {
    const result = figures({ kind: 'growth', amount: 100, rate: idOf('Inflation'), by: 'year', from });
    expect(result.slice(0, 2)).toEqual([null, null]);
    expect(result[13]).toBe(100);
    expect(result[14]).toBeCloseTo(120, 9);
  });

  it('grows month by month, a yearly rate by its twelfth root', () => {
    const yearly = figures({
      kind: 'growth',
      amount: 100,
      rate: idOf('Inflation'),
      by: 'month',
      from: toMonth('2026-01'),
    });
    expect(yearly[11]).toBeCloseTo(100 * 1.12 ** (11 / 12), 9);
    expect(yearly[23]).toBeCloseTo(100 * 1.12 ** (11 / 12) * 1.2, 9);
    const monthly = figures({ kind: 'growth', amount: 100, rate: idOf('Creep'), by: 'monthlyRate', from });
    expect(monthly[4]).toBeCloseTo(102.01, 9);
  });

  it('changes by a fixed step', () => {
    expect(figures({ kind: 'series', amount: 50, step: -5, months: 1, from }).slice(2, 6)).toEqual([50, 45, 40, 35]);
    expect(figures({ kind: 'series', amount: 50, step: 10, months: 6, from }).slice(7, 10)).toEqual([50, 60, 60]);
  });

  it('is a percentage of something, or the average of what was before', () => {
    expect(figures({ kind: 'percentage', of: TOTAL_INCOME, share: 0.15 })[5]).toBe(300);
    expect(figures({ kind: 'recent', of: idOf('Rent'), months: 3 }).slice(0, 3)).toEqual([null, 100, 100]);
  });

  const amount = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((value) => Math.round(value * 100) / 100 || 0);
  const month = fc
    .tuple(fc.integer({ min: 2020, max: 2035 }), fc.integer({ min: 1, max: 12 }))
    .map(([year, number]) => toMonth(`${year}-${String(number).padStart(2, '0')}`));
  const months = fc.integer({ min: 1, max: 60 });
  const patterns: fc.Arbitrary<Pattern> = fc.oneof(
    fc.record({ kind: fc.constant('everyMonths' as const), amount, months, from: month }),
    fc.record({ kind: fc.constant('yearlyIn' as const), amount, month: fc.integer({ min: 1, max: 12 }) }),
    fc.record({ kind: fc.constant('yearlySpread' as const), amount }),
    fc.record({ kind: fc.constant('growth' as const), amount, rate: fc.constant('a1'), by: fc.constantFrom('year' as const, 'month' as const, 'monthlyRate' as const), from: month }),
    fc.record({ kind: fc.constant('series' as const), amount, step: amount, months, from: month }),
    fc.record({ kind: fc.constant('percentage' as const), of: fc.constantFrom('@income', 'l1'), share: fc.integer({ min: 0, max: 2000 }).map((tenths) => tenths / 1000) }),
    fc.record({ kind: fc.constant('recent' as const), of: fc.constant('l1'), months }),
  ); // prettier-ignore

  it('is recognised again by the formula it is stored as', () => {
    fc.assert(
      fc.property(patterns, (pattern) => {
        expect(patternOf(patternFormula(pattern))).toEqual(pattern);
      }),
    );
  });

  it('is not seen in a formula that only resembles it', () => {
    for (const formula of [
      '{l1} / 12',
      '1200 / 13',
      'if(month >= 3, 212)',
      '15% * 3',
      'grow({l1}, {a1}, 2026-03)',
      'if(month = 3, {l1})',
      'if(',
    ])
      expect(patternOf(formula)).toBeNull();
  });

  it('says in words what it does', () => {
    const words = (pattern: Pattern) => patternInWords(pattern, document, idOf('Line'));
    expect(english(words({ kind: 'everyMonths', amount: 24.6, months: 3, from }))).toBe(
      '24.60 every 3 months, first in March 2026',
    );
    expect(english(words({ kind: 'yearlyIn', amount: 212, month: 3 }))).toBe('212.00 a year, paid in March');
    expect(english(words({ kind: 'yearlySpread', amount: 1200 }))).toBe('1,200.00 a year, 100.00 each month');
    expect(english(words({ kind: 'growth', amount: 640, rate: idOf('Inflation'), by: 'year', from }))).toBe(
      '640.00 from March 2026 on, growing once a year by Inflation',
    );
    expect(english(words({ kind: 'series', amount: 50, step: -5, months: 12, from }))).toBe(
      '50.00 from March 2026 on, 5.00 less every year',
    );
    expect(english(words({ kind: 'percentage', of: TOTAL_INCOME, share: 0.15 }))).toBe('15.0\u00a0% of Total income');
    expect(english(words({ kind: 'recent', of: idOf('Line'), months: 3 }))).toBe(
      'the average of its own 3 months before',
    );
  });
});

import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import { figuresOf } from '../engine/results.ts';
import { problemSentence } from '../engine/problems.ts';
import { taxOn } from '../finance/tax.ts';
import { PlanFormatError, parsePlan } from '../plan/file.ts';
import { crossingsOf } from './tax.ts';

const OLD = [
  { schedule: 'Old bands', from: 0, rate: 0 },
  { schedule: 'Old bands', from: 10_000, rate: 0.2 },
  { schedule: 'Old bands', from: 30_000, rate: 0.4 },
];

function modelOf(rest: Record<string, unknown>, months = 24): Model {
  return new Model(
    parsePlan({
      version: 1,
      plan: { name: 'Tax', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
      groups: [
        { name: 'Earnings', side: 'income' },
        { name: 'Dues', side: 'expense' },
      ],
      lines: [
        { group: 'Earnings', name: 'Fees', id: 'fees' },
        { group: 'Dues', name: 'Income tax', id: 'due' },
      ],
      taxSchedules: [{ id: 'old', name: 'Old bands', income: 'total(Fees, year)', allowance: 1000 }],
      taxBands: OLD,
      ...rest,
    }),
  );
}

const FEES = [
  { line: 'Fees', amount: 3000 },
  { line: 'Fees', from: '2027-01', amount: 2000 },
];

describe('a tax schedule', () => {
  it('reckons the tax of each year’s income, with its rates', () => {
    const model = modelOf({ ruleSteps: FEES });
    // 36,000 less 1,000 is 35,000: 20,000 at 20 % and 5,000 at 40 %.
    expect(model.seriesOf('old.tax')!.valueAt(0)).toBeCloseTo(6000, 8);
    expect(model.seriesOf('old.marginal rate')!.valueAt(0)).toBe(0.4);
    expect(model.seriesOf('old.effective rate')!.valueAt(0)).toBeCloseTo(6000 / 36_000, 10);
    // 24,000 less 1,000: 13,000 at 20 %.
    expect(model.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(2600, 8);
  });

  it('is used in any rule, and follows its allowance', () => {
    const due = { line: 'Income tax', formula: 'if(month = 6, tax(Old bands, total(Fees, year)))' };
    const figures = figuresOf(modelOf({ ruleSteps: [...FEES, due] }).seriesOf('due')!);
    expect(figures[5]).toBeCloseTo(6000, 8);
    expect(figures.filter((figure) => figure !== null)).toHaveLength(2);
    const free = modelOf({
      ruleSteps: [...FEES, due],
      taxSchedules: [{ id: 'old', name: 'Old bands', allowance: 'Free of tax' }],
      assumptions: [{ name: 'Free of tax', unit: 'money', value: 26_000 }],
    });
    expect(free.seriesOf('due')!.valueAt(5)).toBe(0);
  });

  it('is used where a rule looks back at itself', () => {
    const rule = 'if(period = 1, 0, prior(Income tax)) + tax(Old bands, total(Fees, year)) / 12';
    const model = modelOf({ ruleSteps: [...FEES, { line: 'Income tax', formula: rule }] });
    expect(model.seriesOf('due')!.valueAt(11)).toBeCloseTo(500 * 11 + 500, 6);
  });

  it('takes the bands of the year', () => {
    const later = [
      { schedule: 'Old bands', validFrom: 2027, from: 0, rate: 0 },
      { schedule: 'Old bands', validFrom: 2027, from: 20_000, rate: 0.5 },
    ];
    const model = modelOf({ ruleSteps: FEES, taxBands: [...OLD, ...later] });
    expect(model.seriesOf('old.tax')!.valueAt(0)).toBeCloseTo(6000, 8);
    expect(model.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(1500, 8);
    // Where the first bands hold later, the years before have none, and the years after have theirs.
    const onlyLater = modelOf({ ruleSteps: FEES, taxBands: later });
    const problem = onlyLater.problems.get(onlyLater.seriesOf('old.tax')!.codeAt(0))!;
    expect(problem.detail).toBe('It has no bands that hold in 2026.');
    expect(onlyLater.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(1500, 8);
  });

  it('has no figure without bands, and says so', () => {
    const model = modelOf({ taxBands: [], ruleSteps: [{ line: 'Income tax', formula: 'Old bands.tax' }] });
    const problem = model.problems.get(model.seriesOf('due')!.codeAt(0))!;
    expect(problemSentence(problem, model.document)).toBe('Old bands.tax has no figure. It has no bands yet.');
  });

  it('refuses impossible bands in a file', () => {
    const unsorted = [...OLD, { schedule: 'Old bands', from: -5, rate: 0.1 }];
    expect(() => modelOf({ taxBands: unsorted })).toThrow(PlanFormatError);
    expect(() => modelOf({ taxBands: [{ schedule: 'Old bands', from: 0, rate: 1.4 }] })).toThrow(
      /outside 0 % to 100 %/,
    );
    expect(() => modelOf({ taxBands: [OLD[1], OLD[1]] })).toThrow(/same beginning/);
  });
});

describe('two schedules', () => {
  const a = { bands: [{ from: 0, rate: 0.2 }], allowance: 0 };
  const b = {
    bands: [
      { from: 0, rate: 0 },
      { from: 10_000, rate: 0.3 },
    ],
  };

  it('cross where the cheaper one changes', () => {
    const [income] = crossingsOf(a, b, 0, 100_000);
    expect(income).toBe(30_000);
    expect(taxOn(29_000, b).tax).toBeLessThan(taxOn(29_000, a).tax);
    expect(taxOn(31_000, b).tax).toBeGreaterThan(taxOn(31_000, a).tax);
  });

  it('cross where a rebate ends, and never when one is always dearer', () => {
    const rebate = { ...a, rebateLimit: 12_000 };
    const flat = { bands: [{ from: 0, rate: 0.1 }] };
    expect(crossingsOf(rebate, flat, 0, 50_000)[0]).toBeCloseTo(12_000, 1);
    expect(crossingsOf(a, { bands: [{ from: 0, rate: 0.4 }] }, 0, 50_000)).toEqual([]);
    expect(crossingsOf(a, a, 0, 50_000)).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import { sketch } from '../testing/plans.ts';
import { calculate } from './results.ts';

const one = (formula: string, extra: Record<string, number | string> = {}, months = 6) =>
  calculate(sketch({ months, lines: { Costs: { ...extra, X: formula } } })).figures('X');

describe('the figures of a plan', () => {
  it('follow the dated steps of a rule and its exceptions', () => {
    const plan = sketch({
      months: 5,
      lines: { Costs: { Rent: { start: 1140, '2026-03': 1190, '2026-05': null } } },
      exceptions: { Rent: { '2026-02': 900, '2026-04': 'prior(Rent) + 7' } },
    });
    expect(calculate(plan).figures('Rent')).toEqual([1140, 900, 1190, 1197, null]);
  });

  it('are empty before the first step, but for exceptions', () => {
    const { figures } = calculate(
      sketch({ months: 5, lines: { Costs: { Oven: { '2026-04': 20 } } }, exceptions: { Oven: { '2026-02': 1450 } } }),
    );
    expect(figures('Oven')).toEqual([null, 1450, null, 20, 20]);
    expect(figures('Costs group')).toEqual([null, 1450, null, 20, 20]);
    expect(figures('Total expenses')).toEqual([0, 1450, 0, 20, 20]);
  });

  it('add up by group and side, to net, cumulative net and what is left over', () => {
    const { figures } = calculate(
      sketch({
        months: 3,
        lines: {
          Income: { Pay: 100, Extra: null },
          Costs: { Rent: 40 },
          'Set aside': { Fund: 25 },
          Memo: { Count: 9 },
        },
      }),
    );
    expect(figures('Total income')).toEqual([100, 100, 100]);
    expect(figures('Net')).toEqual([60, 60, 60]);
    expect(figures('Cumulative net')).toEqual([60, 120, 180]);
    expect(figures('Left over')).toEqual([35, 35, 35]);
    expect(figures('income')).toEqual([100, 100, 100]);
    expect(figures('Extra')).toEqual([null, null, null]);
  });

  it('roll up to quarters and years of the calendar', () => {
    const { rollUps } = calculate(
      sketch({
        firstMonth: '2026-11',
        months: 5,
        lines: { Income: { Pay: { start: 10, '2027-01': null, '2027-03': 7 } } },
      }),
    );
    expect(rollUps('Pay', 'year').map((part) => part.figure)).toEqual([20, 7]);
    expect(rollUps('Pay', 'quarter').map((part) => part.figure)).toEqual([20, 7]);
    expect(rollUps('Pay', 'year').map((part) => part.average)).toEqual([10, 7]);
    expect(rollUps('Cumulative net', 'year').map((part) => part.figure)).toEqual([20, 27]);
  });

  it('take an assumption’s value in each month', () => {
    const plan = sketch({
      months: 4,
      assumptions: { Price: ['money', 2, { '2026-03': 3 }] },
      lines: { Costs: { X: 'Price * 10' } },
    });
    expect(calculate(plan).figures('X')).toEqual([20, 20, 30, 30]);
  });

  it('refuses an unknown name', () => {
    expect(() => calculate(sketch({ lines: { Costs: { X: 1 } } })).figures('Y')).toThrow(RangeError);
  });
});

describe('operators and functions', () => {
  it.each<[string, number | null]>([
    ['1 + 2 * 3', 7],
    ['-2^2', -4],
    ['2^3^2', 512],
    ['(1 + 2) * 3', 9],
    ['200 * 5%', 10],
    ['7 - 2 - 1', 4],
    ['1 < 2', 1],
    ['0.1 + 0.2 = 0.3', 1],
    ['0.1 + 0.2 > 0.3', 0],
    ['if(2 > 1, 5, 6)', 5],
    ['if(2 < 1, 5)', null],
    ['IFS(1 > 2, 1, 2 > 1, 2)', 2],
    ['and(1, 0)', 0],
    ['or(0, 1)', 1],
    ['not(0)', 1],
    ['min(3, 1, 2)', 1],
    ['max(3, 1, 2)', 3],
    ['SUM(3, 1, 2)', 6],
    ['AVERAGE(3, 1, 2)', 2],
    ['round(2.345, 2)', 2.35],
    ['round(-2.5)', -3],
    ['ROUNDUP(2.341, 2)', 2.35],
    ['ROUNDDOWN(-2.349, 2)', -2.34],
    ['INT(-1.5)', -2],
    ['MOD(-3, 2)', 1],
    ['POWER(2, 10)', 1024],
    ['share(25, 200)', 0.125],
    ['monthly(12%)', 0.01],
    ['payment(1200, 0, 12)', 100],
    ['at(period, 2026-03)', 3],
    ['at(period, 2)', 2],
    ['year', 2026],
    ['average(period)', 3.5],
    ['lowest(period)', 1],
    ['highest(period)', 6],
    ['total(period)', 21],
    ['total(period, quarter)', 6],
    ['total(period, year)', 21],
  ])('%s is %s', (formula, expected) => {
    const [first] = one(formula);
    if (expected === null) expect(first).toBeNull();
    else expect(first).toBeCloseTo(expected, 12);
  });

  it('agrees with OpenFormula on the time value of money', () => {
    const valueAt = (formula: string) => one(formula)[0];
    expect(valueAt('PMT(0.5%, 24, 9000)')).toBeCloseTo(-398.885, 2);
    expect(valueAt('IPMT(0.5%, 1, 24, 9000)')).toBeCloseTo(-45, 10);
    expect(valueAt('PPMT(0.5%, 1, 24, 9000) + IPMT(0.5%, 1, 24, 9000)')).toBeCloseTo(
      valueAt('PMT(0.5%, 24, 9000)')!,
      9,
    );
    expect(valueAt('FV(0.5%, 24, -398.8854904, 9000)')).toBeCloseTo(0, -1);
    expect(valueAt('PV(0.5%, 24, PMT(0.5%, 24, 9000))')).toBeCloseTo(9000, 6);
    expect(valueAt('NPER(0.5%, PMT(0.5%, 24, 9000), 9000)')).toBeCloseTo(24, 8);
    expect(valueAt('RATE(24, PMT(0.5%, 24, 9000), 9000)')).toBeCloseTo(0.005, 10);
    expect(valueAt('CUMIPMT(0.5%, 24, 9000, 1, 24) + CUMPRINC(0.5%, 24, 9000, 1, 24)')).toBeCloseTo(
      24 * valueAt('PMT(0.5%, 24, 9000)')!,
      6,
    );
    expect(valueAt('EFFECT(6%, 12)')).toBeCloseTo(0.0616778, 6);
    expect(valueAt('NOMINAL(EFFECT(6%, 12), 12)')).toBeCloseTo(0.06, 12);
    expect(valueAt('PMT(0, 12, 1200)')).toBe(-100);
  });

  it('looks back, ahead and along the months', () => {
    expect(one('prior(period)')).toEqual([null, 1, 2, 3, 4, 5]);
    expect(one('prior(period, 2)')).toEqual([null, null, 1, 2, 3, 4]);
    expect(one('next(period, 2)')).toEqual([3, 4, 5, 6, null, null]);
    expect(one('running(period)')).toEqual([1, 3, 6, 10, 15, 21]);
    expect(one('prior(running(period)) + 1')).toEqual([1, 2, 4, 7, 11, 16]);
    expect(one('prior(period, Delay)', { Delay: 'month - 1' })).toEqual([1, 1, 1, 1, 1, 1]);
    const { figures } = calculate(
      sketch({ firstMonth: '2026-11', months: 4, lines: { Costs: { X: 'running(month, year)' } } }),
    );
    expect(figures('X')).toEqual([11, 23, 1, 3]);
  });

  it('computes NPV and IRR over the months', () => {
    const flow = { Flow: { start: 30, '2026-01': -100, '2026-02': 30 } };
    const plan = sketch({ months: 5, lines: { Costs: { ...flow, Value: 'NPV(1%, Flow)', Return: 'IRR(Flow)' } } });
    const { figures } = calculate(plan);
    expect(figures('Value')[0]).toBeCloseTo(
      -100 / 1.01 + 30 / 1.01 ** 2 + 30 / 1.01 ** 3 + 30 / 1.01 ** 4 + 30 / 1.01 ** 5,
      10,
    );
    const rate = figures('Return')[3]!;
    expect(-100 + 30 / (1 + rate) + 30 / (1 + rate) ** 2 + 30 / (1 + rate) ** 3 + 30 / (1 + rate) ** 4).toBeCloseTo(
      0,
      9,
    );
  });
});

describe('feeding back through earlier months', () => {
  it('carries a balance forward', () => {
    const { figures } = calculate(sketch({ months: 3, lines: { Memo: { Balance: 'prior(Balance) * 1.1 + 100' } } }));
    expect(figures('Balance')).toEqual([100, 210, expect.closeTo(331, 9)]);
  });

  it('lets lines depend on each other’s months before', () => {
    const { figures } = calculate(sketch({ months: 4, lines: { Memo: { A: 'prior(B) + 1', B: 'prior(A) * 2 + 1' } } }));
    expect(figures('A')).toEqual([1, 2, 4, 6]);
    expect(figures('B')).toEqual([1, 3, 5, 9]);
  });

  it('lets an exception restart a balance', () => {
    const { figures } = calculate(
      sketch({
        months: 4,
        lines: { Memo: { Balance: 'prior(Balance) * 2 + 1' } },
        exceptions: { Balance: { '2026-03': 10 } },
      }),
    );
    expect(figures('Balance')).toEqual([1, 3, 10, 21]);
  });

  it('lets a set-aside follow last month’s net, running totals included', () => {
    const { figures } = calculate(
      sketch({ months: 3, lines: { Income: { Pay: 100 }, Costs: { Fee: 'prior(running(Net)) * 10%' } } }),
    );
    expect(figures('Fee')).toEqual([null, 10, 19]);
  });
});

describe('what has no figure', () => {
  it('says which divisor was empty, and travels with its origin', () => {
    const plan = sketch({
      months: 2,
      units: { Sold: 'number' },
      lines: { Memo: { Sold: { start: 5, '2026-02': null }, 'Unit cost': '10 / Sold', Double: 'Unit cost * 2' } },
    });
    const { figures, problems } = calculate(plan);
    expect(figures('Double')).toEqual([4, null]);
    expect(problems).toEqual([
      {
        cause: 'emptyDivisor',
        node: 'line-unit-cost',
        name: 'Unit cost',
        period: 1,
        message: 'Sold is empty in February 2026, so Unit cost has no figure.',
      },
    ]);
  });

  it('refuses to divide by zero, to take impossible powers and to grow beyond bounds', () => {
    const causes = (formula: string) =>
      calculate(sketch({ months: 1, lines: { Costs: { X: formula } } })).problems.map((problem) => problem.cause);
    expect(causes('1 / (2 - 2)')).toEqual(['zeroDivisor']);
    expect(causes('share(1, 0)')).toEqual(['zeroDivisor']);
    expect(causes('(-1)^0.5')).toEqual(['noResult']);
    expect(causes('10^400')).toEqual(['tooLarge']);
    expect(causes('10^200 * 10^200')).toEqual(['tooLarge']);
    expect(causes('RATE(10, 1, 1)')).toEqual(['noResult']);
  });

  it('skips the branch not taken', () => {
    expect(one('if(month > 1, 6 / (month - 1), 0)')).toEqual([0, 6, 3, 2, 1.5, 1.2]);
  });

  it('passes over empty months in sums and averages, and keeps products empty', () => {
    const gap = { Gap: 'if(month <> 2, 10)' };
    expect(one('Gap + 1', gap, 3)).toEqual([11, 1, 11]);
    expect(one('Gap * 2', gap, 3)).toEqual([20, null, 20]);
    expect(one('average(Gap)', gap, 3)).toEqual([10, 10, 10]);
    expect(one('sum(Gap, Gap)', gap, 3)).toEqual([20, null, 20]);
    expect(one('running(Gap)', gap, 3)).toEqual([10, 10, 20]);
  });
});

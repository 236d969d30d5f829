import { reasonOf } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { parsePlan } from '../plan/file/file.ts';
import type { SavingsAnswer } from './savings.ts';
import { runs } from '../testing/setup.ts';

interface Terms {
  readonly [column: string]: unknown;
}

function modelOf(terms: Terms, rest: Record<string, unknown> = {}, plan: Record<string, unknown> = {}): Model {
  return new Model(
    parsePlan({
      version: 1,
      plan: { name: 'Savings', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 36, ...plan },
      savings: [{ id: 'fund', name: 'Kitchen fund', first: '2026-01', ...terms }],
      ...rest,
    }),
  );
}

function answerOf(model: PlanModel): SavingsAnswer {
  const answer = model.calculationOf('fund')!.answer;
  if (answer.kind !== 'savings') throw new Error(answer.kind === 'none' ? reasonOf(answer) : answer.kind);
  return answer.savings;
}

function refusalOf(terms: Terms): string {
  const answer = modelOf(terms).calculationOf('fund')!.answer;
  return answer.kind === 'none' ? reasonOf(answer) : `an answer: ${answer.kind}`;
}

const FUND = { opening: 1500, deposit: 180, rate: 0.0275 };

describe('a savings fund', () => {
  it('goes on until the plan’s end where nothing is said', () => {
    const model = modelOf(FUND);
    const fund = answerOf(model);
    expect(fund).toMatchObject({ months: 36, goal: 8375.6, reached: '2028-12' });
    expect(fund.goal).toBeCloseTo(1500 + fund.totalDeposits + fund.totalInterest, 8);
    expect(model.seriesOf('fund.balance')!.valueAt(35)).toBe(8375.6);
  });

  it('finds the deposit, the months or the rate for a goal', () => {
    const terms = fc.record({
      opening: fc.integer({ min: 0, max: 5000 }),
      rate: fc.constantFrom(0, 0.0275, 0.08),
      months: fc.integer({ min: 2, max: 360 }),
      due: fc.constantFrom('end', 'start'),
      growth: fc.constantFrom(0, 0.03),
    });
    fc.assert(
      fc.property(terms, fc.integer({ min: 6000, max: 200_000 }), (given, goal) => {
        const solved = answerOf(modelOf({ ...given, goal, unknown: 'deposit' }));
        fc.pre(solved.deposit > 0);
        expect(solved.goal).toBeGreaterThan(goal - 0.5 - given.months * 0.01);
        // Rounding the deposit up by less than a cent can come to no more than this.
        expect(solved.goal).toBeLessThan(goal + 0.2 * given.months);
        const { deposit } = solved;
        const when = answerOf(modelOf({ ...given, deposit, goal, unknown: 'months', months: null }));
        expect(Math.abs(when.months - given.months)).toBeLessThanOrEqual(1);
        expect(when.goal).toBeGreaterThanOrEqual(goal);
      }),
      runs(60),
    );
    const rate = answerOf(modelOf({ opening: 1000, deposit: 100, months: 120, goal: 16_000, unknown: 'rate' }));
    expect(rate.goal).toBeCloseTo(16_000, 0);
    expect(rate.rate).toBeGreaterThan(0.02);
  });

  it('keeps to pauses, single deposits and withdrawals by date', () => {
    const savingsMoves = [
      { fund: 'fund', kind: 'pause', from: '2026-03', until: '2026-04' },
      { fund: 'fund', kind: 'deposit', from: '2026-05', amount: 500 },
      { fund: 'fund', kind: 'withdrawal', from: '2026-06', amount: 200 },
    ];
    const model = modelOf({ deposit: 100, rate: 0 }, { savingsMoves });
    expect(figuresOf(model.seriesOf('fund.deposit')!).slice(0, 6)).toEqual([100, 100, 0, 0, 600, 100]);
    expect(figuresOf(model.seriesOf('fund.balance')!).slice(0, 6)).toEqual([100, 200, 200, 200, 800, 700]);
    expect(answerOf(model).short).toBeNull();
  });

  it('says when more is to be taken out than there is', () => {
    const savingsMoves = [{ fund: 'fund', kind: 'withdrawal', from: '2026-02', amount: 900 }];
    const fund = answerOf(modelOf({ deposit: 100, rate: 0 }, { savingsMoves }));
    expect(fund.short).toBe('2026-02');
    expect(fund.rows[1]!.closing).toBe(0);
  });

  it('is lived off for as long as it lasts, or in equal parts, to exactly nothing', () => {
    const long = answerOf(modelOf({ ...FUND, months: 24, withdrawals: 'howLong', withdrawal: 400 }));
    expect(long.rows.at(-1)!.closing).toBe(0);
    expect(long.withdrawal).toMatchObject({ amount: 400, last: long.rows.at(-1)!.month });
    for (const due of ['end', 'start']) {
      const even = answerOf(modelOf({ ...FUND, due, months: 24, withdrawals: 'howMuch', withdrawalMonths: 60 }));
      expect(even.rows).toHaveLength(84);
      expect(even.rows.at(-1)!.closing).toBe(0);
      expect(even.withdrawal!.months).toBe(60);
    }
    const ever = answerOf(
      modelOf({ opening: 100_000, deposit: 0, rate: 0.06, months: 1, withdrawals: 'howLong', withdrawal: 400 }),
    );
    expect(ever.withdrawal!.months).toBeNull();
  });

  it('keeps to single entries while it is lived off', () => {
    const terms = { opening: 1000, deposit: 0, rate: 0, months: 2, withdrawals: 'howLong', withdrawal: 100 };
    const savingsMoves = [
      { fund: 'fund', kind: 'withdrawal', from: '2026-04', amount: 300 },
      { fund: 'fund', kind: 'deposit', from: '2026-05', amount: 50 },
    ];
    const fund = answerOf(modelOf(terms, { savingsMoves }));
    expect(fund.rows.slice(2, 5).map((row) => row.closing)).toEqual([900, 500, 450]);
    expect(fund.withdrawal).toMatchObject({ months: 8, isGrowing: false });
    const even = answerOf(modelOf({ ...terms, withdrawals: 'howMuch', withdrawalMonths: 6 }, { savingsMoves }));
    expect(even.rows.at(-1)!.closing).toBe(0);
  });

  it('tells what never runs out from what merely lasts very long', () => {
    const terms = { opening: 120_000, deposit: 0, months: 1, withdrawals: 'howLong', withdrawal: 99 };
    expect(answerOf(modelOf({ ...terms, rate: 0 })).withdrawal).toMatchObject({ months: null, isGrowing: false });
    expect(answerOf(modelOf({ ...terms, rate: 0.03 })).withdrawal).toMatchObject({ months: null, isGrowing: true });
  });

  it('is told in today’s money by the plan’s own rise of prices, or another', () => {
    const rest = { assumptions: [{ name: 'Inflation', unit: 'ratePerYear', value: 0.024 }] };
    const plan = { projectionRate: 'Inflation' };
    const fund = answerOf(modelOf(FUND, rest, plan));
    expect(fund.goalToday!).toBeCloseTo(fund.goal / 1.024 ** (35 / 12), 6);
    const other = answerOf(modelOf({ ...FUND, inflation: 0 }, rest, plan));
    expect(other.goalToday).toBe(other.goal);
    expect(answerOf(modelOf(FUND)).goalToday).toBeNull();
  });

  it('takes deposits from a line and rates from dated assumptions', () => {
    const model = modelOf(
      { deposit: 'Spare', rate: 'Interest', months: 12 },
      {
        assumptions: [{ name: 'Interest', unit: 'ratePerYear', value: 0 }],
        assumptionSteps: [{ assumption: 'Interest', from: '2026-03', value: 0.12 }],
        groups: [{ name: 'Putting by', side: 'memo' }],
        lines: [{ group: 'Putting by', name: 'Spare' }],
        ruleSteps: [
          { line: 'Spare', amount: 100 },
          { line: 'Spare', from: '2026-02', amount: 50 },
        ],
      },
    );
    expect(figuresOf(model.seriesOf('fund.balance')!).slice(0, 3)).toEqual([100, 150, 201.5]);
  });

  it('stands at exactly what was put in without interest, for 600 months', () => {
    const fund = answerOf(modelOf({ deposit: 0.01, rate: 0, months: 600 }));
    expect(fund.goal).toBe(6);
    expect(fund.totalInterest).toBe(0);
  });

  it.each([
    [{ deposit: 5, rate: 0, first: '2029-01' }, 'The first deposit is after the plan’s last month. Enter a term.'],
    [{ rate: 0.02 }, 'The monthly deposit is empty, so the final balance cannot be calculated yet.'],
    [{ deposit: 10 }, 'The yearly rate is empty, so the final balance cannot be calculated yet.'],
    [{ deposit: 10, rate: 0.02, unknown: 'months' }, 'The goal is empty, so the term cannot be calculated yet.'],
    [
      { deposit: 0, rate: 0, goal: 100, unknown: 'months' },
      'Without a deposit and without interest the goal is never reached.',
    ],
    [{ deposit: 0.01, rate: 0, goal: 9e6, unknown: 'months' }, 'The goal is not reached within a hundred years.'],
    [
      { opening: 500, deposit: 1, rate: 0, goal: 100, unknown: 'months' },
      'The opening balance already reaches the goal.',
    ],
    [{ deposit: 0, months: 12, goal: 100, unknown: 'rate' }, 'These deposits do not reach the goal at any rate.'],
    [{ deposit: -5, rate: 0 }, 'A deposit cannot be below zero. Use a withdrawal instead.'],
    [{ ...FUND, months: 12, withdrawals: 'howLong' }, 'Enter the monthly withdrawal.'],
  ])('answers %j with a sentence', (terms, sentence) => {
    expect(refusalOf(terms)).toBe(sentence);
  });
});

describe('a deposit that follows from a goal', () => {
  it('reaches it, though every month’s interest is rounded', () => {
    const fund = answerOf(modelOf({ opening: 146, goal: 2009.15, rate: 0.0266, months: 213, unknown: 'deposit' }));
    expect(fund.goal).toBeGreaterThanOrEqual(2009.15);
  });

  it('is the least that does, whatever the terms', () => {
    const terms = fc.record({
      opening: fc.integer({ min: 0, max: 50_000 }).map((cents) => cents / 100),
      goal: fc.integer({ min: 100_000, max: 5_000_000 }).map((cents) => cents / 100),
      rate: fc.integer({ min: 0, max: 900 }).map((part) => part / 10_000),
      months: fc.integer({ min: 1, max: 360 }),
      due: fc.constantFrom('end', 'start'),
    });
    fc.assert(
      fc.property(terms, (given) => {
        const { deposit, goal } = answerOf(modelOf({ ...given, unknown: 'deposit' }));
        expect(goal).toBeGreaterThanOrEqual(given.goal - 1e-9);
        if (deposit === 0) return;
        const less = answerOf(modelOf({ ...given, goal: null, deposit: Math.round(deposit * 100 - 1) / 100 }));
        expect(less.goal).toBeLessThan(given.goal);
      }),
      runs(80),
    );
  });
});

import { Model, parsePlan, type SavingsAnswer } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { fundsTogether, goalMissedByCents, savingsPicture, savingsSchedule } from './savingsViews.ts';

const model = new Model(
  parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
    savings: [
      { id: 'a', name: 'Kitchen', opening: 500, deposit: 100, rate: 0.03, months: 12, first: '2026-01' },
      {
        id: 'b',
        name: 'Travel',
        deposit: 50,
        rate: 0,
        months: 6,
        first: '2026-07',
        withdrawals: 'howMuch',
        withdrawalMonths: 3,
      },
    ],
  }),
);

function fundOf(id: string): SavingsAnswer {
  const answer = model.calculationOf(id)!.answer;
  if (answer.kind !== 'savings') throw new Error('There is no answer.');
  return answer.savings;
}

describe('a fund whose deposit is in whole cents', () => {
  it('tells the goal it was to come to, where it comes to more', () => {
    const plan = (goal: number, unknown: string) =>
      new Model(
        parsePlan({
          version: 1,
          plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
          savings: [{ id: 'a', name: 'Kitchen', unknown, goal, deposit: 100, rate: 0, months: 7, first: '2026-01' }],
        }),
      );
    const report = (model: Model) => {
      const answer = model.calculationOf('a')!.answer;
      return answer.kind === 'savings' ? [answer.savings.goal, goalMissedByCents(model, 'a', answer.savings)] : [];
    };
    expect(report(plan(1000, 'deposit'))).toEqual([1000.02, 1000]);
    expect(report(plan(700, 'deposit'))).toEqual([700, null]);
    expect(report(plan(1000, 'goal'))).toEqual([700, null]);
  });
});

describe('a fund as a schedule', () => {
  it('tells deposits, interest and balance, with totals', () => {
    const fund = fundOf('a');
    const { rows, columns } = savingsSchedule(fund, 'month', model.document);
    expect(rows).toHaveLength(12);
    const column = (id: string) => columns.find((each) => each.id === id)!;
    expect(column('deposit').total).toBe(1200);
    expect(column('closing').values.at(-1)).toBe(fund.goal);
    expect(columns.some(({ id }) => id === 'withdrawal' || id === 'today')).toBe(false);
  });

  it('has a column for what is taken out, where something is', () => {
    const { rows, columns } = savingsSchedule(fundOf('b'), 'year', model.document);
    expect(rows).toEqual(['2026', '2027']);
    expect(columns.find(({ id }) => id === 'withdrawal')!.values).toEqual([0, 300]);
  });

  it('is drawn as deposits with the interest on top', () => {
    const fund = fundOf('a');
    const [put, interest] = savingsPicture(fund, 'month', model.document).series;
    expect(put!.values.at(-1)! + interest!.values.at(-1)!).toBeCloseTo(fund.goal, 8);
    expect(interest!.values.at(-1)).toBeCloseTo(fund.totalInterest, 8);
  });
});

describe('several funds together', () => {
  const funds = [
    { name: 'Kitchen', fund: fundOf('a') },
    { name: 'Travel', fund: fundOf('b') },
  ];

  it('cover all their months; what a fund came to stays in it, what is taken out is gone', () => {
    const { rows, columns } = fundsTogether(funds, 'month', model.document);
    expect(rows).toHaveLength(15);
    const [kitchen, travel, sum] = columns;
    expect(travel!.values[0]).toBeNull();
    expect(kitchen!.values.at(-1)).toBe(fundOf('a').goal);
    expect(travel!.values.at(-1)).toBe(0);
    expect(sum!.values[6]).toBeCloseTo(kitchen!.values[6]! + 50, 8);
  });

  it('go by year too', () => {
    const { rows, columns } = fundsTogether(funds, 'year', model.document);
    expect(rows).toEqual(['2026', '2027']);
    expect(columns.at(-1)!.values[0]).toBeCloseTo(fundOf('a').goal + 300, 8);
  });
});

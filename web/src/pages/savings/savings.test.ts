import { Model, parsePlan, type SavingsAnswer } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { potsTogether, savingsPicture, savingsSchedule } from './savingsViews.ts';

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

function potOf(id: string): SavingsAnswer {
  const answer = model.calculationOf(id)!.answer;
  if (answer.kind !== 'savings') throw new Error('There is no answer.');
  return answer.savings;
}

describe('a pot as a schedule', () => {
  it('tells deposits, interest and balance, with totals', () => {
    const pot = potOf('a');
    const { rows, columns } = savingsSchedule(pot, 'month', model.document);
    expect(rows).toHaveLength(12);
    const column = (id: string) => columns.find((each) => each.id === id)!;
    expect(column('deposit').total).toBe(1200);
    expect(column('closing').values.at(-1)).toBe(pot.goal);
    expect(columns.some(({ id }) => id === 'withdrawal' || id === 'today')).toBe(false);
  });

  it('has a column for what is taken out, where something is', () => {
    const { rows, columns } = savingsSchedule(potOf('b'), 'year', model.document);
    expect(rows).toEqual(['2026', '2027']);
    expect(columns.find(({ id }) => id === 'withdrawal')!.values).toEqual([0, 300]);
  });

  it('is drawn as deposits with the interest on top', () => {
    const pot = potOf('a');
    const [put, interest] = savingsPicture(pot, 'month', model.document).series;
    expect(put!.values.at(-1)! + interest!.values.at(-1)!).toBeCloseTo(pot.goal, 8);
    expect(interest!.values.at(-1)).toBeCloseTo(pot.totalInterest, 8);
  });
});

describe('several pots together', () => {
  const pots = [
    { name: 'Kitchen', pot: potOf('a') },
    { name: 'Travel', pot: potOf('b') },
  ];

  it('cover all their months; what a pot came to stays in it, what is taken out is gone', () => {
    const { rows, columns } = potsTogether(pots, 'month', model.document);
    expect(rows).toHaveLength(15);
    const [kitchen, travel, sum] = columns;
    expect(travel!.values[0]).toBeNull();
    expect(kitchen!.values.at(-1)).toBe(potOf('a').goal);
    expect(travel!.values.at(-1)).toBe(0);
    expect(sum!.values[6]).toBeCloseTo(kitchen!.values[6]! + 50, 8);
  });

  it('go by year too', () => {
    const { rows, columns } = potsTogether(pots, 'year', model.document);
    expect(rows).toEqual(['2026', '2027']);
    expect(columns.at(-1)!.values[0]).toBeCloseTo(potOf('a').goal + 300, 8);
  });
});

import { describe, expect, it } from 'vitest';
import { createCalendar } from '../calendar/calendar.ts';
import { addMonths, toMonth } from '../calendar/month.ts';
import { decide } from '../plan/commands/decide.ts';
import { sketch } from '../testing/plans.ts';
import { ratesFromIndex } from './priceIndex.ts';

/** An index that rises by so much from one month of a year to the same of the next, from January 2024 on. */
const index = (rises: readonly number[], months: number) => {
  const values = [100];
  for (let index = 1; index < months; index++)
    values.push(values[index - 1]! * (1 + rises[Math.floor(index / 12)]!) ** (1 / 12));
  return values.map((value, index) => ({ month: addMonths(toMonth('2024-01'), index), value }));
};
const calendar = createCalendar(toMonth('2025-01'), 36, 1);

describe('yearly rises from a price index', () => {
  it('are those of the last published month of each year, and go on after it', () => {
    const rates = ratesFromIndex(index([0.02, 0.02, 0.05], 30), calendar)!;
    expect(rates.value).toBe(0.02);
    expect(rates.steps).toEqual([{ from: '2026-01', value: expect.closeTo(0.035, 2) }]);
    expect(rates.until).toBe('2026-06');
  });

  it('are of the plan’s years, and of the first there is before the index', () => {
    const fiscal = createCalendar(toMonth('2020-04'), 84, 4);
    const rates = ratesFromIndex(index([0.02, 0.02, 0.02], 36), fiscal)!;
    expect(rates).toMatchObject({ value: 0.02, steps: [] });
  });

  it('need more than a year', () => {
    expect(ratesFromIndex(index([0.02], 12), calendar)).toBeNull();
    expect(ratesFromIndex([], calendar)).toBeNull();
  });

  it('fill an assumption in one step, in place of its dated values, within its limits', () => {
    const plan = sketch({ months: 36, firstMonth: '2025-01', assumptions: { Inflation: ['ratePerYear', 0.01, { '2027-01': 0.09 }] }, lines: { costs: { Rent: 1 } } }); // prettier-ignore
    const fill = { kind: 'assumption.fill', assumption: 'assumption-inflation', value: 0.02, steps: [{ from: toMonth('2026-01'), value: 0.03 }], note: 'Office' } as const; // prettier-ignore
    const decision = decide(plan, fill);
    expect(decision.ok && decision.changes.map(({ table, after }) => [table, (after as { value?: number } | null)?.value])).toEqual([
      ['assumptionSteps', undefined],
      ['assumptions', 0.02],
      ['assumptionSteps', 0.03],
    ]); // prettier-ignore
    expect(decide(plan, { ...fill, assumption: 'gone' }).ok).toBe(false);
    expect(decide(plan, { ...fill, note: 'x'.repeat(2001) }).ok).toBe(false);
  });
});

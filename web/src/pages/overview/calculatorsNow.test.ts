import { Model, parsePlan } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { calculatorsNow } from './calculatorsNow.ts';

describe('calculators at a glance', () => {
  it('each say in a few words how they stand', () => {
    const model = new Model(
      parsePlan({
        version: 1,
        plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
        loans: [
          { id: 'van', name: 'Van', amount: 1200, rate: 0, months: 12, first: '2026-01' },
          { id: 'offer', name: 'Offer', offerOf: 'Van', amount: 1200, rate: 0, months: 6, first: '2026-01' },
          { id: 'new', name: 'New', first: '2026-01' },
        ],
        savings: [{ id: 'fund', name: 'Fund', deposit: 100, rate: 0, months: 6, first: '2026-03' }],
        taxSchedules: [{ id: 'tax', name: 'Bands', income: 5000 }, { id: 'bare', name: 'Bare' }], // prettier-ignore
        taxBands: [
          { schedule: 'Bands', from: 0, rate: 0.1 },
          { schedule: 'Bare', from: 0, rate: 0.1 },
        ],
        breakEvens: [
          { id: 'units', name: 'Units', fixedCosts: 10, price: 3, variableCost: 1 },
          { id: 'never', name: 'Dear', fixedCosts: 10, price: 1, variableCost: 1 },
          { id: 'time', name: 'Time', about: 'time', flow: 'if(period = 1, -20, 10)' },
          { id: 'two', name: 'Two', about: 'between', firstCosts: 1, secondCosts: 2 },
        ],
      }),
    );
    expect(calculatorsNow(model, 3).map(({ calculator, words }) => [calculator.row.name, words])).toEqual([
      ['Van', '€100.00 a month, €800.00 outstanding, until December 2026'],
      ['New', 'The amount is empty, so the monthly payment cannot be calculated yet.'],
      ['Fund', 'balance €200.00, final balance €600.00 in August 2026'],
      ['Bands', '€500.00 for 2026'],
      ['Bare', 'no income entered'],
      ['Units', 'break-even point 5 units'],
      ['Dear', 'never, with these figures'],
      ['Time', 'payback in March 2026'],
      ['Two', 'Not within the plan: The second costs more throughout.'],
    ]);
  });
});

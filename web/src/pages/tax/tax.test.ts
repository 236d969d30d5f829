import { english } from '../../../../core/src/testing/english.ts';
import { Model, applyChanges, decide, parsePlan, type Command } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { taxFormula } from './TaxPlacing.tsx';
import { compared, incomeTable, incomesOf, incomesRefusal, usualIncomes } from './taxViews.ts';

const { document } = new Model(
  parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    groups: [{ id: 'dues', name: 'Dues', side: 'expense' }],
    taxSchedules: [{ id: 'tax', name: 'Bands', income: 24_000 }],
    taxBands: [{ schedule: 'Bands', from: 0, rate: 0.1 }],
  }),
);

const FLAT = { name: 'Flat', schedule: { bands: [{ from: 0, rate: 0.2 }] } };
const STEEP = {
  name: 'Steep',
  schedule: { bands: [{ from: 0, rate: 0 }, { from: 10_000, rate: 0.4 }] }, // prettier-ignore
};

describe('a table of incomes', () => {
  it('goes from the first to the last in steps', () => {
    expect(incomesOf({ low: 0, high: 1000, step: 300 })).toEqual([0, 300, 600, 900]);
    expect(incomesOf({ low: 0, high: 0.3, step: 0.1 })).toHaveLength(4);
    expect(incomesRefusal(usualIncomes(null))).toBeNull();
    expect(usualIncomes(14_920).high).toBe(30_000);
  });

  it.each([
    [{ low: -1, high: 10, step: 1 }, 'The first income cannot be below zero.'],
    [{ low: 10, high: 10, step: 1 }, 'The last income must be higher than the first.'],
    [{ low: 0, high: 10, step: 0 }, 'The step must be above zero.'],
    [
      { low: 0, high: 1e6, step: 1 },
      'That would be 1000001 incomes, and the table can have up to 400. Enter a larger step.',
    ],
  ])('refuses %j in words', (incomes, sentence) => {
    expect(incomesRefusal(incomes)).toBe(sentence);
  });

  it('tells the tax, its rates, and what is left', () => {
    const [tax, effective, marginal, left] = incomeTable([0, 20_000], STEEP.schedule);
    expect(tax!.values).toEqual([0, 4000]);
    expect(effective!.values).toEqual([0, 0.2]);
    expect(marginal!.values).toEqual([0, 0.4]);
    expect(left!.values).toEqual([0, 16_000]);
  });
});

describe('two schedules compared', () => {
  it('say from which income on the other one takes less', () => {
    const { words, columns } = compared([0, 10_000, 40_000], FLAT, STEEP, document);
    expect(words).toBe('Steep is lower up to €20,000.00; from €20,000.00 on, Flat is lower.');
    expect(columns.at(-1)!.values).toEqual([0, -2000, 4000]);
  });

  it('say so when none does', () => {
    const dearer = { name: 'Dear', schedule: { bands: [{ from: 0, rate: 0.5 }] } };
    expect(compared([0, 50_000], FLAT, dearer, document).words).toBe('Flat is lower or equal for all these incomes.');
    expect(compared([0, 50_000], FLAT, FLAT, document).words).toBe('Both are equal for all these incomes.');
  });
});

describe('the year’s tax in the budget', () => {
  it.each([
    [[12], 'Bands.tax in December', [0, 0, 2400]],
    [[3, 12], 'two parts', [1200, 0, 1200]],
    [[1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], 'every month', [200, 200, 200]],
    [[], 'December, when no month is chosen', [0, 0, 2400]],
  ])('paid in %j comes in %s', (months, _, [march, june, december]) => {
    const command: Command = {
      kind: 'lines.place',
      group: 'dues',
      newGroup: null,
      lines: [{ id: 'line', name: 'Tax', unit: 'money', formula: taxFormula('tax', months) }],
    };
    const decision = decide(document, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    const values = new Model(applyChanges(document, decision.changes)).seriesOf('line')!;
    const valueAt = (period: number) => values.valueAt(period) || 0;
    expect([valueAt(2), valueAt(5), valueAt(11)]).toEqual([march, june, december]);
  });
});

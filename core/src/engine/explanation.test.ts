import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { sketch } from '../testing/plans.ts';
import { Model } from './model.ts';
import { explainFigure } from './explanation.ts';

const model = new Model(
  sketch({
    assumptions: { Inflation: ['ratePerYear', 0.024, { '2026-07': 0.021 }] },
    lines: {
      Income: { Pay: { start: 2000, '2026-07': 2100 } },
      Costs: {
        Food: 'Pay * (1 + Inflation) * 10%',
        Rent: 800,
        Gap: 'if(month = 3, 5)',
        Bad: '10 / Gap',
        Last: 'prior(Pay) + total(Rent, quarter)',
      },
    },
    exceptions: { Rent: { '2026-05': 700 }, Food: { '2026-06': 'Pay * 5%' } },
  }),
);
const select = (name: string, period: number) => explainFigure(model, idOf(name), period);
const idOf = (name: string) =>
  [...model.document.lines.values(), ...model.document.groups.values(), ...model.document.assumptions.values()].find(
    (row) => row.name === name,
  )?.id ?? name;

describe('a calculation', () => {
  it('says what was typed, and from when to when', () => {
    expect(select('Pay', 0)).toMatchObject({
      source: 'amount',
      words: 'Typed: €2,000.00 until June 2026.',
      value: 2000,
    });
    expect(english(select('Pay', 8).words)).toBe('Typed: €2,100.00 from July 2026 on.');
    expect(english(select('Rent', 0).words)).toBe('Typed: €800.00 in every month.');
  });

  it('says that a month is an exception, and what the rule would give', () => {
    expect(select('Rent', 4)).toMatchObject({
      source: 'exception',
      words: 'Typed for May 2026 only, as an exception. The rule would give €800.00.',
    });
    expect(select('Food', 5)).toMatchObject({ source: 'exception', formula: 'Pay × 5%', value: 100 });
    expect(english(select('Food', 5).words)).toContain('The rule would give €204.80.');
  });

  it('shows a rule with its names, worked with their values', () => {
    const explanation = select('Food', 7);
    expect(explanation.formula).toBe('Pay × (1 + Inflation) × 10%');
    expect(explanation.worked).toBe('2,100.00 × (1 + 2.1\u00a0%) × 10%');
    expect(explanation.parts.map(({ label, value, period }) => [label, value, period])).toEqual([
      ['Pay', 2100, 7],
      ['Inflation', 0.021, 7],
    ]);
  });

  it('names the month a part was taken from, and functions along the months as a whole', () => {
    expect(select('Last', 6).parts.map(({ label, value, period }) => [label, value, period])).toEqual([
      ['Pay', 2000, 5],
      ['total(Rent, quarter)', 2400, null],
    ]);
  });

  it('adds up groups and totals from their parts', () => {
    expect(select('Income group', 0)).toMatchObject({ source: 'sum', words: 'The sum of its one line.' });
    expect(select('@net', 0).parts.map(({ label, subtracted }) => [label, subtracted])).toEqual([
      ['Total income', false],
      ['Total expenses', true],
    ]);
    expect(select('@cumulativeNet', 1).parts.map(({ label, period }) => [label, period])).toEqual([
      ['Cumulative net', 0],
      ['Net', 1],
    ]);
  });

  it('says why there is no figure, where it arose and where it arrived', () => {
    expect(english(select('Bad', 0).problem)).toBe('Gap is empty in January 2026, so Bad has no figure.');
    expect(english(select('@net', 0).problem)).toBe('Gap is empty in January 2026, so Bad has no figure.');
    expect(select('Gap', 0)).toMatchObject({ value: null, problem: null });
    // In the rule with its values the part that is empty is named so.
    expect(english(select('Bad', 0).worked)).toBe('10 ÷ nothing');
  });

  it('tells an assumption with its dated values', () => {
    expect(english(select('Inflation', 0).words)).toBe(
      'An assumption: 2.4\u00a0% a year, 2.1\u00a0% a year from July 2026 on.',
    );
  });

  it('refuses what does not exist', () => {
    expect(() => explainFigure(model, 'nobody', 0)).toThrow(RangeError);
    expect(() => explainFigure(model, idOf('Pay'), 99)).toThrow(RangeError);
  });
});

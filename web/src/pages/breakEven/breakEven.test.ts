import { Model, answerUnits, parsePlan } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { choosables, togetherFormula, unitCostView, unitsToShow, unitsView } from './breakEvenViews.ts';

const model = new Model(
  parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-02', months: 6 },
    groups: [
      { id: 'in', name: 'Takings', side: 'income' },
      { id: 'out', name: 'Costs', side: 'expense' },
      { id: 'by', name: 'Put by', side: 'setAside' },
      { id: 'memo', name: 'Counts', side: 'memo' },
    ],
    lines: [
      { id: 'sales', group: 'Takings', name: 'Sales' },
      { id: 'rent', group: 'Costs', name: 'Rent' },
      { id: 'units', group: 'Counts', name: 'Units', unit: 'number' },
    ],
    ruleSteps: [
      { line: 'Sales', amount: 900 },
      { line: 'Rent', amount: 300 },
      { line: 'Units', amount: 100 },
    ],
    loans: [{ id: 'van', name: 'Van', first: '2026-02' }],
    breakEvens: [
      { id: 'even', name: 'Even', fixedCosts: 'Rent', price: 9, variableCost: 4, costs: 'Rent', units: 'Units' },
    ],
  }),
);
const row = model.document.breakEvens.get('even')!;
const answer = answerUnits(row, model.calculationOf('even')!.given, 0);

describe('a break-even as picture and table', () => {
  it('goes in round steps from nothing to well beyond it', () => {
    const units = unitsToShow(answer);
    expect(units[0]).toBe(0);
    expect(units[1]! - units[0]!).toBe(5);
    expect(units.at(-1)!).toBeGreaterThan(60 * 1.5);
    expect(new Set(unitsToShow({ ...answer, fixedCosts: 1, result: { ...answer.result, units: 0.2 } })).size).toBe(21);
  });

  it('has a row of its own for the break-even, marked, in which nothing is lost', () => {
    const odd = answerUnits({ ...row, id: 'even' }, { ...model.calculationOf('even')!.given, at: given(302) }, 0);
    const { rows, columns, picture, marked } = unitsView(odd, model.document);
    expect(rows[marked]).toBe('61');
    expect(columns.at(-1)!.values[marked]!).toBeGreaterThanOrEqual(0);
    expect(columns.at(-1)!.values[marked - 1]!).toBeLessThan(0);
    expect(picture.categories).not.toContain('61');
  });

  function given(fixedCosts: number) {
    const values: Readonly<Record<string, number>> = {
      'even:fixedCosts': fixedCosts,
      'even:price': 9,
      'even:variableCost': 4,
    };
    return (id: string) => values[id] ?? null;
  }
});

describe('unit costs', () => {
  it('stand for the quarter and year in their last months', () => {
    const { columns, isEmpty } = unitCostView(row, model);
    const column = (id: string) => columns.find((each) => each.id === id)!.values;
    expect(isEmpty).toBe(false);
    expect(column('month')).toEqual([3, 3, 3, 3, 3, 3]);
    // The plan begins in February: its first quarter has two months, its last one.
    expect(column('quarter').map((value) => value !== null)).toEqual([false, true, false, false, true, true]);
    expect(column('year').filter((value) => value !== null)).toEqual([3]);
  });
});

describe('lines taken together', () => {
  const all = choosables(model.document);
  const named = (...names: string[]) => all.filter(({ name }) => names.includes(name));

  it('are lines of money, groups that are money, and loans', () => {
    expect(all.map(({ name }) => name)).toEqual([
      'Takings, all',
      'Sales',
      'Costs, all',
      'Rent',
      'Put by, all',
      'Van, payment',
    ]);
  });

  it('are a net, or costs', () => {
    expect(togetherFormula(named('Sales', 'Rent', 'Van, payment'), 'net')).toBe('{sales} - {rent} - {van}.payment');
    expect(togetherFormula(named('Rent'), 'net')).toBe('0 - {rent}');
    expect(togetherFormula(named('Rent', 'Van, payment'), 'costs')).toBe('{rent} + {van}.payment');
  });
});

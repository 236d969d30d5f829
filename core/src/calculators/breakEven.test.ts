import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { parsePlan } from '../plan/file/file.ts';
import { isNoFigure } from './given.ts';

function modelOf(terms: Record<string, unknown>): Model {
  return new Model(
    parsePlan({
      version: 1,
      plan: { name: 'Stall', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      groups: [
        { name: 'Takings', side: 'income' },
        { name: 'Costs', side: 'expense' },
        { name: 'Counts', side: 'memo' },
      ],
      lines: [
        { group: 'Takings', name: 'Sales' },
        { group: 'Costs', name: 'Oven' },
        { group: 'Costs', name: 'Flour' },
        { group: 'Counts', name: 'Loaves', unit: 'number' },
      ],
      ruleSteps: [
        { line: 'Sales', amount: 400 },
        { line: 'Flour', amount: 100 },
        { line: 'Loaves', amount: 100 },
        { line: 'Loaves', from: '2026-03', amount: 50 },
      ],
      exceptions: [{ line: 'Oven', month: '2026-01', amount: 1000 }],
      breakEvens: [{ id: 'even', name: 'Stall pays', ...terms }],
    }),
  );
}

const answerOf = (model: PlanModel) => model.calculationOf('even')!.answer;
const valueAt = (model: PlanModel, output: string, period = 0) => model.seriesOf(`even.${output}`)!.valueAt(period);

describe('a break-even in units', () => {
  const TERMS = { fixedCosts: 'total(Oven)', price: 4, variableCost: 1.5, plannedUnits: 500, targetProfit: 250 };

  it('reckons units, revenue, margin and what the planned units leave', () => {
    const model = modelOf(TERMS);
    expect(valueAt(model, 'units')).toBe(400);
    expect(valueAt(model, 'whole units')).toBe(400);
    expect(valueAt(model, 'revenue')).toBe(1600);
    expect(valueAt(model, 'contribution')).toBe(2.5);
    expect(valueAt(model, 'contribution ratio')).toBe(0.625);
    expect(valueAt(model, 'margin of safety')).toBeCloseTo(0.2, 10);
    expect(valueAt(model, 'units for target')).toBe(500);
    expect(valueAt(model, 'profit')).toBe(250);
  });

  it('never crosses when a unit costs what it brings', () => {
    const model = modelOf({ ...TERMS, variableCost: 4 });
    const problem = model.problems.get(model.seriesOf('even.units')!.codeAt(0))!;
    expect(english(problem.detail)).toMatch(/^Never: a unit costs as much as its price/);
    expect(valueAt(model, 'contribution')).toBe(0);
    expect(valueAt(model, 'profit')).toBe(-1000);
  });

  it('says which input is empty, and keeps the unit costs', () => {
    const model = modelOf({ fixedCosts: 10, variableCost: 1, costs: 'Flour', units: 'Loaves' });
    const problem = model.problems.get(model.seriesOf('even.units')!.codeAt(0))!;
    expect(english(problem.detail)).toBe('Missing: price per unit. The units cannot be calculated yet.');
    expect(valueAt(model, 'unit cost')).toBe(1);
  });

  it('has its own answer in each month, also where another has none', () => {
    const model = modelOf({ ...TERMS, price: 'if(period = 2, 0, if(period > 2, 4))', costs: 'Flour', units: 'Loaves' });
    expect(english(model.problems.get(model.seriesOf('even.units')!.codeAt(0))!.detail)).toMatch(
      /^Missing: price per unit/,
    );
    expect(english(model.problems.get(model.seriesOf('even.units')!.codeAt(1))!.detail)).toMatch(/^Never/);
    expect(valueAt(model, 'units', 2)).toBe(400);
    expect(valueAt(model, 'unit cost')).toBe(1);
    const answer = answerOf(model);
    expect(answer.kind === 'units' && answer.months.map(isNoFigure).slice(0, 3)).toEqual([true, false, false]);
  });

  it('divides the costs of a month, quarter and year by their units', () => {
    const model = modelOf({ ...TERMS, costs: 'Flour', units: 'Loaves' });
    expect(figuresOf(model.seriesOf('even.unit cost')!).slice(0, 4)).toEqual([1, 1, 2, 2]);
    expect(valueAt(model, 'unit cost by quarter')).toBeCloseTo(300 / 250, 10);
    expect(valueAt(model, 'unit cost by quarter', 3)).toBe(2);
    expect(valueAt(model, 'unit cost by year')).toBeCloseTo(1200 / 700, 10);
    const empty = modelOf({ costs: 'Flour', units: 'Loaves * 0' });
    expect(figuresOf(empty.seriesOf('even.unit cost')!)[0]).toBeNull();
  });
});

describe('a break-even in time', () => {
  it('finds the first month in which nothing is missing any more', () => {
    const model = modelOf({ about: 'time', flow: 'Net' });
    // −700 after January, then 300 more each month: −400, −100, 200.
    expect(answerOf(model)).toMatchObject({
      kind: 'payback',
      payback: { reached: { month: '2026-04', months: 4 }, never: null, again: null },
    });
    expect(valueAt(model, 'cumulative', 3)).toBe(200);
    expect(valueAt(model, 'months')).toBe(4);
  });

  it('counts exactly nothing as paid back', () => {
    const model = modelOf({ about: 'time', flow: 'if(period = 1, -600, 300)' });
    expect(answerOf(model)).toMatchObject({ payback: { reached: { month: '2026-03' } } });
  });

  it('says never, and why, and when it falls back', () => {
    expect(answerOf(modelOf({ about: 'time', flow: 'Net - 300' }))).toMatchObject({
      payback: { reached: null, never: 'Not within the plan: at its end the cumulative net is still below zero.' },
    });
    expect(answerOf(modelOf({ about: 'time', flow: 'Sales' }))).toMatchObject({
      payback: { never: 'There is nothing to pay back: the cumulative net is never below zero.' },
    });
    expect(answerOf(modelOf({ about: 'time', flow: 'if(period = 1, -10, if(period = 2, 10, -5))' }))).toMatchObject({
      payback: { reached: { month: '2026-02' }, again: '2026-03' },
    });
    expect(answerOf(modelOf({ about: 'time' }))).toEqual({
      kind: 'none',
      why: 'The net is empty, so the month cannot be calculated yet.',
    });
  });
});

describe('a break-even between two alternatives', () => {
  it('finds the month in which the dearer start has paid off', () => {
    const model = modelOf({ about: 'between', firstCosts: 'if(period = 1, 1000, 20)', secondCosts: '200' });
    // 1000, 1020, … against 200, 400, …: level in the sixth month, 1100 to 1200.
    expect(answerOf(model)).toMatchObject({
      between: { crossing: { month: '2026-06', months: 6, cheaperBefore: 'second' } },
    });
    expect(valueAt(model, 'difference', 5)).toBe(-100);
  });

  it('says never when one is dearer all along, or both are the same', () => {
    expect(answerOf(modelOf({ about: 'between', firstCosts: '10', secondCosts: '20' }))).toMatchObject({
      between: { crossing: null, never: 'Not within the plan: The second costs more throughout.' },
    });
    expect(
      answerOf(modelOf({ about: 'between', firstCosts: '9', secondName: 'Hiring', secondCosts: '20' })),
    ).toMatchObject({ between: { never: 'Not within the plan: Hiring costs more throughout.' } });
    expect(answerOf(modelOf({ about: 'between', firstCosts: '20', secondCosts: 'Flour / 5' }))).toMatchObject({
      between: { never: 'Both cost the same in every month.' },
    });
  });
});

describe('paying itself back in parts of a coin', () => {
  it('is reached when what was laid out has come in, binary noise or not', () => {
    const model = new Model(
      parsePlan({
        version: 1,
        plan: { name: 'Stall', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
        groups: [{ name: 'Flow', side: 'memo' }],
        lines: [{ group: 'Flow', name: 'In' }],
        ruleSteps: [{ line: 'In', formula: 'if(period = 1, -0.8, 0.1)' }],
        breakEvens: [{ id: 'even', name: 'Stall pays', about: 'time', flow: 'In' }],
      }),
    );
    const answer = answerOf(model);
    expect(answer.kind === 'payback' && answer.payback.reached).toEqual({ month: '2026-09', months: 9 });
  });
});

import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../calendar/month.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { parsePlan } from '../plan/file/file.ts';
import { sketch } from '../testing/plans.ts';
import { countsOf, wordOf } from '../formula/functions/description.ts';
import { FUNCTIONS } from '../formula/functions/functions.ts';
import { Model } from './model.ts';
import { calculate, figuresOf } from './results.ts';

const lineNamed = (document: Document, name: string) => [...document.lines.values()].find((row) => row.name === name)!;

/** Returns what a rule makes of the figures 1, 2, 3, … beside it. */
const figuresOfRule = (rule: string, months = 6) =>
  calculate(sketch({ months, lines: { memo: { Rent: 'period', L: rule } } })).figures('L');

describe('a rule that feeds back into itself', () => {
  it('may say so where it looks, if not at what', () => {
    expect(figuresOfRule('at(Rent, prior(L) + 1)')).toEqual([1, 2, 3, 4, 5, 6]);
    expect(figuresOfRule('if(period = 1, 1, at(Rent, prior(L) + 1))')).toEqual([1, 2, 3, 4, 5, 6]);
    expect(figuresOfRule('prior(Rent, 1 + 0 * prior(L))')).toEqual([null, 1, 2, 3, 4, 5]);
    expect(figuresOfRule('next(Rent, 1 + 0 * prior(L))')).toEqual([2, 3, 4, 5, 6, null]);
  });

  it('is computed whatever function it uses', () => {
    for (const description of FUNCTIONS) {
      const { name } = description;
      const { least } = countsOf(description);
      const word = wordOf(description);
      if (name === 'tax') continue;
      const args = Array.from({ length: least }, (_, index) =>
        index === word?.at ? word.words[0]! : `prior(L) * 0 + ${index + 1}`,
      );
      const document = sketch({ months: 3, lines: { memo: { Rent: 'period', Other: 1 } } });
      const other = lineNamed(document, 'Other');
      const formula = `${name}(${args.join(', ').replaceAll('L)', 'Other)')})`;
      const decision = decide(document, {
        kind: 'line.setFormula',
        line: other.id,
        month: toMonth('2026-01'),
        reach: 'every',
        formula,
      });
      // What looks along all months of itself is a circle; everything else has a figure or a reason in each month.
      if (!decision.ok)
        expect([name, decision.refusal.message]).toEqual([name, expect.stringContaining('a circular reference')]);
      else expect(() => new Model(applyChanges(document, decision.changes))).not.toThrow();
    }
  });

  it('is the same recalculated in steps as anew, when what it adds up to is renewed further back', () => {
    let document = sketch({ months: 24, lines: { memo: { Y: 5, L: 'prior(running(L)) * 0.01 + total(Y, year)' } } });
    const model = new Model(document);
    const decision = decide(document, {
      kind: 'line.setFigure',
      line: lineNamed(document, 'Y').id,
      month: toMonth('2026-08'),
      reach: 'month',
      figure: 100,
    });
    if (!decision.ok) throw new Error();
    document = applyChanges(document, decision.changes);
    model.update(document, decision.changes);
    const id = lineNamed(document, 'L').id;
    expect(figuresOf(model.seriesOf(id)!)).toEqual(figuresOf(new Model(document).seriesOf(id)!));
  });

  it('is computed by the thousands, and however deep it looks back into itself', () => {
    const count = 6000;
    const many = parsePlan({
      version: 1,
      plan: { name: 'Many', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 3 },
      groups: [{ name: 'G', side: 'memo' }],
      lines: Array.from({ length: count }, (_, index) => ({ group: 'G', name: `Line ${index}` })),
      ruleSteps: Array.from({ length: count }, (_, index) => ({
        line: `Line ${index}`,
        formula: index === 0 ? `prior(Line ${count - 1}) + 1` : `Line ${index - 1} + 1`,
      })),
    });
    expect(calculate(many).figures(`Line ${count - 1}`)).toEqual([count, 2 * count, 3 * count]);
    const deep = figuresOfRule('recent(recent(recent(L, 600), 600), 600) + 1', 600);
    expect(deep[599]).toBeGreaterThan(1);
  });

  it('grows from long before the plan without counting every month', () => {
    expect(figuresOfRule('grow(100, 0.00000001, -10000000, month)')[0]).toBeCloseTo(110.5171, 3);
    expect(figuresOfRule('grow(100, 10%, -23)')).toEqual(
      [121, 121, 121, 121, 121, 121].map((x) => expect.closeTo(x, 9)),
    );
  });
});

describe('a figure', () => {
  it('that is an average of equal figures is that figure', () => {
    expect(figuresOfRule('average(0.46 + 0 * Rent)')[0]).toBe(0.46);
    expect(figuresOfRule('recent(0.46 + 0 * Rent, 3)')[5]).toBe(0.46);
    expect(figuresOfRule('average(0.1, 0.1, 0.1)')[0]).toBe(0.1);
  });

  it('is compared as people do, near zero too', () => {
    expect(figuresOfRule('if(0.1 + 0.2 - 0.3 = 0, 1, 2)')[0]).toBe(1);
    expect(figuresOfRule('if(0.3 - 0.1 - 0.2 < 0, 1, 2)')[0]).toBe(2);
  });

  it('without a rate of its own names what has none', () => {
    const plan = sketch({
      months: 3,
      lines: { memo: { Gaps: 'if(month = 2, 1)', Bad: '1 / Gaps', F: 100, X: 'NPV(Bad, F)' } },
    });
    expect(calculate(plan).figures('X')).toEqual([null, null, null]);
    const model = new Model(plan);
    const problem = model.problems.get(model.seriesOf(lineNamed(plan, 'X').id)!.codeAt(0));
    expect(problem).toMatchObject({ cause: 'emptyDivisor', node: lineNamed(plan, 'Bad').id });
  });

  it('of a loan is rounded to the smallest coin of the currency the plan has now', () => {
    let document = parsePlan({
      version: 1,
      plan: { name: 'Loans', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 6 },
      loans: [{ name: 'Bike', first: '2026-01', amount: 5400, rate: 0.059, months: 42 }],
    });
    const model = new Model(document);
    const [loan] = document.loans.keys();
    expect(model.seriesOf(`${loan}.payment`)!.valueAt(0)).toBe(142.62);
    const decision = decide(document, { kind: 'plan.set', settings: { currency: 'JPY' } });
    if (!decision.ok) throw new Error();
    document = applyChanges(document, decision.changes);
    model.update(document, decision.changes);
    expect(model.seriesOf(`${loan}.payment`)!.valueAt(0)).toBe(143);
  });
});

describe('the internal rate of return', () => {
  const rate = (flow: string, months: number) => {
    const document = sketch({ months, lines: { memo: { F: flow, R: 'IRR(F)' } } });
    const model = new Model(document);
    const series = model.seriesOf(lineNamed(document, 'R').id)!;
    return { value: series.valueAt(0), problem: model.problems.get(series.codeAt(0)) };
  };

  it('is a root, found wherever it lies', () => {
    expect(rate('if(month = 1, 600, -50)', 36).value).toBeCloseTo(-0.0142, 4);
    for (const [flow, months] of [
      ['if(month = 1, 600, -50)', 36],
      ['if(month = 12, 1500, -120)', 48],
      ['if(period = 1, -1000, 100)', 12],
    ] as const) {
      const { value } = rate(flow, months);
      const figures = calculate(sketch({ months, lines: { memo: { F: flow } } })).figures('F') as number[];
      const worth = figures.reduce((sum, figure, index) => sum + figure / (1 + value) ** index, 0);
      expect(Math.abs(worth)).toBeLessThan(1e-6);
    }
  });

  it('that is not the only one is said, and chosen by a guess', () => {
    const flow = 'if(period = 1, -1000, if(period = 2, 2300, if(period = 3, -1320)))';
    expect(rate(flow, 3).problem).toMatchObject({
      cause: 'severalResults',
      results: [expect.closeTo(0.1, 9), expect.closeTo(0.2, 9)],
    });
    const guessed = sketch({ months: 3, lines: { memo: { F: flow, R: 'IRR(F, 25%)' } } });
    expect(calculate(guessed).figures('R')[0]).toBeCloseTo(0.2, 9);
    expect(
      english(calculate(sketch({ months: 3, lines: { memo: { F: flow, R: 'IRR(F)' } } })).problems[0]!.message),
    ).toMatch(/has more than one result: 10\.0\s% and 20\.0\s%/);
  });
});

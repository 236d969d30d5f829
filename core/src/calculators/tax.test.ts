import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { problemSentence } from '../engine/problems.ts';
import { taxOn } from '../finance/tax.ts';
import { commandForInput } from '../plan/commands/forInput.ts';
import { bandSetsOf, inputId } from '../plan/document/calculators.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges } from '../plan/document/document.ts';
import { parsePlan } from '../plan/file/file.ts';
import { usersOf } from '../graph/users.ts';
import { toPlanFile } from '../plan/file/writeFile.ts';
import { crossingsOf } from './tax.ts';

const OLD = [
  { schedule: 'Old bands', from: 0, rate: 0 },
  { schedule: 'Old bands', from: 10_000, rate: 0.2 },
  { schedule: 'Old bands', from: 30_000, rate: 0.4 },
];

function modelOf(rest: Record<string, unknown>, months = 24): Model {
  return new Model(
    parsePlan({
      version: 1,
      plan: { name: 'Tax', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
      groups: [
        { name: 'Earnings', side: 'income' },
        { name: 'Dues', side: 'expense' },
      ],
      lines: [
        { group: 'Earnings', name: 'Fees', id: 'fees' },
        { group: 'Dues', name: 'Income tax', id: 'due' },
      ],
      taxSchedules: [{ id: 'old', name: 'Old bands', income: 'total(Fees, year)', allowance: 1000 }],
      taxBands: OLD,
      ...rest,
    }),
  );
}

const FEES = [
  { line: 'Fees', amount: 3000 },
  { line: 'Fees', from: '2027-01', amount: 2000 },
];

describe('a tax schedule', () => {
  it('reckons the tax of each year’s income, with its rates', () => {
    const model = modelOf({ ruleSteps: FEES });
    // 36,000 less 1,000 is 35,000: 20,000 at 20 % and 5,000 at 40 %.
    expect(model.seriesOf('old.tax')!.valueAt(0)).toBeCloseTo(6000, 8);
    expect(model.seriesOf('old.marginal rate')!.valueAt(0)).toBe(0.4);
    expect(model.seriesOf('old.effective rate')!.valueAt(0)).toBeCloseTo(6000 / 36_000, 10);
    // 24,000 less 1,000: 13,000 at 20 %.
    expect(model.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(2600, 8);
  });

  it('is used in any rule, and follows its allowance', () => {
    const due = { line: 'Income tax', formula: 'if(month = 6, tax(Old bands, total(Fees, year)))' };
    const figures = figuresOf(modelOf({ ruleSteps: [...FEES, due] }).seriesOf('due')!);
    expect(figures[5]).toBeCloseTo(6000, 8);
    expect(figures.filter((figure) => figure !== null)).toHaveLength(2);
    const free = modelOf({
      ruleSteps: [...FEES, due],
      taxSchedules: [{ id: 'old', name: 'Old bands', allowance: 'Free of tax' }],
      assumptions: [{ name: 'Free of tax', unit: 'money', value: 26_000 }],
    });
    expect(free.seriesOf('due')!.valueAt(5)).toBe(0);
  });

  it('is used where a rule looks back at itself', () => {
    const rule = 'if(period = 1, 0, prior(Income tax)) + tax(Old bands, total(Fees, year)) / 12';
    const model = modelOf({ ruleSteps: [...FEES, { line: 'Income tax', formula: rule }] });
    expect(model.seriesOf('due')!.valueAt(11)).toBeCloseTo(500 * 11 + 500, 6);
  });

  it('takes the bands of the year', () => {
    const later = [
      { schedule: 'Old bands', validFrom: 2027, from: 0, rate: 0 },
      { schedule: 'Old bands', validFrom: 2027, from: 20_000, rate: 0.5 },
    ];
    const model = modelOf({ ruleSteps: FEES, taxBands: [...OLD, ...later] });
    expect(model.seriesOf('old.tax')!.valueAt(0)).toBeCloseTo(6000, 8);
    expect(model.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(1500, 8);
    // Where the first bands hold later, the years before have none, and the years after have theirs.
    const onlyLater = modelOf({ ruleSteps: FEES, taxBands: later });
    const problem = onlyLater.problems.get(onlyLater.seriesOf('old.tax')!.codeAt(0))!;
    expect(english(problem.detail)).toBe('It has no bands for 2026.');
    expect(onlyLater.seriesOf('old.tax')!.valueAt(12)).toBeCloseTo(1500, 8);
  });

  it('has no figure without bands, and says so', () => {
    const model = modelOf({ taxBands: [], ruleSteps: [{ line: 'Income tax', formula: 'Old bands.tax' }] });
    const problem = model.problems.get(model.seriesOf('due')!.codeAt(0))!;
    expect(english(problemSentence(problem, model.document))).toBe('Old bands.tax has no figure. It has no bands yet.');
  });

  describe('with formulas in its bands', () => {
    const assumptions = [
      { id: 'top', name: 'Top rate', unit: 'percent', value: 0.4 },
      { id: 'rise', name: 'Rise of bands', unit: 'ratePerYear', value: 0.1 },
    ];
    const bands = [
      OLD[0],
      { schedule: 'Old bands', from: '10000 * (1 + Rise of bands)^years', rate: 0.2 },
      { schedule: 'Old bands', from: '30000 * (1 + Rise of bands)^years', rate: 'Top rate' },
    ];
    const due = { line: 'Income tax', formula: 'tax(Old bands, total(Fees, year))' };
    const setUp = () => modelOf({ ruleSteps: [...FEES, due], assumptions, taxBands: bands });
    const taxes = (model: PlanModel) =>
      ['old.tax', 'due'].flatMap((id) => [0, 12].map((index) => model.seriesOf(id)!.valueAt(index)));
    const change = (model: Model, command: Command) => {
      const decision = decide(model.document, command);
      if (!decision.ok) throw new Error(english(decision.refusal.message));
      const next = applyChanges(model.document, decision.changes);
      model.update(next, decision.changes);
      // What is renewed step by step is what would be computed anew.
      expect(taxes(model)).toEqual(taxes(new Model(next)));
      return next;
    };

    it('reckons with what they come to in the month', () => {
      const model = setUp();
      // In the second year the bands begin at 11,000 and 33,000: 23,000 less 11,000 at 20 %.
      for (const tax of [taxes(model).slice(0, 2), taxes(model).slice(2)]) {
        expect(tax[0]).toBeCloseTo(6000, 8);
        expect(tax[1]).toBeCloseTo(2400, 8);
      }
      expect(model.seriesOf('old.marginal rate')!.valueAt(0)).toBe(0.4);
    });

    it('follows their assumptions, and another figure or formula in their place', () => {
      const model = setUp();
      change(model, { kind: 'assumption.set', assumption: 'top', settings: { value: 0.5 } });
      expect(taxes(model)[0]).toBeCloseTo(6500, 8);
      expect(taxes(model)[2]).toBeCloseTo(6500, 8);
      const [first, second, third] = bandSetsOf(model.document, 'old')[0]!.bands;
      change(model, commandForInput(model.document, inputId(second!.id, 'rate'), '0.1'));
      expect(taxes(model)[0]).toBeCloseTo(4500, 8);
      change(model, commandForInput(model.document, inputId(third!.id, 'rate'), 'Top rate / 2'));
      expect(taxes(model)[0]).toBeCloseTo(3250, 8);
      change(model, commandForInput(model.document, inputId(first!.id, 'rate'), '0.05'));
      expect(taxes(model)[2]).toBeCloseTo(3750, 8);
      expect(usersOf(model.document, 'top')).toEqual([{ id: 'old', name: 'Old bands' }]);
    });

    it('says which band is to blame where they come to something impossible', () => {
      const model = setUp();
      change(model, { kind: 'assumption.set', assumption: 'top', settings: { value: 1.2 } });
      const answer = model.calculationOf('old')!.answer;
      expect(answer).toMatchObject({
        kind: 'none',
        why: 'Band 3 has a rate outside 0 % to 100 %.',
        column: 'old:always:3:rate',
      });
      expect(model.seriesOf('due')!.valueAt(0)).toBeNaN();
      change(model, { kind: 'assumption.set', assumption: 'top', settings: { value: 0.4 } });
      change(model, { kind: 'assumption.set', assumption: 'rise', settings: { value: -1 } });
      // From the second year on all bands would begin at nothing.
      expect(taxes(model)[0]).toBeCloseTo(6000, 8);
      expect(taxes(model)[1]).toBeNaN();
    });

    it('keeps what is typed, and has no tax where that is impossible; a circle through them is refused', () => {
      const refusal = (column: 'from' | 'rate', nth: number, text: string | null) => {
        const { document } = setUp();
        const band = bandSetsOf(document, 'old')[0]!.bands[nth - 1]!;
        const decision = decide(document, commandForInput(document, inputId(band.id, column), text));
        return decision.ok ? null : decision.refusal.message;
      };
      const model = setUp();
      const put = (column: 'from' | 'rate', nth: number, text: string) => {
        const band = bandSetsOf(model.document, 'old')[0]!.bands[nth - 1]!;
        change(model, commandForInput(model.document, inputId(band.id, column), text));
        return model.calculationOf('old')!.answer;
      };
      expect(put('rate', 2, '1.5')).toMatchObject({ kind: 'none', why: 'Band 2 has a rate outside 0 % to 100 %.', column: 'old:always:2:rate' }); // prettier-ignore
      expect(model.seriesOf('due')!.valueAt(0)).toBeNaN();
      expect(put('rate', 2, '0.3')).toMatchObject({ kind: 'tax' });
      expect(put('from', 1, '-1')).toMatchObject({ kind: 'none', why: 'Band 1 begins below zero.' });
      // Whatever is kept is read again.
      expect(new Model(parsePlan(JSON.parse(JSON.stringify(toPlanFile(model.document))))).calculationOf('old')!.answer).toMatchObject({ kind: 'none' }); // prettier-ignore
      expect(english(refusal('rate', 3, null))).toBe('Band 3 needs a rate.');
      expect(english(refusal('rate', 3, 'Top rat'))).toContain('Top rat');
      expect(english(refusal('rate', 3, 'Income tax / 100000'))).toMatch(/Income tax.*circle|needs/i);
      expect(english(refusal('rate', 3, 'Top rate * 0.9'))).toBeNull();
    });

    it('keeps them in a plan file and in a copy', () => {
      const { document } = setUp();
      const file = JSON.parse(JSON.stringify(toPlanFile(document))) as { taxBands: unknown[] };
      expect(file.taxBands).toEqual(bands);
      const again = new Model(parsePlan(file));
      expect(taxes(again)).toEqual(taxes(setUp()));
      const model = setUp();
      change(model, { kind: 'calculator.copy', calculator: 'old', as: 'new', name: 'New bands', offer: false });
      expect(model.seriesOf('new.tax')!.valueAt(12)).toBeCloseTo(2400, 8);
      change(model, { kind: 'calculator.delete', calculator: 'new' });
      expect(model.document.taxBands.size).toBe(3);
    });
  });

  it('of impossible bands in a file is read, and says what is wrong with it', () => {
    const why = (taxBands: readonly object[]) => {
      const answer = modelOf({ taxBands }).calculationOf('old')!.answer;
      return answer.kind === 'none' && typeof answer.why !== 'number' ? english(answer.why) : null;
    };
    expect(why([{ schedule: 'Old bands', from: 0, rate: 1.4 }])).toMatch(/outside 0 % to 100 %/);
    expect(why([OLD[1]!, OLD[1]!])).toMatch(/begins where or before the one above/);
  });
});

describe('two schedules', () => {
  const a = { bands: [{ from: 0, rate: 0.2 }], allowance: 0 };
  const b = {
    bands: [
      { from: 0, rate: 0 },
      { from: 10_000, rate: 0.3 },
    ],
  };

  it('cross where the cheaper one changes', () => {
    const [income] = crossingsOf(a, b, 0, 100_000);
    expect(income).toBe(30_000);
    expect(taxOn(29_000, b).tax).toBeLessThan(taxOn(29_000, a).tax);
    expect(taxOn(31_000, b).tax).toBeGreaterThan(taxOn(31_000, a).tax);
  });

  it('cross where a rebate ends, and never when one is always dearer', () => {
    const rebate = { ...a, rebateLimit: 12_000 };
    const flat = { bands: [{ from: 0, rate: 0.1 }] };
    expect(crossingsOf(rebate, flat, 0, 50_000)[0]).toBeCloseTo(12_000, 1);
    expect(crossingsOf(a, { bands: [{ from: 0, rate: 0.4 }] }, 0, 50_000)).toEqual([]);
    expect(crossingsOf(a, a, 0, 50_000)).toEqual([]);
  });
});

describe('the marginal rate of a schedule', () => {
  it('is that of one more, at a band’s edge too', () => {
    const valueAt = (income: number) =>
      modelOf({ taxSchedules: [{ id: 'old', name: 'Old bands', income, allowance: 1000 }] })
        .seriesOf('old.marginal rate')!
        .valueAt(0);
    expect([valueAt(0), valueAt(10_999), valueAt(11_000), valueAt(30_999), valueAt(31_000)]).toEqual([
      0, 0, 0.2, 0.2, 0.4,
    ]);
  });
});

describe('a schedule whose years begin in April', () => {
  const bands = [
    { schedule: 'Old bands', from: 0, rate: 0.1 },
    { schedule: 'Old bands', validFrom: 2027, from: 0, rate: 0.2 },
  ];
  const model = (yearBegins: number) =>
    modelOf({
      taxSchedules: [{ id: 'old', name: 'Old bands', income: 12_000, yearBegins }],
      taxBands: bands,
      ruleSteps: [{ line: 'Income tax', formula: 'tax(Old bands, 12000)' }],
    });

  it('has other bands from that month on, whenever the plan’s years begin', () => {
    for (const [begins, first] of [[4, 15], [1, 12]] as const) {
      const figures = figuresOf(model(begins).seriesOf('due')!);
      expect([figures[first - 1], figures[first]]).toEqual([1200, 2400]);
      const tax = figuresOf(model(begins).seriesOf('old.tax')!);
      expect([tax[first - 1], tax[first]]).toEqual([1200, 2400]);
    } // prettier-ignore
  });

  it('is reckoned anew when it comes to begin in another month', () => {
    const live = model(1);
    const decision = decide(live.document, { kind: 'taxSchedule.set', schedule: 'old', settings: { yearBegins: 7 } });
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    live.update(applyChanges(live.document, decision.changes), decision.changes);
    expect(figuresOf(live.seriesOf('due')!)).toEqual(figuresOf(model(7).seriesOf('due')!));
    const never = decide(live.document, { kind: 'taxSchedule.set', schedule: 'old', settings: { yearBegins: 13 } });
    expect(never.ok).toBe(false);
  });
});

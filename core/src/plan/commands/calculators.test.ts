import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../../engine/model.ts';
import { explainFigure } from '../../engine/explanation.ts';
import { calculate, figuresOf } from '../../engine/results.ts';
import { calculatorsOf, inputsOf, outputId, outputsOf } from '../document/calculators.ts';
import type { Refusal } from '../schema/refusal.ts';
import type { Command } from './commands.ts';
import { decide, describeCommand } from './decide.ts';
import { applyChanges, invert, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { toShown, unitOf } from '../document/formulas.ts';
import { labelOf, nameOf } from '../document/naming.ts';
import { rollUpOf } from '../document/rollUps.ts';
import { usersOf } from '../../graph/users.ts';
import { runs } from '../../testing/setup.ts';

const FILE = {
  version: 1,
  plan: {
    name: 'Plan',
    currency: 'EUR',
    locale: 'en-IE',
    firstMonth: '2026-01',
    months: 24,
    projectionRate: 'Inflation',
  },
  assumptions: [
    { name: 'Inflation', unit: 'ratePerYear', value: 0.02 },
    { name: 'Loan rate', unit: 'ratePerYear', value: 0.06, id: 'loan-rate' },
  ],
  groups: [
    { name: 'Pay', side: 'income', id: 'pay' },
    { name: 'Costs', side: 'expense', id: 'costs' },
  ],
  lines: [
    { group: 'Pay', name: 'Wages', id: 'wages' },
    { group: 'Costs', name: 'Bike', id: 'bike-line' },
  ],
  ruleSteps: [
    { line: 'Wages', amount: 2000 },
    { line: 'Bike', formula: 'Cargo bike.payment + Cargo bike.fee' },
  ],
  loans: [{ id: 'bike', name: 'Cargo bike', amount: 2400, rate: 'Loan rate', months: 12, first: '2026-03', fee: 25 }],
  loanExtras: [{ id: 'more', loan: 'Cargo bike', every: 'once', from: '2026-06', amount: 100 }],
  savings: [{ id: 'fund', name: 'Fund', deposit: 'Wages * 5%', rate: 0.03, first: '2026-01' }],
  savingsMoves: [{ id: 'gift', fund: 'Fund', kind: 'deposit', from: '2026-05', amount: 300 }],
  taxSchedules: [{ id: 'bands', name: 'Bands', income: 'total(Wages, year)', allowance: 1000 }],
  taxBands: [
    { schedule: 'Bands', from: 0, rate: 0.1 },
    { schedule: 'Bands', from: 12_000, rate: 0.3 },
  ],
  breakEvens: [{ id: 'even', name: 'Bike pays', about: 'time', flow: '50 - Cargo bike.payment' }],
};

const PLAN = parsePlan(FILE);

function done(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function refusalOf(command: Command, document = PLAN): Refusal {
  const decision = decide(document, command);
  if (decision.ok) throw new Error('This should have been refused.');
  return decision.refusal;
}

describe('calculators in a plan', () => {
  it('are written to a file and read back the same', () => {
    const file = toPlanFile(PLAN);
    expect(file.loans).toEqual([
      { id: 'bike', name: 'Cargo bike', amount: 2400, rate: 'Loan rate', months: 12, first: '2026-03', fee: 25 },
    ]);
    expect(file.breakEvens).toMatchObject([{ flow: '50 - Cargo bike.payment' }]);
    const again = parsePlan(JSON.parse(JSON.stringify(file)));
    expect(toPlanFile(again)).toEqual(file);
    expect(figuresOf(new Model(again).seriesOf('bike-line')!)).toEqual(
      figuresOf(new Model(PLAN).seriesOf('bike-line')!),
    );
  });

  it('feed the budget: payment, extra payment and fee', () => {
    const figures = figuresOf(new Model(PLAN).seriesOf('bike-line')!);
    expect(figures[1]).toBeNull();
    expect(figures[2]).toBeCloseTo(206.56 + 25, 8);
    expect(figures[5]).toBeCloseTo(306.56, 8);
  });

  it('have names, units and roll-ups for their figures', () => {
    expect(nameOf(PLAN, 'bike.total interest')).toBe('Cargo bike.total interest');
    expect(english(labelOf(PLAN, 'bike:rate'))).toBe('the yearly rate of Cargo bike');
    expect(english(labelOf(PLAN, 'more:amount'))).toBe('the extra payment of Cargo bike');
    expect(unitOf(PLAN, 'bike.rate')).toBe('ratePerYear');
    expect(rollUpOf(PLAN, 'bike.balance')).toBe('last');
    expect(rollUpOf(PLAN, 'bike.payment')).toBe('total');
  });

  it('keep their names in formulas when they are renamed', () => {
    const renamed = done(PLAN, { kind: 'loan.set', loan: 'bike', settings: { name: 'Van & trailer' } });
    const [step] = [...renamed.ruleSteps.values()].filter((row) => row.line === 'bike-line');
    expect(toShown(step!.formula!, renamed)).toBe("'Van & trailer'.payment + 'Van & trailer'.fee");
  });

  it('are known by those who use them, and are not deleted while they are', () => {
    expect(usersOf(PLAN, 'bike').map((user) => user.name)).toEqual(['Bike', 'Bike pays']);
    expect(usersOf(PLAN, 'wages').map((user) => user.name)).toEqual(['Fund', 'Bands']);
    expect(refusalOf({ kind: 'calculator.delete', calculator: 'bike' })).toMatchObject({ code: 'used' });
    expect(refusalOf({ kind: 'assumption.delete', assumption: 'loan-rate' })).toMatchObject({ code: 'used' });
    const without = done(PLAN, { kind: 'calculator.delete', calculator: 'fund' });
    expect(without.savings.size + without.savingsMoves.size).toBe(0);
  });

  it.each([
    ['Cargo bike * 2', 'Cargo bike is a loan. Choose one of its figures, for example Cargo bike.payment.'],
    ['Cargo bike.paiment', /has no figure named paiment\. It has payment, interest/],
    ['Wages.payment', 'Wages has no figure named payment.'],
    ['tax(Cargo bike, 100)', 'tax is written tax(schedule, income), with one of the plan’s tax schedules.'],
  ])('refuse %s in a rule with what was meant', (formula, message) => {
    const refusal = refusalOf({
      kind: 'line.setFormula',
      line: 'wages',
      month: '2026-01' as never,
      reach: 'every',
      formula,
    });
    expect(english(refusal.message)).toEqual(typeof message === 'string' ? message : expect.stringMatching(message));
  });

  it('refuse circles through their inputs, spelt out', () => {
    const refusal = refusalOf({ kind: 'loan.set', loan: 'bike', settings: { amount: 'total({bike-line})' } });
    expect(english(refusal.message)).toMatch(/a circular reference/);
    expect(english(refusal.message)).toMatch(/Cargo bike\.payment needs the amount of Cargo bike/);
  });

  it('begin with nothing but a name that is still free', () => {
    const made = done(PLAN, { kind: 'fund.set', fund: 'cushion', settings: { name: ' Cushion ' } });
    expect(made.savings.get('cushion')).toMatchObject({
      name: 'Cushion',
      unknown: 'goal',
      first: '2026-01',
      deposit: null,
    });
    expect(english(refusalOf({ kind: 'fund.set', fund: 'x', settings: { name: 'cargo BIKE' } }).message)).toMatch(
      /There is already a loan named Cargo bike/,
    );
    expect(english(refusalOf({ kind: 'line.set', line: 'wages', settings: { name: 'Bands' } }).message)).toMatch(
      /a tax schedule/,
    );
    expect(refusalOf({ kind: 'fund.set', fund: 'wages', settings: { name: 'Other' } })).toMatchObject({
      code: 'conflict',
    });
  });

  it('say at which input a formula is wrong', () => {
    const refusal = refusalOf({ kind: 'loan.set', loan: 'bike', settings: { rate: 'Loan rats' } });
    expect(refusal).toMatchObject({ field: 'rate', suggestions: ['Loan rate'] });
    expect(refusalOf({ kind: 'loan.set', loan: 'bike', settings: { amount: '99999999999999' } }).field).toBe('amount');
  });

  it('empty an input, and find it empty', () => {
    const emptied = done(PLAN, { kind: 'loan.set', loan: 'bike', settings: { months: ' ' } });
    expect(emptied.loans.get('bike')!.months).toBeNull();
    expect(new Model(emptied).calculationOf('bike')!.answer).toEqual({
      kind: 'none',
      why: 'The term is empty, so the monthly payment cannot be calculated yet.',
    });
  });

  it('put their lines into the budget in one step, into a group that may be new', () => {
    const command: Command = {
      kind: 'lines.place',
      group: 'put-by',
      newGroup: { name: 'Put by', side: 'setAside' },
      lines: [{ id: 'fund-line', name: 'Fund deposit', unit: 'money', formula: 'Fund.deposit' }],
    };
    const placed = done(PLAN, command);
    expect(placed.groups.get('put-by')).toMatchObject({ side: 'setAside', rhythm: null });
    expect(new Model(placed).seriesOf('fund-line')!.valueAt(4)).toBe(400);
    expect(english(describeCommand(command, PLAN))).toBe('Fund deposit added to the budget');
    expect(refusalOf({ ...command, newGroup: null }).code).toBe('gone');
  });

  it('compare offers, and take one with all that uses the loan', () => {
    let plan = done(PLAN, {
      kind: 'calculator.copy',
      calculator: 'bike',
      as: 'longer',
      name: 'Longer term',
      offer: true,
    });
    plan = done(plan, { kind: 'loan.set', loan: 'longer', settings: { months: '24' } });
    expect(plan.loans.get('longer')).toMatchObject({ offerOf: 'bike', months: '24' });
    expect([...plan.loanExtras.values()].filter((extra) => extra.loan === 'longer')).toHaveLength(1);
    const before = new Model(plan).seriesOf('longer.payment')!.valueAt(3);
    const after = done(plan, { kind: 'loan.takeOffer', offer: 'longer' });
    const model = new Model(after);
    expect(model.seriesOf('bike.payment')!.valueAt(3)).toBe(before);
    expect(model.seriesOf('bike-line')!.valueAt(3)).toBe(before);
    expect(after.loans.get('bike')).toMatchObject({ name: 'Cargo bike', offerOf: null, months: '24' });
    expect(after.loans.get('longer')).toMatchObject({ name: 'Longer term', months: '12' });
    const gone = done(done(after, { kind: 'line.delete', line: 'bike-line' }), {
      kind: 'calculator.delete',
      calculator: 'even',
    });
    expect(done(gone, { kind: 'calculator.delete', calculator: 'bike' }).loans.size).toBe(0);
  });

  it('keep bands as they are typed, each year its own', () => {
    const bands = (list: readonly (readonly [number, number])[]): Command => ({
      kind: 'taxSchedule.setBands',
      schedule: 'bands',
      validFrom: null,
      bands: list.map(([from, rate]) => ({ from, rate })),
    });
    const impossible = done(PLAN, bands([[0, 0.1], [0, 0.2]])); // prettier-ignore
    expect([...impossible.taxBands.values()].map(({ from }) => from)).toEqual(['0', '0']);
    expect(new Model(impossible).calculationOf('bands')!.answer).toMatchObject({
      kind: 'none',
      why: 'Band 2 begins where or before the one above it begins.',
    });
    const later: Command = { ...bands([[0, 0.5]]), validFrom: 2027 } as Command;
    const both = done(PLAN, later);
    expect(both.taxBands.size).toBe(3);
    expect(new Model(both).seriesOf('bands.tax')!.valueAt(12)).toBeCloseTo(11_500, 8);
    expect(done(both, { ...later, bands: [] } as Command).taxBands.size).toBe(2);
  });

  it('refuse a pause that ends before it begins', () => {
    const settings = { fund: 'fund', kind: 'pause', from: '2026-05', until: '2026-03', amount: null } as never;
    expect(refusalOf({ kind: 'fund.setMove', id: 'p', settings })).toMatchObject({ field: 'until' });
  });
});

describe('the calculation of calculators', () => {
  const model = new Model(PLAN);

  it('tells what an output was made from', () => {
    const explanation = explainFigure(model, 'bike.payment', 3);
    expect(english(explanation.words)).toBe(
      'The loan Cargo bike gives all that is paid in a month, extra payments included, from:',
    );
    expect(explanation.parts.map((part) => part.label)).toEqual([
      'amount',
      'yearly rate',
      'term',
      'fee',
      'extra payment',
    ]);
  });

  it('tells where an input comes from', () => {
    expect(english(explainFigure(model, 'bike:amount', 0).words)).toBe('Typed: €2,400.00.');
    expect(explainFigure(model, 'bike:rate', 0).parts.map((part) => part.label)).toEqual(['Loan rate']);
    expect(english(explainFigure(model, 'bike:balloon', 0).words)).toBe('This is still empty.');
  });

  it('reads outputs by the names rules use', () => {
    expect(calculate(PLAN).figures('cargo bike.Total Interest')[0]).toBe(
      model.seriesOf('bike.total interest')!.valueAt(0),
    );
    expect(() => calculate(PLAN).figures('Cargo bike.nonsense')).toThrow(RangeError);
  });
});

/** Whatever is done, what is renewed is what would be computed anew, and taking it back restores everything. */
describe('calculators under edits', () => {
  const amount = fc.integer({ min: 1, max: 9000 });
  const command: fc.Arbitrary<Command> = fc.oneof(
    amount.map((value): Command => ({ kind: 'loan.set', loan: 'bike', settings: { amount: String(value) } })),
    fc
      .constantFrom('Loan rate', '0.05', 'Inflation + 1%', null)
      .map((rate): Command => ({ kind: 'loan.set', loan: 'bike', settings: { rate } })),
    fc
      .constantFrom('start', 'end')
      .map((due): Command => ({ kind: 'loan.set', loan: 'bike', settings: { due } as never })),
    amount.map((value): Command => ({
      kind: 'loan.setExtra',
      id: 'more',
      settings: { loan: 'bike', every: 'monthly', from: '2026-04', until: null, amount: String(value / 100) } as never,
    })),
    amount.map((value): Command => ({
      kind: 'assumption.set',
      assumption: 'loan-rate',
      settings: { value: value / 1e5 },
    })),
    amount.map((value): Command => ({
      kind: 'line.setFigure',
      line: 'wages',
      month: '2026-07' as never,
      reach: 'month',
      figure: value,
    })),
    amount.map((value): Command => ({
      kind: 'taxSchedule.set',
      schedule: 'bands',
      settings: { allowance: String(value) },
    })),
    fc
      .constantFrom('time', 'units')
      .map((about): Command => ({ kind: 'breakEven.set', breakEven: 'even', settings: { about } as never })),
    fc
      .constantFrom('Wages / 10', '120')
      .map((deposit): Command => ({ kind: 'fund.set', fund: 'fund', settings: { deposit } })),
    fc.constant<Command>({ kind: 'plan.set', settings: { projectionRate: null } }),
  );

  it('are the same as computed anew', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 8 }), (commands) => {
        const model = new Model(PLAN);
        let document = PLAN;
        const undo = [];
        for (const each of commands) {
          const decision = decide(document, each);
          if (!decision.ok) continue;
          document = applyChanges(document, decision.changes);
          undo.unshift(invert(decision.changes));
          model.update(document, decision.changes);
        }
        const anew = new Model(document);
        for (const calculator of calculatorsOf(document)) {
          const ids = [
            ...inputsOf(document, calculator).map(({ id }) => id),
            ...outputsOf(calculator).map(({ name }) => outputId(calculator.row.id, name)),
            'bike-line',
          ];
          for (const id of ids) expect(figuresOf(model.seriesOf(id)!)).toEqual(figuresOf(anew.seriesOf(id)!));
        }
        for (const changes of undo) document = applyChanges(document, changes);
        expect(toPlanFile(document)).toEqual(toPlanFile(PLAN));
      }),
      runs(80),
    );
  });
});

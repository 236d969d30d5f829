import { reasonOf } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { parsePlan } from '../plan/file/file.ts';
import type { LoanAnswer } from './loan.ts';
import { runs } from '../testing/setup.ts';

interface Terms {
  readonly [column: string]: unknown;
}

function modelOf(terms: Terms, rest: Record<string, unknown> = {}, months = 24): Model {
  return new Model(
    parsePlan({
      version: 1,
      plan: { name: 'Loans', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
      loans: [{ id: 'bike', name: 'Cargo bike', first: '2026-03', ...terms }],
      ...rest,
    }),
  );
}

function answerOf(model: PlanModel): LoanAnswer {
  const answer = model.calculationOf('bike')!.answer;
  if (answer.kind !== 'loan') throw new Error(answer.kind === 'none' ? reasonOf(answer) : answer.kind);
  return answer.loan;
}

/** Why there is no answer. */
function refusalOf(terms: Terms): string {
  const answer = modelOf(terms).calculationOf('bike')!.answer;
  return answer.kind === 'none' ? reasonOf(answer) : `an answer: ${answer.kind}`;
}

const BIKE = { amount: 5400, rate: 0.059, months: 42 };

describe('a loan', () => {
  it('follows from amount, rate and months, and is in the plan month by month', () => {
    const model = modelOf(BIKE);
    const loan = answerOf(model);
    expect(loan).toMatchObject({ payment: 142.62, months: 42, last: '2029-08' });
    expect(loan.totalPaid).toBeCloseTo(loan.amount + loan.totalInterest, 8);
    const payments = figuresOf(model.seriesOf('bike.payment')!);
    expect(payments.slice(0, 3)).toEqual([null, null, 142.62]);
    expect(model.seriesOf('bike.balance')!.valueAt(2)).toBe(loan.rows[0]!.closing);
    expect(model.seriesOf('bike.total interest')!.valueAt(0)).toBe(loan.totalInterest);
  });

  it('has a balance of nothing after its end', () => {
    const model = modelOf({ amount: 600, rate: 0.05, months: 6 });
    expect(figuresOf(model.seriesOf('bike.balance')!).slice(7, 10)).toEqual([0, 0, 0]);
    expect(figuresOf(model.seriesOf('bike.payment')!).slice(8, 10)).toEqual([null, null]);
  });

  it('finds any of its terms from the others', () => {
    const terms = fc.record({
      amount: fc.integer({ min: 500, max: 400_000 }),
      rate: fc.integer({ min: 1, max: 180 }).map((tenths) => tenths / 1000),
      months: fc.integer({ min: 2, max: 360 }),
      due: fc.constantFrom('end', 'start'),
      conversion: fc.constantFrom('nominal', 'effective'),
      balloonPart: fc.constantFrom(0, 0.2),
      interestOnly: fc.constantFrom(0, 1),
    });
    fc.assert(
      fc.property(terms, ({ balloonPart, ...given }) => {
        const all = { ...given, balloon: given.amount * balloonPart };
        const { payment } = answerOf(modelOf(all));
        const amount = answerOf(modelOf({ ...all, payment, unknown: 'amount', amount: null, balloon: all.balloon }));
        expect(Math.abs(amount.amount - given.amount)).toBeLessThan(0.01 * given.months);
        // A single payment at the start is the amount itself, whatever the rate.
        if (given.due === 'start' && all.balloon === 0 && given.months - given.interestOnly === 1) return;
        const rate = answerOf(modelOf({ ...all, payment, unknown: 'rate', rate: null }));
        // A rate or duration found makes the same payment again, to the cent it was rounded by.
        expect(Math.abs(answerOf(modelOf({ ...all, rate: rate.rate })).payment - payment)).toBeLessThan(0.0101);
        const months = answerOf(modelOf({ ...all, payment: payment + 0.01, unknown: 'months', months: null }));
        const last = months.rows.at(-1)!;
        expect(last.closing).toBe(0);
        expect(last.payment).toBeLessThan(payment + all.balloon + 0.02);
        expect(months.months).toBeLessThanOrEqual(given.months);
      }),
      runs(60),
    );
  });

  it('whose payments do not repay it has no rate', () => {
    const given = { amount: 10_000, months: 24, payment: 300, rate: null, unknown: 'rate' };
    expect(refusalOf(given)).toBe('The payments add up to less than the amount, so no interest rate repays it.');
    expect(answerOf(modelOf({ ...given, payment: 450 })).rate).toBeGreaterThan(0);
  });

  it('whose duration follows from its payment has no last payment larger than that', () => {
    const loan = answerOf(modelOf({ amount: 500, rate: 0.175, payment: 7.35, unknown: 'months' }));
    expect(loan.rows.at(-1)!.payment).toBeLessThanOrEqual(7.35);
    expect(loan.rows.at(-1)!.closing).toBe(0);
    expect(loan.months).toBe(loan.rows.length);
  });

  it('settles to exactly zero, whatever its terms', () => {
    const terms = fc.record({
      amount: fc.oneof(
        fc.constantFrom(0.01, 100_000_000),
        fc.integer({ min: 1, max: 9_000_000 }).map((c) => c / 100),
      ),
      rate: fc.constantFrom(0, 0.0001, 0.059, 0.24, -0.01),
      months: fc.constantFrom(1, 2, 42, 600),
      due: fc.constantFrom('end', 'start'),
      interestOnly: fc.constantFrom(0, 1, 12),
    });
    const extra = fc.constantFrom(null, 'once', 'yearly', 'monthly');
    fc.assert(
      fc.property(terms, extra, (given, every) => {
        fc.pre(given.interestOnly < given.months);
        const loanExtras = every ? [{ loan: 'bike', every, from: '2026-05', amount: 50 }] : [];
        const { rows, totalPaid, totalInterest, amount } = answerOf(modelOf(given, { loanExtras }));
        expect(rows.at(-1)!.closing).toBe(0);
        expect(totalPaid).toBeCloseTo(amount + totalInterest, 2);
        const interestOnly = rows.slice(0, given.interestOnly);
        for (const row of interestOnly) expect(row.payment).toBe(row.interest);
      }),
      runs(150),
    );
  });

  it('ends earlier with extra payments and costs less', () => {
    const plain = answerOf(modelOf(BIKE));
    const model = modelOf(BIKE, { loanExtras: [{ loan: 'bike', every: 'monthly', from: '2026-03', amount: 50 }] });
    const faster = answerOf(model);
    expect(faster.payment).toBe(plain.payment);
    expect(faster.rows.length).toBeLessThan(plain.rows.length);
    expect(faster.totalInterest).toBeLessThan(plain.totalInterest);
    expect(model.seriesOf('bike.payment')!.valueAt(2)).toBeCloseTo(plain.payment + 50, 8);
  });

  it('pays yearly extra payments until their last month', () => {
    const loanExtras = [{ loan: 'bike', every: 'yearly', from: '2026-04', until: '2027-12', amount: 100 }];
    const { rows } = answerOf(modelOf(BIKE, { loanExtras }));
    expect(rows.filter((row) => row.extra > 0).map((row) => row.month)).toEqual(['2026-04', '2027-04']);
  });

  it('tells the rate that payment, months and amount imply, and what it costs with its fee', () => {
    const implied = answerOf(modelOf({ amount: 5400, months: 42, payment: 150, unknown: 'rate' }));
    expect(implied.rate).toBeGreaterThan(0.08);
    expect(implied.totalPaid).toBeCloseTo(150 * 42, 0);
    const plain = answerOf(modelOf({ amount: 1200, rate: 0, months: 12 }));
    expect(plain.yearlyCost).toBe(0);
    const withFee = answerOf(modelOf({ amount: 1200, rate: 0, months: 12, fee: 60 }));
    expect(withFee.yearlyCost!).toBeGreaterThan(0.09);
    expect(withFee.yearlyCost!).toBeLessThan(0.11);
    const effective = answerOf(modelOf({ amount: 100_000, rate: 0.06, months: 360, conversion: 'effective' }));
    expect(effective.yearlyCost!).toBeCloseTo(0.06, 4);
  });

  it('counts in years where it is told so', () => {
    expect(answerOf(modelOf({ amount: 5400, rate: 0.059, months: 3.5, termIn: 'years' })).months).toBe(42);
  });

  it('reads assumptions and lines as they are in its first month', () => {
    const model = modelOf(
      { amount: 'Offer', rate: 'Bank rate', months: 12 },
      {
        assumptions: [
          { name: 'Offer', unit: 'money', value: 1000 },
          { name: 'Bank rate', unit: 'ratePerYear', value: 0.04 },
        ],
        assumptionSteps: [{ assumption: 'Bank rate', from: '2026-04', value: 0.2 }],
      },
    );
    expect(answerOf(model)).toMatchObject({ amount: 1000, rate: 0.04 });
  });

  it.each([
    [{ rate: 0.059, months: 42 }, 'The amount is empty, so the monthly payment cannot be calculated yet.'],
    [{ ...BIKE, amount: 0 }, 'Enter an amount above zero.'],
    [{ ...BIKE, months: 42.5 }, 'The term must be a whole number of months; 42.5 is not.'],
    [{ ...BIKE, months: 0 }, 'The term must be at least one month.'],
    [{ ...BIKE, months: 1201 }, 'The term can be at most 1200 months, a hundred years.'],
    [{ ...BIKE, rate: -1 }, 'The rate must be above −100 %.'],
    [{ ...BIKE, balloon: 6000 }, 'The balloon payment must be between zero and the amount.'],
    [{ ...BIKE, interestOnly: 42 }, 'At least one month has to be left to pay the loan back.'],
    [
      { amount: 5400, rate: 0.12, payment: 50, unknown: 'months' },
      'The payment does not even cover the interest: the loan is never paid off.',
    ],
    [
      { amount: 5400, months: 1, payment: 0.001, unknown: 'rate' },
      'No rate makes this payment pay off this amount in these months.',
    ],
    [
      { amount: 100, months: 1, payment: 100, due: 'start', unknown: 'rate' },
      'With a single payment at the start no interest falls due, so no rate follows from it.',
    ],
    [
      { amount: 100, months: 12, unknown: 'rate' },
      'The monthly payment is empty, so the yearly rate cannot be calculated yet.',
    ],
  ])('answers %j with a sentence', (terms, sentence) => {
    expect(refusalOf(terms)).toBe(sentence);
  });

  it('follows an assumption through its values by date, with a new payment or the same one', () => {
    const rest = {
      assumptions: [{ name: 'Prime', unit: 'ratePerYear', value: 0.03 }],
      assumptionSteps: [{ assumption: 'Prime', from: '2027-03', value: 0.05 }],
    };
    const model = modelOf({ ...BIKE, rate: 'Prime' }, rest);
    const anew = answerOf(model);
    expect([anew.rows[11]!.rate, anew.rows[12]!.rate]).toEqual([0.03, 0.05]);
    expect(anew.rows).toHaveLength(42);
    expect(anew.rows[12]!.regular).toBeGreaterThan(anew.payment);
    const regular = figuresOf(model.seriesOf('bike.regular payment')!);
    expect([regular[13], regular[14]]).toEqual([anew.payment, anew.rows[12]!.regular]);
    expect(figuresOf(model.seriesOf('bike.rate')!).slice(13, 15)).toEqual([0.03, 0.05]);
    // Beyond the plan the rate stays what it is at its end.
    expect(anew.rows.at(-1)!.rate).toBe(0.05);

    const kept = answerOf(modelOf({ ...BIKE, rate: 'Prime', atNewRate: 'term' }, rest));
    expect(new Set(kept.rows.map(({ regular: own }) => own))).toEqual(new Set([kept.payment]));
    expect(kept.rows.length).toBe(43);
  });

  it('has extra payments that shorten it and extra payments that lower it', () => {
    const extra = (lowers: string) =>
      answerOf(modelOf(BIKE, { loanExtras: [{ loan: 'bike', every: 'once', from: '2026-08', amount: 1000, lowers }] }));
    const [shorter, lower] = [extra('term'), extra('payment')];
    expect(shorter.rows.length).toBeLessThan(42);
    expect(shorter.rows.at(-2)!.payment).toBe(142.62);
    expect(lower.rows).toHaveLength(42);
    expect(lower.rows[20]!.payment).toBeLessThan(142.62);
    expect(lower.totalInterest).toBeGreaterThan(shorter.totalInterest);
  });

  it('passes on why an input has no figure', () => {
    const model = modelOf(
      { amount: 'Price / Count', rate: 0.05, months: 12 },
      {
        groups: [{ name: 'Costs', side: 'expense' }],
        lines: [
          { group: 'Costs', name: 'Price' },
          { group: 'Costs', name: 'Count', unit: 'number' },
        ],
        ruleSteps: [
          { line: 'Price', amount: 10 },
          { line: 'Count', amount: 0 },
        ],
      },
    );
    expect(model.calculationOf('bike')!.answer).toMatchObject({ kind: 'none', why: expect.any(Number) });
    expect(model.problems.get(model.seriesOf('bike.payment')!.codeAt(2))!.cause).toBe('zeroDivisor');
  });
});

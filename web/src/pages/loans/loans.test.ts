import { Model, parsePlan, type LoanAnswer, type PlanModel } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { loanPictures, loanSchedule, paymentChanges, rateTable, settledAtTheEnd } from './loanViews.ts';

function loanOf(extras: readonly object[] = []): { loan: LoanAnswer; model: PlanModel } {
  const model = new Model(
    parsePlan({
      version: 1,
      plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      loans: [{ id: 'van', name: 'Van', amount: 1200, rate: 0.06, months: 18, first: '2026-03' }],
      loanExtras: extras,
    }),
  );
  const answer = model.calculationOf('van')!.answer;
  if (answer.kind !== 'loan') throw new Error('There is no answer.');
  return { loan: answer.loan, model };
}

describe('a loan whose payments are whole cents', () => {
  it('tells how its last payment differs, so that a sum by hand is understood', () => {
    const { loan } = loanOf();
    const lastPayment = settledAtTheEnd(loan)!;
    expect(lastPayment.byHand).toBeCloseTo(loan.payment * 18, 8);
    expect(lastPayment.byHand - loan.payment + lastPayment.last).toBeCloseTo(loan.totalPaid, 8);
    expect(settledAtTheEnd(loanOf([{ loan: 'Van', every: 'once', from: '2026-05', amount: 100 }]).loan)).toBeNull();
  });
});

describe('a loan as a schedule', () => {
  it('goes on month by month beyond the plan, and adds up', () => {
    const { loan, model } = loanOf();
    const { rows, columns } = loanSchedule(loan, 'month', model.document);
    expect(rows).toHaveLength(18);
    expect(rows.at(-1)).toBe('August 2027');
    expect(columns.map(({ id }) => id)).toEqual(['opening', 'payment', 'interest', 'principal', 'closing']);
    const principal = columns.find(({ id }) => id === 'principal')!;
    expect(principal.total).toBeCloseTo(1200, 8);
    expect(columns.at(-1)!.values.at(-1)).toBe(0);
  });

  it('takes the months of a calendar year together: flows added up, balances as they end', () => {
    const { loan, model } = loanOf([{ loan: 'Van', every: 'once', from: '2026-05', amount: 100 }]);
    const { rows, columns } = loanSchedule(loan, 'year', model.document);
    expect(rows).toEqual(['2026', '2027']);
    const column = (id: string) => columns.find((each) => each.id === id)!;
    expect(column('payment').values[0]).toBeCloseTo(loan.payment * 10, 8);
    expect(column('extra').values).toEqual([100, 0]);
    expect(column('closing').values[0]).toBe(loan.rows[9]!.closing);
    expect(column('opening').values[1]).toBe(loan.rows[9]!.closing);
  });

  it('is drawn as what each payment goes into, and as the balance', () => {
    const { loan, model } = loanOf();
    const { parts, balance } = loanPictures(loan, 'month', model.document);
    const [back, interest] = parts.series;
    expect(back!.values[0]! + interest!.values[0]!).toBeCloseTo(loan.payment, 8);
    expect(balance.series[0]!.values.at(-1)).toBe(0);
  });
});

describe('payments at other rates and durations', () => {
  it('have the loan’s own in the middle', () => {
    const { loan } = loanOf();
    const { rates, months, payments } = rateTable(loan, { conversion: 'nominal', due: 'end' }, 0, {
      rate: 0.01,
      months: 6,
    });
    expect(rates[3]).toBe(0.06);
    expect(months).toEqual([6, 12, 18, 24, 30, 36]);
    expect(payments[3]![months.indexOf(18)]).toBeCloseTo(loan.payment, 2);
    expect(payments[0]![0]!).toBeGreaterThan(payments[0]!.at(-1)!);
  });

  it('leave out what is no rate and no duration', () => {
    const { loan } = loanOf();
    const { rates, months } = rateTable(loan, { conversion: 'nominal', due: 'end' }, 0, { rate: 0.05, months: 12 });
    expect(Math.min(...rates)).toBeGreaterThanOrEqual(0);
    expect(Math.min(...months)).toBeGreaterThanOrEqual(1);
  });
});

describe('a loan whose rate changes', () => {
  const model = new Model(
    parsePlan({
      version: 1,
      plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24, yearBegins: 4 },
      assumptions: [{ name: 'Prime', unit: 'ratePerYear', value: 0.03 }],
      assumptionSteps: [{ assumption: 'Prime', from: '2027-01', value: 0.06 }],
      loans: [{ id: 'van', name: 'Van', amount: 12_000, rate: 'Prime', months: 36, first: '2026-03' }],
    }),
  );
  const answer = model.calculationOf('van')!.answer;
  if (answer.kind !== 'loan') throw new Error('There is no answer.');
  const { loan } = answer;

  it('shows the rate of each month, and when the payment becomes another one', () => {
    const rate = loanSchedule(loan, 'month', model.document).columns.find(({ id }) => id === 'rate')!;
    expect(rate.values.slice(9, 11)).toEqual([0.03, 0.06]);
    expect(paymentChanges(loan).map(({ month }) => month)).toEqual(['2027-01']);
    expect(loanSchedule(loanOf().loan, 'month', model.document).columns.some(({ id }) => id === 'rate')).toBe(false);
    expect(paymentChanges(loanOf().loan)).toEqual([]);
  });

  it('goes by the plan’s years', () => {
    const { rows, columns } = loanSchedule(loan, 'year', model.document);
    expect(rows).toEqual(['2025/26', '2026/27', '2027/28', '2028/29']);
    const payment = columns.find(({ id }) => id === 'payment')!;
    expect(payment.values.reduce<number>((sum, value) => sum + value!, 0)).toBeCloseTo(loan.totalPaid, 6);
    expect(payment.values[0]).toBe(loan.payment);
  });
});

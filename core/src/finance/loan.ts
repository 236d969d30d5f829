import { roundTo } from '../figure/rounding.ts';
import { findRoot, nper, pmt, pv } from './annuity.ts';

/** How a yearly rate becomes a monthly one: a twelfth, or the twelfth root of one year's growth. */
export type Conversion = 'nominal' | 'effective';

/** Whether payments and deposits fall due at a period's end or start. */
export type Due = 'end' | 'start';

/** The monthly rate of a yearly one; both are fractions. `monthlyRate(0.06)` is 0.005. */
export function monthlyRate(yearlyRate: number, conversion: Conversion = 'nominal'): number {
  return conversion === 'nominal' ? yearlyRate / 12 : Math.expm1(Math.log1p(yearlyRate) / 12);
}

/**
 * The payment per period of a loan, positive:  (P − B(1+i)^−n) · i / (1 − (1+i)^−n),  P/n when i is nothing; due at a
 * period's start, divided by (1 + i). Throws a `RangeError` when there is no period.
 */
export function payment(terms: {
  readonly principal: number;
  readonly ratePerPeriod: number;
  readonly periods: number;
  readonly balloon?: number;
  readonly due?: Due;
}): number {
  const { principal, ratePerPeriod, periods, balloon = 0, due = 'end' } = terms;
  if (!(periods > 0)) throw new RangeError('A loan needs at least one payment.');
  if (!(ratePerPeriod > -1)) throw new RangeError('A rate of minus 100 % or less makes no loan.');
  return -pmt(ratePerPeriod, periods, principal, -balloon, due === 'start' ? 1 : 0);
}

export interface LoanTerms {
  readonly principal: number;
  readonly yearlyRate: number;
  readonly months: number;
  readonly conversion?: Conversion;
  /** What is left to be paid with the last payment. */
  readonly balloon?: number;
  readonly due?: Due;
  /** How many of the first months pay the interest alone. */
  readonly interestOnly?: number;
  /** The regular payment where it has been agreed; otherwise it follows from the other terms. */
  readonly payment?: number;
  /**
   * Whether the payment goes on until nothing is left, in as many months as that takes; `months` is how long that is in
   * theory. Otherwise the last payment settles what is left, and may be larger than the others.
   */
  readonly untilPaid?: boolean;
  /** Rounds payments and interest, 0.01 for cents; `null` leaves them as they are. */
  readonly minorUnit?: number | null;
  /** What is paid on top in a month, counted from 1. */
  readonly extra?: (month: number) => number;
}

export interface LoanScheduleRow {
  readonly month: number;
  readonly opening: number;
  readonly payment: number;
  readonly interest: number;
  readonly principal: number;
  readonly extra: number;
  readonly closing: number;
}

export interface LoanSchedule {
  readonly payment: number;
  readonly rows: LoanScheduleRow[];
  readonly totalPaid: number;
  readonly totalInterest: number;
}

/**
 * A loan month by month. Payments and interest are rounded to the minor unit, half away from zero; the last payment
 * settles what is left, so that the balance ends at exactly zero. Extra payments may end it early.
 * Throws a `RangeError` for terms that make no loan.
 */
export function loanSchedule(loan: LoanTerms): LoanSchedule {
  const {
    principal,
    yearlyRate,
    months,
    conversion = 'nominal',
    balloon = 0,
    due = 'end',
    interestOnly = 0,
    minorUnit = 0.01,
    extra,
  } = loan;
  if (!(principal > 0)) throw new RangeError('A loan needs an amount above zero.');
  if (!Number.isInteger(months) || months < 1)
    throw new RangeError('A loan runs for a whole number of months, at least one.');
  if (!(balloon >= 0 && balloon <= principal)) throw new RangeError('The balloon lies between nothing and the amount.');
  const round = rounder(minorUnit);
  const rate = monthlyRate(yearlyRate, conversion);
  checkInterestOnly(interestOnly, months);
  const periods = months - interestOnly;
  const regular = round(loan.payment ?? payment({ principal, ratePerPeriod: rate, periods, balloon, due }));
  const rows: LoanScheduleRow[] = [];
  let balance = principal;
  let totalPaid = 0;
  let totalInterest = 0;
  // Interest rounded to the cent may leave a little more than in theory, never much.
  const longest = loan.untilPaid ? months + Math.max(12, months) : months;
  for (let month = 1; month <= longest && balance > 0; month++) {
    const opening = balance;
    // At a month's start interest accrues on what is left after the payment; paid alone, it is what keeps the balance.
    const alone = month <= interestOnly;
    const owed =
      due === 'end'
        ? round(opening * rate)
        : alone
          ? round((opening * rate) / (1 + rate))
          : round((opening - Math.min(regular, opening)) * rate);
    const settles = !alone && round(opening + owed - regular) <= balloon;
    const last =
      month === longest || (loan.untilPaid ? settles : month === months || (!alone && regular - owed >= opening));
    const interest = last && due === 'start' ? 0 : owed;
    const paid = last ? opening + interest : alone ? interest : regular;
    let closing = last ? 0 : round(opening + interest - paid);
    const onTop = Math.min(closing, Math.max(0, round(extra?.(month) ?? 0)));
    closing = round(closing - onTop);
    rows.push({
      month,
      opening,
      payment: round(paid),
      interest,
      principal: round(paid - interest),
      extra: onTop,
      closing,
    });
    totalPaid += round(paid) + onTop;
    totalInterest += interest;
    balance = closing;
  }
  return { payment: regular, rows, totalPaid: round(totalPaid), totalInterest: round(totalInterest) };
}

/** The terms of a loan of which one is unknown. Months need not come out whole. */
export interface KnownLoan {
  readonly principal?: number;
  readonly yearlyRate?: number;
  readonly months?: number;
  readonly payment?: number;
  readonly conversion?: Conversion;
  readonly balloon?: number;
  readonly due?: Due;
  readonly interestOnly?: number;
}

/** A loan's four terms, all known. */
export type SolvedLoan = Required<Pick<KnownLoan, 'principal' | 'yearlyRate' | 'months' | 'payment' | 'conversion'>>;

/**
 * The one of amount, rate, months and payment that is missing, from the other three; payments at month's end and no
 * balloon where nothing else is said. Throws a `RangeError` when not exactly one is missing, or when none makes the
 * others true.
 *
 *     solveLoan({ principal: 5400, months: 42, payment: 142.5 }).yearlyRate // 0.0587…
 */
export function solveLoan(known: KnownLoan): SolvedLoan {
  const { principal, yearlyRate, months, payment: paid, conversion = 'nominal' } = known;
  if ([principal, yearlyRate, months, paid].filter((value) => value === undefined).length !== 1) {
    throw new RangeError('Give three of amount, rate, months and payment; the fourth follows.');
  }
  const { balloon = 0, due = 'end', interestOnly = 0 } = known;
  const type = due === 'start' ? 1 : 0;
  if (months !== undefined) checkInterestOnly(interestOnly, months);
  const paymentAt = (rate: number, amount: number, periods: number) =>
    payment({ principal: amount, ratePerPeriod: monthlyRate(rate, conversion), periods, balloon, due });
  if (paid === undefined) {
    const regular = paymentAt(yearlyRate!, principal!, months! - interestOnly);
    return { principal: principal!, yearlyRate: yearlyRate!, months: months!, payment: regular, conversion };
  }
  if (principal === undefined) {
    const amount = pv(monthlyRate(yearlyRate!, conversion), months! - interestOnly, -paid, -balloon, type);
    if (!(amount > 0)) throw new RangeError('No amount above zero is paid off by this payment in these months.');
    return { principal: amount, yearlyRate: yearlyRate!, months: months!, payment: paid, conversion };
  }
  if (months === undefined) {
    const rate = monthlyRate(yearlyRate!, conversion);
    if (paid * (1 + rate * type) <= principal * rate)
      throw new RangeError('The payment does not even cover the interest: the loan is never paid off.');
    const periods = nper(rate, -paid, principal, -balloon, type) + interestOnly;
    return { principal, yearlyRate: yearlyRate!, months: periods, payment: paid, conversion };
  }
  if (due === 'start' && balloon === 0 && months - interestOnly === 1)
    throw new RangeError('With a single payment at the start no interest falls due, so no rate follows from it.');
  const root = findRoot((rate) => paymentAt(rate, principal, months - interestOnly) - paid, 0.05, -0.99, 100);
  if (Number.isNaN(root)) throw new RangeError('No rate makes this payment pay off this amount in these months.');
  return { principal, yearlyRate: root, months, payment: paid, conversion };
}

function checkInterestOnly(interestOnly: number, months: number): void {
  if (!Number.isInteger(interestOnly) || interestOnly < 0)
    throw new RangeError('Interest alone is paid for a whole number of months, or none.');
  if (interestOnly >= months) throw new RangeError('At least one month has to be left to pay the loan back.');
}

/** Rounds to a minor unit such as 0.01, or not at all. */
export function rounder(minorUnit: number | null): (value: number) => number {
  if (minorUnit === null) return (value) => value;
  const digits = Math.round(-Math.log10(minorUnit));
  return (value) => roundTo(value, digits);
}

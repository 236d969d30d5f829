import { messageFor, MessageRangeError } from '../message.ts';
import { roundTo } from '../figure/rounding.ts';
import { findRoot, nper, pmt, pv } from './annuity.ts';

/** Describes how a yearly rate becomes a monthly one: a twelfth, or the twelfth root of one year's growth. */
export type Conversion = 'nominal' | 'effective';

/** Tells whether payments and deposits fall due at a period's end or start. */
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
  if (!(periods > 0)) throw new MessageRangeError(messageFor('finance.loan.needsPayment'));
  if (!(ratePerPeriod > -1)) throw new MessageRangeError(messageFor('finance.loan.rateTooLow'));
  return -pmt(ratePerPeriod, periods, principal, -balloon, due === 'start' ? 1 : 0);
}

export interface LoanTerms {
  readonly principal: number;
  readonly yearlyRate: number;
  readonly months: number;
  readonly conversion?: Conversion;
  /** States what is left to be paid with the last payment. */
  readonly balloon?: number;
  readonly due?: Due;
  /** States how many of the first months pay the interest alone. */
  readonly interestOnly?: number;
  /** The regular payment where it has been agreed; otherwise it follows from the other terms. */
  readonly payment?: number;
  /**
   * True when the payment goes on until nothing is left, in as many months as that takes; `months` is how long that is in
   * theory. Otherwise the last payment settles what is left, and may be larger than the others.
   */
  readonly untilPaid?: boolean;
  /** Rounds payments and interest, 0.01 for cents; `null` leaves them as they are. */
  readonly minorUnit?: number | null;
  /** The yearly rate in a month, counted from 1, where it changes; `yearlyRate` is that of the first month. */
  readonly rateIn?: (month: number) => number;
  /** States what follows from another rate: a payment computed anew for the months left, or a term, for the payment as it is. */
  readonly atNewRate?: 'payment' | 'term';
  /** States what is paid on top in a month, counted from 1, so that the loan ends earlier. */
  readonly extra?: (month: number) => number;
  /** States what is paid on top in a month, counted from 1, so that later payments are lower and the loan ends as before. */
  readonly lowering?: (month: number) => number;
}

export interface LoanScheduleRow {
  readonly month: number;
  readonly opening: number;
  readonly payment: number;
  readonly interest: number;
  readonly principal: number;
  readonly extra: number;
  readonly closing: number;
  /** The yearly rate that holds in the month, as a fraction. */
  readonly rate: number;
  /** The regular payment as it is in the month. */
  readonly regular: number;
}

/** The longest a loan or fund may run, in months. */
export const LONGEST_TERM = 1200;

export interface LoanSchedule {
  readonly payment: number;
  readonly rows: LoanScheduleRow[];
  readonly totalPaid: number;
  readonly totalInterest: number;
}

/**
 * A loan month by month. Payments and interest are rounded to the minor unit, half away from zero; the last payment
 * settles what is left, so that the balance ends at exactly zero. Extra payments may end it early or lower the payment;
 * where the rate changes, the payment is computed anew or the term follows.
 * Throws a `RangeError` for terms that make no loan.
 */
export function loanSchedule(loan: LoanTerms): LoanSchedule {
  const { principal, months, balloon = 0, due = 'end', interestOnly = 0, minorUnit = 0.01, extra, lowering } = loan;
  if (!(principal > 0)) throw new MessageRangeError(messageFor('finance.loan.needsAmount'));
  if (!Number.isInteger(months) || months < 1) throw new MessageRangeError(messageFor('finance.loan.wholeMonths'));
  if (!(balloon >= 0 && balloon <= principal)) throw new MessageRangeError(messageFor('finance.loan.balloonRange'));
  checkInterestOnly(interestOnly, months);
  const round = rounder(minorUnit);
  const course = new LoanState(loan);
  const rows: LoanScheduleRow[] = [];
  let balance = principal;
  let totalPaid = 0;
  let totalInterest = 0;
  for (let month = 1; month <= course.longest && balance > 0; month++) {
    const opening = balance;
    course.enter(month, balance);
    const { rate, regular } = course;
    // At a month's start interest accrues on what is left after the payment; paid alone, it is what keeps the balance.
    const isAlone = month <= interestOnly;
    const interestDue =
      due === 'end'
        ? round(opening * rate)
        : isAlone
          ? round((opening * rate) / (1 + rate))
          : round((opening - Math.min(regular, opening)) * rate);
    const settles = !isAlone && round(opening + interestDue - regular) <= balloon;
    const last =
      month === course.longest ||
      (course.isOpen ? settles : month === course.ends || (!isAlone && regular - interestDue >= opening));
    const interest = last && due === 'start' ? 0 : interestDue;
    const paid = last ? opening + interest : isAlone ? interest : regular;
    let closing = last ? 0 : round(opening + interest - paid);
    const onTop = (amount: number | undefined) => {
      const part = Math.min(closing, Math.max(0, round(amount ?? 0)));
      closing = round(closing - part);
      return part;
    };
    const shortens = onTop(extra?.(month));
    if (shortens > 0) course.isShortened = true;
    const before = closing;
    const lowers = onTop(lowering?.(month));
    rows.push({
      month,
      opening,
      payment: round(paid),
      interest,
      principal: round(paid - interest),
      extra: round(shortens + lowers),
      closing,
      rate: course.yearlyRate,
      regular,
    });
    if (lowers > 0 && closing > 0) course.lower(month, before, closing);
    totalPaid += round(paid) + shortens + lowers;
    totalInterest += interest;
    balance = closing;
  }
  return { payment: rows[0]!.regular, rows, totalPaid: round(totalPaid), totalInterest: round(totalInterest) };
}

/** Describes how a loan stands in its course: its rate, its regular payment, and when it ends by them. */
class LoanState {
  yearlyRate: number;
  rate: number;
  regular: number;
  /** The month of the last payment, as things stand. */
  ends: number;
  /** True when payments go on until nothing is left; otherwise the last one settles it. */
  isOpen: boolean;
  /** True when extra payments let it end before `ends`, which is to be found when it is asked for. */
  isShortened = false;
  longest: number;
  private readonly loan: LoanTerms;
  private readonly round: (value: number) => number;

  constructor(loan: LoanTerms) {
    this.loan = loan;
    this.round = rounder(loan.minorUnit === undefined ? 0.01 : loan.minorUnit);
    this.yearlyRate = loan.yearlyRate;
    this.rate = monthlyRate(loan.yearlyRate, loan.conversion);
    this.ends = loan.months;
    this.isOpen = loan.untilPaid ?? false;
    // Interest rounded to the cent may leave a little more than in theory, never much.
    this.longest = loan.untilPaid ? loan.months + Math.max(12, loan.months) : loan.months;
    this.regular = loan.payment === undefined ? this.paymentFrom(1, loan.principal) : this.round(loan.payment);
  }

  /** Goes into a month, with what is owed then: its rate may be another one. */
  enter(month: number, balance: number): void {
    const { rateIn, conversion, atNewRate } = this.loan;
    const yearly = rateIn?.(month) ?? this.yearlyRate;
    if (yearly === this.yearlyRate) return;
    this.findEnd(month, balance);
    this.yearlyRate = yearly;
    this.rate = monthlyRate(yearly, conversion);
    if (atNewRate !== 'term') this.regular = this.paymentFrom(month, balance);
    else {
      this.isOpen = true;
      this.ends = this.endFrom(month, balance);
      this.longest = Math.max(this.longest, this.ends + 12);
    }
  }

  /** Lowers the payment after a month, in which the balance was brought down on top, so that the loan ends as before. */
  lower(month: number, before: number, after: number): void {
    this.findEnd(month + 1, before);
    this.regular = Math.min(this.regular, this.paymentFrom(month + 1, after));
  }

  /** Finds when the loan ends, after extra payments have shortened it. */
  private findEnd(month: number, balance: number): void {
    if (!this.isShortened) return;
    this.isShortened = false;
    this.ends = Math.min(this.ends, this.endFrom(month, balance));
  }

  /** Returns how many months before one are over, or pay interest alone. */
  private passed(month: number): number {
    return Math.max(month - 1, this.loan.interestOnly ?? 0);
  }

  /** The payment that pays a balance off from a month until the end. */
  private paymentFrom(month: number, balance: number): number {
    const { balloon = 0, due = 'end' } = this.loan;
    const periods = this.ends - this.passed(month);
    if (periods < 1) return this.regular;
    return this.round(
      payment({ principal: balance, ratePerPeriod: this.rate, periods, balloon: Math.min(balloon, balance), due }),
    );
  }

  /** The month in which the payment, as it is, has paid a balance off. */
  private endFrom(month: number, balance: number): number {
    const { balloon = 0, due = 'end' } = this.loan;
    const type = due === 'start' ? 1 : 0;
    if (this.regular * (1 + this.rate * type) <= balance * this.rate)
      throw new MessageRangeError(messageFor('finance.loan.newRateNeverRepaid'));
    const periods = nper(this.rate, -this.regular, balance, -Math.min(balloon, balance), type);
    const ends = this.passed(month) + Math.max(1, Math.ceil(periods - 1e-6));
    if (ends > LONGEST_TERM)
      throw new MessageRangeError(messageFor('finance.loan.newRateTooLong', { months: LONGEST_TERM }));
    return ends;
  }
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
export function solveLoan(terms: KnownLoan): SolvedLoan {
  const { principal, yearlyRate, months, payment: paid, conversion = 'nominal' } = terms;
  if ([principal, yearlyRate, months, paid].filter((value) => value === undefined).length !== 1) {
    throw new MessageRangeError(messageFor('finance.loan.giveThree'));
  }
  const { balloon = 0, due = 'end', interestOnly = 0 } = terms;
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
    if (!(amount > 0)) throw new MessageRangeError(messageFor('finance.loan.noAmount'));
    return { principal: amount, yearlyRate: yearlyRate!, months: months!, payment: paid, conversion };
  }
  if (months === undefined) {
    const rate = monthlyRate(yearlyRate!, conversion);
    if (paid * (1 + rate * type) <= principal * rate)
      throw new MessageRangeError(messageFor('finance.loan.neverRepaid'));
    const periods = nper(rate, -paid, principal, -balloon, type) + interestOnly;
    return { principal, yearlyRate: yearlyRate!, months: periods, payment: paid, conversion };
  }
  if (due === 'start' && balloon === 0 && months - interestOnly === 1)
    throw new MessageRangeError(messageFor('finance.loan.noInterest'));
  const root = findRoot((rate) => paymentAt(rate, principal, months - interestOnly) - paid, 0.05, -0.99, 100);
  if (Number.isNaN(root)) throw new MessageRangeError(messageFor('finance.loan.noRate'));
  return { principal, yearlyRate: root, months, payment: paid, conversion };
}

function checkInterestOnly(interestOnly: number, months: number): void {
  if (!Number.isInteger(interestOnly) || interestOnly < 0)
    throw new MessageRangeError(messageFor('finance.loan.interestOnlyWhole'));
  if (interestOnly >= months) throw new MessageRangeError(messageFor('finance.loan.interestOnlyTooLong'));
}

/** Rounds to a minor unit such as 0.01, or not at all. */
export function rounder(minorUnit: number | null): (value: number) => number {
  if (minorUnit === null) return (value) => value;
  const digits = Math.round(-Math.log10(minorUnit));
  return (value) => roundTo(value, digits);
}

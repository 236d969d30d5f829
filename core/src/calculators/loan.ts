import { nearestPeriod, type Calendar } from '../calendar/calendar.ts';
import { addMonths, monthsBetween, type Month } from '../calendar/month.ts';
import { irr } from '../finance/annuity.ts';
import { loanSchedule, rounder, solveLoan, type KnownLoan, type LoanScheduleRow } from '../finance/loan.ts';
import { inputId } from '../plan/document/calculators.ts';
import type { LoanExtraRow, LoanRow, LoanUnknown } from '../plan/schema/tables.ts';
import { overPlan } from './schedule.ts';
import { NoAnswer, answering, wholeMonths, type Given, type OutputFigures } from './given.ts';
import { messageFor, type Text } from '../message.ts';

/** A month of a loan. */
export interface LoanMonth extends Omit<LoanScheduleRow, 'month'> {
  readonly month: Month;
}

/** Describes what a loan comes to. Money is in major units, rates are fractions. */
export interface LoanAnswer {
  readonly amount: number;
  readonly rate: number;
  /** The months agreed; extra payments may end it earlier. */
  readonly months: number;
  /** The regular monthly payment, at first. */
  readonly payment: number;
  readonly rows: readonly LoanMonth[];
  /** All payments, extra ones included, without the fee. */
  readonly totalPaid: number;
  readonly totalInterest: number;
  readonly fee: number;
  /** All interest as a share of the amount. */
  readonly interestShare: number;
  /** The month of the last payment. */
  readonly last: Month;
  /** States what it costs a year with everything, fee included, as an effective rate; `null` when there is none. */
  readonly yearlyCost: number | null;
}

const WORDS: Readonly<Record<LoanUnknown, Text>> = {
  amount: 'amount',
  rate: messageFor('calculator.yearlyRate'),
  months: 'term',
  payment: messageFor('calculator.monthlyPayment'),
};

/** Answers a loan from its inputs as they are in its first month, and its rate in all of them. Throws `NoAnswer` or `MissingInput`. */
export function answerLoan(
  loan: LoanRow,
  extras: readonly LoanExtraRow[],
  given: Given,
  calendar: Calendar,
): LoanAnswer {
  const start = nearestPeriod(calendar, loan.first);
  const input = (column: string) => given.at(inputId(loan.id, column), start);
  const term = (column: LoanUnknown): number | undefined => {
    if (column === loan.unknown) return undefined;
    const value = input(column);
    if (value !== null) return value;
    throw new NoAnswer(messageFor('calculator.inputEmpty', { empty: WORDS[column], unknown: WORDS[loan.unknown] }));
  };
  const amount = term('amount');
  if (amount !== undefined && !(amount > 0)) throw new NoAnswer(messageFor('calculator.loanAmountMissing'), 'amount');
  const rate = term('rate');
  if (rate !== undefined && !(rate > -1)) throw new NoAnswer(messageFor('calculator.rateTooLow'), 'rate');
  const duration = term('months');
  const months =
    duration === undefined
      ? undefined
      : wholeMonths(duration, loan.termIn === 'years', messageFor('calculator.term'), 'months');
  const payment = term('payment');
  if (payment !== undefined && !(payment > 0))
    throw new NoAnswer(messageFor('calculator.paymentNotPositive'), 'payment');
  const balloon = input('balloon') ?? 0;
  if (balloon < 0 || (amount !== undefined && balloon > amount))
    throw new NoAnswer(messageFor('calculator.balloonRange'), 'balloon');
  const interestOnly = input('interestOnly') ?? 0;
  const fee = input('fee') ?? 0;
  if (fee < 0) throw new NoAnswer(messageFor('calculator.negativeFee'), 'fee');

  const { conversion, due, unknown } = loan;
  const terms: KnownLoan = {
    conversion,
    due,
    balloon,
    interestOnly,
    ...(amount === undefined ? {} : { principal: amount }),
    ...(rate === undefined ? {} : { yearlyRate: rate }),
    ...(months === undefined ? {} : { months }),
    ...(payment === undefined ? {} : { payment }),
  };
  const toBlame = unknown === 'months' ? 'payment' : interestOnly !== 0 ? 'interestOnly' : null;
  const solved = answering(() => solveLoan(terms), toBlame);
  if (unknown === 'rate' && solved.yearlyRate < -0.001)
    throw new NoAnswer(messageFor('calculator.paymentsDoNotRepay'), 'payment');
  // A last month for a rest below a cent would be none.
  const total = unknown === 'months' ? Math.max(1, Math.ceil(solved.months - 1e-6)) : solved.months;
  if (unknown === 'months') wholeMonths(total, false, messageFor('calculator.term'), 'payment');
  const { minorUnit } = given;
  const round = rounder(minorUnit);
  const principal = unknown === 'amount' ? round(solved.principal) : solved.principal;
  const onTop = (lowers: LoanExtraRow['lowers']) => {
    const some = extras.filter((extra) => extra.lowers === lowers);
    return some.length === 0 ? null : extraPayments(loan, some, given, calendar);
  };
  const [shortening, lowering] = [onTop('term'), onTop('payment')];
  const schedule = answering(() =>
    loanSchedule({
      principal,
      yearlyRate: solved.yearlyRate,
      months: total,
      conversion,
      due,
      balloon,
      interestOnly,
      minorUnit,
      ...(unknown === 'payment' ? {} : { payment: solved.payment }),
      untilPaid: unknown === 'months',
      ...(unknown === 'rate' ? {} : { rateIn: rateOver(loan, given, calendar) }),
      atNewRate: loan.atNewRate,
      ...(shortening ? { extra: shortening } : {}),
      ...(lowering ? { lowering } : {}),
    }),
  );
  const rows = schedule.rows.map((row) => ({ ...row, month: addMonths(loan.first, row.month - 1) }));
  const { totalPaid, totalInterest } = schedule;
  return {
    amount: principal,
    rate: solved.yearlyRate,
    months: unknown === 'months' && extras.length === 0 ? schedule.rows.length : total,
    payment: schedule.payment,
    rows,
    totalPaid,
    totalInterest,
    fee,
    interestShare: totalInterest / principal,
    last: rows.at(-1)!.month,
    yearlyCost: yearlyCost(principal, fee, rows, due === 'start'),
  };
}

/** The yearly rate in a month of the loan, counted from 1; beyond the plan it stays as it is at its end. */
function rateOver(loan: LoanRow, given: Given, calendar: Calendar): (month: number) => number {
  const id = inputId(loan.id, 'rate');
  return (month) => {
    const rate = given.at(id, nearestPeriod(calendar, addMonths(loan.first, month - 1)));
    if (rate === null) throw new NoAnswer(messageFor('calculator.rateEmptyInSomeMonths'), 'rate');
    if (!(rate > -1)) throw new NoAnswer(messageFor('calculator.rateTooLow'), 'rate');
    return rate;
  };
}

/** Returns what is paid on top in a month of the loan, counted from 1. */
function extraPayments(
  loan: LoanRow,
  extras: readonly LoanExtraRow[],
  given: Given,
  calendar: Calendar,
): (month: number) => number {
  const payments = extras.map((extra) => {
    const amount = given.at(inputId(extra.id, 'amount'), nearestPeriod(calendar, extra.from)) ?? 0;
    if (amount < 0) throw new NoAnswer(messageFor('calculator.negativeExtraPayment'), extra.id);
    const first = monthsBetween(loan.first, extra.from) + 1;
    const last = extra.until === null ? Infinity : monthsBetween(loan.first, extra.until) + 1;
    const stride = extra.every === 'monthly' ? 1 : extra.every === 'yearly' ? 12 : Infinity;
    return { amount, first, last, stride };
  });
  return (month) =>
    payments.reduce((sum, { amount, first, last, stride }) => {
      const due = month === first || (month > first && month <= last && (month - first) % stride === 0);
      return due ? sum + amount : sum;
    }, 0);
}

/** The effective yearly rate of all that flows: the amount less the fee against all payments. */
function yearlyCost(amount: number, fee: number, rows: readonly LoanMonth[], atStart: boolean): number | null {
  const paid = rows.map((row) => row.payment + row.extra);
  const flows = [amount - fee, ...paid.map((figure) => -figure)];
  if (atStart) {
    flows.splice(0, 2, amount - fee - (paid[0] ?? 0));
    if (flows.length < 2) return null;
  }
  // A loan without interest and fee costs nothing a year; looking for a rate of nothing only finds noise.
  if (Math.abs(flows.reduce((sum, flow) => sum + flow, 0)) < 1e-9) return 0;
  const monthly = irr(flows, 0.005);
  return Number.isFinite(monthly) ? (1 + monthly) ** 12 - 1 : null;
}

/** The figures of a loan's outputs over the plan's months; outside its run there are none. */
export function loanFigures(answer: LoanAnswer, calendar: Calendar): Record<string, OutputFigures> {
  const byPeriod = (select: (row: LoanMonth) => number, after?: number) =>
    overPlan(answer.rows, calendar, select, after);
  const first = answer.rows[0]!.month;
  const changing = (select: (row: LoanMonth) => number) =>
    answer.rows.every((row) => select(row) === select(answer.rows[0]!)) ? select(answer.rows[0]!) : byPeriod(select);
  return {
    payment: byPeriod((row) => row.payment + row.extra),
    interest: byPeriod((row) => row.interest),
    principal: byPeriod((row) => row.principal + row.extra),
    extra: byPeriod((row) => row.extra),
    fee: byPeriod((row) => (row.month === first ? answer.fee : 0)),
    balance: byPeriod((row) => row.closing, 0),
    amount: answer.amount,
    rate: changing((row) => row.rate),
    months: answer.rows.length,
    'regular payment': changing((row) => row.regular),
    'total paid': answer.totalPaid,
    'total interest': answer.totalInterest,
    'interest share': answer.interestShare,
  };
}

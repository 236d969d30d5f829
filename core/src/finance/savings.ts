import { messageFor, MessageRangeError } from '../message.ts';
import { monthlyRate, rounder, type Conversion, type Due } from './loan.ts';

export interface SavingsPlan {
  readonly opening?: number;
  readonly deposit: number;
  readonly yearlyRate: number;
  readonly months: number;
  readonly due?: Due;
  readonly conversion?: Conversion;
  /** States how much the deposit grows every twelve months, a fraction. */
  readonly depositGrowth?: number;
  readonly minorUnit?: number | null;
}

export interface SavingsScheduleRow {
  readonly month: number;
  readonly opening: number;
  readonly deposit: number;
  readonly interest: number;
  readonly closing: number;
}

/**
 * Savings month by month: a deposit at month's end earns nothing in its first month, one at its start does. Interest is
 * added every month. Throws a `RangeError` when the months are not a whole number above zero.
 *
 *     savingsSchedule({ opening: 1500, deposit: 180, yearlyRate: 0.0275, months: 36 }).final // 8375.60
 */
export function savingsSchedule(plan: SavingsPlan): {
  rows: SavingsScheduleRow[];
  totalDeposits: number;
  totalInterest: number;
  final: number;
} {
  const { opening = 0, yearlyRate, months, depositGrowth = 0, minorUnit = 0.01 } = plan;
  if (!Number.isInteger(months) || months < 1) throw new MessageRangeError(messageFor('finance.savings.wholeMonths'));
  const course = projectSavings({
    opening,
    months,
    rate: () => yearlyRate,
    deposit: (month) => plan.deposit * (1 + depositGrowth) ** Math.floor((month - 1) / 12),
    due: plan.due ?? 'end',
    conversion: plan.conversion ?? 'nominal',
    minorUnit,
  });
  const round = rounder(minorUnit);
  const rows = course.map(({ month, opening: before, deposit, interest, closing }) => ({
    month,
    opening: before,
    deposit,
    interest,
    closing,
  }));
  const sum = (select: (row: SavingsScheduleRow) => number) =>
    round(rows.reduce((total, row) => total + select(row), 0));
  return {
    rows,
    totalDeposits: sum((row) => row.deposit),
    totalInterest: sum((row) => row.interest),
    final: rows.at(-1)!.closing,
  };
}

/** Describes what goes into a fund and out of it, each by month, counted from 1. */
export interface SavingsProjection {
  readonly opening: number;
  readonly months: number;
  readonly rate: (month: number) => number;
  readonly deposit: (month: number) => number;
  /** States what is wanted out of the fund; no more than there is can be had. */
  readonly withdrawal?: (month: number) => number;
  readonly due: Due;
  readonly conversion: Conversion;
  readonly minorUnit: number | null;
}

export interface SavingsMonthRow extends SavingsScheduleRow {
  readonly withdrawal: number;
}

/**
 * A fund month by month, with a yearly rate, deposits and withdrawals that may differ from month to month. What falls due
 * at a month's start is in or out of the fund before the month's interest is reckoned.
 */
export function projectSavings(course: SavingsProjection): SavingsMonthRow[] {
  const { due, conversion } = course;
  const round = rounder(course.minorUnit);
  const rows: SavingsMonthRow[] = [];
  let balance = course.opening;
  for (let month = 1; month <= course.months; month++) {
    const opening = balance;
    const deposit = round(course.deposit(month));
    const wanted = round(course.withdrawal?.(month) ?? 0);
    const rate = monthlyRate(course.rate(month), conversion);
    if (due === 'start') {
      const withdrawal = Math.min(wanted, Math.max(0, opening + deposit));
      const interest = round((opening + deposit - withdrawal) * rate);
      balance = round(opening + deposit - withdrawal + interest);
      rows.push({ month, opening, deposit, withdrawal, interest, closing: balance });
    } else {
      const interest = round(opening * rate);
      const withdrawal = Math.min(wanted, Math.max(0, round(opening + interest + deposit)));
      balance = round(opening + interest + deposit - withdrawal);
      rows.push({ month, opening, deposit, withdrawal, interest, closing: balance });
    }
  }
  return rows;
}

import { monthlyRate, rounder, type Conversion, type Due } from './loan.ts';

export interface SavingsPlan {
  readonly opening?: number;
  readonly deposit: number;
  readonly yearlyRate: number;
  readonly months: number;
  readonly due?: Due;
  readonly conversion?: Conversion;
  /** How much the deposit grows every twelve months, a fraction. */
  readonly depositGrowth?: number;
  readonly minorUnit?: number | null;
}

export interface SavingsRow {
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
  rows: SavingsRow[];
  totalDeposits: number;
  totalInterest: number;
  final: number;
} {
  const {
    opening = 0,
    yearlyRate,
    months,
    due = 'end',
    conversion = 'nominal',
    depositGrowth = 0,
    minorUnit = 0.01,
  } = plan;
  if (!Number.isInteger(months) || months < 1)
    throw new RangeError('Savings run for a whole number of months, at least one.');
  const round = rounder(minorUnit);
  const rate = monthlyRate(yearlyRate, conversion);
  const rows: SavingsRow[] = [];
  let balance = opening;
  let totalDeposits = 0;
  let totalInterest = 0;
  for (let month = 1; month <= months; month++) {
    const deposit = round(plan.deposit * (1 + depositGrowth) ** Math.floor((month - 1) / 12));
    const interest = round((due === 'start' ? balance + deposit : balance) * rate);
    const closing = round(balance + deposit + interest);
    rows.push({ month, opening: balance, deposit, interest, closing });
    totalDeposits += deposit;
    totalInterest += interest;
    balance = closing;
  }
  return { rows, totalDeposits: round(totalDeposits), totalInterest: round(totalInterest), final: balance };
}

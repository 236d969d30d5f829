import { nearestPeriod, type Calendar } from '../calendar/calendar.ts';
import { addMonths, monthsBetween, type Month } from '../calendar/month.ts';
import { order } from '../figure/compare.ts';
import { findRoot } from '../finance/annuity.ts';
import { LONGEST_TERM, monthlyRate, payment, rounder } from '../finance/loan.ts';
import { projectSavings, type SavingsProjection, type SavingsMonthRow } from '../finance/savings.ts';
import { LARGEST_FIGURE } from '../figure/read.ts';
import { inputId } from '../plan/document/calculators.ts';
import type { SavingsMoveRow, SavingsFundRow, SavingsUnknown } from '../plan/schema/tables.ts';
import { overPlan } from './schedule.ts';
import { NoAnswer, wholeMonths, type Given, type OutputFigures } from './given.ts';
import { messageFor, type Text } from '../message.ts';

/** A month of a fund; `today` is its closing balance in the money of the plan's first month. */
export interface SavingsMonth extends Omit<SavingsMonthRow, 'month'> {
  readonly month: Month;
  readonly today: number | null;
}

/** Describes what a fund comes to. Money is in major units, rates are fractions. */
export interface SavingsAnswer {
  /** The regular deposit of the first month. */
  readonly deposit: number;
  /** The yearly rate of the first month. */
  readonly rate: number;
  /** For how many months there are deposits. */
  readonly months: number;
  /** States what the fund has come to after these months, and the same in the money of the plan's first month. */
  readonly goal: number;
  readonly goalToday: number | null;
  readonly reached: Month;
  readonly rows: readonly SavingsMonth[];
  readonly totalDeposits: number;
  readonly totalInterest: number;
  readonly totalWithdrawn: number;
  readonly withdrawal: SavingsWithdrawal | null;
  /** The first month in which less could be taken out than was wanted. */
  readonly short: Month | null;
}

/** Describes what follows the deposits: so much a month, for so long; `months` is null when it lasts beyond a hundred years. */
export interface SavingsWithdrawal {
  readonly amount: number;
  readonly months: number | null;
  readonly last: Month | null;
  /** True when the interest covers it all, so that it never runs out. */
  readonly isGrowing: boolean;
}

const WORDS: Readonly<Record<SavingsUnknown, Text>> = {
  goal: 'final balance',
  deposit: messageFor('calculator.monthlyDeposit'),
  months: 'term',
  rate: messageFor('calculator.yearlyRate'),
};

/**
 * Answers a fund from its inputs. Deposit and rate may differ from month to month; after the plan's last month they stay
 * as they are there. Throws `NoAnswer` or `MissingInput`.
 */
export function answerSavings(
  fund: SavingsFundRow,
  moves: readonly SavingsMoveRow[],
  given: Given,
  calendar: Calendar,
): SavingsAnswer {
  const { due, conversion, unknown } = fund;
  const { minorUnit } = given;
  const round = rounder(minorUnit);
  const offset = monthsBetween(calendar.first, fund.first);
  const periodFor = (month: number) => Math.max(0, Math.min(calendar.count - 1, offset + month - 1));
  const input = (column: string, month = 1) => given.at(inputId(fund.id, column), periodFor(month));
  const needed = (column: SavingsUnknown, month = 1): number => {
    const value = input(column, month);
    if (value !== null) return value;
    throw new NoAnswer(
      messageFor('calculator.fundInputEmpty', { column, empty: WORDS[column], unknown: WORDS[unknown] }),
    );
  };
  const opening = input('opening') ?? 0;
  if (opening < 0) throw new NoAnswer(messageFor('calculator.negativeOpeningBalance'), 'opening');
  const growth = input('growth') ?? 0;
  if (!(growth > -1)) throw new NoAnswer(messageFor('calculator.depositGrowthTooLow'), 'growth');
  const rate = (month: number) => {
    const value = unknown === 'rate' ? 0 : needed('rate', month);
    if (!(value > -1)) throw new NoAnswer(messageFor('calculator.fundRateTooLow'), 'rate');
    return value;
  };
  const { single, taken, paused } = readMoves(fund, moves, given, calendar);
  const grown = (month: number) => (1 + growth) ** Math.floor((month - 1) / 12);
  const depositOf = (regular: (month: number) => number) => (month: number) =>
    (paused(month) ? 0 : regular(month) * grown(month)) + single(month);
  const course = (
    months: number,
    regular: (month: number) => number,
    yearly = rate,
    rounded = true,
  ): SavingsProjection => ({
    opening,
    months,
    rate: yearly,
    deposit: depositOf(regular),
    withdrawal: taken,
    due,
    conversion,
    minorUnit: rounded ? minorUnit : null,
  });
  const finalOf = (each: SavingsProjection) => projectSavings(each).at(-1)!.closing;

  const typed = (month: number) => {
    // A deposit may come from a line that is empty in some month: nothing is put in then.
    const value = input('deposit', month);
    if (value === null && month === 1) return needed('deposit');
    if (value !== null && value < 0) throw new NoAnswer(messageFor('calculator.negativeDeposit'), 'deposit');
    return value ?? 0;
  };
  const open = unknown === 'goal' && input('months') === null;
  if (open && offset >= calendar.count) throw new NoAnswer(messageFor('calculator.firstDepositAfterPlan'));
  const duration = unknown === 'months' ? 0 : open ? calendar.count - offset : needed('months');
  const count =
    unknown === 'months'
      ? 0
      : wholeMonths(duration, !open && fund.termIn === 'years', messageFor('calculator.term'), 'months');

  let months = count;
  let regular = typed;
  let yearly: (month: number) => number = rate;
  if (unknown === 'deposit') {
    const goal = needed('goal');
    const without = finalOf(course(months, () => 0, rate, false));
    const each = finalOf(course(months, () => 1, rate, false)) - without;
    if (!(each > 0)) throw new NoAnswer(messageFor('calculator.noMonthForDeposit'));
    const reaches = (deposit: number) => order(finalOf(course(months, () => deposit)), goal) >= 0;
    const deposit = leastThat(reaches, Math.max(0, round((goal - without) / each)), minorUnit);
    regular = () => deposit;
  } else if (unknown === 'months') {
    months = monthsUntil(needed('goal'), course(LONGEST_TERM, typed), rate);
  } else if (unknown === 'rate') {
    const goal = needed('goal');
    const root = findRoot((r) => finalOf(course(months, typed, () => r, false)) - goal, 0.04, -0.99, 10);
    if (Number.isNaN(root)) throw new NoAnswer(messageFor('calculator.goalNotReachedAtAnyRate'), 'goal');
    yearly = () => root;
  }

  const saving = projectSavings(course(months, regular, yearly));
  const saved = saving.at(-1)!.closing;
  const after = withdrawals(fund, given, { saved, months, yearly, single, taken, periodFor });
  const emptying = after === null ? [] : after.rows;
  const deflator = deflate(fund, given, calendar);
  const rows = [...saving, ...emptying].map((row): SavingsMonth => {
    const month = addMonths(fund.first, row.month - 1);
    const factor = deflator(month);
    return { ...row, month, today: factor === null ? null : row.closing / factor };
  });
  const sum = (select: (row: SavingsMonth) => number) => round(rows.reduce((total, row) => total + select(row), 0));
  const short = saving.find((row) => row.withdrawal < round(taken(row.month)));
  return {
    deposit: round(regular(1)),
    rate: yearly(1),
    months,
    goal: saved,
    goalToday: rows[months - 1]!.today,
    reached: rows[months - 1]!.month,
    rows,
    totalDeposits: sum((row) => row.deposit),
    totalInterest: sum((row) => row.interest),
    totalWithdrawn: sum((row) => row.withdrawal),
    withdrawal: after && {
      amount: after.amount,
      months: after.months,
      isGrowing: after.isGrowing,
      last: after.months === null ? null : addMonths(fund.first, months + after.months - 1),
    },
    short: short ? addMonths(fund.first, short.month - 1) : null,
  };
}

/**
 * The least deposit that reaches the goal, near one that does in theory: every month's interest is rounded to the cent,
 * so that what follows from the formula may miss it by a little.
 */
function leastThat(reaches: (deposit: number) => boolean, near: number, minorUnit: number): number {
  const round = rounder(minorUnit);
  const does = (units: number) => reaches(round(units * minorUnit));
  // A larger deposit never leaves less: of all amounts in minor units, those from one on reach the goal.
  let reaching = Math.round(near / minorUnit);
  let missing = reaching - 1;
  if (does(reaching)) {
    for (let step = 1; missing >= 0 && does(missing); step *= 2) [reaching, missing] = [missing, missing - step];
    missing = Math.max(missing, -1);
  } else {
    missing = reaching;
    for (let step = 1; !does(missing + step); step *= 2) missing += step;
    for (reaching = missing + 1; !does(reaching);) reaching += reaching - missing;
  }
  while (reaching - missing > 1) {
    const middle = Math.floor((reaching + missing) / 2);
    if (does(middle)) reaching = middle;
    else missing = middle;
  }
  return round(reaching * minorUnit);
}

/** Returns what is put in or taken out by date, and the months without a deposit; months of the fund are counted from 1. */
function readMoves(fund: SavingsFundRow, moves: readonly SavingsMoveRow[], given: Given, calendar: Calendar) {
  const deposits = new Map<number, number>();
  const withdrawals = new Map<number, number>();
  const pauses = new Set<number>();
  for (const move of moves) {
    const month = monthsBetween(fund.first, move.from) + 1;
    if (move.kind === 'pause') {
      const last = move.until === null ? month : monthsBetween(fund.first, move.until) + 1;
      for (let each = month; each <= Math.min(last, LONGEST_TERM); each++) pauses.add(each);
      continue;
    }
    const amount = given.at(inputId(move.id, 'amount'), nearestPeriod(calendar, move.from)) ?? 0;
    if (amount < 0) throw new NoAnswer(messageFor('calculator.negativeSingleAmount'), move.id);
    const into = move.kind === 'deposit' ? deposits : withdrawals;
    into.set(month, (into.get(month) ?? 0) + amount);
  }
  return {
    single: (month: number) => deposits.get(month) ?? 0,
    taken: (month: number) => withdrawals.get(month) ?? 0,
    paused: (month: number) => pauses.has(month),
  };
}

/** After how many months a course reaches a goal. Throws `NoAnswer` when it never does. */
function monthsUntil(goal: number, course: SavingsProjection, rate: (month: number) => number): number {
  if (goal <= course.opening) throw new NoAnswer(messageFor('calculator.goalReachedAlready'), 'goal');
  const rows = projectSavings(course);
  const reached = rows.find((row) => row.closing >= goal);
  if (reached) return reached.month;
  const grows = rate(1) > 0 || rows.some((row) => row.deposit > 0);
  throw new NoAnswer(
    grows ? messageFor('calculator.goalNotReachedInCentury') : messageFor('calculator.goalNeverReached'),
  );
}

/** Describes what a fund has come to when it begins to be lived off, and what is known of the months after that. */
interface Saved {
  readonly saved: number;
  readonly months: number;
  readonly yearly: (month: number) => number;
  /** Single deposits and withdrawals by date go on being made. */
  readonly single: (month: number) => number;
  readonly taken: (month: number) => number;
  readonly periodFor: (month: number) => number;
}

/** The months after the deposits, in which the fund is lived off. */
function withdrawals(
  fund: SavingsFundRow,
  given: Given,
  { saved, months, yearly, single, taken, periodFor }: Saved,
): { amount: number; months: number | null; isGrowing: boolean; rows: SavingsMonthRow[] } | null {
  if (fund.withdrawals === 'none') return null;
  const { due, conversion } = fund;
  const { minorUnit } = given;
  const start = months + 1;
  const input = (column: string) => given.at(inputId(fund.id, column), periodFor(start));
  /** A course of so many months; `last` empties the fund in its last month. */
  const course = (amount: number, count: number, last: boolean) =>
    projectSavings({
      opening: saved,
      months: count,
      rate: (month) => yearly(months + month),
      deposit: (month) => single(months + month),
      withdrawal: (month) => (last && month === count ? LARGEST_FIGURE : amount + taken(months + month)),
      due,
      conversion,
      minorUnit,
    }).map((row) => ({ ...row, month: months + row.month }));
  if (fund.withdrawals === 'howMuch') {
    const wanted = input('withdrawalMonths');
    if (wanted === null) throw new NoAnswer(messageFor('calculator.withdrawalMonthsMissing'));
    const count = wholeMonths(wanted, false, messageFor('calculator.withdrawal'), 'withdrawalMonths');
    if (!(saved > 0)) throw new NoAnswer(messageFor('calculator.nothingToWithdraw'));
    const ratePerPeriod = monthlyRate(yearly(start), conversion);
    const amount = rounder(minorUnit)(payment({ principal: saved, ratePerPeriod, periods: count, due }));
    // The last month takes what is left, so that the fund ends at exactly nothing.
    return { amount, months: count, isGrowing: false, rows: course(amount, count, true) };
  }
  const amount = input('withdrawal');
  if (amount === null) throw new NoAnswer(messageFor('calculator.withdrawalMissing'));
  if (!(amount > 0)) throw new NoAnswer(messageFor('calculator.withdrawalNotPositive'), 'withdrawal');
  const rows = course(amount, LONGEST_TERM, false);
  const empty = rows.findIndex((row) => row.closing <= 0);
  if (empty >= 0) return { amount, months: empty + 1, isGrowing: false, rows: rows.slice(0, empty + 1) };
  // What lasts beyond a hundred years is shown for as long as the deposits took.
  const shown = rows.slice(0, Math.min(LONGEST_TERM, Math.max(12, months)));
  return { amount, months: null, isGrowing: rows.at(-1)!.closing >= saved, rows: shown };
}

/** By how much prices have risen from the plan's first month to another; `null` when no rise is known. */
function deflate(fund: SavingsFundRow, given: Given, calendar: Calendar): (month: Month) => number | null {
  const id = inputId(fund.id, 'inflation');
  if (given.at(id, 0) === null) return () => null;
  const factors = [1];
  return (month) => {
    const distance = monthsBetween(calendar.first, month);
    if (distance <= 0) return 1;
    for (let index = factors.length; index <= distance; index++) {
      const yearly = given.at(id, Math.min(calendar.count - 1, index)) ?? 0;
      factors.push(factors[index - 1]! * (1 + yearly) ** (1 / 12));
    }
    return factors[distance]!;
  };
}

/** The figures of a fund's outputs over the plan's months; outside its run there are none. */
export function savingsFigures(answer: SavingsAnswer, calendar: Calendar): Record<string, OutputFigures> {
  const byPeriod = (select: (row: SavingsMonth) => number, after?: number) =>
    overPlan(answer.rows, calendar, select, after);
  // What has been taken out is gone; what merely stays is not told beyond its run.
  const isEmptied = answer.withdrawal !== null && answer.withdrawal.months !== null;
  return {
    deposit: byPeriod((row) => row.deposit),
    interest: byPeriod((row) => row.interest),
    withdrawal: byPeriod((row) => row.withdrawal),
    balance: byPeriod((row) => row.closing, isEmptied ? 0 : undefined),
    goal: answer.goal,
    months: answer.months,
    rate: answer.rate,
    'total deposits': answer.totalDeposits,
    'total interest': answer.totalInterest,
  };
}

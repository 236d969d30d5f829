import { addDays, dayOfMonth, daysBetween, lastDay, monthOfDay } from '../calendar/day.ts';
import { addMonths, monthsBetween, type Month } from '../calendar/month.ts';
import type { Day } from '../calendar/readDate.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { periodOf } from '../calendar/calendar.ts';
import { inOrder, type Document } from '../plan/document/document.ts';
import type { AccountRow } from '../plan/schema/tables.ts';
import { actualFigure, type Actuals } from './actuals.ts';
import { effectsOf, type Balances } from './balances.ts';
import { directionOf, minorUnitsIn } from './entries.ts';
import { budgetIn, carryOverInto, monthsCarriedInto, type LedgerSummary } from './spending.ts';
import { OVERDUE_DAYS, expectedIn } from './recurring.ts';
import type { EntrySum } from './actuals.ts';

/** The balance of an account at the end of a day, in minor units. */
export interface DayBalance {
  readonly date: Day;
  readonly balance: number;
  /** True when it is foreseen: it lies after the day the forecast was made. */
  readonly isForecast: boolean;
}

/** Describes how the balance of an account goes on. */
export interface Forecast {
  readonly account: AccountRow;
  readonly days: readonly DayBalance[];
  /** The lowest balance foreseen, and its day: the first, where there are several. */
  readonly lowest: DayBalance;
  /** The first day the balance is foreseen below the account's limit; `null` when it is not. */
  readonly belowLimit: DayBalance | null;
}

/** Describes what a forecast is made from. */
export interface ForecastGiven extends LedgerSummary {
  readonly model: PlanModel;
  readonly balances: Balances;
  /** The sums of entries by line and account: they tell which account a line goes through. */
  readonly sums: readonly EntrySum[];
  /** The day it is made on. */
  readonly today: Day;
  /** The last day it goes to. */
  readonly until: Day;
  /** The first day shown before today. */
  readonly from?: Day;
}

/**
 * The balances of all open accounts from today on. Today's is what is in them; from tomorrow on, the expected entries count on
 * their days (what is due or overdue today, tomorrow). What the budget still foresees of a line that has lately come once a
 * month, as pay does, counts on the day of the month it came on last; of any other, it is spread evenly over the days that are
 * left of its month. Where no day is left, what is due counts today.
 */
export function forecastOf(given: ForecastGiven): Forecast[] {
  const { model, balances, today, until } = given;
  const { document } = model;
  const foreseen = foreseenByDay(given);
  const from = given.from !== undefined && given.from < today ? given.from : today;
  return inOrder(document.accounts.values())
    .filter(({ closed }) => !closed)
    .map((account) => {
      const days: DayBalance[] = [];
      for (let day = from; day < today; day = addDays(day, 1))
        days.push({ date: day, balance: balances.on(account.id, day), isForecast: false });
      const changes = foreseen.get(account.id);
      const count = daysBetween(today, until);
      let added = 0;
      for (let index = 0; index <= count; index++) {
        const day = addDays(today, index);
        added += changes?.[index] ?? 0;
        days.push({ date: day, balance: Math.round(balances.on(account.id, day) + added), isForecast: index > 0 });
      }
      const ahead = days.slice(days.length - count - 1);
      const lowest = ahead.reduce((low, each) => (each.balance < low.balance ? each : low));
      const limit = account.limit === null ? null : account.limit * minorUnitsIn(document);
      const belowLimit = limit === null ? null : (ahead.find(({ balance }) => balance < limit) ?? null);
      return { account, days, lowest, belowLimit };
    });
}

/** Returns what is foreseen to happen to each account, by day from today on, in minor units. */
function foreseenByDay(given: ForecastGiven): Map<string, Float64Array> {
  const { model, settled, sums, today, until } = given;
  const { document } = model;
  const count = daysBetween(today, until) + 1;
  const byAccount = new Map<string, Float64Array>();
  const add = (account: string, index: number, amount: number) => {
    if (account === '' || index >= count) return;
    let days = byAccount.get(account);
    if (!days) byAccount.set(account, (days = new Float64Array(count)));
    days[index]! += amount;
  };
  const usual = usualAccounts(document, sums);
  const ahead = Math.min(1, count - 1);
  const expected = expectedIn(document, budgetIn(model), settled, addDays(today, -OVERDUE_DAYS), until);
  const byLineAndMonth = new Map<string, number>();
  for (const each of expected) {
    const day = Math.max(ahead, daysBetween(today, each.due));
    const account = each.account === '' && each.toAccount === '' ? usual(each.line) : each.account;
    for (const effect of effectsOf({ ...each, account })) add(effect.account, day, effect.amount);
    // What is overdue is still of the month it was due in.
    const key = `${each.line}|${monthOfDay(each.due)}`;
    byLineAndMonth.set(key, (byLineAndMonth.get(key) ?? 0) + each.amount);
  }
  const usualDay = usualDays(sums, monthOfDay(today));
  for (const [line, month, left] of leftOfBudget(given, byLineAndMonth)) {
    const day = usualDay(line);
    const index = day === null ? -1 : daysBetween(today, dayOfMonth(month, day));
    if (index >= ahead) {
      add(usual(line), index, left);
      continue;
    }
    const first = Math.max(ahead, daysBetween(today, `${month}-01`));
    const last = Math.min(count - 1, daysBetween(today, lastDay(month)));
    const days = daysBetween(today, lastDay(month)) - first + 1;
    const account = usual(line);
    for (let index = first; index <= last; index++) add(account, index, left / days);
  }
  return byAccount;
}

/** Returns what the budget of each line still foresees in each month, beside what is expected; in minor units of its account. */
function* leftOfBudget(
  { model, actuals, today, until }: ForecastGiven,
  expected: ReadonlyMap<string, number>,
): Generator<[line: string, month: Month, left: number]> {
  const { document, calendar } = model;
  const units = minorUnitsIn(document);
  const months = monthsBetween(monthOfDay(today), monthOfDay(until)) + 1;
  for (const line of document.lines.values()) {
    const side = document.groups.get(line.group)?.side;
    if (line.unit !== 'money' || side === 'memo' || side === undefined) continue;
    const series = model.seriesOf(line.id);
    if (!series) continue;
    const direction = directionOf(document, line.id);
    for (let nth = 0; nth < months; nth++) {
      const month = addMonths(monthOfDay(today), nth);
      const period = periodOf(calendar, month);
      const budget = period < 0 ? NaN : series.valueAt(period);
      if (budget !== budget || budget === 0) continue;
      // Only what is there already is carried over: later months are foreseen as they were planned.
      const carried = nth === 0 ? carryOverInto(model, actuals, line, period) : 0;
      // What is overdue of earlier months is what their budget is carried over for.
      const earlier = nth === 0 ? monthsCarriedInto(model, actuals, line, period) : [];
      const due = [month, ...earlier].reduce((sum, each) => sum + (expected.get(`${line.id}|${each}`) ?? 0), 0);
      const ahead = (due * direction) / units;
      const left = budget + carried - actualOf(document, actuals, line.id, month) - ahead;
      if (left > 0 === budget > 0 && Math.abs(left) > 0.005) yield [line.id, month, left * direction * units];
    }
  }
}

function actualOf(document: Document, actuals: Actuals, line: string, month: Month): number {
  return actualFigure(document, actuals, line, month) ?? 0;
}

/** Of how many months before this one the days of entries are looked at. */
const MONTHS_LOOKED_BACK = 3;

/**
 * The day of the month each line came on last, where it came once in every month of the last three that it came in at all;
 * `null` where it comes more often, or has not come.
 */
function usualDays(sums: readonly EntrySum[], month: Month): (line: string) => number | null {
  const since = addMonths(month, -MONTHS_LOOKED_BACK);
  const byLine = new Map<string, Map<Month, { count: number; days: number }>>();
  for (const sum of sums) {
    if (sum.line === '' || sum.month < since || sum.month >= month) continue;
    let months = byLine.get(sum.line);
    if (!months) byLine.set(sum.line, (months = new Map()));
    const before = months.get(sum.month) ?? { count: 0, days: 0 };
    months.set(sum.month, { count: before.count + sum.count, days: before.days + sum.days });
  }
  return (line) => {
    const months = byLine.get(line);
    if (!months || [...months.values()].some(({ count }) => count !== 1)) return null;
    return months.get([...months.keys()].reduce((last, each) => (each > last ? each : last)))!.days;
  };
}

/**
 * The account a line usually goes through: that of most of its entries of the last months that is still open, else the
 * first open current account.
 */
export function usualAccounts(document: Document, sums: readonly EntrySum[]): (line: string) => string {
  const counts = new Map<string, Map<string, number>>();
  for (const { line, account, count } of sums) {
    if (account === '' || document.accounts.get(account)?.closed !== false) continue;
    let own = counts.get(line);
    if (!own) counts.set(line, (own = new Map()));
    own.set(account, (own.get(account) ?? 0) + count);
  }
  const open = inOrder(document.accounts.values()).filter(({ closed }) => !closed);
  const fallback = (open.find(({ kind }) => kind === 'current') ?? open[0])?.id ?? '';
  return (line) => {
    const own = counts.get(line);
    if (!own) return fallback;
    return [...own].reduce((most, each) => (each[1] > most[1] ? each : most))[0];
  };
}

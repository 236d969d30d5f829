import type { Text } from '../message.ts';
import type { MonthRange } from '../calendar/calendar.ts';
import { beginningOf, yearOf, type Month } from '../calendar/month.ts';
import { firstDay, lastDay } from '../calendar/day.ts';
import { HALF_A_CENT } from '../figure/compare.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { groupsWithLines } from '../plan/document/document.ts';
import { rolledUpValue } from '../plan/document/rollUps.ts';
import type { LineRow, Side } from '../plan/schema/tables.ts';
import { NET, TOTALS, TOTAL_EXPENSES, TOTAL_INCOME, totalOfSide } from '../plan/schema/totals.ts';
import { actualFigure, type Actuals } from './actuals.ts';
import { directionOf, minorUnitsIn } from './entries.ts';
import { expectedIn, type BudgetOf, type ConfirmedDays } from './recurring.ts';

/** Describes how an actual figure stands to its budget, within half a cent. */
export type BudgetStatus = 'under' | 'on' | 'over';

/** Budget and actual of a line, group or total over some months, in major units. */
export interface Spent {
  readonly budget: number;
  /** States what earlier months of the year left unspent, or overspent; nothing of lines that do not carry over. */
  readonly carryOver: number;
  /** States what was entered; `null` where nothing is known of it. */
  readonly actual: number | null;
  /** States what is expected of recurring entries and has not happened yet. */
  readonly expected: number;
  /** Budget and carry-over less actual: what may still be spent, or is still to come. */
  readonly remaining: number;
  /** Number of entries that is. */
  readonly entries: number;
  /** Budget less actual for costs, actual less budget for income and what is set aside: positive is good. */
  readonly variance: number | null;
  readonly standing: BudgetStatus | null;
}

export interface SpendingRow extends Spent {
  readonly kind: 'group' | 'line' | 'total';
  readonly id: string;
  readonly name: Text;
  readonly side: Side | null;
}

/** Describes what the ledger says: what happened, and which days of recurring entries that settled. */
export interface LedgerSummary {
  readonly actuals: Actuals;
  readonly settled: ConfirmedDays;
}

/** Returns what the budget of a line comes to in a month. */
export function budgetIn(model: PlanModel): BudgetOf {
  const { months } = model.calendar;
  return (line, month) => {
    const value = model.seriesOf(line)?.valueAt(months.indexOf(month));
    return value === undefined || value !== value ? null : value;
  };
}

/** A plan's budget against what really happened, over a stretch of its months: groups, their lines, and the totals. */
export function spendingIn(model: PlanModel, { actuals, settled }: LedgerSummary, range: MonthRange): SpendingRow[] {
  const { document } = model;
  const { months } = model.calendar;
  const expected = new Map<string, number>();
  const days = [firstDay(months[range.from]!), lastDay(months[range.to - 1]!)] as const;
  for (const { line, amount } of expectedIn(document, budgetIn(model), settled, ...days))
    expected.set(line, (expected.get(line) ?? 0) + (amount * directionOf(document, line)) / minorUnitsIn(document));
  const rows: SpendingRow[] = [];
  const bySide = new Map<Side, Spent[]>();
  for (const { group, lines } of groupsWithLines(document)) {
    if (group.side === 'memo') continue;
    const groupLines = lines
      .filter(({ unit }) => unit === 'money')
      .map((line) => ({
        line,
        spent: lineSpending(model, actuals, line, group.side, range, expected.get(line.id) ?? 0),
      }));
    if (groupLines.length === 0) continue;
    const total = added(groupLines.map(({ spent }) => spent), group.side); // prettier-ignore
    bySide.set(group.side, [...(bySide.get(group.side) ?? []), total]);
    rows.push({ kind: 'group', id: group.id, name: group.name, side: group.side, ...total });
    for (const { line, spent } of groupLines)
      rows.push({ kind: 'line', id: line.id, name: line.name, side: group.side, ...spent });
  }
  const totals = new Map<string, Spent>();
  for (const [side, spent] of bySide) totals.set(totalOfSide(side)!, added(spent, side));
  const [income, expenses] = [totals.get(TOTAL_INCOME), totals.get(TOTAL_EXPENSES)];
  if (income && expenses) totals.set(NET, difference(income, expenses));
  for (const { id, label } of TOTALS) {
    const spent = totals.get(id);
    const side = [...bySide.keys()].find((each) => totalOfSide(each) === id) ?? null;
    if (spent) rows.push({ kind: 'total', id, name: label, side, ...spent });
  }
  return rows;
}

/** Returns what a line really came to over some months, and with how many entries; `null` where nothing is known of any. */
function actualOver(model: PlanModel, actuals: Actuals, line: string, { from, to }: MonthRange) {
  let actual: number | null = null;
  let entries = 0;
  for (const month of model.calendar.months.slice(from, to)) {
    const figure = actualFigure(model.document, actuals, line, month);
    if (figure !== null) actual = (actual ?? 0) + figure;
    entries += actuals.lines.get(line)?.get(month)?.count ?? 0;
  }
  return { actual, entries };
}

/** The earlier months of a plan's year whose budget a line carries over into one, latest first; none where it does not. */
export function monthsCarriedInto(model: PlanModel, actuals: Actuals, line: LineRow, period: number): Month[] {
  if (!line.carryOver || actuals.span === null) return [];
  const { months, yearBegins } = model.calendar;
  const begins = beginningOf(yearOf(months[period]!, yearBegins), yearBegins);
  const earlier: Month[] = [];
  for (let index = period - 1; index >= 0; index--) {
    const month = months[index]!;
    if (month < begins || month < actuals.span.first) break;
    earlier.push(month);
  }
  return earlier;
}

/**
 * Returns what a line that carries over brings into a month: budget less actual of the months of its year before, as far back as
 * the ledger goes.
 */
export function carryOverInto(model: PlanModel, actuals: Actuals, line: LineRow, period: number): number {
  const { values } = model.seriesOf(line.id)!;
  let carried = 0;
  monthsCarriedInto(model, actuals, line, period).forEach((month, back) => {
    const budget = values[period - 1 - back]!;
    carried += (budget === budget ? budget : 0) - (actualFigure(model.document, actuals, line.id, month) ?? 0);
  });
  return carried;
}

function lineSpending(
  model: PlanModel,
  actuals: Actuals,
  line: LineRow,
  side: Side,
  range: MonthRange,
  expected: number,
): Spent {
  const planned = rolledUpValue(model.seriesOf(line.id)!.values, range, 'total');
  const { actual, entries } = actualOver(model, actuals, line.id, range);
  const carryOver = carryOverInto(model, actuals, line, range.from);
  return withVariance(planned === planned ? planned : 0, carryOver, actual, expected, entries, side === 'expense');
}

/** Lines or groups of a side taken together. Where something is known of some, the others count as nothing. */
function added(parts: readonly Spent[], side: Side): Spent {
  const sum = (select: (part: Spent) => number) => parts.reduce((total, part) => total + select(part), 0);
  const isKnown = parts.some(({ actual }) => actual !== null);
  return withVariance(
    sum((part) => part.budget),
    sum((part) => part.carryOver),
    isKnown ? sum((part) => part.actual ?? 0) : null,
    sum((part) => part.expected),
    sum((part) => part.entries),
    side === 'expense',
  );
}

function difference(income: Spent, expenses: Spent): Spent {
  const isKnown = income.actual !== null || expenses.actual !== null;
  return withVariance(
    income.budget - expenses.budget,
    // What was left unspent earlier is no part of what this month comes to.
    0,
    isKnown ? (income.actual ?? 0) - (expenses.actual ?? 0) : null,
    income.expected - expenses.expected,
    income.entries + expenses.entries,
    false,
  );
}

function withVariance(
  budget: number,
  carryOver: number,
  actual: number | null,
  expected: number,
  entries: number,
  isCost: boolean,
): Spent {
  const remaining = budget + carryOver - (actual ?? 0);
  const figures = { budget, carryOver, actual, expected, remaining, entries };
  if (actual === null) return { ...figures, variance: null, standing: null };
  // For the better is more than nothing, whatever the side.
  const variance = (budget - actual) * (isCost ? 1 : -1) || 0;
  const standing = Math.abs(remaining) < HALF_A_CENT ? 'on' : remaining < 0 ? 'over' : 'under';
  return { ...figures, variance, standing };
}

import type { Stretch } from '../calendar/calendar.ts';
import { HALF_A_CENT } from '../figure/compare.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { groupsWithLines } from '../plan/document/document.ts';
import { rolledUpValue } from '../plan/document/rollUps.ts';
import type { LineRow, Side } from '../plan/schema/tables.ts';
import { NET, TOTALS, TOTAL_EXPENSES, TOTAL_INCOME, totalOfSide } from '../plan/schema/totals.ts';
import { actualFigure, type Actuals } from './actuals.ts';

/** How an actual figure stands to its budget, within half a cent. */
export type StandingToBudget = 'under' | 'on' | 'over';

/** Budget and actual of a line, group or total over some months, in major units. */
export interface Spent {
  readonly budget: number;
  /** What was entered; `null` where nothing is known of it. */
  readonly actual: number | null;
  /** How many entries that is. */
  readonly entries: number;
  /** Budget less actual for costs, actual less budget for income and what is set aside: positive is good. */
  readonly variance: number | null;
  readonly standing: StandingToBudget | null;
}

export interface SpendingRow extends Spent {
  readonly kind: 'group' | 'line' | 'total';
  readonly id: string;
  readonly name: string;
  readonly side: Side | null;
}

/** A plan's budget against what really happened, over a stretch of its months: groups, their lines, and the totals. */
export function spendingIn(model: PlanModel, actuals: Actuals, stretch: Stretch): SpendingRow[] {
  const rows: SpendingRow[] = [];
  const bySide = new Map<Side, Spent[]>();
  for (const { group, lines } of groupsWithLines(model.document)) {
    if (group.side === 'memo') continue;
    const groupLines = lines
      .filter(({ unit }) => unit === 'money')
      .map((line) => ({ line, spent: spentOn(model, actuals, line, group.side, stretch) }));
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
  for (const { id, name } of TOTALS) {
    const spent = totals.get(id);
    const side = [...bySide.keys()].find((each) => totalOfSide(each) === id) ?? null;
    if (spent) rows.push({ kind: 'total', id, name, side, ...spent });
  }
  return rows;
}

function spentOn(model: PlanModel, actuals: Actuals, line: LineRow, side: Side, stretch: Stretch): Spent {
  const planned = rolledUpValue(model.seriesOf(line.id)!.values, stretch, 'total');
  let actual: number | null = null;
  let entries = 0;
  for (const month of model.calendar.months.slice(stretch.from, stretch.to)) {
    const figure = actualFigure(model.document, actuals, line.id, month);
    if (figure !== null) actual = (actual ?? 0) + figure;
    entries += actuals.lines.get(line.id)?.get(month)?.count ?? 0;
  }
  return judged(planned === planned ? planned : 0, actual, entries, side === 'expense');
} // prettier-ignore

/** Lines or groups of a side taken together. Where something is known of some, the others count as nothing. */
function added(parts: readonly Spent[], side: Side): Spent {
  const sum = (of: (part: Spent) => number) => parts.reduce((total, part) => total + of(part), 0);
  const known = parts.some(({ actual }) => actual !== null);
  const actual = known ? sum((part) => part.actual ?? 0) : null;
  return judged(sum((part) => part.budget), actual, sum((part) => part.entries), side === 'expense'); // prettier-ignore
}

function difference(income: Spent, expenses: Spent): Spent {
  const known = income.actual !== null || expenses.actual !== null;
  const actual = known ? (income.actual ?? 0) - (expenses.actual ?? 0) : null;
  return judged(income.budget - expenses.budget, actual, income.entries + expenses.entries, false);
}

function judged(budget: number, actual: number | null, entries: number, isCost: boolean): Spent {
  if (actual === null) return { budget, actual, entries, variance: null, standing: null };
  const left = budget - actual;
  const standing = Math.abs(left) < HALF_A_CENT ? 'on' : left < 0 ? 'over' : 'under';
  return { budget, actual, entries, variance: isCost ? left : -left, standing };
}

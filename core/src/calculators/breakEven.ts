import { rangeAround, type Calendar, type Span } from '../calendar/calendar.ts';
import type { Month } from '../calendar/month.ts';
import { order } from '../figure/compare.ts';
import { breakEven } from '../finance/breakEven.ts';
import { inputId } from '../plan/document/calculators.ts';
import type { BreakEvenRow } from '../plan/schema/tables.ts';
import { NoAnswer, attempt, isNoFigure, type Given, type NoFigure, type OutputFigures } from './given.ts';
import { messageFor, type Message, type Text } from '../message.ts';

/** The terms of a break-even in units in one period, with what they come to. */
export interface UnitsAnswer {
  readonly fixedCosts: number;
  readonly price: number;
  readonly variableCost: number;
  readonly plannedUnits: number | null;
  readonly targetProfit: number | null;
  readonly result: ReturnType<typeof breakEven>;
  /** States what the planned units leave; `null` when none are planned. */
  readonly profit: number | null;
}

/** Answers how many units it takes in a period. Throws `NoAnswer` or `MissingInput`. */
export function answerUnits(row: BreakEvenRow, given: Given, period: number): UnitsAnswer {
  const input = (column: string) => given.at(inputId(row.id, column), period);
  const needed = (column: string, words: Message) => {
    const value = input(column);
    if (value === null) throw new NoAnswer(messageFor('calculator.unitsInputEmpty', { words }));
    if (value < 0) throw new NoAnswer(messageFor('calculator.inputBelowZero', { words }), column);
    return value;
  };
  const fixedCosts = needed('fixedCosts', messageFor('calculator.input.fixedCosts'));
  const price = needed('price', messageFor('calculator.input.price'));
  const variableCost = needed('variableCost', messageFor('calculator.input.variableCost'));
  const plannedUnits = input('plannedUnits');
  const targetProfit = input('targetProfit');
  const result = breakEven({
    fixedCosts,
    price,
    variableCost,
    ...(plannedUnits === null ? {} : { plannedUnits }),
    ...(targetProfit === null ? {} : { targetProfit }),
  });
  const profit = plannedUnits === null ? null : plannedUnits * result.contribution - fixedCosts;
  return { fixedCosts, price, variableCost, plannedUnits, targetProfit, result, profit };
}

/** Why there is no number of units at which nothing is lost. */
export const NO_CROSSING = messageFor('calculator.neverBreaksEven');

/** Returns what a unit costs in a stretch of months: all costs by all units; `null` where there are none. */
export function unitCosts(row: BreakEvenRow, given: Given, calendar: Calendar, span: Span): (number | null)[] {
  const costs = inputId(row.id, 'costs');
  const units = inputId(row.id, 'units');
  const figures = new Array<number | null>(calendar.count).fill(null);
  for (let index = 0; index < calendar.count;) {
    const { from, to } = rangeAround(calendar, index, span);
    let cost = 0;
    let count = 0;
    for (let period = from; period < to; period++) {
      cost += given.at(costs, period) ?? 0;
      count += given.at(units, period) ?? 0;
    }
    figures.fill(count === 0 ? null : cost / count, from, to);
    index = to;
  }
  return figures;
}

/** The figures of a break-even in units over the plan's months; the unit costs stand by themselves. */
export function unitsFigures(
  row: BreakEvenRow,
  answers: readonly (UnitsAnswer | NoFigure)[],
  given: Given,
  calendar: Calendar,
): Record<string, OutputFigures> {
  const each = (select: (answer: UnitsAnswer) => number | null | NoFigure) =>
    answers.map((answer) => (isNoFigure(answer) ? answer : select(answer)));
  /** Returns what is only there where costs and revenue cross. */
  const crossing = (select: (result: UnitsAnswer['result']) => number | null) =>
    each(({ result }) => (result.units === null ? { why: NO_CROSSING } : select(result)));
  const unitCost = (span: Span): OutputFigures => attempt(() => unitCosts(row, given, calendar, span));
  return {
    units: crossing((result) => result.units),
    'whole units': crossing((result) => result.wholeUnits),
    revenue: crossing((result) => result.revenue),
    'margin of safety': crossing((result) => result.marginOfSafety),
    'units for target': crossing((result) => result.unitsForTarget),
    contribution: each(({ result }) => result.contribution),
    'contribution ratio': each(({ result }) => result.contributionRatio),
    profit: each(({ profit }) => profit),
    'unit cost': unitCost('month'),
    'unit cost by quarter': unitCost('quarter'),
    'unit cost by year': unitCost('year'),
  };
}

/** When something has paid itself back, month by month. */
export interface PaybackAnswer {
  /** The net added up from the plan's first month. */
  readonly cumulative: readonly number[];
  /** The first month in which the cumulative net, once below zero, is not negative any more. */
  readonly reached: { readonly month: Month; readonly months: number } | null;
  /** Why it never does. */
  readonly never: Message | null;
  /** The month in which it falls below zero again after that. */
  readonly again: Month | null;
}

/** Answers when a flow has paid itself back. Throws `NoAnswer` or `MissingInput`. */
export function answerPayback(row: BreakEvenRow, given: Given, calendar: Calendar): PaybackAnswer {
  const whenEmpty = messageFor('calculator.netOfMonthEmpty');
  const cumulative = addedUp(inputId(row.id, 'flow'), whenEmpty, given, calendar);
  const lowest = cumulative.findIndex((value) => order(value, 0) < 0);
  if (lowest < 0)
    return {
      cumulative,
      reached: null,
      never: messageFor('calculator.nothingToPayBack'),
      again: null,
    };
  const back = cumulative.findIndex((value, index) => index > lowest && order(value, 0) >= 0);
  if (back < 0)
    return {
      cumulative,
      reached: null,
      never: messageFor('calculator.notWithinPlan'),
      again: null,
    };
  const again = cumulative.findIndex((value, index) => index > back && order(value, 0) < 0);
  return {
    cumulative,
    reached: { month: calendar.months[back]!, months: back + 1 },
    never: null,
    again: again < 0 ? null : calendar.months[again]!,
  };
}

/** Describes how two alternatives compare, month by month. */
export interface BetweenAnswer {
  readonly first: readonly number[];
  readonly second: readonly number[];
  /** The first month in which the one that had cost less by then has cost as much as the other, or more. */
  readonly crossing: {
    readonly month: Month;
    readonly months: number;
    readonly cheaperBefore: 'first' | 'second';
  } | null;
  readonly never: Message | null;
}

/** Returns what the two alternatives are called: by their names, else the first and the second. */
export function alternativesOf({ firstName, secondName }: BreakEvenRow): readonly [Text, Text] {
  return [firstName || messageFor('calculator.theFirst'), secondName || messageFor('calculator.theSecond')];
}

/** Answers when two alternatives have cost the same. Throws `NoAnswer` or `MissingInput`. */
export function answerBetween(row: BreakEvenRow, given: Given, calendar: Calendar): BetweenAnswer {
  const [one, other] = alternativesOf(row);
  const costs = (column: string, name: Text) =>
    addedUp(inputId(row.id, column), messageFor('calculator.costsEmpty', { name }), given, calendar);
  const first = costs('firstCosts', one);
  const second = costs('secondCosts', other);
  const signs = first.map((value, index) => order(value, second[index]!));
  const apart = signs.findIndex((sign) => sign !== 0);
  if (apart < 0) return { first, second, crossing: null, never: messageFor('calculator.bothCostTheSame') };
  const before = signs[apart]!;
  const meets = signs.findIndex((sign, index) => index > apart && sign !== before);
  if (meets < 0) {
    const never = messageFor('calculator.oneCostsMoreThroughout', { one: before > 0 ? one : other });
    return { first, second, crossing: null, never };
  }
  const cheaperBefore = before > 0 ? 'second' : 'first';
  return { first, second, crossing: { month: calendar.months[meets]!, months: meets + 1, cheaperBefore }, never: null };
}

function addedUp(id: string, whenEmpty: Message, given: Given, calendar: Calendar): number[] {
  const figures = calendar.months.map((_, period) => given.at(id, period));
  if (figures.every((figure) => figure === null)) throw new NoAnswer(whenEmpty);
  let sum = 0;
  return figures.map((figure) => (sum += figure ?? 0));
}

/** The figures of a break-even in time. */
export function paybackFigures({ cumulative, reached, never }: PaybackAnswer): Record<string, OutputFigures> {
  return { cumulative, months: reached ? reached.months : { why: never! } };
}

/** The figures of a break-even between two alternatives. */
export function betweenFigures({ first, second, crossing, never }: BetweenAnswer): Record<string, OutputFigures> {
  return {
    'first cumulative': first,
    'second cumulative': second,
    difference: first.map((value, index) => value - second[index]!),
    months: crossing ? crossing.months : { why: never! },
  };
}

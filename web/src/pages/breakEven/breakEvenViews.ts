import {
  alternativesOf,
  groupsWithLines,
  inOrder,
  inputId,
  planOf,
  rangesOf,
  unitCosts,
  writeFigure,
  type BetweenAnswer,
  type BreakEvenRow,
  type Document,
  type PaybackAnswer,
  type UnitsAnswer,
  type PlanModel,
} from '@haushalt/core';
import type { ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { say, monthInWords, t } from '../../language/language.ts';

/** States how many steps of units a picture and table go through. */
const STEPS = 20;

/** Units from nothing to well beyond the break-even and what is planned, in round steps. */
export function unitsToShow({ result, plannedUnits }: UnitsAnswer): number[] {
  const reach = Math.max((result.units ?? 0) * 1.6, (plannedUnits ?? 0) * 1.1, (result.unitsForTarget ?? 0) * 1.1, 10);
  const rough = reach / STEPS;
  const size = 10 ** Math.floor(Math.log10(rough));
  const step = Math.max(
    1,
    [1, 2, 2.5, 5, 10].map((each) => each * size).find((each) => each >= rough)!,
  );
  return Array.from({ length: STEPS + 1 }, (_, index) => Math.round(index * step));
}

/** Returns what units cost and bring, as crossing lines and as a table of profits. */
export function unitsView(answer: UnitsAnswer, document: Document) {
  const plan = planOf(document);
  const { fixedCosts, price, variableCost, result } = answer;
  const steps = unitsToShow(answer);
  const revenue = (units: number) => units * price;
  const costs = (units: number) => fixedCosts + units * variableCost;
  const { wholeUnits } = result;
  // The break-even has a row of its own; the picture keeps to even steps, so that its lines are straight.
  const listed = wholeUnits === null || steps.includes(wholeUnits) ? steps : [...steps, wholeUnits];
  const units = [...listed].sort((a, b) => a - b);
  const columns: ScheduleColumn[] = [
    { id: 'revenue', heading: t('breakEven.revenue'), unit: 'money', values: units.map(revenue) },
    { id: 'fixed', heading: t('breakEven.fixedCosts'), unit: 'money', values: units.map(() => fixedCosts) },
    {
      id: 'variable',
      heading: t('breakEven.variableCosts'),
      unit: 'money',
      values: units.map((count) => count * variableCost),
    },
    {
      id: 'profit',
      heading: t('breakEven.profit'),
      unit: 'money',
      values: units.map((count) => revenue(count) - costs(count)),
    },
  ];
  const count = (value: number) => writeFigure(value, 'number', plan);
  const picture: Picture = {
    label: t('breakEven.costsAndRevenueByUnits'),
    axis: plan.currency,
    categoryName: t('breakEven.units'),
    categories: steps.map(count),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: t('breakEven.revenue'), values: steps.map(revenue), mark: 'line', tone: 'income' },
      { label: t('breakEven.allCosts'), values: steps.map(costs), mark: 'line', tone: 'expense' },
      { label: t('breakEven.fixedCosts'), values: steps.map(() => fixedCosts), mark: 'line', tone: 'memo' },
    ],
  };
  return {
    rows: units.map(count),
    columns,
    picture,
    marked: wholeUnits === null ? -1 : units.indexOf(wholeUnits),
  };
}

/** Returns what a unit costs by month, quarter and year. */
export function unitCostView(row: BreakEvenRow, model: PlanModel) {
  const { calendar, document } = model;
  const plan = planOf(document);
  const given = model.calculationOf(row.id)!.given;
  const values = (id: string) => calendar.months.map((_, period) => given.at(inputId(row.id, id), period));
  const costs = values('costs');
  const units = values('units');
  const byMonth = unitCosts(row, given, calendar, 'month');
  // A quarter stands in its last month, where it is complete.
  const atEnds = (figures: readonly (number | null)[], span: 'quarter' | 'year') => {
    const ends = new Set(rangesOf(calendar, span).map(({ to }) => to - 1));
    return figures.map((figure, period) => (ends.has(period) ? figure : null));
  };
  const columns: ScheduleColumn[] = [
    { id: 'costs', heading: t('breakEven.costs'), unit: 'money', values: costs },
    { id: 'units', heading: t('breakEven.units'), unit: 'number', values: units },
    { id: 'month', heading: t('breakEven.unitCost'), unit: 'money', values: byMonth },
    {
      id: 'quarter',
      heading: t('breakEven.ofTheQuarter'),
      unit: 'money',
      values: atEnds(unitCosts(row, given, calendar, 'quarter'), 'quarter'),
    },
    {
      id: 'year',
      heading: t('breakEven.ofTheYear'),
      unit: 'money',
      values: atEnds(unitCosts(row, given, calendar, 'year'), 'year'),
    },
  ];
  const categories = calendar.months.map((month) => monthInWords(month, plan.locale, 'short'));
  const picture: Picture = {
    label: t('breakEven.unitCostMonthByMonth'),
    axis: plan.currency,
    categoryName: t('breakEven.month'),
    categories,
    write: (value) => writeFigure(value, 'money', plan),
    series: [
      { label: t('breakEven.unitCostOfTheMonth'), values: byMonth, mark: 'line', tone: 'expense' },
      {
        label: t('breakEven.ofTheQuarter'),
        values: unitCosts(row, given, calendar, 'quarter'),
        mark: 'steps',
        tone: 'net',
      },
    ],
  };
  return {
    rows: calendar.months.map((month) => monthInWords(month, plan.locale)),
    columns,
    picture,
    isEmpty: byMonth.every((value) => value === null),
  };
}

/** Returns how a net adds up from the plan's first month on. */
export function paybackView({ cumulative }: PaybackAnswer, model: PlanModel) {
  const { calendar, document } = model;
  const plan = planOf(document);
  const flow = cumulative.map((value, index) => value - (cumulative[index - 1] ?? 0));
  const columns: ScheduleColumn[] = [
    { id: 'flow', heading: t('breakEven.netOfTheMonth'), unit: 'money', values: flow },
    { id: 'cumulative', heading: t('breakEven.cumulativeNet'), unit: 'money', values: cumulative },
  ];
  const picture: Picture = {
    label: t('breakEven.cumulativeNetFromStart'),
    axis: plan.currency,
    categoryName: t('breakEven.month'),
    categories: calendar.months.map((month) => monthInWords(month, plan.locale, 'short')),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: t('breakEven.netOfTheMonth'), values: flow, mark: 'bars', tone: 'setAside' },
      { label: t('breakEven.cumulativeNet'), values: cumulative, mark: 'line', tone: 'net' },
    ],
  };
  return { rows: calendar.months.map((month) => monthInWords(month, plan.locale)), columns, picture };
}

/** Returns how the costs of two alternatives add up. */
export function betweenView({ first, second }: BetweenAnswer, row: BreakEvenRow, model: PlanModel) {
  const [one, other] = alternativesOf(row);
  const { calendar, document } = model;
  const plan = planOf(document);
  const columns: ScheduleColumn[] = [
    { id: 'first', heading: say(one), unit: 'money', values: first },
    { id: 'second', heading: say(other), unit: 'money', values: second },
    {
      id: 'difference',
      heading: t('breakEven.difference'),
      unit: 'money',
      values: first.map((value, index) => value - second[index]!),
    },
  ];
  const picture: Picture = {
    label: t('breakEven.cumulativeCostsOfBoth'),
    axis: plan.currency,
    categoryName: t('breakEven.month'),
    categories: calendar.months.map((month) => monthInWords(month, plan.locale, 'short')),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: say(one), values: first, mark: 'line', tone: 'expense' },
      { label: say(other), values: second, mark: 'line', tone: 'setAside' },
    ],
  };
  return { rows: calendar.months.map((month) => monthInWords(month, plan.locale)), columns, picture };
}

/** Something whose figures can be taken together into a formula. */
export interface Choosable {
  readonly id: string;
  readonly name: string;
  readonly heading: string;
  /** True when it goes out: its figures count against a net. */
  readonly isCost: boolean;
}

/** Groups, lines and loans' payments that can be chosen for a break-even in time. */
export function choosables(document: Document): Choosable[] {
  const ofGroups = groupsWithLines(document).flatMap(({ group, lines }): Choosable[] => {
    const isCost = group.side === 'expense' || group.side === 'setAside';
    const chosenLines = lines
      .filter((line) => line.unit === 'money')
      .map(({ id, name }): Choosable => ({ id: `{${id}}`, name, heading: group.name, isCost }));
    if (group.side === 'memo') return chosenLines;
    return [
      { id: `{${group.id}}`, name: t('breakEven.all', { name: group.name }), heading: group.name, isCost },
      ...chosenLines,
    ];
  });
  const ofLoans = inOrder(document.loans.values()).map(({ id, name }): Choosable => ({
    id: `{${id}}.payment`,
    name: t('breakEven.payment', { name }),
    heading: t('breakEven.loans'),
    isCost: true,
  }));
  return [...ofGroups, ...ofLoans];
}

/** A formula that takes chosen figures together: as a net, what comes in less what goes out, or as costs, all added up. */
export function togetherFormula(chosen: readonly Choosable[], as: 'net' | 'costs'): string {
  if (as === 'costs') return chosen.map(({ id }) => id).join(' + ');
  const incomes = chosen.filter(({ isCost }) => !isCost).map(({ id }) => id);
  const costs = chosen.filter(({ isCost }) => isCost).map(({ id }) => id);
  const first = incomes.length > 0 ? incomes.join(' + ') : '0';
  return [first, ...costs].join(' - ');
}

import {
  CUMULATIVE_NET,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  groupsWithLines,
  planOf,
  rolledUpValue,
  rangeOfYear,
  writeFigure,
  yearIn,
  nameOfYear,
  nearestPeriod,
  type LineRow,
  type Month,
  type PlanModel,
  type Forecast,
} from '@haushalt/core';
import type { Picture } from '../../parts/charts/picture.ts';
import { monthInWords, t } from '../../language/language.ts';

/** A year of a plan at a glance. */
export interface Glance {
  readonly year: number;
  readonly income: number;
  readonly expenses: number;
  readonly net: number;
  /** The months in which expenses exceed income. */
  readonly red: readonly Month[];
  /** The expense lines that cost most, with their share of all expenses. */
  readonly biggest: readonly { readonly line: LineRow; readonly total: number; readonly share: number }[];
}

const MOST_LINES = 8;

export function glanceAt(model: PlanModel, year: number): Glance {
  const { document, calendar } = model;
  const range = rangeOfYear(calendar, year);
  const total = (id: string) => rolledUpValue(model.seriesOf(id)!.values, range, 'total') || 0;
  const net = model.seriesOf(NET)!;
  const expenses = total(TOTAL_EXPENSES);
  const biggest = groupsWithLines(document)
    .filter(({ group }) => group.side === 'expense')
    .flatMap(({ lines }) => lines)
    .filter((line) => line.unit === 'money')
    .map((line) => ({ line, total: total(line.id), share: expenses === 0 ? 0 : total(line.id) / expenses }))
    .filter((each) => each.total > 0)
    .sort((a, b) => b.total - a.total)
    .slice(0, MOST_LINES);
  return {
    year,
    income: total(TOTAL_INCOME),
    expenses,
    net: total(NET),
    red: calendar.months.filter((month, index) => yearIn(document, month) === year && net.valueAt(index) <= -0.005),
    biggest,
  };
}

/** Net by month as bars, with what it adds up to since the plan's start. */
export function netPicture(model: PlanModel, year: number): Picture {
  const { document, calendar } = model;
  const plan = planOf(document);
  const { from, to } = rangeOfYear(calendar, year);
  const values = (id: string) =>
    Array.from(model.seriesOf(id)!.values.subarray(from, to), (value) => (value === value ? value : null));
  return {
    label: t('overview.netByMonthOf', { year: nameOfYear(document, year) }),
    axis: plan.currency,
    categoryName: t('overview.month'),
    categories: calendar.months.slice(from, to).map((month) => monthInWords(month, plan.locale, 'name')),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: t('overview.net'), values: values(NET), mark: 'bars', tone: 'net' },
      { label: t('overview.cumulativeNet'), values: values(CUMULATIVE_NET), mark: 'line', tone: 'memo' },
    ],
  };
}

/** A month within a year; the year's last month when the year is over then, its first when it is to come. */
export function presentPeriod({ calendar }: PlanModel, year: number, month: Month): number {
  const { from, to } = rangeOfYear(calendar, year);
  return Math.min(Math.max(nearestPeriod(calendar, month), from), to - 1);
}

/**
 * The account that comes nearest to its limit: of the current ones, which bills are paid from; where there are none, of the
 * others but cards, whose balance says what is owed.
 */
export function tightest(forecasts: readonly Forecast[], minorUnits: number): Forecast | null {
  const current = forecasts.filter(({ account }) => account.kind === 'current');
  const considered = current.length > 0 ? current : forecasts.filter(({ account }) => account.kind !== 'card');
  const room = ({ account, lowest }: Forecast) => lowest.balance - (account.limit ?? 0) * minorUnits;
  return considered.reduce<Forecast | null>(
    (least, each) => (least === null || room(each) < room(least) ? each : least),
    null,
  );
}

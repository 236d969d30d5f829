import {
  NO_ACTUALS,
  actualOver,
  valueOver,
  monthsBetween,
  planOf,
  rollUpOf,
  rangeOfYear,
  rangesOf,
  unitOf,
  writeFigure,
  writeShare,
  yearsOf,
  nameOfYear,
  yearIn,
  type Actuals,
  type Document,
  type MonthRange,
  type PlanModel,
} from '@haushalt/core';
import type { Picture, Tone } from '../../parts/charts/picture.ts';
import { toneOf } from './tones.ts';
import { chartModels, type ModelFor } from './chartModels.ts';
import { seriesName, type ChartDraft, type ChartSeries } from '../../parts/charts/draft.ts';
import { monthInWords, t } from '../../language/language.ts';

/** Returns what a chart shows, from the plan's present figures. */
export function chartPicture(
  model: PlanModel,
  { settings, series }: ChartDraft,
  modelFor: ModelFor = chartModels(model, model.document),
  actuals: Actuals = NO_ACTUALS,
): Picture {
  const { document, calendar } = model;
  const plan = planOf(document);
  const { name, form, span, year, axis } = settings;
  const scope = scopeOf(model, settings);
  const unit = series[0] ? unitOf(document, series[0].of) : 'money';
  const common = {
    label: `${name}${year === null ? '' : `, ${nameOfYear(document, year)}`}`,
    axis: axis || (unit === 'money' ? plan.currency : ''),
    write: (value: number) => writeFigure(value, unit, { ...plan, decimals: 0 }),
  };
  /** Returns what a series comes to over some months, as planned or as it really was. */
  const valueOf = (each: ChartSeries, range: MonthRange) =>
    each.actual
      ? actualOver(document, actuals, each.of, calendar.months.slice(range.from, range.to))
      : valueOver(modelFor(each), each.of, range);
  if (form === 'bars' || form === 'ring')
    return sharesPicture(
      document,
      series.map((each) => ({
        name: seriesName(each, document),
        value: Math.max(0, valueOf(each, scope) ?? 0),
      })),
      form,
      common,
    );

  const points = rangesOf(calendar, span)
    .map(({ from, to }) => ({ from: Math.max(from, scope.from), to: Math.min(to, scope.to) }))
    .filter(({ from, to }) => from < to);
  const wholeYears = year === null || settings.from !== null;
  return {
    ...common,
    categoryName: span === 'month' ? t('charts.month') : span === 'quarter' ? t('charts.quarter') : t('charts.year'),
    categories: points.map((point) => pointInWords(model, point, span, wholeYears)),
    series: series.map((each) => {
      const { of, mark } = each;
      const seriesModel = modelFor(each);
      return {
        label: seriesName(each, document),
        values:
          form === 'running'
            ? runningValues(seriesModel, of, points, (point) => valueOf(each, point), each.actual)
            : points.map((point) => valueOf(each, point)),
        mark: form === 'stacked' && mark === 'line' ? 'bars' : mark,
        // What is not the plan's own has a colour of its own beside the plan's.
        tone: seriesModel === model && !each.actual ? toneOf(document, of, series.length) : 'other',
        ...(form === 'stacked' ? { stack: 'all' } : {}),
      };
    }),
  };
}

type Common = Pick<Picture, 'label' | 'axis' | 'write'>;

/** Parts of a whole, the biggest first, each as a share of their sum. */
function sharesPicture(
  document: Document,
  unsorted: readonly { readonly name: string; readonly value: number }[],
  form: 'bars' | 'ring',
  common: Common,
): Picture {
  const { locale } = planOf(document);
  const parts = [...unsorted].sort((a, b) => b.value - a.value);
  const total = parts.reduce((sum, { value }) => sum + value, 0);
  return {
    ...common,
    axis: '',
    form,
    categoryName: t('charts.part'),
    // Beside a ring the shares stand in words, so that none needs its colour to be read.
    categories: parts.map(({ name, value }) =>
      form === 'ring' && total > 0 ? `${name}, ${writeShare(value / total, locale)}` : name,
    ),
    write: (value) => writeShare(value, locale),
    series: [
      {
        label: t('charts.share'),
        values: parts.map(({ value }) => (total === 0 ? null : value / total)),
        mark: 'bars',
        tone: 'other' satisfies Tone,
      },
    ],
  };
}

/** The months a chart is of: single months, a year, or the whole plan. */
function scopeOf({ calendar }: PlanModel, { year, from, until }: ChartDraft['settings']): MonthRange {
  if (from !== null || until !== null) {
    const first = from === null ? 0 : Math.max(0, monthsBetween(calendar.first, from));
    const last = until === null ? calendar.count - 1 : monthsBetween(calendar.first, until);
    const range = { from: first, to: Math.min(calendar.count, last + 1) };
    if (range.from < range.to) return range;
  }
  return year === null || !yearsOf(calendar).includes(year)
    ? { from: 0, to: calendar.count }
    : rangeOfYear(calendar, year);
}

/** Returns what something has run up to since the first point; a balance or price stays what it is, what is not known yet nothing. */
function runningValues(
  model: PlanModel,
  id: string,
  points: readonly MonthRange[],
  valueOf: (point: MonthRange) => number | null,
  isActual: boolean,
): (number | null)[] {
  if (rollUpOf(model.document, id) !== 'total') return points.map(valueOf);
  let sum = 0;
  return points.map((point) => {
    const value = valueOf(point);
    sum += value ?? 0;
    return isActual && value === null ? null : sum;
  });
}

function pointInWords(
  { calendar, document }: PlanModel,
  { from, to }: MonthRange,
  span: string,
  withYear: boolean,
): string {
  const { locale } = planOf(document);
  const month = (index: number, style: 'name' | 'short') => monthInWords(calendar.months[index]!, locale, style);
  if (span === 'year') return nameOfYear(document, yearIn(document, calendar.months[from]!));
  if (span === 'quarter') return `${month(from, 'name')} – ${month(to - 1, withYear ? 'short' : 'name')}`;
  return month(from, withYear ? 'short' : 'name');
}

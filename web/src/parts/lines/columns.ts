import {
  averageIn,
  datedId,
  planOf,
  rollUpOf,
  rangeOfYear,
  rangesOf,
  unitOf,
  writeShare,
  yearInWords,
  yearOf,
  type Document,
  type Month,
  type MonthRange,
  type Unit,
  type PlanModel,
} from '@haushalt/core';
import type { GridColumn } from '../../grid/types.ts';
import { endShare, valueOf, written, type EndFigure } from './figures.ts';
import type { BudgetRow } from './rows.ts';
import type { BudgetView } from './view.ts';
import { widthOf } from '../../ui/widthOf.ts';
import { monthInWords, t } from '../../language/language.ts';

export interface BudgetColumn extends GridColumn {
  /** The months a column stands for; the label and the columns at the end have none. */
  readonly range?: MonthRange;
  /** The month, for a column of a single one. */
  readonly month?: Month;
  readonly end?: EndFigure;
}

const LEAST = 58;
/** The width of a month where rules are shown, so that a year of them fills the page. */
const RULE_WIDTH = 82;
const PADDING = 12;
/** The narrower type as a part of the usual one, and what stands around it. */
const NARROW_TYPE = 12 / 13;
const NARROW_PADDING = 8;
/** The names' least width, in pixels. */
const LEAST_LABEL = 140;
/** States what the mark of an exception takes beside its figure. */
const MARK = 7;

/** The months the columns at the end are about: the year shown, or the whole plan beside years. */
export function scopeOf(model: PlanModel, view: BudgetView, year: number): MonthRange {
  const wholePlan = view.span === 'year' || view.span === 'plan';
  return wholePlan ? { from: 0, to: model.calendar.count } : rangeOfYear(model.calendar, year);
}

/** The columns of a view: names, months or their roll-ups, then totals and shares. Each is as wide as its widest figure. */
export function budgetColumns(
  model: PlanModel,
  view: BudgetView,
  rows: readonly BudgetRow[],
  year: number,
): BudgetColumn[] {
  const scope = scopeOf(model, view, year);
  const ids = [...new Set(rows.flatMap((row) => (row.id === null ? [] : [row.id])).concat('@net', '@cumulativeNet'))];
  const spans = spansOf(model, view, year);
  const width = spanWidth(model, view, ids, spans);
  // Rules take the whole width; what the columns at the end show is no rule of its own.
  const ends = (view.show === 'rules' ? [] : view.ends).flatMap((end): EndFigure[] =>
    end === 'target' ? ['target', 'offTarget'] : [end],
  );
  const heading = view.span === 'year' || view.span === 'plan' ? t('lines.plan') : t('lines.year');
  const endColumns = ends
    .filter((end) => !(end === 'total' && view.span === 'plan'))
    .map((end, index): BudgetColumn => {
      const title = end === 'total' ? heading : END_HEADINGS[end];
      return {
        id: end,
        end,
        heading: title,
        width: Math.max(widthOf(title) + PADDING, endWidth(model, ids, scope, end) + PADDING),
        pin: 'end',
        className: index === 0 ? 'of-year first-of-year' : 'of-year',
      };
    });
  const label =
    view.span === 'month' || view.span === 'quarter'
      ? yearInWords(year, model.calendar.yearBegins)
      : t('lines.theWholePlan');
  return [
    { id: 'label', heading: label, width: view.labelWidth, pin: 'start', className: 'label' },
    ...spans.map((span): BudgetColumn => ({
      ...span,
      width: view.show === 'rules' ? Math.max(width, RULE_WIDTH) : width,
      pin: null,
    })),
    ...endColumns,
  ];
}

/**
 * The columns in narrower type, with less room for names, where that lets all of a year's months be seen at once in a
 * page that has `room` pixels; else as they are.
 */
export function fittingColumns(columns: readonly BudgetColumn[], room: number): readonly BudgetColumn[] {
  const [label, ...others] = columns;
  const total = (all: readonly BudgetColumn[]) => all.reduce((sum, { width }) => sum + width, 0);
  if (!label || total(columns) <= room) return columns;
  const narrow = others.map((column) => ({
    ...column,
    width: Math.ceil((column.width - PADDING) * NARROW_TYPE) + NARROW_PADDING,
    isNarrow: true,
  }));
  const left = Math.min(label.width, room - total(narrow));
  if (left < Math.min(label.width, LEAST_LABEL)) return columns;
  return [{ ...label, width: left, isNarrow: true }, ...narrow];
}

/** One month with its names and the first of the columns at the end, as wide as the window. */
export function oneMonth(columns: readonly BudgetColumn[], month: Month, width: number): readonly BudgetColumn[] {
  const [label, ...others] = columns;
  const shown = [...others.filter((column) => column.month === month), ...others.filter(({ end }) => end).slice(0, 1)];
  if (!label) return columns;
  const left = width - shown.reduce((sum, column) => sum + column.width, 0);
  return [{ ...label, width: Math.max(LEAST_LABEL, left) }, ...shown];
}

/** Returns whether columns look the same and stand for the same months. */
export function isSameColumns(a: readonly BudgetColumn[], b: readonly BudgetColumn[]): boolean {
  return (
    a.length === b.length &&
    a.every((column, index) => {
      const { id, heading, width, range, isNarrow } = b[index]!;
      const isSameRange = column.range?.from === range?.from && column.range?.to === range?.to;
      return (
        column.id === id &&
        column.heading === heading &&
        column.width === width &&
        column.isNarrow === isNarrow &&
        isSameRange
      );
    })
  );
}

const END_HEADINGS: Readonly<Record<Exclude<EndFigure, 'total'>, string>> = {
  get average() {
    return t('lines.average');
  },
  get ownAverage() {
    return t('lines.ownAverage');
  },
  get running() {
    return t('lines.cumulative');
  },
  get ofIncome() {
    return t('lines.share');
  },
  get ofGroup() {
    return t('lines.shareOfGroup');
  },
  get ofExpenses() {
    return t('lines.shareOfExpenses');
  },
  get target() {
    return t('lines.target');
  },
  get offTarget() {
    return t('lines.difference');
  },
};

type SpanColumn = Pick<BudgetColumn, 'id' | 'heading' | 'range' | 'month'>;

function spansOf(model: PlanModel, view: BudgetView, year: number): SpanColumn[] {
  const { calendar } = model;
  const { locale } = planOf(model.document);
  const ofYear = rangeOfYear(calendar, year);
  switch (view.span) {
    case 'month':
      return calendar.months.slice(ofYear.from, ofYear.to).map((month, index) => ({
        id: month,
        month,
        range: { from: ofYear.from + index, to: ofYear.from + index + 1 },
        heading: monthInWords(month, locale, 'name'),
      }));
    case 'quarter':
      return rangesOf(calendar, 'quarter')
        .filter((range) => range.from >= ofYear.from && range.to <= ofYear.to)
        .map((range) => ({ id: `quarter-${range.from}`, range, heading: quarterHeading(model, range) }));
    case 'year':
      return rangesOf(calendar, 'year').map((range) => ({
        id: `year-${range.from}`,
        range,
        heading: yearInWords(yearOf(calendar.months[range.from]!, calendar.yearBegins), calendar.yearBegins),
      }));
    case 'plan':
      return [{ id: 'plan', range: { from: 0, to: calendar.count }, heading: planHeading(model) }];
  }
}

function quarterHeading({ calendar, document }: PlanModel, { from, to }: MonthRange): string {
  const { locale } = planOf(document);
  const name = (period: number) => monthInWords(calendar.months[period]!, locale, 'name');
  return from === to - 1 ? name(from) : `${name(from)} – ${name(to - 1)}`;
}

function planHeading({ calendar, document }: PlanModel): string {
  const { locale } = planOf(document);
  return `${monthInWords(calendar.months[0]!, locale, 'short')} – ${monthInWords(calendar.months.at(-1)!, locale, 'short')}`;
}

/** The width of the columns of months: that of the widest figure, found among the largest and smallest of each unit. */
function spanWidth(model: PlanModel, view: BudgetView, ids: readonly string[], spans: readonly SpanColumn[]): number {
  const { document } = model;
  const extremes = new Extremes();
  let marked = false;
  for (const id of ids) {
    const unit = unitOf(document, id);
    for (const { range, month } of spans) {
      extremes.add(unit, valueOf(model, id, range!, view.show));
      marked ||= month !== undefined && document.exceptions.has(datedId(id, month));
    }
  }
  const headings = Math.max(...spans.map(({ heading }) => widthOf(String(heading)) * 1.1));
  return Math.max(
    LEAST,
    Math.ceil(extremes.width(document) + (marked ? MARK : 0)) + PADDING,
    Math.ceil(headings) + PADDING,
  );
}

function endWidth(model: PlanModel, ids: readonly string[], scope: MonthRange, end: EndFigure): number {
  if (end !== 'total' && end !== 'average' && end !== 'ownAverage' && end !== 'running') {
    let [least, most] = [0, 0];
    for (const id of ids) {
      const share = endShare(model, id, scope, end);
      if (share !== null) [least, most] = [Math.min(least, share), Math.max(most, share)];
    }
    const { locale } = planOf(model.document);
    const sign = end === 'offTarget' ? '+' : '';
    return Math.max(widthOf(writeShare(least, locale)), widthOf(sign + writeShare(most, locale)));
  }
  const extremes = new Extremes();
  for (const id of ids) {
    const how = rollUpOf(model.document, id);
    if (end === 'running' && how !== 'total') continue;
    const value =
      end === 'average' || end === 'ownAverage'
        ? averageIn(model, id, scope, end)
        : valueOf(model, id, scope, end === 'running' ? 'running' : 'figures');
    extremes.add(unitOf(model.document, id), value);
  }
  return Math.ceil(extremes.width(model.document));
}

/** Bold figures are so many times as wide; so many pixels of the room beside a figure may be taken by that. */
const [BOLD, BESIDE] = [1.08, 4];

/** The largest and smallest value of each unit: only these need to be written out to know the widest. */
class Extremes {
  private readonly byUnit = new Map<Unit, { least: number; most: number }>();

  add(unit: Unit, value: number): void {
    if (value !== value) return;
    const limits = this.byUnit.get(unit);
    if (!limits) this.byUnit.set(unit, { least: value, most: value });
    else if (value < limits.least) limits.least = value;
    else if (value > limits.most) limits.most = value;
  }

  width(document: Document): number {
    let width = 0;
    for (const [unit, { least, most }] of this.byUnit) {
      for (const value of [least, most]) {
        // A plain number may have decimals where the extreme ones have none.
        const text = written(document, unit, unit === 'number' ? Math.trunc(value) + Math.sign(value) * 0.25 : value);
        // Totals are bold; of a long figure that would take more than the room beside it.
        width = Math.max(width, widthOf(text), widthOf(text) * BOLD - BESIDE);
      }
    }
    return width;
  }
}

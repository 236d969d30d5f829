import {
  BLANK,
  planOf,
  nameOfYear,
  rangeOfYear,
  rangesOf,
  yearIn,
  yearsOf,
  type PlanModel,
  type PlanProjection,
  type MonthRange,
} from '@haushalt/core';
import { monthInWords, t } from '../language.ts';
import type { BudgetColumn } from './budget.ts';
import { all, valueAt, call, number, operation, type SheetFormula } from './formula.ts';
import { liveBudgetSheet } from './liveBudget.ts';
import { projectionFrom, projectionSheet, type ProjectionColumn } from './projection.ts';
import type { Sheet } from './sheet.ts';
import { formulaCell } from './translation/formulaCell.ts';
import { NotTranslatable } from './translation/formulaScope.ts';
import { figureKey, type PlanScope } from './translation/planScope.ts';

/** A plan with some years after its last one, as a workbook has it; `null` where there is no room for them. */
export function projectedFurther(model: PlanModel): PlanProjection | null {
  if (model.document.lines.size === 0) return null;
  const projection = projectionFrom(model, yearsOf(model.calendar).at(-1)!);
  return projection.years.length === 0 ? null : projection;
}

const keyOf = (id: string, { kind, year }: ProjectionColumn) => `projected-${kind}:${id}@${year}`;

/**
 * The later years of a plan: month by month, with the rules they go on by as formulas, and year by year with what is added
 * and what is left of it in today's money. `ground` is of the plan with those years, of which the plan itself has `count` months.
 */
export function liveProjectionSheets(scope: PlanScope, projection: PlanProjection, count: number): Sheet[] {
  const { model } = scope;
  const { document, calendar } = model;
  const { name, currency } = planOf(document);
  const later = rangesOf(calendar, 'year').filter(({ to }) => to > count);
  const months = liveBudgetSheet(
    scope,
    { id: 'projected', title: t('formats.projectedMonths'), remark: `${name}, ${currency}` },
    later.flatMap((year) => columnsFrom(model, { from: Math.max(year.from, count), to: year.to })),
  );
  const baseYear = projection.years[0]! - 1;
  const years = projectionSheet(model, baseYear, projection, (cell, id, column) =>
    formulaCell({ ...cell, key: keyOf(id, column) }, () => say(scope, projection, id, column)),
  );
  return [{ ...years, id: 'projection' }, months];
}

/** The months of a stretch, and what they make. */
function columnsFrom({ calendar, document }: PlanModel, range: MonthRange): BudgetColumn[] {
  const { locale } = planOf(document);
  const places = Array.from({ length: range.to - range.from }, (_, index) => range.from + index);
  const months = places.map((place): BudgetColumn => ({
    kind: 'range',
    range: { from: place, to: place + 1 },
    heading: monthInWords(calendar.months[place]!, locale, 'short'),
    isTotal: false,
  }));
  const heading = nameOfYear(document, yearIn(document, calendar.months[range.from]!));
  return [...months, { kind: 'range', range, heading, isTotal: true }];
}

function say(scope: PlanScope, projection: PlanProjection, id: string, { kind, year }: ProjectionColumn): SheetFormula {
  const first = projection.years[0]!;
  const amountKey = (year: number) => keyOf(id, { kind: year < first ? 'base' : 'amount', year: year });
  switch (kind) {
    case 'base':
    case 'amount':
      return overYear(scope, id, year);
    case 'increase':
      return operation(valueAt(amountKey(year)), '-', valueAt(amountKey(year - 1)));
    case 'today':
      return operation(valueAt(amountKey(year)), '/', priceLevel(scope, first, year));
  }
}

/** Returns what the months of a year make; those with a problem are passed over. */
function overYear({ model }: PlanScope, id: string, year: number): SheetFormula {
  const { from, to } = rangeOfYear(model.calendar, year);
  const series = model.seriesOf(id)!;
  const places = Array.from({ length: to - from }, (_, index) => from + index);
  const keys = places.map((place) => figureKey(id, place));
  const hasProblem = places.some((place) => series.codeAt(place) > BLANK);
  if (!hasProblem) return call('SUM', all(keys));
  return call('SUM', ...keys.map((key) => call('IFERROR', call('N', valueAt(key)), number(0))));
}

/** Returns what a unit of the base year's money costs in a year. */
function priceLevel(scope: PlanScope, first: number, year: number): SheetFormula {
  const deflator = planOf(scope.model.document).projectionRate!;
  let level: SheetFormula | null = null;
  for (let each = first; each <= year; each++) {
    const { from } = rangeOfYear(scope.model.calendar, each);
    const rate = scope.sourceOf(deflator, from);
    if (!rate || scope.model.seriesOf(deflator)!.codeAt(from) > BLANK)
      throw new NotTranslatable(t('formats.reason.monthWithoutFigure'));
    const factor = operation(number(1), '+', rate.value);
    level = level === null ? factor : operation(level, '*', factor);
  }
  return level!;
}

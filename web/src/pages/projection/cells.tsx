import {
  isFraction,
  planOf,
  rateSourceOf,
  writeDifference,
  writeFigure,
  writeShare,
  yearInWords,
  type AssumptionRow,
  type Document,
  type PlanProjection,
  type RateSource,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import type { GridCell, GridColumn } from '../../grid/types.ts';
import { widthOf } from '../../ui/widthOf.ts';
import { sideOf, type BudgetRow } from '../../parts/lines/rows.ts';
import type { ProjectionView } from './terms.ts';
import { nameOf, t } from '../../language/language.ts';

/** Describes what a column of the projection shows: the base, or something of a later year. */
export interface ProjectionColumn extends GridColumn {
  readonly what?: 'rate' | 'base' | 'increase' | 'change' | 'amount' | 'today';
  /** Which of the projected years, from 0. */
  readonly nth?: number;
}

/** The room the widest figure of a projection takes, in pixels. */
export function widestFigure(projection: PlanProjection, ids: readonly string[]): number {
  const figures = ids.flatMap((id) => {
    const projected = projection.of(id);
    return projected ? [projected.base, ...projected.years.map(({ amount }) => amount)] : [];
  });
  const most = figures.reduce((largest, figure) => Math.max(largest, Math.abs(figure)), 0);
  const signed = figures.some((figure) => figure < 0) ? -most : most;
  // Totals are bold.
  return Math.ceil(widthOf(writeFigure(signed, 'money', planOf(projection.model.document))) * 1.05) + 16;
}

/** The columns of a projection; those of money have room for a figure `widest` pixels wide. */
export function projectionColumns(
  years: readonly number[],
  baseYear: number,
  view: ProjectionView,
  widest = 0,
  begins = 1,
): ProjectionColumn[] {
  const columns: ProjectionColumn[] = [
    { id: 'label', heading: t('projection.line'), width: 230, pin: 'start', className: 'label' },
    { id: 'rate', what: 'rate', heading: t('projection.rateHeading'), width: 84, pin: null },
    { id: 'base', what: 'base', heading: yearInWords(baseYear, begins), width: Math.max(104, widest), pin: null },
  ];
  years.forEach((year, index) => {
    const called = yearInWords(year, begins);
    const add = (what: NonNullable<ProjectionColumn['what']>, heading: string, width: number, className = '') =>
      columns.push({ id: `${what}-${year}`, what, nth: index, heading, width, pin: null, className });
    if (view.changes) {
      add('increase', t('projection.increase'), Math.max(92, widest), 'quiet');
      add('change', 'in %', 70, 'quiet');
    }
    if (view.money !== 'today') add('amount', called, Math.max(108, widest), 'of-year');
    if (view.money !== 'nominal')
      add('today', t('projection.todays', { year: called }), Math.max(112, widest), 'of-year');
  });
  return columns;
}

/** Returns whether the rate of a row can be chosen: that of a line or a group. */
export function hasRate(row: BudgetRow): boolean {
  return row.kind === 'line' || row.kind === 'heading';
}

/** Whose rate a row shows. */
export function rateOwner(row: BudgetRow): string | null {
  return row.kind === 'line' ? row.id : row.kind === 'heading' ? row.group.id : null;
}

/** A rate as it stands in the projection: the assumption's value in the first projected year, or the line's own. */
export function rateValue(projection: PlanProjection, source: RateSource): number | null {
  if ('rate' in source) return source.rate;
  return 'assumption' in source ? projection.rateIn(source.assumption, projection.years[0] ?? 0) : null;
}

/** Where a rate comes from, in words. */
export function rateInWords(document: Document, source: RateSource): string {
  if (source.from === 'nothing') return t('projection.noRateStays');
  if (source.from === 'calculator') return t('projection.noRateCalculator');
  if (source.from === 'rule') return t('projection.noRateRule');
  const what = 'rate' in source ? t('projection.ownRate') : (nameOf(document, source.assumption) ?? 'an assumption');
  return source.from === 'plan'
    ? t('projection.rateOfThePlan', { what })
    : source.from === 'group'
      ? t('projection.rateOfItsGroup', { what })
      : what;
}

/** The assumptions something can grow by. */
export function ratesOf(document: Document): AssumptionRow[] {
  return [...document.assumptions.values()].filter(({ unit }) => isFraction(unit) && unit !== 'ratePerMonth');
}

export function projectionCell(
  projection: PlanProjection,
  row: BudgetRow,
  column: ProjectionColumn,
  glows: boolean,
): GridCell {
  const { document } = projection.model;
  const plan = planOf(document);
  if (column.id === 'label') return labelOf(row);
  if (column.what === 'rate') {
    const owner = rateOwner(row);
    if (owner === null) return { content: null };
    const source = rateSourceOf(document, owner);
    const rate = rateValue(projection, source);
    const hasOwnRule = source.from === 'rule' || source.from === 'calculator';
    const hasOwnRate = source.from === (row.kind === 'line' ? 'line' : 'group');
    if (row.kind === 'heading' && !hasOwnRate) return { content: null };
    return {
      className: `tabular rate ${hasOwnRate ? 'is-own' : hasOwnRule ? 'quiet' : ''}`,
      title: rateInWords(document, source),
      content: hasOwnRule ? t('projection.ownRule') : rate === null ? '–' : writeFigure(rate, 'ratePerYear', plan),
    };
  }
  if (row.id === null) return { content: null };
  const projected = projection.of(row.id);
  if (!projected) return { content: null };
  const year = column.nth === undefined ? null : projected.years[column.nth]!;
  const figure = year === null ? projected.base : year[column.what as 'amount' | 'increase' | 'change' | 'today'];
  if (figure === null) return { className: 'tabular', content: '–', title: t('projection.previousYearZero') };
  const text =
    column.what === 'increase'
      ? writeDifference(figure, 'money', plan)
      : column.what === 'change'
        ? writeShare(figure, plan.locale)
        : writeFigure(figure, 'money', plan);
  return {
    className: `tabular ${column.className ?? ''} ${figure < 0 && column.what !== 'change' ? 'negative' : ''} ${glows && column.what !== 'base' ? 'glow' : ''}`,
    content: text,
  };
}

function labelOf(row: BudgetRow): GridCell {
  const side = sideOf(row);
  const name = row.kind === 'subtotal' ? row.group.name : row.label;
  return {
    title: name,
    parts: [row.kind, side, name],
    content: (
      <>
        {row.kind === 'heading' && side && <Icon name={side} />}
        <span className="label-text">{name}</span>
      </>
    ),
  };
}

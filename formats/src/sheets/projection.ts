import { PlanProjection, nameOfYear, planOf, type PlanModel } from '@haushalt/core';
import { labelOf, t } from '../language.ts';
import { budgetLines } from './budget.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

/** States how many later years stand beside the base year. */
const YEARS = 3;

/** A figure of a projection: of the base year, a later year's increase or amount, or the last amount in today's money. */
export interface ProjectionColumn {
  readonly kind: 'base' | 'increase' | 'amount' | 'today';
  readonly year: number;
}

/** The projection of a plan from a year, as it stands on its sheet. */
export const projectionFrom = (model: PlanModel, baseYear: number): PlanProjection =>
  new PlanProjection(model, {
    baseYear,
    years: YEARS,
    stepping: 'yearly',
    deflator: planOf(model.document).projectionRate,
  });

/**
 * Later years as they follow from a base year: the increase and the amount of each, and the last in today's money. `dress`
 * gives cells what a workbook needs beside their figures.
 */
export function projectionSheet(
  model: PlanModel,
  baseYear: number,
  projection = projectionFrom(model, baseYear),
  dress: (cell: SheetCell, id: string, column: ProjectionColumn) => SheetCell = (cell) => cell,
): Sheet {
  const { document } = model;
  const { projectionRate } = planOf(document);
  const rows = budgetLines(model).flatMap((row): SheetRow[] => {
    const look = { emphasis: row.emphasis, ...(row.side ? { side: row.side } : {}) };
    if (row.id === null) return [{ ...look, role: row.role, cells: [words(row.title)] }];
    const { id } = row;
    const projected = projection.of(id);
    if (!projected) return [];
    const money = (value: number, kind: ProjectionColumn['kind'], year: number): SheetCell =>
      dress({ value, format: { unit: 'money' } }, id, { kind, year });
    const years = projected.years.flatMap(({ increase, amount, year }) => [
      money(increase, 'increase', year),
      money(amount, 'amount', year),
    ]);
    const today = projected.years.at(-1);
    return [
      {
        ...look,
        role: row.role,
        cells: [
          words(row.title),
          money(projected.base, 'base', baseYear),
          ...years,
          ...(projectionRate && today ? [money(today.today, 'today', today.year)] : []),
        ],
      },
    ];
  });
  const yearTitle = (year: number) => nameOfYear(document, year);
  const headings = [
    EMPTY_CELL,
    words(yearTitle(baseYear)),
    ...projection.years.flatMap((year) => [words(t('formats.increase')), words(yearTitle(year))]),
    ...(projectionRate ? [words(t('formats.inTodaysMoney'))] : []),
  ];
  return {
    id: `projection-${baseYear}`,
    title: t('formats.projectionFrom', { year: yearTitle(baseYear) }),
    remark: projectionRate === null ? '' : t('formats.deflatedBy', { name: labelOf(document, projectionRate) ?? '' }),
    columns: [{ kind: 'name' }, ...headings.slice(1).map(() => ({ kind: 'figure' as const, addsUp: true }))],
    headings: 1,
    rows: [{ role: 'heading', cells: headings }, ...withoutEmptySections(rows)],
  };
}

/** A heading that nothing stands under is left out. */
export function withoutEmptySections(rows: readonly SheetRow[]): SheetRow[] {
  return rows.filter(
    (row, index) => row.role !== 'section' || (rows[index + 1] !== undefined && rows[index + 1]!.role !== 'section'),
  );
}

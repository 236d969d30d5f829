import { PlanProjection, nameOf, nameOfYear, planOf, type PlanModel } from '@haushalt/core';
import { messages } from '../messages.ts';
import { budgetLines } from './budget.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

/** How many later years stand beside the base year. */
const YEARS = 3;

/** Later years as they follow from a base year: the increase and the amount of each, and the last in today's money. */
export function projectionSheet(model: PlanModel, baseYear: number): Sheet {
  const { document } = model;
  const { projectionRate } = planOf(document);
  const projection = new PlanProjection(model, {
    baseYear,
    years: YEARS,
    stepping: 'yearly',
    deflator: projectionRate,
  });
  const rows = budgetLines(model).flatMap((row): SheetRow[] => {
    const look = { emphasis: row.emphasis, ...(row.side ? { side: row.side } : {}) };
    if (row.id === null) return [{ ...look, role: row.role, cells: [words(row.title)] }];
    const of = projection.of(row.id);
    if (!of) return [];
    const money = (value: number): SheetCell => ({ value, format: { unit: 'money' } });
    const years = of.years.flatMap(({ increase, amount }) => [money(increase), money(amount)]);
    const today = of.years.at(-1);
    return [
      {
        ...look,
        role: row.role,
        cells: [words(row.title), money(of.base), ...years, ...(projectionRate && today ? [money(today.today)] : [])],
      },
    ];
  });
  const yearTitle = (year: number) => nameOfYear(document, year);
  const headings = [
    EMPTY_CELL,
    words(yearTitle(baseYear)),
    ...projection.years.flatMap((year) => [words(messages.increase), words(yearTitle(year))]),
    ...(projectionRate ? [words(messages.inTodaysMoney)] : []),
  ];
  return {
    id: `projection-${baseYear}`,
    title: messages.projectionFrom(yearTitle(baseYear)),
    remark: projectionRate === null ? '' : messages.deflatedBy(nameOf(document, projectionRate) ?? ''),
    columns: [{ kind: 'name' }, ...headings.slice(1).map(() => ({ kind: 'figure' as const, addsUp: true }))],
    headings: 1,
    rows: [{ role: 'heading', cells: headings }, ...withoutEmptySections(rows)],
  };
}

/** A heading that nothing stands under is left out. */
export function withoutEmptySections(rows: readonly SheetRow[]): SheetRow[] {
  return rows.filter(
    (row, at) => row.role !== 'section' || (rows[at + 1] !== undefined && rows[at + 1]!.role !== 'section'),
  );
}

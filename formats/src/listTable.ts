import {
  FINE,
  cellOf,
  columnsOf,
  hasFigures,
  nameOf,
  statusOf,
  summariesOf,
  summaryIn,
  unitOfColumn,
  type ColumnSummary,
  type ListColumnRow,
  type ListRow,
  type PlanModel,
  type Unit,
} from '@haushalt/core';
import { t } from './language.ts';
import type { Cell, Table } from './table.ts';

/** A list as a table: an item to a row, a column to a column; `columns` tells what each holds and what stands under it. */
export interface ListTable extends Table {
  readonly columns: readonly {
    readonly name: string;
    readonly kind: ListColumnRow['kind'];
    readonly unit: Unit;
    readonly decimals: number | null;
    readonly summaries: Readonly<Partial<Record<ColumnSummary, number | null>>>;
  }[];
}

/** The items of a list as they are, in their order. A status is a word. */
export function listTable(model: PlanModel, list: ListRow): ListTable {
  const { document } = model;
  const columns = columnsOf(document, list.id);
  const figures = model.listOf(list.id)!;
  return {
    headings: columns.map(({ name }) => name),
    columns: columns.map((column) => ({
      name: column.name,
      kind: column.kind,
      unit: unitOfColumn(document, column),
      decimals: column.decimals,
      summaries: Object.fromEntries(
        summariesOf(column).map((summary) => [summary, summaryIn(document, figures, column, summary)]),
      ),
    })),
    rows: figures.items.map((item, index) => columns.map((column) => cellIn(model, column, item, index))),
  };
}

function cellIn(model: PlanModel, column: ListColumnRow, item: string, index: number): Cell {
  const { document } = model;
  if (!hasFigures(column)) {
    const cell = cellOf(document, item, column.id);
    if (!cell) return null;
    return column.kind === 'line' ? ((cell.line && nameOf(document, cell.line)) ?? null) : cell.text;
  }
  const series = model.listOf(column.list)!.seriesOf(column.id)!;
  if (series.codeAt(index) !== FINE) return null;
  const value = series.valueAt(index);
  return column.kind === 'status' ? t(`formats.statuses.${statusOf(document, column, value)}`) : value;
}

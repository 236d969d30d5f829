import { sumOfItems, type ListFigures } from '../engine/list.ts';
import type { Series } from '../engine/series.ts';
import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import type { Document } from '../plan/document/document.ts';
import { cellOf, hasFigures } from '../plan/document/lists.ts';
import { SUMMARIES, type ColumnSummary } from '../plan/schema/itemTables.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';

/** Returns what stands under a column, in the order in which it is listed. */
export function summariesOf(column: ListColumnRow): ColumnSummary[] {
  return SUMMARIES.filter((summary) => column[summary]);
}

/**
 * Returns what some items of a list come to in a column: their total, average, smallest, largest or count. `places` are the places of
 * the items; all when left out. `null` where there is nothing, or where a figure has a problem.
 */
export function summaryIn(
  document: Document,
  figures: ListFigures,
  column: ListColumnRow,
  summary: ColumnSummary,
  places: readonly number[] = [...figures.items.keys()],
): number | null {
  if (!hasFigures(column)) return summary === 'count' ? entriesIn(document, figures, column, places) : null;
  const series = figures.seriesOf(column.id);
  if (!series) return null;
  const values = places.filter((index) => series.codeAt(index) === FINE);
  if (summary === 'count') return values.length;
  if (values.length === 0 || hasProblem(series, places)) return null;
  switch (summary) {
    case 'total':
      return sumByIds(figures, series, values);
    case 'average':
      return sumByIds(figures, series, values) / values.length;
    case 'smallest':
      return values.reduce((least, index) => Math.min(least, series.values[index]!), Infinity);
    case 'largest':
      return values.reduce((most, index) => Math.max(most, series.values[index]!), -Infinity);
  }
}

/** The sum of some items' figures, added up by the items' ids: it does not hang on their order. */
export function sumByIds({ items }: ListFigures, series: Series, places: readonly number[]): number {
  const byId = [...places].sort((a, b) => (items[a]! < items[b]! ? -1 : 1));
  return sumOfItems(series, byId);
}

function hasProblem(series: Series, places: readonly number[]): boolean {
  return series.cleanFrom > 0 && places.some((index) => series.codeAt(index) > BLANK);
}

function entriesIn(
  document: Document,
  { items }: ListFigures,
  column: ListColumnRow,
  places: readonly number[],
): number {
  return places.filter((index) => cellOf(document, items[index]!, column.id) !== undefined).length;
}

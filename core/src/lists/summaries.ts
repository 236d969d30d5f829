import { sumOfItems, type ListFigures } from '../engine/list.ts';
import type { Series } from '../engine/series.ts';
import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import type { Document } from '../plan/document/document.ts';
import { cellOf, hasFigures } from '../plan/document/lists.ts';
import { SUMMARIES, type ColumnSummary } from '../plan/schema/itemTables.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';

/** What stands under a column, in the order in which it is listed. */
export function summariesOf(column: ListColumnRow): ColumnSummary[] {
  return SUMMARIES.filter((summary) => column[summary]);
}

/**
 * What some items of a list come to in a column: their total, average, smallest, largest or count. `places` are the places of
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
  const known = places.filter((at) => series.codeAt(at) === FINE);
  if (summary === 'count') return known.length;
  if (known.length === 0 || hasProblem(series, places)) return null;
  switch (summary) {
    case 'total':
      return sumByIds(figures, series, known);
    case 'average':
      return sumByIds(figures, series, known) / known.length;
    case 'smallest':
      return known.reduce((least, at) => Math.min(least, series.values[at]!), Infinity);
    case 'largest':
      return known.reduce((most, at) => Math.max(most, series.values[at]!), -Infinity);
  }
}

/** The sum of some items' figures, added up by the items' ids: it does not hang on their order. */
export function sumByIds({ items }: ListFigures, series: Series, places: readonly number[]): number {
  const byId = [...places].sort((a, b) => (items[a]! < items[b]! ? -1 : 1));
  return sumOfItems(series, byId);
}

function hasProblem(series: Series, places: readonly number[]): boolean {
  return series.cleanFrom > 0 && places.some((at) => series.codeAt(at) > BLANK);
}

function entriesIn(
  document: Document,
  { items }: ListFigures,
  column: ListColumnRow,
  places: readonly number[],
): number {
  return places.filter((at) => cellOf(document, items[at]!, column.id) !== undefined).length;
}

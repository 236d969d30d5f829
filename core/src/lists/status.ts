import type { ListFigures } from '../engine/list.ts';
import { decimalsOf } from '../figure/write.ts';
import { FINE } from '../formula/expression/evaluation.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { unitOfColumn } from '../plan/document/lists.ts';
import { sumByIds } from './summaries.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';

/** States how what something cost stands to what was estimated. */
export const ITEM_STATUSES = ['under', 'on', 'over'] as const;
export type ItemStatus = (typeof ITEM_STATUSES)[number];

/** The status a difference means, estimated less actual; less than half of the smallest coin is none. */
export function statusOf(document: Document, column: ListColumnRow, difference: number): ItemStatus {
  const isMoney = unitOfColumn(document, column) === 'money';
  const least = isMoney ? 10 ** -decimalsOf(planOf(document).currency) / 2 : 1e-9;
  return Math.abs(difference) < least ? 'on' : difference > 0 ? 'under' : 'over';
}

/** Describes how the items of a list stand that have both an estimate and an actual figure. */
export interface StatusOfWhole {
  readonly counts: Readonly<Record<ItemStatus, number>>;
  /** Items without an actual figure yet. */
  readonly open: number;
  /** Estimated less actual of those that have both; `null` when none has. */
  readonly difference: number | null;
  readonly status: ItemStatus | null;
}

/** The status of some items together, by their places; of all when left out. What is still open is not compared. */
export function statusOfItems(
  document: Document,
  figures: ListFigures,
  column: ListColumnRow,
  places: readonly number[] = [...figures.items.keys()],
): StatusOfWhole {
  const counts = { under: 0, on: 0, over: 0 };
  const series = figures.seriesOf(column.id);
  const estimated = column.estimated === null ? undefined : figures.seriesOf(column.estimated);
  const values: number[] = [];
  let open = 0;
  for (const index of places) {
    if (series?.codeAt(index) !== FINE) {
      if (estimated?.codeAt(index) === FINE) open++;
      continue;
    }
    counts[statusOf(document, column, series.values[index]!)]++;
    values.push(index);
  }
  if (!series || values.length === 0) return { counts, open, difference: null, status: null };
  const difference = sumByIds(figures, series, values);
  return { counts, open, difference, status: statusOf(document, column, difference) };
}

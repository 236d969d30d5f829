import {
  Model,
  actualsFrom,
  itemSumsAfter,
  confirmedDays,
  sumsAfter,
  type Day,
  type Document,
  type LedgerEntry,
} from '@haushalt/core';
import type { BookSource } from '@haushalt/formats';

/** A plan file with its entries, as it is handed over. */
export function sourceOf(
  { document, entries }: { document: Document; entries: LedgerEntry[] },
  today: Day,
): BookSource {
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  return {
    model: new Model(document),
    ledgerSummary: { actuals: actualsFrom(sumsAfter([], changes), today), settled: confirmedDays(entries) },
    itemSums: itemSumsAfter([], changes),
    entries: () => entries,
  };
}

import { readFileSync } from 'node:fs';
import {
  Model,
  actualsFrom,
  itemSumsAfter,
  parseEntries,
  parsePlan,
  confirmedDays,
  sumsAfter,
  type Document,
} from '@haushalt/core';
import type { BookSource } from '../sheets/book.ts';

const read = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${name}.haushalt.json`, import.meta.url), 'utf8'));

/** A plan of the demo. */
export const demoPlan = (name: 'household' | 'bread-stall'): Document => parsePlan(read(name));

/** The same with its entries, as it is handed over. */
export function demoSource(name: 'household' | 'bread-stall'): BookSource {
  const document = demoPlan(name);
  const entries = parseEntries(read(name), document);
  const changes = entries.map((after) => ({ table: 'entries' as const, id: after.id, before: null, after }));
  return {
    model: new Model(document),
    ledgerSummary: { actuals: actualsFrom(sumsAfter([], changes), '2026-11-26'), settled: confirmedDays(entries) },
    itemSums: itemSumsAfter([], changes),
    entries: () => entries,
  };
}

import { Model } from '@haushalt/core';
import {
  NOTHING_HAPPENED,
  USUAL_PRINT,
  auditWorkbook,
  handOver,
  type BookSource,
  type HandOverRequest,
} from '@haushalt/formats';
import { atMost, type Row } from './measure.ts';
import { drawPlan } from './plan.ts';

const SEED = 20261126;
const LIMIT = 3;

/** A year's workbook written in both formats, and read and audited again, in seconds. */
export async function workbookRows(): Promise<Row[]> {
  const { document } = drawPlan(300, 12, SEED);
  const source: BookSource = {
    model: new Model(document),
    happened: NOTHING_HAPPENED,
    itemSums: new Map(),
    entries: () => [],
  };
  const rows: Row[] = [];
  for (const kind of ['ods', 'xlsx'] as const) {
    const began = performance.now();
    const file = await handOver(source, { ...REQUEST, kind }, '2026-11-26');
    const written = performance.now();
    await auditWorkbook(file, 'Bench', false);
    const read = performance.now();
    rows.push(
      atMost(`a year's workbook, 300 lines × 12 months, written as ${kind}`, (written - began) / 1000, LIMIT, 's'),
      atMost(`the same read and audited again`, (read - written) / 1000, LIMIT, 's'),
    );
  }
  return rows;
}

const REQUEST: Omit<HandOverRequest, 'kind'> = { ...USUAL_PRINT, by: 'year', notation: 'neutral' };

import { Model } from '@haushalt/core';
import {
  EMPTY_LEDGER,
  USUAL_PRINT,
  auditWorkbook,
  exportPlan,
  type BookSource,
  type ExportRequest,
} from '@haushalt/formats';
import { atMost, type Row } from './measure.ts';
import { drawPlan } from './plan.ts';

const SEED = 20261126;
const LIMIT = 3;
/** Ten years of 300 lines, in seconds. */
const LIMIT_OF_TEN_YEARS = 10;

/** A year's workbook written in both formats, and read and audited again, and ten years on paper and in both, in seconds. */
export async function workbookRows(): Promise<Row[]> {
  const source = sourceOf(12);
  const rows: Row[] = [];
  for (const kind of ['ods', 'xlsx'] as const) {
    const began = performance.now();
    const file = await exportPlan(source, { ...REQUEST, kind }, '2026-11-26');
    const written = performance.now();
    await auditWorkbook(file, 'Bench', false);
    const read = performance.now();
    rows.push(
      atMost(`a year's workbook, 300 lines × 12 months, written as ${kind}`, (written - began) / 1000, LIMIT, 's'),
      atMost(`the same read and audited again`, (read - written) / 1000, LIMIT, 's'),
    );
  }
  const tenYears = sourceOf(120);
  for (const kind of ['pdf', 'xlsx', 'ods'] as const) {
    const began = performance.now();
    await exportPlan(tenYears, { ...REQUEST, kind }, '2026-11-26');
    const seconds = (performance.now() - began) / 1000;
    rows.push(atMost(`ten years, 300 lines × 120 months, written as ${kind}`, seconds, LIMIT_OF_TEN_YEARS, 's'));
  }
  return rows;
}

const sourceOf = (months: number): BookSource => ({
  model: new Model(drawPlan(300, months, SEED).document),
  ledgerSummary: EMPTY_LEDGER,
  itemSums: new Map(),
  entries: () => [],
});

const REQUEST: Omit<ExportRequest, 'kind'> = { ...USUAL_PRINT, by: 'year', notation: 'neutral' };

import type { Language } from '@haushalt/language';
import { Model, actualsFrom, itemSumsAfter, planOf, type Day } from '@haushalt/core';
import {
  exportPlan,
  pagesOf,
  partsIn,
  tooSmall,
  type BookSource,
  type ExportRequest,
  type LaidOut,
  type Page,
  type Part,
  type PrintRequest,
  type PrintedPages,
  type Progress,
} from '@haushalt/formats';
import type { Reader, Reading } from './reader.ts';

export interface PagesTask {
  readonly kind: 'pages';
  readonly database: string;
  readonly planId: string;
  readonly print: PrintRequest;
  readonly today: Day;
  /** Which of the pages are wanted, from 0; `to` exclusive. */
  readonly from: number;
  readonly to: number;
  readonly language?: Language;
}

export interface ExportTask {
  readonly kind: 'export';
  readonly database: string;
  readonly planId: string;
  readonly exportRequest: ExportRequest;
  readonly today: Day;
}

/** Some pages as they will be printed, and what is known of all. */
export interface PagesShown {
  readonly revision: number;
  readonly count: number;
  readonly contents: LaidOut['contents'];
  /** Those whose letters become too small to read. */
  readonly tooSmall: LaidOut['contents'];
  /** The letters that no font has, so that a box stands for each. */
  readonly missing: readonly string[];
  /** The parts of the plan in which there is anything. */
  readonly parts: readonly Part[];
  readonly pages: readonly Page[];
}

/** The pages set last: one looks at them one after the other. */
let latest: { readonly key: string; readonly laidOut: PrintedPages } | null = null;

export async function pagesShown(task: PagesTask, reading: Reading, progress: Progress): Promise<PagesShown> {
  const { print, today, planId, from, to } = task;
  const { revision, source, parts } = reading((reader) => {
    const bookSource = sourceFrom(reader, planId, today);
    const entries = print.parts.includes('entries') ? reader.entries() : [];
    return {
      revision: reader.revision(),
      source: { ...bookSource, entries: () => entries },
      parts: partsIn(bookSource.model.document, reader.ledger.sums(planId).length > 0),
    };
  });
  const key = JSON.stringify([planId, revision, print, today, task.language]);
  if (latest?.key !== key) latest = { key, laidOut: await pagesOf(source, print, today, progress) };
  const { laidOut } = latest;
  return {
    revision,
    count: laidOut.pages.length,
    contents: laidOut.contents,
    tooSmall: tooSmall(laidOut),
    missing: laidOut.missing,
    parts,
    pages: laidOut.pages.slice(from, to).map(drawnAlone),
  };
}

/** A page to be looked at: what is told to those who have a file read to them is left out. */
function drawnAlone(page: Page): Page {
  return { ...page, items: page.items.map(({ part: _, ...item }) => item) };
}

export async function fileHandedOver(
  { exportRequest: request, today, planId }: ExportTask,
  reading: Reading,
  progress: Progress,
): Promise<{ name: string; file: Uint8Array }> {
  // All that is read is read at once; what is made of it then takes its time.
  const source = reading((reader) => {
    // A workbook has the journal, whatever is chosen for paper.
    const isWorkbook = request.kind === 'ods' || request.kind === 'xlsx';
    const entries = isWorkbook || request.parts.includes('entries') ? reader.entries() : [];
    return { ...sourceFrom(reader, planId, today), entries: () => entries };
  });
  const { name } = planOf(source.model.document);
  return { name, file: await exportPlan(source, request, today, progress) };
}

function sourceFrom({ document, ledger, entries }: Reader, planId: string, today: Day): BookSource {
  return {
    model: new Model(document()),
    ledgerSummary: { actuals: actualsFrom(ledger.sums(planId), today), settled: new Set(ledger.settled(planId)) },
    itemSums: itemSumsAfter(ledger.itemSums(planId), []),
    entries,
  };
}

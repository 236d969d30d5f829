import type { Document } from '@haushalt/core';
import { WorkbookError, type RawWorkbook } from '../read/rawWorkbook.ts';
import { readWorkbook } from '../read/readWorkbook.ts';
import { messages } from '../messages.ts';
import { assumptionCells } from './assumptionCells.ts';
import { lettersOf } from '../sheets/printFormula.ts';
import { blockOf, type Block, type RowKind } from './block.ts';
import type { AuditFinding } from './finding.ts';
import { ownWorkbook } from './ownWorkbook.ts';
import type { ComparedCells } from './compareCells.ts';
import { PlanMaker } from './makePlan.ts';
import { reviewBlock } from './reviewBlock.ts';

/** A workbook as a plan, with what a careful reviewer found in it. Nothing of the workbook is changed. */
export interface AuditedWorkbook {
  readonly document: Document;
  readonly findings: readonly AuditFinding[];
  readonly cells: ComparedCells;
  /** What was taken for what: the sheet, its months, and each row; none for a workbook of ours. */
  readonly reading: WorkbookReading | null;
  /** What has to be said beside: macros, other plans, months that are missing. */
  readonly remarks: readonly string[];
}

/** The most rows below the months: beyond that it is a table of entries, and no plan. */
const MOST_ROWS = 2000;

/** What a sheet was taken for. */
export interface WorkbookReading {
  readonly sheet: string;
  /** The first and last of its months, as `2026-01`. */
  readonly from: string;
  readonly until: string;
  readonly rows: readonly { readonly row: number; readonly label: string; readonly kind: RowKind }[];
  readonly assumptions: readonly { readonly cell: string; readonly label: string; readonly value: number }[];
}

/**
 * Reads a workbook (Office Open XML, OpenDocument, CSV, apart by tabs), audits it, and makes a plan of it. `title` is what the
 * plan is called; with `mend` its faults are mended on the way. Throws `WorkbookError` with a sentence.
 */
export async function auditWorkbook(file: Uint8Array, title: string, mend: boolean): Promise<AuditedWorkbook> {
  return auditRead(await readWorkbook(file), title, mend);
}

/** The same of a workbook that has been read. */
export function auditRead(workbook: RawWorkbook, title: string, mend: boolean): AuditedWorkbook {
  const own = ownWorkbook(workbook);
  if (own) {
    const { document, cells, taken } = own;
    return { document, cells, findings: [], reading: null, remarks: [...workbook.remarks, messages.isOurs(taken)] };
  }
  const blocks = workbook.sheets.flatMap((sheet) => {
    const block = blockOf(sheet);
    return block && block.rows.some(({ kind }) => kind === 'line') ? [block] : [];
  });
  if (blocks.length === 0) {
    const months = workbook.sheets.find((sheet) => blockOf(sheet) !== null);
    throw new WorkbookError(months ? messages.nothingBelowMonths(months.name) : messages.noMonths);
  }
  const block = blocks.reduce((best, each) => (each.rows.length > best.rows.length ? each : best));
  if (block.rows.length > MOST_ROWS) throw new WorkbookError(messages.tooManyRows(block.sheet.name, MOST_ROWS));
  const assumptions = assumptionCells(workbook, block);
  const reviewed = reviewBlock(workbook, block, assumptions);
  const { document, cells } = new PlanMaker(workbook, block, assumptions, reviewed, mend).make(title);
  const remarks = [
    ...workbook.remarks,
    ...block.others.slice(0, 1).map((row) => messages.otherPlan(block.sheet.name, row + 1)),
    ...blocks.filter((each) => each !== block).map(({ sheet }) => messages.otherSheet(sheet.name)),
    ...(block.gaps.length > 0 ? [messages.monthsMissing(block.gaps.join(', '))] : []),
  ];
  const month = ({ month: number, year }: Block['months'][number]) => `${year}-${String(number).padStart(2, '0')}`;
  const reading: WorkbookReading = {
    sheet: block.sheet.name,
    from: month(block.months[0]!),
    until: month(block.months.at(-1)!),
    rows: block.rows.map(({ row, label, kind }) => ({ row: row + 1, label, kind })),
    assumptions: [...assumptions.values()].map(({ row, column, label, value }) => ({ cell: `${lettersOf(column)}${row + 1}`, label, value })), // prettier-ignore
  };
  return { document, findings: reviewed.findings, cells, reading, remarks };
}

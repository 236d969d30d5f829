import type { Document } from '@haushalt/core';
import { WorkbookError, type RawWorkbook } from '../read/rawWorkbook.ts';
import { readWorkbook } from '../read/readWorkbook.ts';
import { messages } from '../messages.ts';
import { assumptionCells } from './assumptionCells.ts';
import { blockOf } from './block.ts';
import { Audit, type AuditFinding } from './findings.ts';
import { ownWorkbook } from './ownWorkbook.ts';
import { PlanMaker, type ComparedCells } from './makePlan.ts';

/** A workbook as a plan, with what a careful reviewer found in it. Nothing of the workbook is changed. */
export interface AuditedWorkbook {
  readonly document: Document;
  readonly findings: readonly AuditFinding[];
  readonly cells: ComparedCells;
  /** What has to be said beside: macros, other plans, months that are missing. */
  readonly remarks: readonly string[];
}

/** The most rows below the months: beyond that it is a table of entries, and no plan. */
const MOST_ROWS = 2000;

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
    return { document, cells, findings: [], remarks: [...workbook.remarks, messages.isOurs(taken)] };
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
  const audit = new Audit(workbook, block, assumptions);
  const { document, cells } = new PlanMaker(workbook, block, assumptions, audit, mend).make(title);
  const remarks = [
    ...workbook.remarks,
    ...block.others.slice(0, 1).map((row) => messages.otherPlan(block.sheet.name, row + 1)),
    ...blocks.filter((each) => each !== block).map(({ sheet }) => messages.otherSheet(sheet.name)),
    ...(block.gaps.length > 0 ? [messages.monthsMissing(block.gaps.join(', '))] : []),
  ];
  return { document, findings: audit.findings, cells, remarks };
}

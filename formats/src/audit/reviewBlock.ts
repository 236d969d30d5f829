import type { RawWorkbook } from '../read/rawWorkbook.ts';
import type { AssumptionCell } from './assumptionCells.ts';
import type { Block } from './block.ts';
import { reviewCircles } from './circles.ts';
import { AUDIT_KINDS, type AuditFinding } from './finding.ts';
import { Review, type RowRule } from './review.ts';
import { reviewRow } from './reviewRows.ts';
import { reviewRowTotal, reviewTotal } from './reviewTotals.ts';

/** Describes what a careful reviewer makes of a block. */
export interface ReviewedBlock {
  /** States what was found, the gravest first. */
  readonly findings: readonly AuditFinding[];
  /** The rule of each row, by its number. */
  readonly rules: ReadonlyMap<number, RowRule>;
}

export function reviewBlock(
  workbook: RawWorkbook,
  block: Block,
  assumptions: ReadonlyMap<string, AssumptionCell>,
): ReviewedBlock {
  const review = new Review(workbook, block, assumptions);
  const rows = block.rows.filter(({ kind }) => kind !== 'heading' && kind !== 'other');
  for (const row of rows) reviewRow(review, row);
  for (const row of rows) if (row.kind === 'total') reviewTotal(review, row);
  for (const row of rows) reviewRowTotal(review, row);
  reviewCircles(review);
  const findings = review.findings.toSorted((a, b) => AUDIT_KINDS.indexOf(a.kind) - AUDIT_KINDS.indexOf(b.kind));
  return { findings, rules: review.rules };
}

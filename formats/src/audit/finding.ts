import type { Message } from '../message.ts';
/** States what can be wrong with a workbook, the gravest first. */
export const AUDIT_KINDS = [
  'slidReference',
  'totalMisses',
  'countsTwice',
  'oddFormula',
  'typedOverFormula',
  'typedRate',
  'yearlyAsMonthly',
  'textFigure',
  'emptyDivisor',
  'hiddenInTotal',
  'circular',
  'errorValue',
] as const;
export type AuditKind = (typeof AUDIT_KINDS)[number];

/** Something wrong with a workbook: where, what, what it costs, and what would mend it. */
export interface AuditFinding {
  readonly kind: AuditKind;
  readonly sheet: string;
  /** The cell, such as `F12`. */
  readonly cell: string;
  readonly message: Message;
  readonly fix: Message;
  /** By how much the figure is off, in the workbook's money; `null` where that cannot be told. */
  readonly money: number | null;
}

import { isYearLocked, nameOfYear, type Document } from '@haushalt/core';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { messages } from '../../../messages/budget.ts';

/** Why nothing can be typed into a cell, in words; `null` where something can. */
export function whyNotTyped(row: BudgetRow, column: BudgetColumn, document: Document, year: number): string | null {
  if (row.kind === 'heading' || row.kind === 'invitation' || row.kind === 'side')
    return messages.figuresBelongToLinesPress;
  if (column.stretch === undefined) return messages.thisIsComputedFromThe;
  if (row.kind !== 'line') return messages.isComputedFromItsLines(row.label);
  if (column.month === undefined) return messages.thisIsComputedFromIts;
  if (row.line.locked) return messages.isLockedPressAltL(row.line.name);
  return isYearLocked(document, year) ? messages.isLockedUnlockTheYear(nameOfYear(document, year)) : null;
}

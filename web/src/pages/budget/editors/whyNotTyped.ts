import { isYearLocked, nameOfYear, type Document } from '@haushalt/core';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { t } from '../../../language/language.ts';

/** Why nothing can be typed into a cell, in words; `null` where something can. */
export function whyNotTyped(row: BudgetRow, column: BudgetColumn, document: Document, year: number): string | null {
  if (row.kind === 'heading' || row.kind === 'invitation' || row.kind === 'side')
    return t('budget.figuresBelongToLinesPress');
  if (column.stretch === undefined) return t('budget.thisIsComputedFromThe');
  if (row.kind !== 'line') return t('budget.isComputedFromItsLines', { label: row.label });
  if (column.month === undefined) return t('budget.thisIsComputedFromIts');
  if (row.line.locked) return t('budget.isLockedPressAltL', { name: row.line.name });
  return isYearLocked(document, year) ? t('budget.isLockedUnlockTheYear', { year: nameOfYear(document, year) }) : null;
}

import { isYearLocked, nameOfYear, type Document } from '@haushalt/core';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { t } from '../../../language/language.ts';

/** Why nothing can be typed into a cell, in words; `null` where something can. */
export function reasonNotTyped(row: BudgetRow, column: BudgetColumn, document: Document, year: number): string | null {
  if (row.kind === 'heading' || row.kind === 'invitation' || row.kind === 'side') return t('budget.readOnly.group');
  if (column.range === undefined) return t('budget.readOnly.total');
  if (row.kind !== 'line') return t('budget.readOnly.calculated', { label: row.label });
  if (column.month === undefined) return t('budget.readOnly.span');
  if (row.line.locked) return t('budget.readOnly.lineLocked', { name: row.line.name });
  return isYearLocked(document, year) ? t('budget.readOnly.yearLocked', { year: nameOfYear(document, year) }) : null;
}

import { isYearLocked, type Document } from '@haushalt/core';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';

/** Why nothing can be typed into a cell, in words; `null` where something can. */
export function whyNotTyped(row: BudgetRow, column: BudgetColumn, document: Document, year: number): string | null {
  if (row.kind === 'heading' || row.kind === 'invitation' || row.kind === 'side')
    return 'Figures belong to lines. Press + to add a line to this group.';
  if (column.stretch === undefined) return 'This is computed from the months. Type into a month instead.';
  if (row.kind !== 'line') return `${row.label} is computed from its lines and cannot be typed over.`;
  if (column.month === undefined)
    return 'This is computed from its months. Press Alt+1 to see the months and type into one.';
  if (row.line.locked) return `${row.line.name} is locked. Press Alt+L to unlock it.`;
  return isYearLocked(document, year) ? `${year} is locked. Unlock the year to change its figures.` : null;
}

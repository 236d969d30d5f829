import type { BudgetRow } from '../../../parts/lines/rows.ts';

/** Describes what can be done with a row from its label. */
export type RowAction =
  | 'rename'
  | 'addLine'
  | 'duplicate'
  | 'remove'
  | 'moveUp'
  | 'moveDown'
  | 'collapse'
  | 'lock'
  | 'openRule'
  | 'highlight';

export type OnRow = (what: RowAction, row: BudgetRow) => void;

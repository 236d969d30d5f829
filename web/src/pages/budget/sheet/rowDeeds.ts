import type { BudgetRow } from '../../../parts/lines/rows.ts';

/** What can be done with a row from its label. */
export type RowDeed =
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

export type OnRow = (what: RowDeed, row: BudgetRow) => void;

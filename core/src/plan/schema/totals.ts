import type { Side } from './tables.ts';

/** The totals every plan has. Their ids begin with @, which ids of rows never do. */
export interface Total {
  readonly id: string;
  readonly name: string;
  /** A side's plain name, understood in rules as long as nothing in the plan has that name. */
  readonly alias?: string;
  readonly meaning: string;
}

export const TOTAL_INCOME = '@income';
export const TOTAL_EXPENSES = '@expense';
export const TOTAL_SET_ASIDE = '@setAside';
export const NET = '@net';
export const CUMULATIVE_NET = '@cumulativeNet';
export const LEFT_OVER = '@leftOver';

export const TOTALS: readonly Total[] = [
  { id: TOTAL_INCOME, name: 'Total income', alias: 'Income', meaning: 'All income of the month, added up' },
  { id: TOTAL_EXPENSES, name: 'Total expenses', alias: 'Expenses', meaning: 'All expenses of the month, added up' },
  {
    id: TOTAL_SET_ASIDE,
    name: 'Total set aside',
    alias: 'Set aside',
    meaning: 'All money set aside in the month, added up',
  },
  { id: NET, name: 'Net', meaning: 'Total income less total expenses' },
  { id: CUMULATIVE_NET, name: 'Cumulative net', meaning: 'Net added up since the plan’s first month' },
  { id: LEFT_OVER, name: 'Left over', meaning: 'Net less what is set aside' },
];

/** The total of a side; memo figures have none. */
export function totalOfSide(side: Side): string | null {
  return side === 'memo' ? null : `@${side}`;
}

/** The total with that id, if it is one. */
export function totalWithId(id: string): Total | undefined {
  return TOTALS.find((total) => total.id === id);
}

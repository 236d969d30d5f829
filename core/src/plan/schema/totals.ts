import type { Side } from './tables.ts';
import { messages } from '../../messages/schema.ts';

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
  { id: TOTAL_INCOME, name: messages.totalIncome, alias: messages.income, meaning: messages.allIncomeOfTheMonth },
  {
    id: TOTAL_EXPENSES,
    name: messages.totalExpenses,
    alias: messages.expenses,
    meaning: messages.allExpensesOfTheMonth,
  },
  {
    id: TOTAL_SET_ASIDE,
    name: messages.totalSetAside,
    alias: messages.setAside,
    meaning: messages.allMoneySetAsideIn,
  },
  { id: NET, name: messages.net, meaning: messages.totalIncomeLessTotalExpenses },
  { id: CUMULATIVE_NET, name: messages.cumulativeNet, meaning: messages.netAddedUpSinceThe },
  { id: LEFT_OVER, name: messages.leftOver, meaning: messages.netLessWhatIsSet },
];

/** The total of a side; memo figures have none. */
export function totalOfSide(side: Side): string | null {
  return side === 'memo' ? null : `@${side}`;
}

/** The total with that id, if it is one. */
export function totalWithId(id: string): Total | undefined {
  return TOTALS.find((total) => total.id === id);
}

import { messages } from '../../messages/document.ts';
import type { Side } from '../schema/tables.ts';
import { LEFT_OVER, TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE } from '../schema/totals.ts';

/** The sides in the order of an account book. */
export const SIDE_ORDER: readonly Side[] = ['income', 'expense', 'setAside', 'memo'];

/** What stands over the lines of a side. */
export const SIDE_WORDS: Readonly<Record<Side, string>> = {
  income: messages.income,
  expense: messages.expenses,
  setAside: messages.setAside,
  memo: messages.memo,
};

/** The totals that close a side. */
export const CLOSING_TOTALS: Readonly<Record<Side, readonly string[]>> = {
  income: [TOTAL_INCOME],
  expense: [TOTAL_EXPENSES],
  setAside: [TOTAL_SET_ASIDE, LEFT_OVER],
  memo: [],
};

import { messageFor, type Message } from '../../message.ts';
import type { Side } from '../schema/tables.ts';
import { LEFT_OVER, TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE } from '../schema/totals.ts';

/** The sides in the order of an account book. */
export const SIDE_ORDER: readonly Side[] = ['income', 'expense', 'setAside', 'memo'];

/** States what stands over the lines of a side. */
export const SIDE_WORDS: Readonly<Record<Side, Message>> = {
  income: messageFor('document.income'),
  expense: messageFor('document.expenses'),
  setAside: messageFor('document.setAside'),
  memo: messageFor('document.memo'),
};

/** The totals that close a side. */
export const CLOSING_TOTALS: Readonly<Record<Side, readonly string[]>> = {
  income: [TOTAL_INCOME],
  expense: [TOTAL_EXPENSES],
  setAside: [TOTAL_SET_ASIDE, LEFT_OVER],
  memo: [],
};

import type { Side } from './tables.ts';
import { messageFor, type Message } from '../../message.ts';

/** The totals every plan has. Their ids begin with @, which ids of rows never do. */
export interface Total {
  readonly id: string;
  /** Its name in rules. */
  readonly name: string;
  /** Other names understood in rules, as long as nothing in the plan has that name: a side's, and those of other languages. */
  readonly aliases: readonly string[];
  /** States what it is called where it is shown. */
  readonly label: Message;
  readonly meaning: Message;
}

export const TOTAL_INCOME = '@income';
export const TOTAL_EXPENSES = '@expense';
export const TOTAL_SET_ASIDE = '@setAside';
export const NET = '@net';
export const CUMULATIVE_NET = '@cumulativeNet';
export const LEFT_OVER = '@leftOver';

export const TOTALS: readonly Total[] = [
  {
    id: TOTAL_INCOME,
    name: 'Total income',
    aliases: ['Income', 'Summe Einnahmen', 'Einnahmen'],
    label: messageFor('schema.totalIncome'),
    meaning: messageFor('schema.totalIncomeMeaning'),
  },
  {
    id: TOTAL_EXPENSES,
    name: 'Total expenses',
    aliases: ['Expenses', 'Summe Ausgaben', 'Ausgaben'],
    label: messageFor('schema.totalExpenses'),
    meaning: messageFor('schema.totalExpensesMeaning'),
  },
  {
    id: TOTAL_SET_ASIDE,
    name: 'Total set aside',
    aliases: ['Set aside', 'Summe Rücklagen', 'Rücklagen'],
    label: messageFor('schema.totalSetAside'),
    meaning: messageFor('schema.totalSetAsideMeaning'),
  },
  {
    id: NET,
    name: 'Net',
    aliases: ['Ergebnis'],
    label: messageFor('schema.net'),
    meaning: messageFor('schema.netMeaning'),
  },
  {
    id: CUMULATIVE_NET,
    name: 'Cumulative net',
    aliases: ['Kumuliertes Ergebnis'],
    label: messageFor('schema.cumulativeNet'),
    meaning: messageFor('schema.cumulativeNetMeaning'),
  },
  {
    id: LEFT_OVER,
    name: 'Left over',
    aliases: ['Überschuss'],
    label: messageFor('schema.leftOver'),
    meaning: messageFor('schema.leftOverMeaning'),
  },
];

/** The total of a side; memo figures have none. */
export function totalOfSide(side: Side): string | null {
  return side === 'memo' ? null : `@${side}`;
}

/** The total with that id, if it is one. */
export function totalWithId(id: string): Total | undefined {
  return TOTALS.find((total) => total.id === id);
}

import { FIRST_DAY, LAST_DAY, type Day } from '../calendar/readDate.ts';
import { isTransfer, type LedgerEntry } from '../plan/schema/entries.ts';

/** States what entries may be put in order by. */
export const ENTRY_ORDERS = ['date', 'what', 'amount'] as const;
export type EntryOrder = (typeof ENTRY_ORDERS)[number];

/** Describes what may be asked of entries beside their words: all must be so. `null` asks nothing. */
export interface EntryQuery {
  /** The days, both included. */
  readonly from: Day;
  readonly to: Day;
  /** The lines they belong to; an empty one stands for those that are not assigned. */
  readonly lines: readonly string[] | null;
  /** The accounts they went through, from or to. */
  readonly accounts: readonly string[] | null;
  /** A part of the words they have. */
  readonly text: string;
  /** The least and the greatest amount, whichever way it goes, in minor units. */
  readonly least: number | null;
  readonly most: number | null;
  readonly state: EntryState | null;
  readonly order: EntryOrder;
  readonly descending: boolean;
}

/** States what state entries may be in. */
export const ENTRY_STATES = ['transfer', 'reconciled', 'open', 'standing'] as const;
export type EntryState = (typeof ENTRY_STATES)[number];

/** States what is asked for when nothing is said: everything, the newest first. */
export const ALL_ENTRIES: EntryQuery = {
  from: FIRST_DAY,
  to: LAST_DAY,
  lines: null,
  accounts: null,
  text: '',
  least: null,
  most: null,
  state: null,
  order: 'date',
  descending: true,
};

/** Letters as they are compared: without capitals and accents. */
export function plainText(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

/** The words of an entry, as they are compared: its description and its note. */
export function textOfEntry({ what, note }: Pick<LedgerEntry, 'what' | 'note'>): string {
  return plainText(`${what}\n${note}`);
}

/** Returns whether an entry is one of those asked for. */
export function isAsked(entry: LedgerEntry, query: EntryQuery): boolean {
  const size = Math.abs(entry.amount);
  return (
    entry.date >= query.from &&
    entry.date <= query.to &&
    (query.lines === null || (query.lines.includes(entry.line) && !(entry.line === '' && isTransfer(entry)))) &&
    (query.accounts === null || query.accounts.includes(entry.account) || query.accounts.includes(entry.toAccount)) &&
    (query.least === null || size >= query.least) &&
    (query.most === null || size <= query.most) &&
    isIn(entry, query.state) &&
    (query.text === '' || textOfEntry(entry).includes(plainText(query.text)))
  );
}

function isIn(entry: LedgerEntry, state: EntryState | null): boolean {
  switch (state) {
    case null:
      return true;
    case 'transfer':
      return isTransfer(entry);
    case 'standing':
      return entry.standing !== '';
    case 'reconciled':
      return entry.reconciled !== '' || entry.toReconciled !== '';
    case 'open':
      return entry.reconciled === '' && entry.toReconciled === '';
  }
}

/** Returns how entries compare in the order asked for; the same ones always stand in the same order. */
export function compareEntries({ order, descending }: EntryQuery): (a: LedgerEntry, b: LedgerEntry) => number {
  const sign = descending ? -1 : 1;
  const compare = <T extends string | number>(x: T, y: T) => (x < y ? -sign : x > y ? sign : 0);
  const by = {
    date: () => 0,
    what: (a: LedgerEntry, b: LedgerEntry) => compare(textOfEntry(a), textOfEntry(b)),
    amount: (a: LedgerEntry, b: LedgerEntry) => compare(a.amount, b.amount),
  }[order];
  return (a, b) => by(a, b) || compare(a.date, b.date) || compare(a.id, b.id);
}

import { ENTRY_COLUMNS, effectOn, type EntryChange, type LedgerEntry } from '@haushalt/core';
import type { Sqlite } from './database.ts';
import type { LogEntry } from './log.ts';

/** An entry that is to be made, and the one that is there already for the same payment. */
export interface EnteredTwice {
  readonly wanted: LedgerEntry;
  readonly present: LedgerEntry;
}

/** Finds payments that would stand twice: what one person takes in or confirms may be there by now through another. */
export interface TwiceFinder {
  /**
   * The first entry a change set makes of which the ledger has another one: the same bank reference of the same account and
   * day, or the same day of the same recurring entry. Parts of one receipt are one payment. To be asked within the
   * transaction that writes them.
   */
  find(planId: string, changes: readonly EntryChange[]): EnteredTwice | null;
}

/** A sign by which a bank or a plan knows a payment. */
interface Sign {
  readonly id: string;
  readonly key: string;
}

const signsOf = ({ account, toAccount, date, reference, toReference, standing, due }: LedgerEntry): string[] => [
  ...(reference === '' ? [] : [JSON.stringify(['bank', account, date, reference])]),
  ...(toReference === '' ? [] : [JSON.stringify(['bank', toAccount, date, toReference])]),
  ...(standing === '' || due === '' ? [] : [JSON.stringify(['due', standing, due])]),
];

export function createTwiceFinder(database: Sqlite): TwiceFinder {
  const wanted = `with wanted as (select value ->> 1 as owner, value ->> 2 as day, value ->> 3 as reference from json_each(?))`;
  const byBank = database.prepare<[string, string, string], { id: string }>(
    `${wanted} select entries.id from wanted cross join entries
        on planId = ? and account = owner and date = day and entries.reference = wanted.reference
      union
     select entries.id from wanted cross join entries
        on planId = ? and toAccount = owner and toAccount <> '' and date = day and toReference = wanted.reference`,
  );
  const entries = database.prepare<[string, string], LedgerEntry>(
    `select id, ${Object.keys(ENTRY_COLUMNS).join(', ')} from entries
      where planId = ? and id in (select value from json_each(?))`,
  );
  const byDue = database.prepare<[string, string], { id: string }>(
    `${wanted} select entries.id from wanted cross join entries
        on planId = ? and standing = owner and standing <> '' and due = day`,
  );

  return {
    find(planId, changes) {
      const signs = changes.flatMap(({ id, before, after }): Sign[] => {
        if (after === null) return [];
        const names = new Set(before === null ? [] : signsOf(before));
        return signsOf(after).flatMap((key) => (names.has(key) ? [] : [{ id, key }]));
      });
      if (signs.length === 0) return null;
      const values = (kind: string) => JSON.stringify(signs.map(({ key }) => JSON.parse(key) as string[]).filter(([id]) => id === kind)); // prettier-ignore
      const [bank, due] = [values('bank'), values('due')];
      const changed = new Set(changes.map(({ id }) => id));
      const ids =
        [...(bank === '[]' ? [] : byBank.all(bank, planId, planId)), ...(due === '[]' ? [] : byDue.all(due, planId))] // prettier-ignore
          .flatMap(({ id }) => (changed.has(id) ? [] : [id]));
      const after = new Map(changes.flatMap(({ id, after: entry }) => (entry ? [[id, entry] as const] : [])));
      const present = ids.length === 0 ? [] : entries.all(planId, JSON.stringify(ids));
      const bySign = new Map<string, LedgerEntry[]>();
      // What a change set makes is compared with itself as well.
      for (const entry of [...present, ...after.values()])
        for (const key of signsOf(entry)) bySign.set(key, [...(bySign.get(key) ?? []), entry]);
      for (const { id, key } of signs) {
        const entry = after.get(id)!;
        const twin = bySign.get(key)!.find((other) => isTwin(key, entry, other, bySign.get(key)!));
        if (twin) return { wanted: entry, present: twin };
      }
      return null;
    },
  };
}

/** Returns whether two entries of one sign are one payment: a bank may use a reference for several of a day, of other amounts. */
function isTwin(key: string, entry: LedgerEntry, other: LedgerEntry, all: readonly LedgerEntry[]): boolean {
  if (other.id === entry.id || (entry.receipt !== '' && other.receipt === entry.receipt)) return false;
  const [kind, account] = JSON.parse(key) as [string, string];
  if (kind === 'due') return true;
  const sum = (source: LedgerEntry) =>
    all.reduce((total, part) => (part.id === source.id || (source.receipt !== '' && part.receipt === source.receipt) ? total + effectOn(part, account) : total), 0); // prettier-ignore
  return sum(entry) === sum(other);
}

/**
 * The first line of a statement without a reference that has come into the ledger, word for word, by steps its preview did not
 * know; each of those stands for one line.
 */
export function cameInMeanwhile(changes: readonly EntryChange[], steps: readonly LogEntry[]): EnteredTwice | null {
  const key = ({ account, date, amount, what }: LedgerEntry) => JSON.stringify([account, date, amount, what]);
  const arrived = new Map<string, LedgerEntry[]>();
  for (const step of steps)
    for (const { table, before, after } of step.changes) {
      if (table !== 'entries') continue;
      const [left, came] = [before as LedgerEntry | null, after as LedgerEntry | null];
      if (left && arrived.has(key(left))) arrived.set(key(left), arrived.get(key(left))!.filter(({ id }) => id !== left.id)); // prettier-ignore
      if (came) arrived.set(key(came), [...(arrived.get(key(came)) ?? []), came]);
    }
  for (const { before, after } of changes) {
    if (before !== null || after === null || after.reference !== '' || after.toReference !== '') continue;
    const present = arrived.get(key(after))?.pop();
    if (present) return { wanted: after, present };
  }
  return null;
}

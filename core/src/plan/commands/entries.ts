import { directionOf, entryRefusal, minorUnitsIn } from '../../ledger/entries.ts';
import { messageFor, type Message } from '../../message.ts';
import type { Draft } from '../document/draft.ts';
import { rowsNamed } from '../document/rowTable.ts';
import type { Document } from '../document/document.ts';
import {
  ENTRY_COLUMNS,
  LARGEST_AMOUNT,
  MAX_ENTRIES_AT_ONCE,
  MAX_WHAT,
  entryOf,
  isSameEntry,
  isTransfer,
  type EntryGiven,
  type LedgerEntry,
} from '../schema/entries.ts';
import { refused } from '../schema/refusal.ts';
import { command, type Words } from './command.ts';
import { checkFigure, existing } from './guards.ts';
import { all, date, fieldsFor, figure, id, optional, list, orNull, text, whole } from './fields.ts';

/** States what an entry is, as it is sent: what goes without saying is left out. */
export const entryFields = all(fieldsFor(ENTRY_COLUMNS, 'date', 'amount'));

/** An entry as it was before entries had accounts of the plan, and amounts as their accounts have them. */
const storedEntry = all({
  date,
  what: text(MAX_WHAT),
  line: id,
  account: text(80),
  amount: whole(-LARGEST_AMOUNT, LARGEST_AMOUNT),
});

/** States what is done with the entries of the ledger. */
export const entryCommands = {
  /**
   * Makes entries (`before` is nothing), changes them, or takes them away (`after` is nothing), all or none: each only if it
   * is still as its sender knew it, so that nobody's work is overwritten unseen. Whether it is, is seen where the ledger is
   * kept. `from` names the statement they were read from, `since` the revision it was compared with, so that none of its
   * lines is entered twice, `stated` the closing balances it gives.
   */
  'entries.set': command({
    fields: {
      entries: list(
        all({ entry: id, before: orNull(entryFields), after: orNull(entryFields) }),
        1,
        MAX_ENTRIES_AT_ONCE,
      ),
      from: optional(text(120)),
      since: optional(whole(0, Number.MAX_SAFE_INTEGER)),
      stated: optional(list(all({ account: id, on: date, balance: figure }), 0, 50)),
    },
    label({ entries, from }, words) {
      const added = entries.filter(({ before }) => before === null).length;
      const removed = entries.filter(({ after }) => after === null).length;
      const count = entries.length;
      if (from !== undefined) return messageFor('change.entries.import', { count, source: from });
      const done = removed === count ? 'removed' : added === count ? 'added' : 'changed';
      const [first] = entries;
      const shown = first!.after ?? first!.before;
      return count > 1 || shown === null
        ? messageFor('change.entries.set', { count, done })
        : messageFor('change.entry.set', { done, entry: entryInWords(shown, words) });
    },
    inAnyScenario: true,
    decide(draft, { entries, stated = [] }) {
      for (const { account, on, balance } of stated) {
        const row = existing(draft, 'accounts', account, messageFor('command.thisAccount'));
        checkFigure(balance, 'stated');
        // An older statement that is taken in later says nothing of how things stand.
        if (row.statedOn === null || row.statedOn <= on)
          draft.set('accounts', { ...row, statedOn: on, stated: balance });
      }
      entries.forEach(({ entry, before, after }, index) =>
        setEntry(draft, before && entryOf(entry, before), after && entryOf(entry, after), `entries.${index}.after`),
      );
    },
  }),

  /** An entry as pages sent it before it had accounts of the plan: it may have waited for the server since. */
  'entry.set': command({
    fields: { entry: id, before: orNull(storedEntry), after: orNull(storedEntry) },
    label({ before, after }) {
      const shown = after ?? before;
      const done = after === null ? 'removed' : before === null ? 'added' : 'changed';
      return shown === null
        ? messageFor('change.entries.set', { count: 1, done })
        : messageFor('change.entry.set', { done, entry: shown.what });
    },
    inAnyScenario: true,
    decide(draft, { entry, before, after }) {
      const today = (former: typeof after) =>
        former &&
        entryOf(entry, {
          ...former,
          account: accountNamed(draft.document, former.account),
          amount: former.amount * directionOf(draft.document, former.line),
        });
      setEntry(draft, today(before), today(after), 'after');
    },
  }),
};

function accountNamed(document: Document, name: string): string {
  return name === '' ? '' : (rowsNamed(document.accounts, name)[0]?.id ?? '');
}

/** Changes an entry in a draft; refused where it cannot be what it is to be. */
export function setEntry(draft: Draft, before: LedgerEntry | null, after: LedgerEntry | null, field: string): void {
  if (isSameEntry(before, after)) return;
  const { id: entry } = (after ?? before)!;
  if (after === null && (before!.reconciled !== '' || before!.toReconciled !== ''))
    throw refused('locked', messageFor('command.entryReconciled'), field);
  const refusal = after && entryRefusal(draft.document, after, before);
  if (refusal) throw refused('invalid', refusal.message, `${field}.${refusal.field}`);
  draft.setEntry(entry, before, after);
}

/** An entry in a few words, its amount the way its line counts it: "Weekly shop, 42.50". */
function entryInWords(given: EntryGiven, words: Words): Message {
  const { what, line, amount, toAccount } = entryOf('', given);
  const counted = isTransfer({ toAccount }) ? -amount : amount * directionOf(words.document, line);
  const figure = words.figure(counted / minorUnitsIn(words.document), 'money');
  return messageFor('change.entry', { entry: what === '' ? words.name(line) : what, figure });
}

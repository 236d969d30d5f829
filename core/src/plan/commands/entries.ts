import { LARGEST_AMOUNT, MAX_ACCOUNT, MAX_WHAT, isSameEntry, type EntryFields } from '../schema/entries.ts';
import { entryRefusal, minorUnitsIn } from '../../ledger/entries.ts';
import { refused } from '../schema/refusal.ts';
import { checkText } from './guards.ts';
import { command, type Words } from './command.ts';
import { all, date, id, orNull, text, whole } from './fields.ts';

const entry = orNull(
  all({
    date,
    what: text(MAX_WHAT),
    line: id,
    account: text(MAX_ACCOUNT),
    amount: whole(-LARGEST_AMOUNT, LARGEST_AMOUNT),
  }),
);

/** What is done with the entries of the ledger. */
export const entryCommands = {
  /**
   * Makes an entry (`before` is nothing), changes it, or takes it away (`after` is nothing), if it is still as its sender
   * knew it: nobody's work is overwritten unseen. Whether it is, is seen where the ledger is kept.
   */
  'entry.set': command({
    fields: { entry: id, before: entry, after: entry },
    label({ before, after }, words) {
      const verb = after === null ? 'Removed' : before === null ? 'Added' : 'Changed';
      const shown = after ?? before;
      return shown === null ? verb : `${verb}: ${entryInWords(shown, words)}`;
    },
    inAnyScenario: true,
    decide(draft, { entry: entryId, before, after }) {
      if (isSameEntry(before, after)) return;
      if (after !== null) {
        checkText(after.what, 'after.what', MAX_WHAT);
        const refusal = entryRefusal(draft.document, { id: entryId, ...after });
        if (refusal) throw refused('invalid', refusal.message, `after.${refusal.field}`);
      }
      draft.setEntry(entryId, before && { id: entryId, ...before }, after && { id: entryId, ...after });
    },
  }),
};

/** An entry in a few words: "Weekly shop, 42.50". */
function entryInWords({ what, line, amount }: EntryFields, words: Words): string {
  const figure = words.figure(amount / minorUnitsIn(words.document), 'money');
  return `${what === '' ? words.name(line) : what}, ${figure}`;
}

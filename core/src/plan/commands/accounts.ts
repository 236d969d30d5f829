import { messageFor } from '../../message.ts';
import { titleRefusal } from '../document/naming.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { upgradeRow } from '../schema/columns.ts';
import { entryOf } from '../schema/entries.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { TABLES, type AccountRow } from '../schema/tables.ts';
import { entryFields, setEntry } from './entries.ts';
import { checkFigure, checkNewId, checkNote, checkText, existing } from './guards.ts';
import { positionBefore } from './placing.ts';
import { command, type Words } from './command.ts';
import { all, columnsBut, id, list, orNull, placement, some } from './fields.ts';

const nameIn = (account: string, { document }: Words) => document.accounts.get(account)?.name ?? '';

/** States what is done with accounts, and with the statements they are reconciled with. */
export const accountCommands = {
  /** Opens an account, or changes what is said of it. */
  'account.set': command({
    fields: { account: id, settings: some(columnsBut('accounts', 'position', 'stated', 'statedOn')) },
    label({ account, settings }, words) {
      const name = nameIn(account, words);
      if (name === '') return messageFor('change.account.add', { name: settings.name ?? '' });
      const isClosed = words.document.accounts.get(account)!.closed;
      if (settings.closed !== undefined && settings.closed !== isClosed)
        return settings.closed
          ? messageFor('change.account.close', { name })
          : messageFor('change.account.reopen', { name });
      return settings.name === undefined
        ? messageFor('change.account.set', { name })
        : messageFor('change.account.rename', { name, newName: settings.name });
    },
    inAnyScenario: true,
    decide(draft, { account, settings }) {
      const before = draft.get('accounts', account);
      if (!before) checkNewId(draft, account);
      const next = {
        ...(before ??
          (upgradeRow(TABLES.accounts, {
            id: account,
            name: '',
            position: positionBefore(draft, 'accounts', null, account),
          }) as AccountRow)),
        ...settings,
      };
      const refusal = titleRefusal(draft.document, 'accounts', next.name, account);
      if (refusal) throw refused('invalid', refusal, 'name');
      checkFigure(next.opening, 'opening');
      checkFigure(next.limit, 'limit');
      checkText(next.number, 'number', 64);
      checkNote(next.note);
      draft.set('accounts', { ...next, name: tidy(next.name) });
    },
  }),

  /** Puts an account in front of another, or last. */
  'account.move': command({
    fields: { account: id, before: placement },
    label: ({ account }, words) => messageFor('change.account.move', { name: nameIn(account, words) }),
    inAnyScenario: true,
    decide(draft, { account, before }) {
      const row = existing(draft, 'accounts', account, messageFor('command.thisAccount'));
      draft.set('accounts', { ...row, position: positionBefore(draft, 'accounts', before, account) });
    },
  }),

  /** Takes an account away that nothing was entered for; that is seen where the ledger is kept. */
  'account.delete': command({
    fields: { account: id },
    label: ({ account }, words) => messageFor('change.account.delete', { name: nameIn(account, words) }),
    inAnyScenario: true,
    decide(draft, { account }) {
      existing(draft, 'accounts', account, messageFor('command.thisAccount'));
      deleteWithAll(draft, 'accounts', account);
    },
  }),

  /** Reconciles an account with a statement: the entries that were ticked are those it lists. */
  'account.reconcile': command({
    fields: {
      id,
      settings: all(columnsBut('reconciliations')),
      entries: list(all({ entry: id, before: entryFields }), 0, 20_000),
    },
    label: ({ settings }, words) =>
      messageFor('change.account.reconcile', { name: nameIn(settings.account, words), day: { day: settings.on } }),
    inAnyScenario: true,
    decide(draft, { id, settings, entries }) {
      checkNewId(draft, id);
      const account = existing(draft, 'accounts', settings.account, messageFor('command.thisAccount'));
      checkFigure(settings.balance, 'balance');
      draft.set('reconciliations', { id, ...settings });
      entries.forEach(({ entry, before: given }, index) => {
        const before = entryOf(entry, given);
        const side = sideOf(before, account.id);
        if (side === null) throw refused('invalid', messageFor('command.entryOfOtherAccount'), `entries.${index}`);
        if (before[side] !== '')
          throw refused('conflict', messageFor('command.entryTickedElsewhere'), `entries.${index}`);
        setEntry(draft, before, { ...before, [side]: id }, `entries.${index}`);
      });
    },
  }),

  /** Takes a reconciliation back; its entries can be ticked anew. */
  'account.unreconcile': command({
    fields: { id, entries: list(all({ entry: id, before: entryFields }), 0, 20_000) },
    label({ id }, words) {
      const row = words.document.reconciliations.get(id);
      return messageFor('change.account.undoReconcile', { name: row ? nameIn(row.account, words) : '' });
    },
    inAnyScenario: true,
    decide(draft, { id, entries }) {
      existing(draft, 'reconciliations', id, messageFor('command.thisReconciliation'));
      draft.delete('reconciliations', id);
      entries.forEach(({ entry, before: given }, index) => {
        const before = entryOf(entry, given);
        const after = {
          ...before,
          reconciled: before.reconciled === id ? '' : before.reconciled,
          toReconciled: before.toReconciled === id ? '' : before.toReconciled,
        };
        setEntry(draft, before, after, `entries.${index}`);
      });
    },
  }),

  /** Remembers how the bank of an account writes its tables; `null` forgets it. */
  'account.setFormat': command({
    fields: { account: id, format: orNull(all(columnsBut('statementFormats', 'account'))) },
    label: ({ account }, words) => messageFor('change.account.setFormat', { name: nameIn(account, words) }),
    inAnyScenario: true,
    decide(draft, { account, format }) {
      existing(draft, 'accounts', account, messageFor('command.thisAccount'));
      if (format === null) return draft.delete('statementFormats', account);
      for (const [field, value] of Object.entries(format)) if (typeof value === 'string') checkText(value, field, 400);
      draft.set('statementFormats', { id: account, account, ...format });
    },
  }),
};

/** Which of an entry's two reconciliations is that of an account; `null` when it is no entry of it. */
function sideOf(entry: { account: string; toAccount: string }, account: string): 'reconciled' | 'toReconciled' | null {
  return entry.account === account ? 'reconciled' : entry.toAccount === account ? 'toReconciled' : null;
}

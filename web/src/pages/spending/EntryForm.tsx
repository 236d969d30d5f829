import {
  entryRefusal,
  groupsWithLines,
  inMinorUnits,
  minorUnitsIn,
  planOf,
  readFigure,
  writeForEntry,
  type Document,
  type LedgerEntry,
  type Refusal,
} from '@haushalt/core';
import { useEffect, useId, useRef, useState, type FormEvent, type Ref } from 'react';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** What has been typed of an entry. */
export interface EntryDraft {
  /** The id it has or will have, however often it is sent. */
  readonly id: string;
  /** The entry that is changed, as it was known when that began; `null` for a new one. */
  readonly before: LedgerEntry | null;
  readonly date: string;
  readonly what: string;
  readonly line: string;
  readonly account: string;
  readonly amount: string;
}

type Field = keyof LedgerEntry;

interface EntryFormProps {
  readonly draft: EntryDraft;
  readonly accounts: readonly string[];
  readonly firstField: Ref<HTMLInputElement>;
  readonly onChange: (draft: EntryDraft) => void;
  /** Enters it; why not, where that cannot be. */
  readonly onEnter: (entry: LedgerEntry) => Refusal | null;
  /** Leaves a change of an entry as it was. */
  readonly onLeave: () => void;
}

/** One line of the account book to be written: a new entry, or one that is changed. What cannot be taken stays as typed. */
export function EntryForm({ draft, accounts, firstField, onChange, onEnter, onLeave }: EntryFormProps) {
  const { document } = useSessionState();
  const [refusal, setRefusal] = useState<{ message: string; field: Field | null } | null>(null);
  const form = useRef<HTMLFormElement>(null);
  const wordsId = useId();
  const accountsId = useId();
  // Another entry is another matter.
  useEffect(() => setRefusal(null), [draft.id]);

  const change = (part: Partial<EntryDraft>) => {
    setRefusal(null);
    onChange({ ...draft, ...part });
  };
  const refuse = (message: string, field: Field | null) => {
    setRefusal({ message, field });
    if (field !== null) form.current?.querySelector<HTMLElement>(`[name=${field}]`)?.focus();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const entry = entryFrom(draft, document);
    if ('message' in entry) return refuse(entry.message, entry.field);
    const refused = onEnter(entry);
    if (refused) refuse(refused.message, (refused.field?.replace('after.', '') as Field | undefined) ?? null);
  };
  const field = (name: Field) => ({
    name,
    'aria-invalid': refusal?.field === name,
    'aria-describedby': wordsId,
  });

  return (
    <form
      ref={form}
      className="entry-form"
      aria-label={draft.before === null ? 'New entry' : 'Change the entry'}
      noValidate
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onLeave();
      }}
    >
      <label>
        Date
        <input
          {...field('date')}
          ref={firstField}
          type="date"
          value={draft.date}
          onChange={(event) => change({ date: event.target.value })}
        />
      </label>
      <label className="entry-what">
        What
        <input
          {...field('what')}
          value={draft.what}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => change({ what: event.target.value })}
        />
      </label>
      <label>
        Line
        <select {...field('line')} value={draft.line} onChange={(event) => change({ line: event.target.value })}>
          <option value="">Choose …</option>
          {groupsWithLines(document)
            .filter(({ group }) => group.side !== 'memo')
            .map(({ group, lines }) => (
              <optgroup key={group.id} label={group.name}>
                {lines
                  .filter(({ unit }) => unit === 'money')
                  .map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
              </optgroup>
            ))}
        </select>
      </label>
      <label className="entry-amount">
        Amount
        <input
          {...field('amount')}
          value={draft.amount}
          inputMode="decimal"
          autoComplete="off"
          onChange={(event) => change({ amount: event.target.value })}
        />
      </label>
      <label className="entry-account">
        Account
        <input
          {...field('account')}
          value={draft.account}
          maxLength={80}
          list={accountsId}
          autoComplete="off"
          onChange={(event) => change({ account: event.target.value })}
        />
        <datalist id={accountsId}>
          {accounts.map((account) => (
            <option key={account} value={account} />
          ))}
        </datalist>
      </label>
      <button type="submit" className="btn btn-primary btn-sm">
        {draft.before === null ? 'Enter it' : 'Change it'}
      </button>
      {draft.before !== null && (
        <button type="button" className="btn btn-link btn-sm" onClick={onLeave}>
          Leave it
        </button>
      )}
      <p id={wordsId} className="refusal" role={refusal ? 'alert' : undefined}>
        {refusal?.message}
      </p>
    </form>
  );
}

/** The entry that has been typed, or why it is none. */
export function entryFrom(draft: EntryDraft, document: Document): LedgerEntry | { message: string; field: Field } {
  const { locale } = planOf(document);
  if (draft.date === '') return { message: 'Say on which day it was.', field: 'date' };
  if (draft.line === '') return { message: 'Choose the line it belongs to.', field: 'line' };
  const read = readFigure(draft.amount, locale);
  if (!read.ok) return { message: read.message, field: 'amount' };
  if (read.figure === null) return { message: 'Say how much it was.', field: 'amount' };
  const amount = inMinorUnits(document, read.figure);
  if (amount === null)
    return {
      message:
        minorUnitsIn(document) === 1 ? 'This currency has no smaller units.' : 'An amount has at most two decimals.',
      field: 'amount',
    };
  const entry = {
    id: draft.id,
    date: draft.date,
    what: draft.what.trim(),
    line: draft.line,
    account: draft.account.trim(),
    amount,
  };
  return entryRefusal(document, entry) ?? entry;
}

/** What there is to change of an entry. */
export function draftOf(entry: LedgerEntry, document: Document): EntryDraft {
  const { id, date, what, line, account } = entry;
  return {
    id,
    before: entry,
    date,
    what,
    line,
    account,
    amount: writeForEntry(entry.amount / minorUnitsIn(document), 'money', planOf(document).locale),
  };
}

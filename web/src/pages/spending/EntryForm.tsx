import {
  dateRefusal,
  daysIn,
  entryRefusal,
  groupsWithLines,
  inMinorUnits,
  minorUnitsIn,
  planOf,
  readFigure,
  writeForEntry,
  type Document,
  type LedgerEntry,
  type Month,
  type Refusal,
} from '@haushalt/core';
import { useEffect, useId, useMemo, useRef, useState, type FormEvent, type Ref } from 'react';
import Form from 'react-bootstrap/Form';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { messages } from '../../messages/spending.ts';
import { DateField } from '../../fields/CalendarField.tsx';
import { SearchField, type SearchOption } from '../../fields/SearchField.tsx';

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
  const { document, model } = useSessionState();
  const { calendar } = model;
  const plan = planOf(document);
  const lines = useMemo(() => linesWithMoney(document), [document]);
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
    // A field that says what is wrong with it keeps the entry from being made of what it held before.
    if (!form.current!.checkValidity()) return form.current!.querySelector<HTMLElement>(':invalid')?.focus();
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
      aria-label={draft.before === null ? messages.newEntry : messages.changeTheEntry}
      noValidate
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onLeave();
      }}
    >
      <label>
        {messages.date}
        <DateField
          label={messages.date}
          name="date"
          inputRef={firstField}
          value={draft.date}
          least={`${calendar.months[0]!}-01`}
          most={lastDay(calendar.months.at(-1)!)}
          locale={plan.locale}
          refusalOf={(date) => dateRefusal(document, date)}
          onChange={(date) => change({ date })}
        />
      </label>
      <label className="entry-what">
        {messages.what}
        <Form.Control
          size="sm"
          {...field('what')}
          value={draft.what}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => change({ what: event.target.value })}
        />
      </label>
      <label className="entry-line">
        {messages.line}
        <SearchField
          label={messages.line}
          name="line"
          options={lines}
          value={draft.line}
          placeholder={messages.choose}
          isInvalid={refusal?.field === 'line'}
          describedBy={wordsId}
          onChange={(line) => change({ line })}
        />
      </label>
      <label className="entry-amount">
        {messages.amount}
        <Form.Control
          size="sm"
          {...field('amount')}
          value={draft.amount}
          inputMode="decimal"
          autoComplete="off"
          onChange={(event) => change({ amount: event.target.value })}
        />
      </label>
      <label className="entry-account">
        {messages.account}
        <Form.Control
          size="sm"
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
        {draft.before === null ? messages.enterIt : messages.changeIt}
      </button>
      {draft.before !== null && (
        <button type="button" className="btn btn-link btn-sm" onClick={onLeave}>
          {messages.leaveIt}
        </button>
      )}
      <p id={wordsId} className="refusal" role={refusal ? 'alert' : undefined}>
        {refusal?.message}
      </p>
    </form>
  );
}

/** The lines an entry can belong to. */
function linesWithMoney(document: Document): SearchOption[] {
  return groupsWithLines(document)
    .filter(({ group }) => group.side !== 'memo')
    .flatMap(({ group, lines }) =>
      lines
        .filter(({ unit }) => unit === 'money')
        .map(({ id, name }) => ({ value: id, words: name, heading: group.name })),
    );
}

const lastDay = (month: Month) => `${month}-${daysIn(month)}`;

/** The entry that has been typed, or why it is none. */
export function entryFrom(draft: EntryDraft, document: Document): LedgerEntry | { message: string; field: Field } {
  const { locale } = planOf(document);
  if (draft.date === '') return { message: messages.sayOnWhichDayIt, field: 'date' };
  if (draft.line === '') return { message: messages.chooseTheLineItBelongs, field: 'line' };
  const read = readFigure(draft.amount, locale);
  if (!read.ok) return { message: read.message, field: 'amount' };
  if (read.figure === null) return { message: messages.sayHowMuchItWas, field: 'amount' };
  const amount = inMinorUnits(document, read.figure);
  if (amount === null)
    return {
      message: messages.anAmountHasAtMost(minorUnitsIn(document)),
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

import {
  entryOf,
  givenOf,
  type EntryEdit,
  type Expected,
  type LedgerEntry,
  type Month,
  type Refusal,
} from '@haushalt/core';
import { useRef } from 'react';
import { nameOf, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { partsOf, useStored } from '../../ui/useStored.ts';
import { accountOptions, draftOf, draftOfExpected, emptyDraft, type EntryDraft } from './draft.ts';
import { dayIn } from './today.ts';

/** The entry that is being written on a page, and what can be done with entries. */
export interface Entering {
  readonly draft: EntryDraft;
  readonly setDraft: (draft: EntryDraft) => void;
  readonly firstField: React.RefObject<HTMLInputElement | null>;
  /** Begins a new entry, in place of what has been typed. */
  readonly begin: (part?: Partial<EntryDraft>) => void;
  /** Begins a new entry; what was typed can be put back. */
  readonly discard: () => void;
  /** Begins a new entry in the month that is shown, where nothing has been typed yet; the keyboard stays where it is. */
  readonly redate: () => void;
  /** Opens an entry to be changed. */
  readonly change: (entry: LedgerEntry) => void;
  /** Confirms an expected entry as it was foreseen; with the form, where another amount or day is to be given. */
  readonly confirm: (expected: Expected, withForm: boolean) => void;
  readonly enter: (edits: readonly EntryEdit[]) => Refusal | null;
  readonly remove: (entry: LedgerEntry) => void;
}

/** Writing entries on a page: what is typed is kept in this browser until it is entered. */
export function useEntering(
  planId: string,
  month: Month,
  onEntered: (entry: LedgerEntry) => void = () => {},
): Entering {
  const { document } = useSessionState();
  const send = useSend();
  const firstField = useRef<HTMLInputElement>(null);
  const [draft, setDraft] = useStored<EntryDraft>(`haushalt:entry:${planId}`, (stored) =>
    readDraft(stored, month, accountOptions(document)[0]?.value),
  );
  // Most things go through the first account there is, until another one is chosen.
  const usual = accountOptions(document)[0]?.value ?? '';
  const called = (entry: LedgerEntry) => entry.what || (nameOf(document, entry.line) ?? t('entries.entry'));
  const notices = useNotices();
  // The form may have to come first, when another view was shown.
  const focus = () => {
    if (firstField.current) firstField.current.focus();
    else requestAnimationFrame(() => firstField.current?.focus());
  };
  const begin = (part: Partial<EntryDraft> = {}) => {
    setDraft(emptyDraft(newId(), dayIn(month), { account: draft.account || usual, ...part }));
  };

  return {
    draft,
    setDraft,
    firstField,
    begin(part) {
      begin(part);
      focus();
    },
    discard() {
      const typed = draft;
      begin();
      const isAsItWas =
        typed.before !== null && JSON.stringify(typed) === JSON.stringify(draftOf(typed.before, document));
      if (isBlank(typed) || isAsItWas) return;
      notices.say({
        text: t('entries.typedDiscarded'),
        action: { label: t('entries.restoreTyped'), run: () => setDraft(typed) },
      });
    },
    redate() {
      if (isBlank(draft)) begin();
    },
    change(entry) {
      setDraft(draftOf(entry, document));
      focus();
    },
    confirm(expected, withForm) {
      const prepared = draftOfExpected(newId(), expected, document);
      if (withForm) {
        setDraft(prepared);
        return focus();
      }
      const { due: date, ...rest } = expected;
      const entry = entryOf(prepared.id, { date, ...rest, due: date });
      send(
        { kind: 'entries.set', entries: [{ entry: entry.id, before: null, after: givenOf(entry) }] },
        t('entries.confirmed', { called: called(entry) }),
      );
    },
    enter(edits) {
      const [first] = edits;
      if (!first?.after) return null;
      const entry = entryOf(first.entry, first.after);
      const words = draft.before
        ? (called: string) => t('entries.changed', { called })
        : draft.standing !== ''
          ? (called: string) => t('entries.confirmed', { called })
          : (called: string) => t('entries.added', { called });
      const refusal = send({ kind: 'entries.set', entries: edits }, words(called(entry)), true);
      if (refusal) return refusal;
      begin({ date: entry.date, account: draft.account });
      onEntered(entry);
      focus();
      return null;
    },
    remove(entry) {
      send(
        { kind: 'entries.set', entries: [{ entry: entry.id, before: givenOf(entry), after: null }] },
        t('entries.removed', { called: called(entry) }),
      );
      if (draft.before?.id === entry.id) begin();
    },
  };
}

/** Returns whether nothing has been typed into a new entry. */
export function isBlank({ before, what, amount, note, parts }: EntryDraft): boolean {
  return before === null && what === '' && amount === '' && note === '' && parts.length === 0;
}

/** Returns what was being typed when the page was left, if it can still be read; nothing of it is taken for granted. */
export function readDraft(stored: unknown, month: Month, account = ''): EntryDraft {
  const parts = partsOf(stored);
  const fresh = emptyDraft(newId(), dayIn(month), { account });
  const isTyped = typeof parts.id === 'string' && (parts.what !== '' || parts.amount !== '' || parts.note !== '');
  // A change of an entry may be stale by now; a new entry is not.
  if (!isTyped || parts.before !== null) return fresh;
  const texts = Object.keys(fresh).filter((key) => key !== 'before' && key !== 'parts');
  if (texts.some((key) => typeof parts[key] !== 'string')) return fresh;
  return { ...fresh, ...(parts as unknown as EntryDraft), parts: readParts(parts.parts) };
}

function readParts(stored: unknown): EntryDraft['parts'] {
  if (!Array.isArray(stored)) return [];
  return stored.flatMap((each: unknown) => {
    const { id, line, amount } = partsOf(each);
    return typeof id === 'string' && typeof line === 'string' && typeof amount === 'string'
      ? [{ id, line, amount }]
      : [];
  });
}

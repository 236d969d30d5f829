import {
  directionOf,
  entryOf,
  entryRefusal,
  givenOf,
  inOrder,
  groupsWithLines,
  hasEntriesColumn,
  isTransfer,
  itemsOf,
  listsOf,
  minorUnitsIn,
  planOf,
  readAmount,
  sideOfLine,
  titleOfItem,
  writeForEntry,
  type Document,
  type EarlierEntry,
  type EntryEdit,
  type EntryField,
  type Expected,
  type LedgerEntry,
} from '@haushalt/core';
import { say, t } from '../../language/language.ts';
import type { SearchOption } from '../../fields/SearchField.tsx';

/** One of several lines a receipt is split over. */
export interface SplitPart {
  readonly id: string;
  readonly line: string;
  readonly amount: string;
}

/** Describes what has been typed of an entry. */
export interface EntryDraft {
  /** The id it has or will have, however often it is sent. */
  readonly id: string;
  /** The entry that is changed, as it was known when that began; `null` for a new one. */
  readonly before: LedgerEntry | null;
  readonly date: string;
  readonly what: string;
  /** The line it belongs to, nothing, or the account it is transferred to (see `transferTo`). */
  readonly target: string;
  readonly account: string;
  /** Where something set aside goes to; empty where it stays in its account. */
  readonly toAccount: string;
  readonly amount: string;
  readonly note: string;
  /** The item of a list it is for; empty for most. */
  readonly item: string;
  /** The lines it is split over; none for most. */
  readonly parts: readonly SplitPart[];
  /** The recurring entry it is one of, and its day. */
  readonly standing: string;
  readonly due: string;
}

/** A field of the form that something is wrong with. */
export type DraftField = 'date' | 'what' | 'target' | 'account' | 'toAccount' | 'amount' | 'note' | 'item' | 'parts';

export interface DraftRefusal {
  readonly message: string;
  readonly field: DraftField | null;
}

const TRANSFER = 'to:';

/** The target that stands for a transfer to an account. */
export function transferTo(account: string): string {
  return `${TRANSFER}${account}`;
}

/** Returns what a target means: a line, or an account. */
export function readTarget(target: string): { readonly line: string; readonly toAccount: string } {
  return target.startsWith(TRANSFER)
    ? { line: '', toAccount: target.slice(TRANSFER.length) }
    : { line: target, toAccount: '' };
}

export function emptyDraft(id: string, date: string, part: Partial<EntryDraft> = {}): EntryDraft {
  return { id, before: null, date, what: '', target: '', account: '', toAccount: '', amount: '', note: '', item: '', parts: [], standing: '', due: '', ...part }; // prettier-ignore
}

/** Returns what there is to change of an entry. */
export function draftOf(entry: LedgerEntry, document: Document): EntryDraft {
  const { id, date, what, line, account, toAccount, note, item, standing, due } = entry;
  return {
    ...emptyDraft(id, date),
    before: entry,
    what,
    target: line === '' && toAccount !== '' ? transferTo(toAccount) : line,
    account,
    toAccount: line === '' ? '' : toAccount,
    amount: amountAsTyped(entry, document),
    note,
    item,
    standing,
    due,
  };
}

/** A new entry that confirms an expected one, as it was foreseen until it is said otherwise. */
export function draftOfExpected(id: string, expected: Expected, document: Document): EntryDraft {
  return { ...draftOf(entryOf(id, { date: expected.due, ...expected }), document), before: null };
}

/** A draft with what an earlier entry of the same description says; an amount that was typed stays. */
export function completedFrom(draft: EntryDraft, earlier: EarlierEntry, document: Document): EntryDraft {
  const like = draftOf(entryOf('', earlier), document);
  const isOpen = document.accounts.get(like.account)?.closed === false;
  return {
    ...draft,
    what: earlier.what,
    target: draft.parts.length > 0 ? draft.target : isTarget(like.target, document) ? like.target : draft.target,
    toAccount: like.toAccount,
    account: isOpen ? like.account : draft.account,
    amount: draft.amount.trim() === '' ? like.amount : draft.amount,
  };
}

function isTarget(target: string, document: Document): boolean {
  const { line, toAccount } = readTarget(target);
  return line === '' ? document.accounts.has(toAccount) : document.lines.has(line);
}

/** An entry's amount as it is typed: positive the way its line goes; without a line, what was paid. */
function amountAsTyped(entry: LedgerEntry, document: Document): string {
  const counted = entry.amount * signOf(entry, document);
  return writeForEntry(counted / minorUnitsIn(document), 'money', planOf(document).locale);
}

/** The way an amount is counted where it is shown with its line. */
export function signOf(entry: Pick<LedgerEntry, 'line' | 'toAccount'>, document: Document): 1 | -1 {
  return isTransfer(entry) ? -1 : directionOf(document, entry.line);
}

/** Returns what is still to be split of a receipt, in minor units; `null` while an amount cannot be read. */
export function leftToSplit(draft: EntryDraft, document: Document): number | null {
  const total = readAmount(draft.amount, document);
  if (!total.ok) return null;
  let left = -total.amount;
  for (const { line, amount } of draft.parts) {
    if (amount.trim() === '') continue;
    const read = readAmount(amount, document);
    if (!read.ok) return null;
    left -= read.amount * directionOf(document, line);
  }
  return -left || 0;
}

/** The changes a draft stands for, or why it is none. `anew` makes ids for what is split. */
export function editsFrom(draft: EntryDraft, document: Document): readonly EntryEdit[] | DraftRefusal {
  if (draft.date === '') return { message: t('entries.dateMissing'), field: 'date' };
  if (draft.parts.length > 0) return splitEdits(draft, document);
  const read = readAmount(draft.amount, document);
  if (!read.ok) return { message: say(read.message), field: 'amount' };
  if (read.amount === 0) return { message: t('entries.amountZero'), field: 'amount' };
  return editOf(draft, { ...readTarget(draft.target), amount: read.amount }, document);
}

function editOf(
  draft: EntryDraft,
  { line, toAccount, amount }: { line: string; toAccount: string; amount: number },
  document: Document,
  part: { id: string; receipt: string } = { id: draft.id, receipt: draft.before?.receipt ?? '' },
): readonly EntryEdit[] | DraftRefusal {
  const to = toAccount !== '' ? toAccount : sideOfLine(document, line) === 'setAside' ? draft.toAccount : '';
  const entryFields = { date: draft.date, what: draft.what.trim(), note: draft.note.trim(), item: draft.item, line, standing: draft.standing, due: draft.due }; // prettier-ignore
  const moved = amount * signOf({ line, toAccount: to }, document);
  // A transfer goes from its account to the other; one of less than nothing goes the other way.
  const turned = to !== '' && moved > 0;
  const accounts = turned
    ? { account: to, toAccount: draft.account, amount: -moved }
    : { account: draft.account, toAccount: to, amount: moved };
  if (turned && draft.account === '') return { message: t('entries.toAccountMissing'), field: 'account' };
  const before = part.id === draft.before?.id ? draft.before : null;
  const entry = entryOf(part.id, { ...(before ?? {}), ...entryFields, ...accounts, receipt: part.receipt });
  const refusal = entryRefusal(document, entry, before);
  if (refusal) return { message: say(refusal.message), field: FIELD_OF[refusal.field as EntryField] ?? null };
  return [{ entry: part.id, before: before && givenOf(before), after: givenOf(entry) }];
}

/** The fields of the form that stand for those of an entry. */
const FIELD_OF: Readonly<Partial<Record<EntryField, DraftField>>> = {
  date: 'date', what: 'what', line: 'target', account: 'account', toAccount: 'toAccount', amount: 'amount', note: 'note', item: 'item',
}; // prettier-ignore

function splitEdits(draft: EntryDraft, document: Document): readonly EntryEdit[] | DraftRefusal {
  const total = readAmount(draft.amount, document);
  if (!total.ok) return { message: say(total.message), field: 'amount' };
  const left = leftToSplit(draft, document);
  const open = draft.parts.filter(({ amount }) => amount.trim() === '');
  if (left === null || open.length > 1) return { message: t('entries.partAmountsMissing'), field: 'parts' };
  if (left !== 0 && open.length === 0) return { message: t('entries.partsDoNotAddUp'), field: 'parts' };
  const edits: EntryEdit[] = [];
  for (const [index, { id, line, amount }] of draft.parts.entries()) {
    if (line === '') return { message: t('entries.partLinesMissing'), field: 'parts' };
    const read = readAmount(amount, document);
    const own = amount.trim() === '' ? left * -directionOf(document, line) : read.ok ? read.amount : 0;
    if (own === 0) return { message: t('entries.partAmountsMissing'), field: 'parts' };
    // The entry that is split becomes its first part.
    const part = { id: index === 0 ? draft.id : id, receipt: draft.before?.receipt || draft.id };
    const made = editOf(draft, { line, toAccount: '', amount: own }, document, part);
    if ('message' in made) return { ...made, field: 'parts' };
    edits.push(...made);
  }
  return edits;
}

/** Returns what an entry can belong to: the lines that are flows of money by group, and the accounts it can be transferred to. */
export function targetOptions(document: Document, account: string): SearchOption[] {
  const lines = groupsWithLines(document)
    .filter(({ group }) => group.side !== 'memo')
    .flatMap(({ group, lines: ofGroup }) =>
      ofGroup
        .filter(({ unit }) => unit === 'money')
        .map(({ id, name }) => ({ value: id, words: name, heading: group.name })),
    );
  const accounts = accountOptions(document)
    .filter(({ value }) => value !== account)
    .map(({ value, words }) => ({
      value: transferTo(value),
      words: t('entries.toAccount', { account: words }),
      heading: t('entries.transfer'),
    }));
  return [...lines, ...accounts];
}

/** The items an entry can be for: those of lists that follow entries, by list. */
export function itemOptions(document: Document): SearchOption[] {
  return listsOf(document)
    .filter(({ id }) => hasEntriesColumn(document, id))
    .flatMap(({ id, name }) =>
      itemsOf(document, id).flatMap((item) => {
        const words = titleOfItem(document, item);
        return words === '' ? [] : [{ value: item.id, words, heading: name }];
      }),
    );
}

/** The accounts something can go through. */
export function accountOptions(document: Document, also = ''): { value: string; words: string }[] {
  return inOrder(document.accounts.values())
    .filter(({ id, closed }) => !closed || id === also)
    .map(({ id, name }) => ({ value: id, words: name }));
}

/** Returns what was entered earlier with words like those typed, those that begin so first. */
export function suggestionsFor(typed: string, earlier: readonly EarlierEntry[], most = 8): EarlierEntry[] {
  const text = plain(typed);
  if (text === '') return [];
  const seen = new Set<string>();
  const ranked: { each: EarlierEntry; rank: number }[] = [];
  for (const each of earlier) {
    const words = plain(each.what);
    if (seen.has(words)) continue;
    const rank = words.startsWith(text) ? 0 : words.includes(` ${text}`) ? 1 : words.includes(text) ? 2 : 3;
    if (rank === 3) continue;
    seen.add(words);
    ranked.push({ each, rank });
  }
  return ranked
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ each }) => each);
}

/** Returns whether an earlier description begins with what is typed. */
export function beginsLike(typed: string, earlier: readonly EarlierEntry[]): boolean {
  const [first] = suggestionsFor(typed, earlier, 1);
  return first !== undefined && plain(first.what).startsWith(plain(typed));
}

function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().trim();
}

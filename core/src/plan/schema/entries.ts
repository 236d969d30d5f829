import { toMonth, type Month } from '../../calendar/month.ts';
import { isDay } from '../../calendar/readDate.ts';
import { required, type ColumnSpec, type RowOf } from './columns.ts';
import { ID_PATTERN } from './names.ts';
import { messageFor, type Message } from '../../message.ts';

/** The largest amount of an entry, in minor units: a hundred billion of a currency with cents. */
export const LARGEST_AMOUNT = 1e13;
export const MAX_WHAT = 200;
const MAX_ID = 64;

/** A column with the id of something of the plan, or of the bank; nothing where it is empty. */
const idOr = (about: string) => required({ kind: 'text', most: MAX_ID }, about, '');

/**
 * The columns of an entry: a real payment or receipt, or a transfer between two accounts. Described once like the tables of
 * the document; the ledger itself is kept and queried in the database.
 */
export const ENTRY_COLUMNS = {
  date: required({ kind: 'date' }, 'The day, such as 2026-03-14.'),
  what: required({ kind: 'text', most: MAX_WHAT }, 'What it was for.', ''),
  line: idOr('The line of the budget it belongs to; empty while it is not assigned, and for most transfers.'),
  account: idOr('The account it went through; empty where that does not matter.'),
  toAccount: idOr('For a transfer, the account the money went to.'),
  amount: required(
    { kind: 'whole', least: -LARGEST_AMOUNT, most: LARGEST_AMOUNT },
    'What it did to its account, in minor units of the currency: what came in is positive, what was paid negative.',
  ),
  item: idOr('The item of a list it is for.'),
  note: required({ kind: 'text', most: 500 }, 'A remark.', ''),
  receipt: idOr('What it has in common with the other parts of a receipt that was split.'),
  standing: idOr('The recurring entry it is one of.'),
  due: required({ kind: 'text', most: 10 }, 'The day that was due.', ''),
  reference: idOr('What the bank of its account knows it by.'),
  toReference: idOr('What the bank of the account it went to knows it by.'),
  reconciled: idOr('The reconciliation with a statement of its account it was ticked in.'),
  toReconciled: idOr('The reconciliation with a statement of the account it went to.'),
} as const satisfies Readonly<Record<string, ColumnSpec>>;

/** A real payment, receipt or transfer. */
export type LedgerEntry = RowOf<typeof ENTRY_COLUMNS>;

/** Describes what there is to an entry beside its id. */
export type EntryFields = Omit<LedgerEntry, 'id'>;
export type EntryField = keyof EntryFields;
export const ENTRY_FIELDS = Object.keys(ENTRY_COLUMNS) as EntryField[];

/** Describes what has to be said of an entry; what is left out means what its column says. */
export type EntryGiven = Pick<EntryFields, 'date' | 'amount'> & Partial<EntryFields>;

/** A change of an entry as it is sent. */
export interface EntryEdit {
  readonly entry: string;
  readonly before: EntryGiven | null;
  readonly after: EntryGiven | null;
}

/** An entry in full: what is left out of it says nothing. Written out, since there may be many thousand at once. */
export function entryOf(id: string, given: EntryGiven): LedgerEntry {
  return {
    id,
    date: given.date,
    what: given.what ?? '',
    line: given.line ?? '',
    account: given.account ?? '',
    toAccount: given.toAccount ?? '',
    amount: given.amount,
    item: given.item ?? '',
    note: given.note ?? '',
    receipt: given.receipt ?? '',
    standing: given.standing ?? '',
    due: given.due ?? '',
    reference: given.reference ?? '',
    toReference: given.toReference ?? '',
    reconciled: given.reconciled ?? '',
    toReconciled: given.toReconciled ?? '',
  };
}

/** An entry as it is sent: without its id, and without what says nothing. */
export function givenOf(entry: LedgerEntry): EntryGiven {
  const given: Partial<Record<EntryField, string | number>> = {};
  for (const field of ENTRY_FIELDS) if (entry[field] !== '') given[field] = entry[field];
  return given as EntryGiven;
}

/** Why an entry cannot be, and the field that is to blame. */
export interface EntryRefusal {
  readonly message: Message;
  readonly field: keyof LedgerEntry;
}

/** The month of a day: `2026-03` of `2026-03-14`. */
export function monthOfDate(date: string): Month {
  return toMonth(date.slice(0, 7));
}

/** The most entries a plan may have. */
export const MAX_ENTRIES = 200_000;

/** The most entries one command may change: a statement of years is taken in as one step. */
export const MAX_ENTRIES_AT_ONCE = 20_000;

/** Returns whether it is a transfer between accounts: neither income nor expense. */
export function isTransfer({ toAccount }: Pick<LedgerEntry, 'toAccount'>): boolean {
  return toAccount !== '';
}

/** Why an entry cannot be kept at all, whatever plan it belongs to, or `null` when it can. */
export function storedEntryRefusal(entry: LedgerEntry): EntryRefusal | null {
  if (!ID_PATTERN.test(entry.id)) return { message: messageFor('schema.invalidId'), field: 'id' };
  if (!isDay(entry.date)) return { message: messageFor('schema.invalidDate', { date: entry.date }), field: 'date' };
  if (!Number.isInteger(entry.amount) || Math.abs(entry.amount) > LARGEST_AMOUNT)
    return { message: messageFor('schema.amountNotWhole'), field: 'amount' };
  if (entry.amount === 0) return { message: messageFor('schema.zeroAmount'), field: 'amount' };
  for (const field of ENTRY_FIELDS) {
    const text = entry[field];
    if (text === '') continue;
    const { column } = ENTRY_COLUMNS[field];
    if (column.kind !== 'text' || typeof text !== 'string') continue;
    if (text.length > column.most) return { message: messageFor('schema.textTooLong', { most: column.most }), field };
    if (!text.isWellFormed() || text.includes('\u0000'))
      return { message: messageFor('schema.textInvalidCharacter'), field };
  }
  if (entry.due !== '' && !isDay(entry.due))
    return { message: messageFor('schema.invalidDate', { date: entry.due }), field: 'due' };
  if (isTransfer(entry)) {
    if (entry.toAccount === entry.account)
      return { message: messageFor('schema.transferToSameAccount'), field: 'toAccount' };
    if (entry.amount > 0) return { message: messageFor('schema.transferNotNegative'), field: 'amount' };
  } else if (entry.toReference !== '' || entry.toReconciled !== '')
    return { message: messageFor('schema.otherAccountWithoutTransfer'), field: 'toAccount' };
  return null;
}

/** Returns whether two entries, or none, say the same. */
export function isSameEntry(a: EntryFields | null, b: EntryFields | null): boolean {
  if (a === null || b === null) return a === b;
  // What was stored before there was a field says nothing there.
  return ENTRY_FIELDS.every((field) => ((a[field] as unknown) ?? '') === ((b[field] as unknown) ?? ''));
}

import type { Document } from '../document/document.ts';
import { PlanFormatError, isObject, refuseUnknown } from './file.ts';
import { nameOf, namesOf } from '../document/naming.ts';
import { MAX_ENTRIES, storedEntryRefusal, type LedgerEntry } from '../schema/entries.ts';
import { inMinorUnits, minorUnitsIn } from '../../ledger/entries.ts';
import { messages } from '../../messages/file.ts';

/** An entry as a plan file has it: its line by name, its amount in major units. */
interface EntryInFile {
  readonly date: string;
  readonly what?: string;
  /** Left out where the line it belonged to has been deleted. */
  readonly line?: string;
  readonly account?: string;
  readonly amount: number;
}

/** What an entry belongs to whose line has been deleted. */
const NO_LINE = '';

/**
 * Reads the entries of a plan file, already parsed as JSON, into the plan of that file. Throws `PlanFormatError` with a
 * JSON pointer at the first thing that is not as it must be.
 */
export function parseEntries(json: unknown, document: Document): LedgerEntry[] {
  const rows = isObject(json) ? (json.entries ?? []) : [];
  if (!Array.isArray(rows)) throw new PlanFormatError('/entries', messages.aListOfEntriesIs);
  if (rows.length > MAX_ENTRIES)
    throw new PlanFormatError('/entries', messages.aFileMayHaveEntries(MAX_ENTRIES, rows.length));
  const names = namesOf(document);
  return rows.map((row: unknown, index) => {
    const pointer = `/entries/${index}`;
    if (!isObject(row)) throw new PlanFormatError(pointer, messages.anEntryIsAJson);
    refuseUnknown(row, ['date', 'what', 'line', 'account', 'amount'], pointer);
    const text = (field: 'date' | 'what' | 'line' | 'account', fallback?: string) => {
      const value = row[field] ?? fallback;
      if (typeof value !== 'string') throw new PlanFormatError(`${pointer}/${field}`, messages.aTextIsExpected);
      return value;
    };
    if (typeof row.amount !== 'number') throw new PlanFormatError(`${pointer}/amount`, messages.aNumberIsExpected);
    const amount = inMinorUnits(document, row.amount);
    if (amount === null) throw new PlanFormatError(`${pointer}/amount`, messages.anAmountHasNoMore);
    const name = row.line === undefined ? null : text('line');
    const line = name === null ? NO_LINE : (names.find(name)?.id ?? name);
    if (name !== null && !document.lines.has(line))
      throw new PlanFormatError(`${pointer}/line`, messages.thereIsNothingCalledAmong(name));
    const entry = { id: `entry-${index + 1}`, date: text('date'), what: text('what', ''), line, account: text('account', ''), amount }; // prettier-ignore
    const refusal = storedEntryRefusal(entry);
    if (refusal) throw new PlanFormatError(`${pointer}/${refusal.field}`, refusal.message);
    return entry;
  });
}

/** Entries as a plan file has them, by date. Months and lines they can no longer be made for keep those they have. */
export function entriesForFile(entries: readonly LedgerEntry[], document: Document): EntryInFile[] {
  const units = minorUnitsIn(document);
  return [...entries]
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1))
    .map(({ date, what, line, account, amount }) => ({
      date,
      ...(what === '' ? {} : { what }),
      ...(document.lines.has(line) ? { line: nameOf(document, line)! } : {}),
      ...(account === '' ? {} : { account }),
      amount: amount / units,
    }));
}

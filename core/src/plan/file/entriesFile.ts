import type { Document } from '../document/document.ts';
import { PlanFormatError, isObject, refuseUnknown, type Json } from './shape.ts';
import { nameOf, namesOf } from '../document/naming.ts';
import { positions } from '../document/position.ts';
import { rowsNamed } from '../document/rowTable.ts';
import { upgradeRow, type ColumnSpec } from '../schema/columns.ts';
import {
  ENTRY_COLUMNS,
  ENTRY_FIELDS,
  MAX_ENTRIES,
  entryOf,
  givenOf,
  isTransfer,
  storedEntryRefusal,
  type EntryGiven,
  type LedgerEntry,
} from '../schema/entries.ts';
import { nameShapeRefusal, tidy } from '../schema/names.ts';
import { TABLES, type AccountRow } from '../schema/tables.ts';
import { directionOf, inMinorUnits, minorUnitsIn, sideOfLine } from '../../ledger/entries.ts';
import { messageFor } from '../../message.ts';

/**
 * An entry as a plan file has it: its line and accounts by name, its amount in major units. The amount is positive the way
 * its line goes; for a transfer, what goes from one account to the other; without a line, what came in.
 */
export type EntryInFile = EntryGiven;

/**
 * Reads the entries of a plan file, already parsed as JSON, into the plan of that file. Throws `PlanFormatError` with a
 * JSON pointer at the first thing that is not as it must be.
 */
export function parseEntries(json: unknown, document: Document): LedgerEntry[] {
  return rowsIn(json).map(entryReader(json, document));
}

/**
 * Reads entries of a plan file one by one, into the plan of that file: each as it stands in the file, with its place among
 * the others. Throws `PlanFormatError`.
 */
export function entryReader(json: unknown, document: Document): (row: unknown, index: number) => LedgerEntry {
  const names = namesOf(document);
  const isOlder = isWithoutAccounts(json);
  const lines = new Map<string, string>();
  const lineNamed = (name: string, pointer: string) => {
    const lineId = lines.get(name) ?? names.find(name)?.id ?? name;
    if (!document.lines.has(lineId)) throw new PlanFormatError(pointer, messageFor('planFile.unknownLine', { name }));
    lines.set(name, lineId);
    return lineId;
  };
  const accountNamed = (name: string, pointer: string) => {
    const id = rowsNamed(document.accounts, name)[0]?.id ?? name;
    if (!document.accounts.has(id)) throw new PlanFormatError(pointer, messageFor('planFile.unknownAccount', { name }));
    return id;
  };
  return (row, index) => {
    refuseTooMany(index + 1);
    const pointer = `/entries/${index}`;
    if (!isObject(row)) throw new PlanFormatError(pointer, messageFor('planFile.entryNotObject'));
    refuseUnknown(row, ENTRY_FIELDS, pointer);
    const given: Record<string, unknown> = {};
    for (const field of ENTRY_FIELDS) {
      const value = row[field];
      if (field === 'amount' || (value === undefined && (ENTRY_COLUMNS[field] as ColumnSpec).fallback !== undefined))
        continue;
      if (typeof value !== 'string')
        throw new PlanFormatError(`${pointer}/${field}`, messageFor('planFile.expectedText'));
      given[field] = value;
    }
    if (typeof row.amount !== 'number')
      throw new PlanFormatError(`${pointer}/amount`, messageFor('planFile.expectedNumber'));
    const amount = inMinorUnits(document, row.amount);
    if (amount === null) throw new PlanFormatError(`${pointer}/amount`, messageFor('planFile.tooManyDecimals'));
    if (given.line !== undefined) given.line = lineNamed(given.line as string, `${pointer}/line`);
    for (const field of ['account', 'toAccount'] as const)
      if (typeof given[field] === 'string' && given[field] !== '')
        given[field] = accountNamed(given[field], `${pointer}/${field}`);
    if (given.item !== undefined && !document.listItems.has(given.item as string))
      throw new PlanFormatError(`${pointer}/item`, messageFor('planFile.unknownItem', { item: given.item as string }));
    const read = withAmount(entryOf(`entry-${index + 1}`, { ...given, amount } as EntryGiven), document);
    const entry = isOlder ? intoSavings(read, document) : read;
    const refusal = storedEntryRefusal(entry);
    if (refusal) throw new PlanFormatError(`${pointer}/${refusal.field}`, refusal.message);
    return entry;
  };
}

function rowsIn(json: unknown): unknown[] {
  const rows = isObject(json) ? (json.entries ?? []) : [];
  if (!Array.isArray(rows)) throw new PlanFormatError('/entries', messageFor('planFile.expectedEntries'));
  refuseTooMany(rows.length);
  return rows;
}

function refuseTooMany(count: number): void {
  if (count > MAX_ENTRIES)
    throw new PlanFormatError(
      '/entries',
      messageFor('planFile.tooManyEntries', { most: MAX_ENTRIES, rowCount: count }),
    );
}

/** An entry with its amount as its account has it, from one as files have it; and the other way round. */
function withAmount(entry: LedgerEntry, document: Document): LedgerEntry {
  const { line, amount } = entry;
  const direction = isTransfer(entry) ? -1 : document.lines.has(line) ? directionOf(document, line) : 1;
  return { ...entry, amount: amount * direction };
}

/** Returns whether a file is from before plans listed their accounts: entries named them as they liked. */
function isWithoutAccounts(json: unknown): boolean {
  return isObject(json) && json.accounts === undefined;
}

/**
 * The accounts of a file that lists none: those its entries name. One that only money set aside went through is a savings
 * account.
 */
export function accountsNamedIn(json: Json, document: Document): Map<string, AccountRow> {
  const accounts = new Map<string, AccountRow>();
  if (!isWithoutAccounts(json) || !Array.isArray(json.entries)) return accounts;
  const names = namesOf(document);
  const kinds = new Map<string, { name: string; onlySetAside: boolean }>();
  for (const entry of json.entries as unknown[]) {
    if (!isObject(entry) || typeof entry.account !== 'string') continue;
    const name = tidy(entry.account);
    if (nameShapeRefusal(name) !== null) continue;
    const line = typeof entry.line === 'string' ? names.find(entry.line)?.id : undefined;
    const isSetAside = line !== undefined && sideOfLine(document, line) === 'setAside';
    const accountKind = kinds.get(name.toLowerCase()) ?? { name, onlySetAside: true };
    kinds.set(name.toLowerCase(), { ...accountKind, onlySetAside: accountKind.onlySetAside && isSetAside });
  }
  const order = positions(kinds.size);
  [...kinds.values()].forEach(({ name, onlySetAside }, index) => {
    const id = `account-${index + 1}`;
    const row = { id, name, kind: onlySetAside ? 'savings' : 'current', position: order[index]! };
    accounts.set(id, upgradeRow(TABLES.accounts, row) as AccountRow);
  });
  return accounts;
}

/** Makes a transfer of what was set aside into a savings account. */
function intoSavings(entry: LedgerEntry, document: Document): LedgerEntry {
  if (document.accounts.get(entry.account)?.kind !== 'savings' || entry.amount >= 0) return entry;
  return { ...entry, account: '', toAccount: entry.account };
}

/** Entries as a plan file has them, by date. */
export function entriesForFile(entries: readonly LedgerEntry[], document: Document): EntryInFile[] {
  return [...entries]
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1))
    .map((entry) => entryForFile(entry, document));
}

/** An entry as a plan file has it. A line that is gone is left out, as is what goes without saying. */
export function entryForFile(entry: LedgerEntry, document: Document): EntryInFile {
  const isThere = document.lines.has(entry.line);
  const { line, account, toAccount, item, ...given } = givenOf(withAmount(entry, document));
  return {
    ...given,
    amount: given.amount / minorUnitsIn(document),
    ...(isThere ? { line: nameOf(document, line!)! } : {}),
    ...(item !== undefined && document.listItems.has(item) ? { item } : {}),
    ...(account === undefined ? {} : { account: document.accounts.get(account)?.name ?? account }),
    ...(toAccount === undefined ? {} : { toAccount: document.accounts.get(toAccount)?.name ?? toAccount }),
  };
}

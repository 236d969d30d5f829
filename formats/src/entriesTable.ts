import { decimalsOf, minorUnitsIn, planOf, nameOf, type Document, type LedgerEntry } from '@haushalt/core';
import type { Table } from './table.ts';

/** Entries as a table: what they did to their accounts, in major units with the currency's decimals; what came in is positive. */
export function entriesTable(entries: readonly LedgerEntry[], document: Document): Table {
  const units = minorUnitsIn(document);
  const decimals = decimalsOf(planOf(document).currency);
  const account = (id: string) => document.accounts.get(id)?.name ?? null;
  return {
    headings: ['Date', 'Description', 'Line', 'Account', 'To account', 'Amount', 'Note', 'Reference'],
    rows: entries.map((entry) => [
      entry.date,
      entry.what,
      entry.line === '' ? null : (nameOf(document, entry.line) ?? null),
      account(entry.account),
      account(entry.toAccount),
      (entry.amount / units).toFixed(decimals),
      entry.note,
      entry.reference,
    ]),
  };
}

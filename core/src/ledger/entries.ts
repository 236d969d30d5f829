import { roundTo } from '../figure/rounding.ts';
import { periodOf } from '../calendar/calendar.ts';
import type { Month } from '../calendar/month.ts';
import { decimalsOf } from '../figure/write.ts';
import { calendarOf, planOf, type Document } from '../plan/document/document.ts';
import {
  isTransfer,
  monthOfDate,
  storedEntryRefusal,
  type EntryRefusal,
  type LedgerEntry,
} from '../plan/schema/entries.ts';
import type { Side } from '../plan/schema/tables.ts';
import { messageFor, type Message } from '../message.ts';

/**
 * Why an entry cannot be made, or changed to what it is, or `null` when it can. What it had before it may keep, also where
 * that is gone or closed by now.
 */
export function entryRefusal(document: Document, entry: LedgerEntry, before: LedgerEntry | null): EntryRefusal | null {
  return (
    storedEntryRefusal(entry) ??
    lineRefusal(document, entry, before) ??
    accountRefusal(document, entry, before, 'account') ??
    accountRefusal(document, entry, before, 'toAccount') ??
    itemRefusal(document, entry, before) ??
    reconciledRefusal(entry, before)
  );
}

function lineRefusal(document: Document, entry: LedgerEntry, before: LedgerEntry | null): EntryRefusal | null {
  if (entry.line === '' || (before?.line === entry.line && isTransfer(before) === isTransfer(entry))) return null;
  const line = document.lines.get(entry.line);
  if (!line) return { message: messageFor('amount.lineGone'), field: 'line' };
  const side = sideOfLine(document, line.id);
  if (line.unit !== 'money' || side === 'memo')
    return { message: messageFor('amount.notCashFlow', { name: line.name }), field: 'line' };
  if (isTransfer(entry) && side !== 'setAside')
    return { message: messageFor('amount.transferOnLine', { name: line.name }), field: 'line' };
  return null;
}

function accountRefusal(
  document: Document,
  entry: LedgerEntry,
  before: LedgerEntry | null,
  field: 'account' | 'toAccount',
): EntryRefusal | null {
  const id = entry[field];
  if (id === '' || id === before?.account || id === before?.toAccount) return null;
  const account = document.accounts.get(id);
  if (!account) return { message: messageFor('amount.accountGone'), field };
  return account.closed ? { message: messageFor('amount.accountClosed', { name: account.name }), field } : null;
}

function itemRefusal(document: Document, { item }: LedgerEntry, before: LedgerEntry | null): EntryRefusal | null {
  if (item === '' || item === before?.item || document.listItems.has(item)) return null;
  return { message: messageFor('amount.itemGone'), field: 'item' };
}

/** Returns what was reconciled with a statement keeps what the statement says of it. */
function reconciledRefusal(entry: LedgerEntry, before: LedgerEntry | null): EntryRefusal | null {
  if (before === null || (before.reconciled === '' && before.toReconciled === '')) return null;
  if (entry.reconciled === '' && entry.toReconciled === '') return null;
  for (const field of ['amount', 'account', 'toAccount'] as const)
    if (entry[field] !== before[field]) return { message: messageFor('amount.reconciled'), field };
  return null;
}

/** The side of a line; `null` for one that is not there. */
export function sideOfLine(document: Document, line: string): Side | null {
  const row = document.lines.get(line);
  return (row && document.groups.get(row.group)?.side) ?? null;
}

/**
 * Returns how an amount of a line is counted: what comes in is positive for an income, what goes out for everything else. A line
 * that is gone is taken for a cost.
 */
export function directionOf(document: Document, line: string): 1 | -1 {
  return sideOfLine(document, line) === 'income' ? 1 : -1;
}

/** Returns how many minor units a major one of a plan's currency has: 100 cents, or 1 where there are none. */
export function minorUnitsIn(document: Document): number {
  return 10 ** decimalsOf(planOf(document).currency);
}

/** A figure in whole minor units; `null` when it has more decimals than the plan's currency. 42.5 is 4250 cents. */
export function inMinorUnits(document: Document, figure: number): number | null {
  const units = minorUnitsIn(document);
  const minorUnits = roundTo(figure * units);
  // Divided again it is the same number to the last digit, however large, if it had no more decimals.
  return minorUnits / units === figure ? minorUnits : null;
}

/**
 * Returns what is to be known before something is entered on a day: that the plan has no such month, so that only its account's
 * balance knows of it, or that it is of another month than the one shown (`null` where none is). Else `null`.
 */
export function dateRemark(document: Document, date: string, shown: Month | null): Message | null {
  const calendar = calendarOf(document);
  const month = monthOfDate(date);
  if (periodOf(calendar, month) < 0) {
    const [first, last] = [calendar.first, calendar.months.at(-1)!].map((month) => ({ month }));
    return messageFor('amount.outsidePlan', { month: { month }, first, last });
  }
  return shown === null || month === shown
    ? null
    : messageFor('amount.otherMonth', { month: { month }, shown: { month: shown } });
}

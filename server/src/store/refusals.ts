import {
  MAX_ENTRIES,
  decimalsOf,
  givenOf,
  isSameEntry,
  minorUnitsIn,
  planOf,
  type AccountRow,
  type Change,
  type Document,
  type EntryChange,
  type EntryNow,
  type FeedRow,
  type LedgerEntry,
  type PlanRow,
  type Refusal,
} from '@haushalt/core';
import { messageFor, type Message } from '../message.ts';
import type { FeedStore } from './planLinks.ts';
import type { LedgerStore } from './ledger.ts';
import type { PlanStore } from './plans.ts';

/**
 * Why a plan with entries cannot change as decided: their amounts count the minor units of its currency, and an account they
 * went through cannot be taken away.
 */
export function refusalInLedger(
  ledger: LedgerStore,
  planId: string,
  document: Document,
  changes: readonly Change[],
): Refusal | null {
  for (const { table, id, before, after } of changes)
    if (table === 'accounts' && after === null && ledger.isUsed(planId, id))
      return {
        code: 'used',
        message: messageFor('server.accountHasEntries', { name: (before as AccountRow).name }),
      };
  const settings = changes.find((change) => change.table === 'plan')?.after;
  if (!settings || minorUnitsIn(document) === 10 ** decimalsOf((settings as PlanRow).currency)) return null;
  if (ledger.count(settings.id) === 0) return null;
  const message = messageFor('server.currencyHasEntries', { currency: planOf(document).currency });
  return { code: 'conflict', message, field: 'currency' };
}

/** Why a line cannot follow another plan: that plan follows this one already, so that neither would come to an end. */
export function refusalOfLink(
  feeds: FeedStore,
  plans: PlanStore,
  planId: string,
  changes: readonly Change[],
): Refusal | null {
  for (const { table, after } of changes) {
    if (table !== 'feeds' || after === null) continue;
    const { plan } = after as FeedRow;
    if (plan !== planId && !feeds.reaches(plan, planId)) continue;
    return {
      code: 'conflict',
      message: messageFor('server.circularLink', { plan: plans.nameOf(plan)?.name ?? plan }),
      field: 'plan',
    };
  }
  return null;
}

/** Of entries that are to be changed those that are not as their sender knew them, as they are now. */
export function differing(ledger: LedgerStore, planId: string, changes: readonly EntryChange[]): EntryNow[] {
  if (changes.length === 0) return [];
  const stored = ledger.find(planId, changes.map(({ id }) => id)); // prettier-ignore
  return changes
    .filter(({ id, before }) => !isSameEntry(stored.get(id) ?? null, before))
    .map(({ id }) => ({ entry: id, now: given(stored.get(id)) }));
}

/** Why entries cannot be changed, of which some differ from what their sender knew. */
export function refusalOfEntries(
  ledger: LedgerStore,
  planId: string,
  changes: readonly EntryChange[],
  differ: readonly EntryNow[],
): Refusal | null {
  if (differ.length > 0) return { code: 'conflict', message: whatHappenedTo(differ), now: differ.slice(0, MOST_SHOWN) };
  let added = 0;
  for (const { before, after } of changes) {
    if (before === null) added++;
    if (after === null) added--;
  }
  if (added > 0 && ledger.count(planId) + added > MAX_ENTRIES)
    return { code: 'invalid', message: messageFor('server.tooManyEntries', { MAXENTRIES: MAX_ENTRIES }) };
  return null;
}

const given = (entry: LedgerEntry | undefined) => (entry ? givenOf(entry) : null);

/** Of how many entries that differ it is told what they are now. */
const MOST_SHOWN = 200;

function whatHappenedTo(entries: readonly EntryNow[]): Message {
  if (entries.length > 1) return messageFor('server.entriesChanged', { count: entries.length });
  return entries[0]!.now === null ? messageFor('server.entryRemoved') : messageFor('server.entryChanged');
}

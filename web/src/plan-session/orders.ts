import type { Text } from '@haushalt/language';
import {
  applyChanges,
  decide,
  decideChanges,
  describeCommand,
  isOfLedger,
  takenBack,
  type Change,
  type Command,
  type Decision,
  type Document,
  type EntryChange,
  type EntryNow,
} from '@haushalt/core';
import { messageFor } from '../language/language.ts';

/** A step through history, as the server takes it. */
export interface HistoryStep {
  readonly kind: 'undo' | 'redo';
  readonly target: string;
}

/** Describes what can be sent to a plan. */
export type Order = Command | HistoryStep;

/** A command that can be taken back or done again. */
export interface HistoryItem {
  readonly commandId: string;
  readonly label: Text;
  /** States what it changed; `null` until that has been fetched, for what was done before the page was opened. */
  readonly changes: readonly Change[] | null;
  readonly state: 'done' | 'undone';
}

/** An order that has been shown but not yet acknowledged. */
export interface PendingRequest {
  readonly id: string;
  readonly order: Order;
}

/** A change that could not be made; kept with its reason until whoever made it has seen to it. */
export interface RejectedCommand {
  readonly id: string;
  readonly order: Command;
  /** States what it was, in words, and why it was not done. */
  readonly what: Text;
  readonly why: Text;
  /** The entries that stood against it, as they were then. */
  readonly now: readonly EntryNow[];
}

/** Returns what was refused as it can be tried again: changes of entries begin with what these are now. */
export function againFrom({ order, now }: RejectedCommand): Command {
  if (order.kind !== 'entries.set' || now.length === 0) return order;
  const byId = new Map(now.map((each) => [each.entry, each.now]));
  const entries = order.entries.map((edit) =>
    byId.has(edit.entry) ? { ...edit, before: byId.get(edit.entry)! } : edit,
  );
  return { ...order, entries: entries.filter(({ before, after }) => before !== null || after !== null) };
}

export function isStep(order: Order): order is HistoryStep {
  return order.kind === 'undo' || order.kind === 'redo';
}

/** Returns what an order does to a document, given the history it was made in. */
export function decideOrder(document: Document, history: readonly HistoryItem[], order: Order): Decision {
  if (!isStep(order)) return decide(document, order);
  const item = history.find((other) => other.commandId === order.target);
  if (!item) return { ok: false, refusal: { code: 'conflict', message: messageFor('session.changeNotFound') } };
  if (item.changes === null)
    return { ok: false, refusal: { code: 'conflict', message: messageFor('session.changesNotLoaded') } };
  return decideChanges(document, order.kind === 'undo' ? takenBack(document, item.changes) : item.changes);
}

/** The history after an order; new work leaves behind what was undone. */
export function historyAfter(
  history: readonly HistoryItem[],
  id: string,
  order: Order,
  label: Text,
  changes: readonly Change[],
): HistoryItem[] {
  if (isStep(order)) {
    const state = order.kind === 'undo' ? 'undone' : 'done';
    return history.map((item) => (item.commandId === order.target ? { ...item, state } : item));
  }
  return [...history.filter((item) => item.state === 'done'), { commandId: id, label, changes, state: 'done' }];
}

/**
 * A document and history with pending orders laid over them; orders that no longer fit are passed over. With what each
 * order changes in the ledger.
 */
export function withPending(
  document: Document,
  history: readonly HistoryItem[],
  pending: readonly PendingRequest[],
): { document: Document; history: readonly HistoryItem[]; entries: ReadonlyMap<string, readonly EntryChange[]> } {
  let result = { document, history };
  const entries = new Map<string, readonly EntryChange[]>();
  for (const { id, order } of pending) {
    const decision = decideOrder(result.document, result.history, order);
    if (!decision.ok) continue;
    const label = isStep(order) ? '' : describeCommand(order, result.document);
    entries.set(id, decision.changes.filter(isOfLedger));
    result = {
      document: applyChanges(result.document, decision.changes),
      history: historyAfter(result.history, id, order, label, decision.changes),
    };
  }
  return { ...result, entries };
}

/** The commands among orders that none of them takes back, in their order. */
export function standing(orders: readonly PendingRequest[]): PendingRequest[] {
  const undone = new Set<string>();
  for (const { order } of orders) {
    if (!isStep(order)) continue;
    if (order.kind === 'undo') undone.add(order.target);
    else undone.delete(order.target);
  }
  return orders.filter(({ id, order }) => !isStep(order) && !undone.has(id));
}

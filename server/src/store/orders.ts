import {
  decide,
  decideChanges,
  describeCommand,
  takenBack,
  withoutRevivedAccess,
  type Change,
  type Command,
  type Decision,
  type Document,
} from '@haushalt/core';
import { messageFor, type Text, type Message } from '../message.ts';
import { AT_ONCE } from './inParts.ts';
import type { LogStore } from './log.ts';

/** A step through history: takes a command back, or does it again. */
export interface HistoryStep {
  readonly kind: 'undo' | 'redo';
  /** The id of the command it is about. */
  readonly target: string;
}

/** Describes what may be sent to a plan. */
export type Order = Command | HistoryStep;

/** A way back to an earlier moment: what it changes, and the revision it leads from. */
export interface WayBack {
  readonly kind: 'goBack';
  readonly label: Text;
  readonly from: number;
  readonly changes: readonly Change[];
}

export function decisionOn(
  log: LogStore,
  planId: string,
  personId: string,
  document: Document,
  revision: number,
  order: Order | WayBack,
): Decision {
  if (isStep(order)) return decideStep(log, planId, personId, document, order);
  if (!isWayBack(order)) return decide(document, order);
  if (order.from !== revision)
    return { ok: false, refusal: { code: 'conflict', message: messageFor('server.changedMeanwhile') } };
  return decideChanges(document, order.changes);
}

export function labelOf(order: Command | WayBack, document: Document): Text {
  return isWayBack(order) ? order.label : describeCommand(order, document);
}

/** Returns whether an order changes so much that others would have to wait for it, as far as can be told before it is decided on. */
export function isLarge(log: LogStore, planId: string, order: Order | WayBack): boolean {
  if (isStep(order)) return log.sizeOf(planId, order.target) > AT_ONCE * SIZE_OF_CHANGE;
  if (isWayBack(order)) return order.changes.length > AT_ONCE;
  return Object.values(order).some((value) => Array.isArray(value) && value.length > AT_ONCE);
}

/** States how many characters of the log a change takes, about. */
const SIZE_OF_CHANGE = 200;

export const isStep = (order: Order | WayBack): order is HistoryStep => order.kind === 'undo' || order.kind === 'redo';
const isWayBack = (order: Command | WayBack): order is WayBack => order.kind === 'goBack';

function decideStep(log: LogStore, planId: string, personId: string, document: Document, step: HistoryStep): Decision {
  const refuse = (message: Message): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  const target = log.byCommand(planId, step.target);
  if (!target || target.state === null) return refuse(messageFor('server.changeNotFound'));
  if (target.personId !== personId) return refuse(messageFor('server.undoOwnOnly'));
  if (step.kind === 'undo' && target.state !== 'done') return refuse(messageFor('server.undoneAlready'));
  if (step.kind === 'redo' && target.state !== 'undone') return refuse(messageFor('server.redoImpossible'));
  const changes = step.kind === 'undo' ? takenBack(document, target.changes) : target.changes;
  return decideChanges(document, withoutRevivedAccess(changes, personId));
}

import type { Text } from '@haushalt/language';
import type { ChangedFigures, Document, EntryChange, ScenarioRow, Snapshot } from '@haushalt/core';
import type { HistoryItem, PendingRequest, RejectedCommand } from './orders.ts';

/** Describes what changed last, for the glow: which figures, with a number that grows with every change. */
export interface Glow {
  readonly stamp: number;
  readonly changed: ReadonlyMap<string, ChangedFigures>;
  /** Who else changed it; `null` for oneself. */
  readonly by: string | null;
}

/** Describes what somebody else has just done. */
export interface RemoteChange {
  readonly revision: number;
  readonly person: string;
  readonly label: Text;
}

/** Someone who has the plan open, and where in it they are. */
export interface Present {
  readonly tab: string;
  readonly id: string;
  readonly name: string;
  readonly page: string;
  /** The row and the column they have selected there; empty for none. */
  readonly row: string;
  readonly column: string;
}

/** Why a plan is not to be seen or changed any more, and what had not been sent of it. */
export interface Ended {
  readonly message: Text;
  readonly unsent: readonly PendingRequest[];
}

/** One open plan as the interface sees it; replaced as a whole with every change of it. */
export interface PlanState {
  readonly document: Document;
  /** The figures: another object with every change, in which what has not changed is the same. */
  readonly model: Snapshot;
  readonly glow: Glow | null;
  /** The scenario that is active: the document is the plan as it has it. */
  readonly scenario: ScenarioRow | null;
  /** The plan itself, whatever scenario is active. */
  readonly base: Document;
  /** States what has been done and undone in this plan, as far as it is known here, in order. */
  readonly history: readonly HistoryItem[];
  readonly undo: HistoryItem | null;
  readonly redo: HistoryItem | null;
  /** Changes of entries that were made lately: on their way to the server, or stored there. */
  readonly ledger: readonly LedgerChange[];
}

/** A change of an entry, and the revision that brought it; `null` while it is on its way. */
export interface LedgerChange {
  readonly revision: number | null;
  readonly change: EntryChange;
}

/** The plan, and how its saving goes. */
export interface SessionState extends PlanState {
  /** Orders the server has not acknowledged yet. */
  readonly waiting: number;
  /** True when the server answered last time. */
  readonly reachable: boolean;
  readonly told: RemoteChange | null;
  /** One's own changes that could not be made, until one tries them again or lets them go. */
  readonly refused: readonly RejectedCommand[];
  /** The others who have it open. */
  readonly present: readonly Present[];
  readonly ended: Ended | null;
}

/** Returns whether two lists hold the same changes of entries. */
export function isSameLedger(a: readonly LedgerChange[], b: readonly LedgerChange[]): boolean {
  return (
    a.length === b.length &&
    a.every(({ revision, change }, index) => revision === b[index]!.revision && change === b[index]!.change)
  );
}

/** Returns whether two histories have the same steps in the same states. */
export function isSameHistory(a: readonly HistoryItem[], b: readonly HistoryItem[]): boolean {
  return (
    a.length === b.length &&
    a.every((item, index) => {
      const other = b[index]!;
      return item.commandId === other.commandId && item.state === other.state && !item.changes === !other.changes;
    })
  );
}

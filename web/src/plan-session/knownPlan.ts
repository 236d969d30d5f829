import { applyChanges, isOfLedger, type Document } from '@haushalt/core';
import type { Entry, HistoryLine, LoadedPlan } from './api.ts';
import { historyAfter, type HistoryItem, type Order } from './orders.ts';
import type { LedgerChange } from './state.ts';

/** States how many of the latest changes of entries are remembered; what shows the ledger asks anew after each. */
const REMEMBERED_ENTRIES = 500;
/** States how many of the latest revisions are remembered by the command they came from. */
const REMEMBERED = 100;

/** Describes what the server is known to have of a plan: its document, one's own history, and what was changed in its ledger lately. */
export class KnownPlan {
  document: Document;
  history: readonly HistoryItem[];
  revision: number;
  entries: readonly LedgerChange[] = [];
  private readonly me: string;
  /** Which command each of the latest revisions came from: another one shows that the database is another. */
  private readonly commands = new Map<number, string>();

  constructor(loaded: LoadedPlan) {
    this.me = loaded.person;
    this.document = loaded.document;
    this.history = itemsOf(loaded.history);
    this.revision = loaded.revision;
  }

  /** Takes over the plan as it was loaded anew. What was known of its ledger may be of another database, or miss something. */
  load({ document, history, revision }: LoadedPlan): void {
    this.document = document;
    this.history = itemsOf(history);
    this.revision = revision;
    this.entries = [];
    this.commands.clear();
  }

  /** Takes over a step, where it is the next; one may be known already, or show that something was missed. */
  take(entry: Entry): 'next' | 'known' | 'missed' {
    const { revision, commandId, changes } = entry;
    const waitingId = this.commands.get(revision);
    if (revision > this.revision + 1 || (waitingId !== undefined && waitingId !== commandId)) return 'missed';
    if (revision <= this.revision) return 'known';
    this.revision = revision;
    this.commands.set(revision, commandId);
    this.commands.delete(revision - REMEMBERED);
    this.document = applyChanges(this.document, changes);
    const stored = changes.filter(isOfLedger).map((change) => ({ revision, change }));
    if (stored.length > 0) this.entries = [...this.entries, ...stored].slice(-REMEMBERED_ENTRIES);
    if (entry.personId === this.me && entry.state !== 'left') this.history = historyWith(this.history, entry);
    return 'next';
  }
}

/** The history with a step of one's own that the server has taken. */
function historyWith(
  history: readonly HistoryItem[],
  { commandId, kind, target, label, changes }: Entry,
): HistoryItem[] {
  const order = target === null ? ({ kind } as Order) : ({ kind, target } as Order);
  return historyAfter(history, commandId, order, label, changes);
}

function itemsOf(history: readonly HistoryLine[]): HistoryItem[] {
  return history.flatMap(({ commandId, label, state }) =>
    state === 'done' || state === 'undone' ? [{ commandId, label, changes: null, state }] : [],
  );
}

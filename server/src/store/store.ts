import {
  TABLE_NAMES,
  applyChanges,
  decide,
  decideChanges,
  decimalsOf,
  describeCommand,
  emptyDocument,
  invert,
  minorUnitsIn,
  planOf,
  type Change,
  type Command,
  type Decision,
  type Document,
  type LedgerEntry,
  type PlanRow,
  type Refusal,
} from '@haushalt/core';
import { openDatabase, type Sqlite } from './database.ts';
import { createLedgerStore, type LedgerStore } from './ledger.ts';
import { createLogStore, type LogEntry, type LogStore } from './log.ts';
import { ensureLocalPerson } from './people.ts';
import { createPlanStore, type PlanStore } from './plans.ts';
import { createRowStore, type RowStore } from './rows.ts';

/** A step through history: takes a command back, or does it again. */
export interface HistoryStep {
  readonly kind: 'undo' | 'redo';
  /** The id of the command it is about. */
  readonly target: string;
}

/** What may be sent to a plan. */
export type Order = Command | HistoryStep;

export type Outcome =
  | { readonly ok: true; readonly entry: LogEntry; readonly repeated: boolean }
  | { readonly ok: false; readonly refusal: Refusal };

/** Everything that is kept, behind functions that leave it consistent. */
export interface Store {
  readonly plans: PlanStore;
  readonly log: LogStore;
  readonly ledger: LedgerStore;
  /** The document of a plan that exists, and its revision. */
  document(planId: string): { document: Document; revision: number };
  /** Stores a new plan with all its rows, and its entries. */
  create(document: Document, ownerId: string, entries?: readonly LedgerEntry[]): void;
  /**
   * Carries out a command or a step through history, once for each id: sent again, it answers as it did the first time.
   * Decision, rows, log and revision are one transaction.
   */
  carryOut(planId: string, personId: string, commandId: string, order: Order): Outcome;
  close(): void;
}

/** Opens the store in a database file. `now` gives the time entries are stamped with. */
export function openStore(file: string, now: () => Date = () => new Date()): Store {
  const database = openDatabase(file);
  const at = () => now().toISOString();
  ensureLocalPerson(database, at());
  const plans = createPlanStore(database);
  const rows = createRowStore(database);
  const log = createLogStore(database);
  const ledger = createLedgerStore(database);
  const documents = new DocumentCache(plans, rows);

  const carryOut = database.transaction(
    (planId: string, personId: string, commandId: string, order: Order): Outcome => {
      const earlier = log.byCommand(planId, commandId);
      if (earlier) return { ok: true, entry: earlier, repeated: true };
      const { document, revision } = documents.get(planId);
      const step = order.kind === 'undo' || order.kind === 'redo' ? order : null;
      const decision = step ? decideStep(log, planId, personId, document, step) : decide(document, order as Command);
      if (!decision.ok) return decision;
      const refusal = whyNotInLedger(ledger, document, decision.changes);
      if (refusal) return { ok: false, refusal };
      const entry: LogEntry = {
        revision: revision + 1,
        commandId,
        personId,
        at: at(),
        kind: order.kind,
        label: step ? log.byCommand(planId, step.target)!.label : describeCommand(order as Command, document),
        target: step?.target ?? null,
        state: step ? null : 'done',
        changes: decision.changes,
      };
      if (step) log.setState(planId, step.target, step.kind === 'undo' ? 'undone' : 'done');
      else log.leaveUndone(planId, personId);
      rows.write(planId, decision.changes);
      log.append(planId, entry);
      plans.setRevision(planId, entry.revision);
      return { ok: true, entry, repeated: false };
    },
  );

  const create = database.transaction((document: Document, ownerId: string, entries: readonly LedgerEntry[] = []) => {
    const { id } = planOf(document);
    plans.insert(planOf(document), ownerId, at());
    rows.write(id, insertions(document));
    for (const entry of entries) ledger.put(id, entry);
  });

  return {
    plans,
    log,
    ledger,
    document: (planId) => documents.get(planId),
    create,
    carryOut(planId, personId, commandId, order) {
      const outcome = carryOut.immediate(planId, personId, commandId, order);
      if (outcome.ok && !outcome.repeated) documents.advance(planId, outcome.entry);
      return outcome;
    },
    close: () => closeDatabase(database),
  };
}

function decideStep(log: LogStore, planId: string, personId: string, document: Document, step: HistoryStep): Decision {
  const refuse = (message: string): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  const target = log.byCommand(planId, step.target);
  if (!target || target.state === null) return refuse('There is no such step in the history of this plan.');
  if (target.personId !== personId) return refuse('Only who made a change can take it back.');
  if (step.kind === 'undo' && target.state !== 'done') return refuse('This has been taken back already.');
  if (step.kind === 'redo' && target.state !== 'undone') return refuse('This can no longer be done again.');
  return decideChanges(document, step.kind === 'undo' ? invert(target.changes) : target.changes);
}

/** Why a plan with entries cannot change as decided: their amounts count the minor units of its currency. */
function whyNotInLedger(ledger: LedgerStore, document: Document, changes: readonly Change[]): Refusal | null {
  const settings = changes.find((change) => change.table === 'plan')?.after;
  if (!settings || minorUnitsIn(document) === 10 ** decimalsOf((settings as PlanRow).currency)) return null;
  if (ledger.count(settings.id) === 0) return null;
  const message = `This plan has entries in ${planOf(document).currency}; a currency with other decimals would change their amounts. Duplicate the plan without its entries, or keep the currency.`;
  return { code: 'conflict', message, field: 'currency' };
}

/** The rows of a whole document as additions, but for its settings, which are the plan itself. */
function insertions(document: Document): Change[] {
  return TABLE_NAMES.filter((table) => table !== 'plan').flatMap((table) =>
    [...document[table].values()].map((after) => ({ table, id: after.id, before: null, after }) as Change),
  );
}

/** Keeps the documents used last, so that a command need not read the whole plan. The database has the last word. */
class DocumentCache {
  private readonly kept = new Map<string, { document: Document; revision: number }>();
  private readonly plans: PlanStore;
  private readonly rows: RowStore;

  constructor(plans: PlanStore, rows: RowStore) {
    this.plans = plans;
    this.rows = rows;
  }

  get(planId: string): { document: Document; revision: number } {
    const plan = this.plans.find(planId);
    if (!plan) return { document: emptyDocument(), revision: 0 };
    const kept = this.kept.get(planId);
    if (kept?.revision === plan.revision) return kept;
    const read = { document: this.rows.read(planId), revision: plan.revision };
    this.keep(planId, read);
    return read;
  }

  advance(planId: string, entry: LogEntry): void {
    const kept = this.kept.get(planId);
    if (kept?.revision !== entry.revision - 1) this.kept.delete(planId);
    else this.keep(planId, { document: applyChanges(kept.document, entry.changes), revision: entry.revision });
  }

  private keep(planId: string, read: { document: Document; revision: number }): void {
    this.kept.delete(planId);
    this.kept.set(planId, read);
    if (this.kept.size > 50) this.kept.delete(this.kept.keys().next().value!);
  }
}

function closeDatabase(database: Sqlite): void {
  database.pragma('wal_checkpoint(TRUNCATE)');
  database.close();
}

import {
  GIVEN_BY_SERVER,
  TABLE_NAMES,
  isOfDocument,
  isOfLedger,
  planOf,
  type Change,
  type DocumentChange,
  type EntryChange,
  type EntryNow,
  type Command,
  type Document,
  type LedgerEntry,
  type PlanRow,
  type Refusal,
  now as presentMoment,
} from '@haushalt/core';
import { openDatabase, takeLock, type Sqlite } from './database.ts';
import { createParts, jsonInParts, othersFirst, partsOf } from './inParts.ts';
import { DocumentCache } from './documentCache.ts';
import { decisionOn, isLarge, isStep, labelOf, type Order, type WayBack } from './orders.ts';
import { differing, refusalOfEntries, refusalOfLink, refusalInLedger } from './refusals.ts';
import { cameInMeanwhile, createTwiceFinder } from './twice.ts';
import { createUnfinishedStore } from './unfinished.ts';
import { createFeedStore, type FeedStore } from './planLinks.ts';
import { createLedgerStore, type LedgerChange, type LedgerStore } from './ledger.ts';
import { changesAsText, createLogStore, type LogEntry, type LogLimits, type LogStore, type StoredStep } from './log.ts';
import { LOCAL_PERSON, createPeopleStore, type PeopleStore, type Person } from './people.ts';
import { createPlanStore, type PlanStore } from './plans.ts';
import { createRowStore } from './rows.ts';
import { createSharingStore, type SharingStore } from './sharing.ts';
import { createSnapshotStore, type SnapshotStore, type StoredSnapshot } from './snapshots.ts';
import { messageFor } from '../message.ts';

export type Outcome =
  | { readonly ok: true; readonly entry: LogEntry; readonly repeated: boolean }
  | { readonly ok: false; readonly refusal: Refusal };

/** Everything that is kept, behind functions that leave it consistent. */
export interface Store {
  readonly plans: PlanStore;
  readonly log: LogStore;
  readonly ledger: LedgerStore;
  readonly people: PeopleStore;
  readonly sharing: SharingStore;
  readonly snapshots: SnapshotStore;
  readonly feeds: FeedStore;
  /** The document of a plan that exists, and its revision. */
  document(planId: string): { document: Document; revision: number };
  /** Stores a new plan with all its rows, and its entries. */
  create(document: Document, ownerId: string, entries?: readonly LedgerEntry[]): void;
  /** Begins a new plan that is stored in parts, so that nobody waits for a large one. It is seen once it is finished. */
  begin(plan: PlanRow, ownerId: string): PlanInParts;
  /**
   * Carries out a command or a step through history, once for each id: sent again, it answers as it did the first time.
   * Decision, rows, log and revision are one transaction.
   */
  carryOut(planId: string, personId: string, commandId: string, order: Order | WayBack): Outcome;
  /**
   * As `carryOut`, but what changes a great deal is carried out in parts, between which others are answered. Whoever asks for
   * the plan meanwhile waits for `settled`; a crash or a full disk leaves none of it half done.
   */
  carryOutInParts(planId: string, personId: string, commandId: string, order: Order | WayBack): Promise<Outcome>;
  /** Resolves once nothing of a plan is half done; to be awaited before it is read or changed. */
  settled(planId: string): Promise<void>;
  /** Resolves once nothing of any plan is under way in parts. */
  allSettled(): Promise<void>;
  /** Takes a plan away with all that hangs on it, part by part, so that nobody waits for a large one. */
  erase(planId: string): Promise<void>;
  /** The database file, for workers that read from it. */
  readonly file: string;
  /** Throws when the database does not answer, or nothing can be stored in it. */
  probe(): void;
  close(): void;
}

/** A new plan that is stored part by part. */
export interface PlanInParts {
  rows(changes: readonly DocumentChange[]): void;
  entries(entries: readonly LedgerEntry[]): void;
  /** Takes over steps of a history, and whose they are. */
  steps(steps: readonly StoredStep[], people: readonly Person[]): void;
  snapshot(snapshot: StoredSnapshot): void;
  /** Has it seen, at a revision. */
  finish(revision?: number): void;
  /** Takes away what has been stored of it. */
  abandon(): Promise<void>;
}

export interface StoreOptions {
  /** The time entries are stamped with. */
  readonly now?: () => Date;
  readonly log?: LogLimits;
  /** States how large the database may become, in pages of 4 kB; as large as the disk allows when left out. */
  readonly mostPages?: number;
}

/** Opens the store in a database file, for this process alone. Throws `DatabaseError` when it cannot be. */
export function openStore(file: string, { now = presentMoment, log: limits, mostPages }: StoreOptions = {}): Store {
  const unlock = takeLock(file);
  let database: Sqlite;
  try {
    database = openDatabase(file);
  } catch (error) {
    unlock();
    throw error;
  }
  if (mostPages !== undefined) database.pragma(`max_page_count = ${mostPages}`);
  const timestamp = () => now().toISOString();
  const people = createPeopleStore(database);
  people.ensureLocal(timestamp());
  const plans = createPlanStore(database);
  const rows = createRowStore(database);
  const log = createLogStore(database, limits);
  const ledger = createLedgerStore(database);
  const sharing = createSharingStore(database);
  const snapshots = createSnapshotStore(database);
  const feeds = createFeedStore(database);
  const twice = createTwiceFinder(database);
  const documents = new DocumentCache(plans, rows);

  /** Why a payment would stand twice: it has come in meanwhile, from somebody else or another page. */
  function whyTwice(planId: string, order: Order | WayBack, changes: readonly EntryChange[]): Refusal | null {
    if (changes.length === 0) return null;
    let double = twice.find(planId, changes);
    if (!double && order.kind === 'entries.set' && order.since !== undefined) {
      const steps = log.after(planId, order.since);
      if (steps === null) return { code: 'conflict', message: messageFor('server.statementOutdated') };
      double = cameInMeanwhile(changes, steps);
    }
    if (!double) return null;
    const { id, what, date } = double.present;
    const step = {
      language: 'en' as const,
      before: null,
      count: 1,
      person: null,
      text: '',
      from: null,
      to: null,
      row: id,
      month: null,
    };
    const who = log.page(planId, step)[0]?.person ?? null;
    return {
      code: 'conflict',
      message: messageFor('server.enteredAlready', {
        what,
        day: { day: date },
        who,
        hasWhat: what !== '',
        hasWho: who !== null,
      }),
    };
  }

  /** Returns why an order cannot be carried out as it was decided, or `null`; of the entries it changes some differ from what was known. */
  const refusalOf = (
    planId: string,
    order: Order | WayBack,
    { document, changes }: Decided,
    differ: readonly EntryNow[],
  ) => {
    const entries = changes.filter(isOfLedger);
    return (
      refusalInLedger(ledger, planId, document, changes) ??
      refusalOfLink(feeds, plans, planId, changes) ??
      refusalOfEntries(ledger, planId, entries, differ) ??
      whyTwice(planId, order, entries)
    );
  };

  /** Returns what an order changes; or why it cannot be, or that it has been carried out already. */
  function decided(planId: string, personId: string, commandId: string, order: Order | WayBack): Outcome | Decided {
    const earlier = log.byCommand(planId, commandId);
    if (earlier) return { ok: true, entry: earlier, repeated: true };
    const { document, revision } = documents.get(planId);
    const decision = decisionOn(log, planId, personId, document, revision, order);
    return decision.ok ? { document, revision, changes: decision.changes } : decision;
  }

  /** Notes an order in the log, with what it does to the steps before it. To be called within a transaction. */
  function note(
    planId: string,
    personId: string,
    commandId: string,
    order: Order | WayBack,
    { document, revision, changes }: Decided,
    text: string,
  ): LogEntry {
    const step = isStep(order) ? order : null;
    const isGiven = GIVEN_BY_SERVER.has(order.kind);
    const entry: LogEntry = {
      revision: revision + 1,
      commandId,
      personId,
      at: timestamp(),
      kind: order.kind,
      label: step ? log.byCommand(planId, step.target)!.label : labelOf(order as Command | WayBack, document),
      target: step?.target ?? null,
      state: step ? null : isGiven ? 'left' : 'done',
      changes,
    };
    if (step) log.setState(planId, step.target, step.kind === 'undo' ? 'undone' : 'done');
    else if (!isGiven) log.leaveUndone(planId, personId);
    log.append(planId, entry, text);
    return entry;
  }

  function write(planId: string, changes: readonly Change[]): void {
    rows.write(planId, changes.filter(isOfDocument));
    ledger.write(planId, changes.filter(isOfLedger));
  }

  const carryOut = database.transaction(
    (planId: string, personId: string, commandId: string, order: Order | WayBack): Outcome => {
      const outcome = decided(planId, personId, commandId, order);
      if ('ok' in outcome) return outcome;
      const differ = differing(ledger, planId, outcome.changes.filter(isOfLedger));
      const refusal = refusalOf(planId, order, outcome, differ);
      if (refusal) return { ok: false, refusal };
      const entry = note(planId, personId, commandId, order, outcome, changesAsText(outcome.changes));
      write(planId, outcome.changes);
      plans.setRevision(planId, entry.revision);
      return { ok: true, entry, repeated: false };
    },
  );

  const inParts = createParts({ database, unfinished: createUnfinishedStore(database), log, plans, write });

  /** Carries out what changes a great deal: all is looked at before the first part of it is written. */
  async function carryOutLarge(
    planId: string,
    personId: string,
    commandId: string,
    order: Order | WayBack,
  ): Promise<Outcome> {
    const outcome = decided(planId, personId, commandId, order);
    if ('ok' in outcome) return outcome;
    const differ: EntryNow[] = [];
    for (const part of partsOf(outcome.changes.filter(isOfLedger))) {
      differ.push(...differing(ledger, planId, part));
      await othersFirst();
    }
    const refusal = refusalOf(planId, order, outcome, differ);
    if (refusal) return { ok: false, refusal };
    const text = await jsonInParts(outcome.changes, changesAsText);
    const entry = inParts.begin(planId, () => note(planId, personId, commandId, order, outcome, text));
    await inParts.goOn(planId);
    documents.advance(planId, entry);
    return { ok: true, entry, repeated: false };
  }

  function carryOutAtOnce(planId: string, personId: string, commandId: string, order: Order | WayBack): Outcome {
    const outcome = carryOut.immediate(planId, personId, commandId, order);
    if (outcome.ok && !outcome.repeated) documents.advance(planId, outcome.entry);
    return outcome;
  }

  /** Returns whether a plan that comes from elsewhere would come to follow itself by a row of its own. */
  const wouldCircle = (planId: string, change: DocumentChange) =>
    refusalOfLink(feeds, plans, planId, [change]) !== null;

  const create = database.transaction((document: Document, ownerId: string, entries: readonly LedgerEntry[] = []) => {
    const { id } = planOf(document);
    plans.insert(planOf(document), ownerId, timestamp(), false);
    rows.write(
      id,
      insertions(document).filter((change) => !wouldCircle(id, change)),
    );
    ledger.write(id, additions(entries));
  });
  const beginPlan = database.transaction((plan: PlanRow, ownerId: string) =>
    plans.insert(plan, ownerId, timestamp(), true),
  );
  const writeRows = database.transaction((planId: string, changes: readonly DocumentChange[]) =>
    rows.write(
      planId,
      changes.filter((change) => !wouldCircle(planId, change)),
    ),
  );
  const writeEntries = database.transaction((planId: string, entries: readonly LedgerEntry[]) => {
    ledger.write(planId, additions(entries));
  });

  const writeSteps = database.transaction((planId: string, steps: readonly StoredStep[], whose: readonly Person[]) => {
    for (const person of whose) people.ensure(person, timestamp());
    log.takeOver(planId, steps);
  });
  const removeEntries = database.transaction((planId: string) => {
    const entries = ledger.some(planId, ERASED_AT_ONCE);
    ledger.write(planId, entries.map((before) => ({ id: before.id, before, after: null }))); // prettier-ignore
    return entries.length;
  });

  async function erase(planId: string): Promise<void> {
    while (removeEntries(planId) === ERASED_AT_ONCE) await new Promise(setImmediate);
    plans.remove(planId);
  }

  // What is left of plans that were never completed.
  for (const planId of plans.incomplete()) {
    while (removeEntries(planId) === ERASED_AT_ONCE);
    plans.remove(planId);
  }

  return {
    plans,
    log,
    ledger,
    people,
    sharing,
    snapshots,
    feeds,
    document: (planId) => documents.get(planId),
    create,
    begin(plan, ownerId) {
      beginPlan(plan, ownerId);
      const { id } = plan;
      return {
        // What comes from elsewhere follows other plans in the name of whoever takes it in, and of nobody else.
        rows: (changes) =>
          writeRows(
            id,
            changes.map((change) => followedBy(ownerId, change)),
          ),
        entries: (entries) => writeEntries(id, entries),
        steps: (steps, whose) => writeSteps(id, steps, whose),
        snapshot(snapshot) {
          snapshots.add(id, snapshot);
        },
        finish(revision = 0) {
          plans.setRevision(id, revision);
          plans.complete(id);
        },
        abandon: () => erase(id),
      };
    },
    erase,
    file,
    // Whether something can be stored is only seen by storing it.
    probe: () => void database.prepare('update people set name = name where id = ?').run(LOCAL_PERSON.id),
    carryOut: carryOutAtOnce,
    async carryOutInParts(planId, personId, commandId, order) {
      while (inParts.isUnderWay(planId)) await inParts.settled(planId);
      return isLarge(log, planId, order)
        ? inParts.alone(planId, () => carryOutLarge(planId, personId, commandId, order))
        : carryOutAtOnce(planId, personId, commandId, order);
    },
    settled: (planId) => inParts.settled(planId),
    allSettled: () => inParts.allSettled(),
    close() {
      closeDatabase(database);
      unlock();
    },
  };
}

/** Describes what an order changes, and the plan it was decided on. */
interface Decided {
  readonly document: Document;
  readonly revision: number;
  readonly changes: readonly Change[];
}

/** States how many entries of a plan are taken away at once. */
const ERASED_AT_ONCE = 250;

/** A row that comes from elsewhere: what it follows, it follows in the name of a person of here. */
function followedBy(personId: string, change: DocumentChange): DocumentChange {
  return change.table === 'feeds' && change.after ? { ...change, after: { ...change.after, by: personId } } : change;
}

/** Entries as additions. */
function additions(entries: readonly LedgerEntry[]): LedgerChange[] {
  return entries.map((after) => ({ id: after.id, before: null, after }));
}

/** The rows of a whole document as additions, but for its settings, which are the plan itself. */
export function insertions(document: Document): DocumentChange[] {
  return TABLE_NAMES.filter((table) => table !== 'plan').flatMap((table) =>
    [...document[table].values()].map((after) => ({ table, id: after.id, before: null, after }) as DocumentChange),
  );
}

function closeDatabase(database: Sqlite): void {
  try {
    database.pragma('wal_checkpoint(TRUNCATE)');
  } catch {
    // Someone is reading still; what is in the log is taken over at the next start.
  }
  database.close();
}

import {
  GIVEN_BY_SERVER,
  MAX_ENTRIES,
  TABLE_NAMES,
  applyChanges,
  dayInWords,
  decide,
  decideChanges,
  decimalsOf,
  describeCommand,
  emptyDocument,
  isOfDocument,
  isOfLedger,
  givenOf,
  isSameEntry,
  minorUnitsIn,
  planOf,
  takenBack,
  withoutRevivedAccess,
  type AccountRow,
  type Change,
  type DocumentChange,
  type EntryChange,
  type EntryNow,
  type FeedRow,
  type Command,
  type Decision,
  type Document,
  type LedgerEntry,
  type PlanRow,
  type Refusal,
  now as presentMoment,
} from '@haushalt/core';
import { openDatabase, takeLock, type Sqlite } from './database.ts';
import { cameInMeanwhile, createTwiceFinder } from './twice.ts';
import { createFeedStore, type FeedStore } from './feeds.ts';
import { createLedgerStore, type LedgerChange, type LedgerStore } from './ledger.ts';
import { createLogStore, type LogEntry, type LogLimits, type LogStore, type StoredStep } from './log.ts';
import { LOCAL_PERSON, createPeopleStore, type PeopleStore, type Person } from './people.ts';
import { createPlanStore, type PlanStore } from './plans.ts';
import { createRowStore, type RowStore } from './rows.ts';
import { createSharingStore, type SharingStore } from './sharing.ts';
import { createSnapshotStore, type SnapshotStore, type StoredSnapshot } from './snapshots.ts';
import { messages } from '../messages.ts';

/** A step through history: takes a command back, or does it again. */
export interface HistoryStep {
  readonly kind: 'undo' | 'redo';
  /** The id of the command it is about. */
  readonly target: string;
}

/** What may be sent to a plan. */
export type Order = Command | HistoryStep;

/** A way back to an earlier moment: what it changes, and the revision it leads from. */
export interface WayBack {
  readonly kind: 'goBack';
  readonly label: string;
  readonly from: number;
  readonly changes: readonly Change[];
}

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
  /** How large the database may become, in pages of 4 kB; as large as the disk allows when left out. */
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
  const at = () => now().toISOString();
  const people = createPeopleStore(database);
  people.ensureLocal(at());
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
    let found = twice.find(planId, changes);
    if (!found && order.kind === 'entries.set' && order.since !== undefined) {
      const steps = log.after(planId, order.since);
      if (steps === null) return { code: 'conflict', message: messages.tooMuchCameIn };
      found = cameInMeanwhile(changes, steps);
    }
    if (!found) return null;
    const { id, what, date } = found.present;
    const asked = { before: null, count: 1, person: null, text: '', from: null, to: null, row: id, month: null };
    const who = log.page(planId, asked)[0]?.person ?? null;
    const day = dayInWords(date, planOf(documents.get(planId).document).locale);
    return { code: 'conflict', message: messages.isEnteredAlready(what, day, who) };
  }

  const carryOut = database.transaction(
    (planId: string, personId: string, commandId: string, order: Order | WayBack): Outcome => {
      const earlier = log.byCommand(planId, commandId);
      if (earlier) return { ok: true, entry: earlier, repeated: true };
      const { document, revision } = documents.get(planId);
      const step = isStep(order) ? order : null;
      const decision = decisionOn(log, planId, personId, document, revision, order);
      if (!decision.ok) return decision;
      const refusal =
        whyNotInLedger(ledger, planId, document, decision.changes) ??
        whyNotFollowed(feeds, plans, planId, decision.changes) ??
        whyNotEntered(ledger, planId, decision.changes.filter(isOfLedger)) ??
        whyTwice(planId, order, decision.changes.filter(isOfLedger));
      if (refusal) return { ok: false, refusal };
      const isGiven = GIVEN_BY_SERVER.has(order.kind);
      const entry: LogEntry = {
        revision: revision + 1,
        commandId,
        personId,
        at: at(),
        kind: order.kind,
        label: step ? log.byCommand(planId, step.target)!.label : labelOf(order as Command | WayBack, document),
        target: step?.target ?? null,
        state: step ? null : isGiven ? 'left' : 'done',
        changes: decision.changes,
      };
      if (step) log.setState(planId, step.target, step.kind === 'undo' ? 'undone' : 'done');
      else if (!isGiven) log.leaveUndone(planId, personId);
      rows.write(planId, decision.changes.filter(isOfDocument));
      ledger.write(planId, decision.changes.filter(isOfLedger));
      log.append(planId, entry);
      plans.setRevision(planId, entry.revision);
      return { ok: true, entry, repeated: false };
    },
  );

  /** Whether a plan that comes from elsewhere would come to follow itself by a row of its own. */
  const wouldCircle = (planId: string, change: DocumentChange) =>
    whyNotFollowed(feeds, plans, planId, [change]) !== null;

  const create = database.transaction((document: Document, ownerId: string, entries: readonly LedgerEntry[] = []) => {
    const { id } = planOf(document);
    plans.insert(planOf(document), ownerId, at(), false);
    rows.write(
      id,
      insertions(document).filter((change) => !wouldCircle(id, change)),
    );
    ledger.write(id, additions(entries));
  });
  const beginPlan = database.transaction((plan: PlanRow, ownerId: string) => plans.insert(plan, ownerId, at(), true));
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
    for (const person of whose) people.ensure(person, at());
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
    carryOut(planId, personId, commandId, order) {
      const outcome = carryOut.immediate(planId, personId, commandId, order);
      if (outcome.ok && !outcome.repeated) documents.advance(planId, outcome.entry);
      return outcome;
    },
    close() {
      closeDatabase(database);
      unlock();
    },
  };
}

/** How many entries of a plan are taken away at once. */
const ERASED_AT_ONCE = 250;

function decisionOn(
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
    return { ok: false, refusal: { code: 'conflict', message: messages.somethingHasChangedMeanwhile } };
  return decideChanges(document, order.changes);
}

function labelOf(order: Command | WayBack, document: Document): string {
  return isWayBack(order) ? order.label : describeCommand(order, document);
}

const isStep = (order: Order | WayBack): order is HistoryStep => order.kind === 'undo' || order.kind === 'redo';
const isWayBack = (order: Command | WayBack): order is WayBack => order.kind === 'goBack';

function decideStep(log: LogStore, planId: string, personId: string, document: Document, step: HistoryStep): Decision {
  const refuse = (message: string): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  const target = log.byCommand(planId, step.target);
  if (!target || target.state === null) return refuse(messages.thereIsNoSuchStep);
  if (target.personId !== personId) return refuse(messages.onlyWhoMadeAChange);
  if (step.kind === 'undo' && target.state !== 'done') return refuse(messages.thisHasBeenTakenBack);
  if (step.kind === 'redo' && target.state !== 'undone') return refuse(messages.thisCanNoLongerBe);
  const changes = step.kind === 'undo' ? takenBack(document, target.changes) : target.changes;
  return decideChanges(document, withoutRevivedAccess(changes, personId));
}

/**
 * Why a plan with entries cannot change as decided: their amounts count the minor units of its currency, and an account they
 * went through cannot be taken away.
 */
function whyNotInLedger(
  ledger: LedgerStore,
  planId: string,
  document: Document,
  changes: readonly Change[],
): Refusal | null {
  for (const { table, id, before, after } of changes)
    if (table === 'accounts' && after === null && ledger.isUsed(planId, id))
      return { code: 'used', message: messages.thisAccountHasEntries((before as AccountRow).name) };
  const settings = changes.find((change) => change.table === 'plan')?.after;
  if (!settings || minorUnitsIn(document) === 10 ** decimalsOf((settings as PlanRow).currency)) return null;
  if (ledger.count(settings.id) === 0) return null;
  const message = messages.thisPlanHasEntriesIn(planOf(document).currency);
  return { code: 'conflict', message, field: 'currency' };
}

/** Why a line cannot follow another plan: that plan follows this one already, so that neither would come to an end. */
function whyNotFollowed(
  feeds: FeedStore,
  plans: PlanStore,
  planId: string,
  changes: readonly Change[],
): Refusal | null {
  for (const { table, after } of changes) {
    if (table !== 'feeds' || after === null) continue;
    const { plan } = after as FeedRow;
    if (plan !== planId && !feeds.reaches(plan, planId)) continue;
    return { code: 'conflict', message: messages.wouldFollowItself(plans.nameOf(plan)?.name ?? plan), field: 'plan' };
  }
  return null;
}

/** A row that comes from elsewhere: what it follows, it follows in the name of a person of here. */
function followedBy(personId: string, change: DocumentChange): DocumentChange {
  return change.table === 'feeds' && change.after ? { ...change, after: { ...change.after, by: personId } } : change;
}

/** Why entries cannot be changed from what their sender knew them to be. */
function whyNotEntered(ledger: LedgerStore, planId: string, changes: readonly EntryChange[]): Refusal | null {
  if (changes.length === 0) return null;
  const found = ledger.find(planId, changes.map(({ id }) => id)); // prettier-ignore
  const others = changes.filter(({ id, before }) => !isSameEntry(found.get(id) ?? null, before));
  if (others.length > 0) {
    const now = others.map(({ id }) => ({ entry: id, now: given(found.get(id)) }));
    return { code: 'conflict', message: whatHappenedTo(now), now: now.slice(0, MOST_SHOWN) };
  }
  let added = 0;
  for (const { before, after } of changes) {
    if (before === null) added++;
    if (after === null) added--;
  }
  if (added > 0 && ledger.count(planId) + added > MAX_ENTRIES)
    return { code: 'invalid', message: messages.aPlanMayHaveEntries(MAX_ENTRIES) };
  return null;
}

const given = (entry: LedgerEntry | undefined) => (entry ? givenOf(entry) : null);

/** Of how many entries that differ it is told what they are now. */
const MOST_SHOWN = 200;

function whatHappenedTo(entries: readonly EntryNow[]): string {
  if (entries.length > 1) return messages.entriesHaveBeenChanged(entries.length);
  return entries[0]!.now === null ? messages.thisEntryHasBeenRemoved : messages.thisEntryHasBeenChanged;
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

/** Keeps the documents used last, so that a command need not read the whole plan. The database has the last word. */
class DocumentCache {
  private readonly openPlans = new Map<string, { document: Document; revision: number }>();
  private readonly plans: PlanStore;
  private readonly rows: RowStore;

  constructor(plans: PlanStore, rows: RowStore) {
    this.plans = plans;
    this.rows = rows;
  }

  get(planId: string): { document: Document; revision: number } {
    const plan = this.plans.find(planId);
    if (!plan) return { document: emptyDocument(), revision: 0 };
    const open = this.openPlans.get(planId);
    if (open?.revision === plan.revision) return open;
    const read = { document: this.rows.read(planId), revision: plan.revision };
    this.keep(planId, read);
    return read;
  }

  advance(planId: string, entry: LogEntry): void {
    const open = this.openPlans.get(planId);
    if (open?.revision !== entry.revision - 1) this.openPlans.delete(planId);
    else this.keep(planId, { document: applyChanges(open.document, entry.changes), revision: entry.revision });
  }

  private keep(planId: string, read: { document: Document; revision: number }): void {
    this.openPlans.delete(planId);
    this.openPlans.set(planId, read);
    if (this.openPlans.size > 50) this.openPlans.delete(this.openPlans.keys().next().value!);
  }
}

function closeDatabase(database: Sqlite): void {
  try {
    database.pragma('wal_checkpoint(TRUNCATE)');
  } catch {
    // Someone is reading still; what is in the log is taken over at the next start.
  }
  database.close();
}

import { gunzipSync, gzipSync } from 'node:zlib';
import {
  MessageError,
  MAX_ENTRIES_AT_ONCE,
  TABLES,
  TABLE_NAMES,
  applyChanges,
  compareVersions,
  differenceBetween,
  documentFrom,
  entryOf,
  invert,
  isOfLedger,
  isPartOf,
  isSameEntry,
  planOf,
  rowInWords,
  upgradeRow,
  rowsOf,
  sumsAfter,
  type AnyRow,
  type Change,
  type Comparison,
  type Document,
  type EntryChange,
  type LedgerEntry,
  type Moment,
  type RowDifference,
  type TableName,
} from '@haushalt/core';
import { createLogStore, type HistoryQuery } from '../store/log.ts';
import { createSnapshotStore } from '../store/snapshots.ts';
import type { Sqlite } from '../store/database.ts';
import { messageFor } from '../message.ts';
import type { Reader } from './reader.ts';

/** A moment of a plan, as it is asked for: now, after a revision, a snapshot; or another plan as it is now. */
export type MomentName =
  | { readonly kind: 'now' }
  | { readonly kind: 'revision'; readonly revision: number }
  | { readonly kind: 'snapshot'; readonly id: string }
  | { readonly kind: 'plan'; readonly planId: string };

export interface HistoryTask {
  readonly kind: 'history';
  readonly database: string;
  readonly planId: string;
  readonly query: HistoryQuery;
}

export interface CompareTask {
  readonly kind: 'compare';
  readonly database: string;
  readonly planId: string;
  readonly before: MomentName;
  readonly after: MomentName;
}

export interface SnapshotTask {
  readonly kind: 'snapshot';
  readonly database: string;
  readonly planId: string;
  /** The revision it is of; the present one when left out. */
  readonly revision: number | null;
}

export interface GoBackTask {
  readonly kind: 'goBack';
  readonly database: string;
  readonly planId: string;
  readonly to: MomentName;
  /** The lines, assumptions and so on that go back, by id; all when `null`. */
  readonly rows: readonly string[] | null;
}

export interface ReadSnapshotTask {
  readonly kind: 'readSnapshot';
  readonly database: string;
  readonly planId: string;
  readonly id: string;
}

/** A moment that is not kept any more, or never was; with a sentence. */
export class NoSuchMoment extends MessageError {}

/** The most entries whose differences are told one by one. */
const MAX_CHANGES_SHOWN = 500;

/** A comparison as it is sent. */
export interface ComparisonShown extends Comparison {
  /** Entries that differ, the first of them, and how many there are. */
  readonly entries: readonly RowDifference[];
  readonly entryCount: number;
}

/** A plan in full at one moment. */
interface Whole {
  readonly document: Document;
  readonly sums: Moment['sums'];
  /** Entries by what differs from now, where that is known; else all. */
  readonly entries: { readonly changes: readonly EntryChange[] } | { readonly all: readonly LedgerEntry[] };
}

/** Reads moments of plans in one transaction. */
export class PlanVersions {
  private readonly database: Sqlite;
  private readonly reader: (planId: string) => Reader;
  private readonly planId: string;

  constructor(database: Sqlite, reader: (planId: string) => Reader, planId: string) {
    this.database = database;
    this.reader = reader;
    this.planId = planId;
  }

  compare(before: MomentName, after: MomentName): ComparisonShown {
    const [old, now] = [this.whole(before), this.whole(after)];
    const entries = this.entriesBetween(old, now);
    return {
      ...compareVersions(old, now),
      entries: entries.slice(0, MAX_CHANGES_SHOWN).flatMap((change) => rowInWords(change, old.document, now.document)),
      entryCount: entries.length,
    };
  }

  /** The changes that lead from now to a moment, and the revision that is now. */
  changesTo(to: MomentName, rows: readonly string[] | null): { changes: Change[]; revision: number } {
    const reader = this.reader(this.planId);
    const now = this.whole({ kind: 'now' });
    const then = this.whole(to);
    const wanted = rows && new Set(rows);
    const own = planOf(now.document);
    const earlier = withId(then.document, own.id);
    const changes = differenceBetween(now.document, earlier).filter(({ table, before, after }) => {
      if (wanted === null) return true;
      const isWanted = (document: Document, row: AnyRow | null) => row !== null && isPartOf(document, table, row, wanted); // prettier-ignore
      return isWanted(now.document, before) || isWanted(earlier, after);
    });
    const entries = wanted === null ? this.entriesBetween(now, then) : [];
    if (entries.length > MAX_ENTRIES_AT_ONCE)
      throw new NoSuchMoment(
        messageFor('server.tooManyEntriesDiffer', { count: entries.length, most: MAX_ENTRIES_AT_ONCE }),
      );
    return { changes: [...changes, ...entries], revision: reader.revision() };
  }

  /** A plan at a revision as it is kept in a snapshot. */
  snapshot(revision: number | null): { content: Uint8Array; revision: number } {
    const whole = this.whole(revision === null ? { kind: 'now' } : { kind: 'revision', revision });
    const entries = this.entriesOf(whole);
    const text = JSON.stringify({ tables: rowsOf(whole.document), entries });
    return { content: gzipSync(text, { level: 6 }), revision: revision ?? this.reader(this.planId).revision() };
  }

  /** Returns what a snapshot holds. */
  inSnapshot(id: string): { document: Document; entries: LedgerEntry[] } {
    const content = createSnapshotStore(this.database).content(this.planId, id);
    if (!content) throw new NoSuchMoment(messageFor('server.snapshotGone'));
    const { tables, entries } = JSON.parse(gunzipSync(content).toString()) as {
      tables: Record<TableName, AnyRow[] | undefined>;
      entries: LedgerEntry[];
    };
    const today = TABLE_NAMES.map((table) => [table, (tables[table] ?? []).map((row) => upgradeRow(TABLES[table], row))]); // prettier-ignore
    const document = documentFrom(Object.fromEntries(today) as Record<TableName, AnyRow[]>);
    return { document, entries: entries.map((entry) => entryOf(entry.id, entry)) };
  }

  private whole(name: MomentName): Whole {
    if (name.kind === 'snapshot') {
      const { document, entries } = this.inSnapshot(name.id);
      return { document, sums: sumsAfter([], additions(entries)), entries: { all: entries } };
    }
    const planId = name.kind === 'plan' ? name.planId : this.planId;
    const reader = this.reader(planId);
    const document = reader.document();
    const sums = reader.ledger.sums(planId);
    if (name.kind === 'plan') return { document, sums, entries: { all: reader.entries() } };
    if (name.kind === 'now') return { document, sums, entries: { changes: [] } };
    const steps = createLogStore(this.database).stepsAfter(planId, name.revision);
    if (steps === null) throw new NoSuchMoment(messageFor('server.changeTooOld'));
    const back = steps.flatMap(({ changes }) => invert(changes));
    const entryChanges = inOne(back.filter(isOfLedger));
    return { document: applyChanges(document, back), sums: sumsAfter(sums, entryChanges), entries: { changes: entryChanges } }; // prettier-ignore
  }

  private entriesOf({ entries }: Whole): readonly LedgerEntry[] {
    if ('all' in entries) return entries.all;
    const now = this.reader(this.planId).entries();
    if (entries.changes.length === 0) return now;
    const changed = new Map(entries.changes.map(({ id, after }) => [id, after]));
    const kept = now.filter(({ id }) => !changed.has(id));
    return [...kept, ...[...changed.values()].filter((entry) => entry !== null)];
  }

  private entriesBetween(from: Whole, to: Whole): EntryChange[] {
    if ('changes' in from.entries && 'changes' in to.entries) {
      const back = from.entries.changes.map((change) => ({ ...change, before: change.after, after: change.before }));
      return inOne([...back, ...to.entries.changes]);
    }
    const before = new Map(this.entriesOf(from).map((entry) => [entry.id, entry]));
    const after = new Map(this.entriesOf(to).map((entry) => [entry.id, entry]));
    const ids = new Set([...before.keys(), ...after.keys()]);
    return [...ids].flatMap((id) => {
      const [entryBefore, entryAfter] = [before.get(id) ?? null, after.get(id) ?? null];
      return isSameEntry(entryBefore, entryAfter)
        ? []
        : [{ table: 'entries' as const, id, before: entryBefore, after: entryAfter }];
    });
  }
}

/** Changes of entries one after the other as one change of each. */
function inOne(changes: readonly EntryChange[]): EntryChange[] {
  const byId = new Map<string, EntryChange>();
  for (const change of changes) {
    const earlier = byId.get(change.id);
    byId.set(change.id, earlier ? { ...change, before: earlier.before } : change);
  }
  return [...byId.values()].filter(({ before, after }) => !isSameEntry(before, after));
}

const additions = (entries: readonly LedgerEntry[]): EntryChange[] =>
  entries.map((after) => ({ table: 'entries', id: after.id, before: null, after }));

/** The document of a copy under the id of the plan itself. */
function withId(document: Document, id: string): Document {
  const plan = planOf(document);
  return plan.id === id ? document : { ...document, plan: new Map([[id, { ...plan, id }]]) };
}

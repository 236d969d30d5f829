import type { Text } from '@haushalt/language';
import { readText, storedText } from './texts.ts';
import type { Sqlite } from './database.ts';

/** Why a snapshot was made: by hand, before a statement was taken in, or at night. */
export type SnapshotKind = 'made' | 'import' | 'nightly';

/** A plan as it was at a moment, without what it holds. */
export interface SnapshotLine {
  readonly id: string;
  /** As it was called by hand, or what made it. */
  readonly name: Text;
  readonly note: string;
  readonly kind: SnapshotKind;
  readonly revision: number;
  readonly at: string;
  readonly person: string;
  /** States how much it takes, in bytes. */
  readonly size: number;
}

/** A snapshot as the database keeps it. */
export interface StoredSnapshot extends Omit<SnapshotLine, 'size' | 'person'> {
  readonly personId: string;
  readonly content: Uint8Array;
}

export interface SnapshotStore {
  of(planId: string): SnapshotLine[];
  add(planId: string, snapshot: StoredSnapshot): void;
  /** Returns what a snapshot holds, compressed. */
  content(planId: string, id: string): Uint8Array | undefined;
  rename(planId: string, id: string, name: string, note: string): boolean;
  remove(planId: string, id: string): boolean;
  /** The revision of the newest; `null` when there is none. */
  newest(planId: string): number | null;
}

export function createSnapshotStore(database: Sqlite): SnapshotStore {
  const list = database.prepare<[string], Omit<SnapshotLine, 'name'> & { readonly name: string }>(
    `select snapshots.id, snapshots.name, note, kind, revision, at, people.name as person, length(content) as size
       from snapshots join people on people.id = personId where planId = ? order by at desc, snapshots.id`,
  );
  const add = database.prepare(
    `insert into snapshots (planId, id, name, note, kind, revision, at, personId, content)
     values (@planId, @id, @name, @note, @kind, @revision, @at, @personId, @content)`,
  );
  const content = database
    .prepare<[string, string], Uint8Array>('select content from snapshots where planId = ? and id = ?')
    .pluck();
  const rename = database.prepare('update snapshots set name = ?, note = ? where planId = ? and id = ?');
  const remove = database.prepare('delete from snapshots where planId = ? and id = ?');
  const newest = database
    .prepare<[string], number | null>('select max(revision) from snapshots where planId = ?')
    .pluck();
  return {
    of: (planId) => list.all(planId).map((line) => ({ ...line, name: readText(line.name) })),
    add: (planId, snapshot) => void add.run({ planId, ...snapshot, name: storedText(snapshot.name) }),
    content: (planId, id) => content.get(planId, id),
    rename: (planId, id, name, note) => rename.run(storedText(name), note, planId, id).changes > 0,
    remove: (planId, id) => remove.run(planId, id).changes > 0,
    newest: (planId) => newest.get(planId) ?? null,
  };
}

/** States how many days all snapshots are kept, one a day, and one a week. */
export const KEPT_DAYS = { all: 7, daily: 31, weekly: 366 };
/** The most snapshots that are made by hand. */
export const MOST_SNAPSHOTS = 200;

const DAY = 86_400_000;

/**
 * Which snapshots need not be kept any more: all are kept for a week, the last of each day for a month, and the last of
 * each week for a year. Those made by hand stay until someone deletes them.
 */
export function expired(snapshots: readonly Pick<SnapshotLine, 'id' | 'kind' | 'at'>[], now: Date): string[] {
  const kept = new Set<string>();
  const gone: string[] = [];
  const latestFirst = [...snapshots].sort((a, b) => (a.at < b.at ? 1 : -1));
  for (const { id, kind, at } of latestFirst) {
    if (kind === 'made') continue;
    const time = Date.parse(at);
    const age = (now.getTime() - time) / DAY;
    if (age < KEPT_DAYS.all) continue;
    // Weeks begin on Monday; the first day of the epoch was a Thursday.
    const span = age < KEPT_DAYS.daily ? `day ${Math.floor(time / DAY)}` : `week ${Math.floor((time / DAY + 3) / 7)}`;
    if (age >= KEPT_DAYS.weekly || kept.has(span)) gone.push(id);
    else kept.add(span);
  }
  return gone;
}

import { entryOf, givenOf, TABLES, isOfDocument, rowOfToday, type Change } from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** A line of a plan's history: one change set it has taken, without the changes themselves. */
export interface HistoryLine {
  readonly revision: number;
  readonly commandId: string;
  readonly personId: string;
  readonly at: string;
  /** The command's kind, or `undo` or `redo`. */
  readonly kind: string;
  readonly label: string;
  /** For undo and redo: the command they are about. */
  readonly target: string | null;
  /** For commands: whether they stand, are undone, or can no longer be taken back or done again. */
  readonly state: 'done' | 'undone' | 'left' | null;
}

/** One change set a plan has taken. */
export interface LogEntry extends HistoryLine {
  readonly changes: readonly Change[];
}

export interface LogStore {
  byCommand(planId: string, commandId: string): LogEntry | undefined;
  append(planId: string, entry: LogEntry): void;
  /** Entries after a revision, in order; `null` when they are too many, too large or no longer all kept. */
  after(planId: string, revision: number): LogEntry[] | null;
  /** A person's latest commands that can be undone or redone, in order. */
  recent(planId: string, personId: string, count: number): HistoryLine[];
  setState(planId: string, commandId: string, state: 'done' | 'undone'): void;
  /** What a person has undone can no longer be redone, once there is newer work. */
  leaveUndone(planId: string, personId: string): void;
}

/** What is kept of a plan's log. */
export interface LogLimits {
  /** How many of the newest commands can be undone; of older ones the line in the history is left. */
  readonly undoable: number;
  /** How large the changes of these may be together, in characters; the newest command can always be undone. */
  readonly size: number;
  /** How many lines of history are kept at all. */
  readonly lines: number;
}

export const LOG_LIMITS: LogLimits = { undoable: 1000, size: 64 << 20, lines: 20_000 };

/** How many entries, and how many characters of changes, are sent to a page that missed them; else it loads the plan. */
const MOST_MISSED = 200;
const LARGEST_MISSED = 4 << 20;
/** After how many revisions the log is looked at again. */
const TRIM_EVERY = 64;

type Stored = HistoryLine & { readonly changes: string };

export function createLogStore(database: Sqlite, limits: LogLimits = LOG_LIMITS): LogStore {
  const lineColumns = 'revision, commandId, personId, at, kind, label, target, state';
  const columns = `${lineColumns}, changes`;
  const byCommand = database.prepare<[string, string], Stored>(
    `select ${columns} from changeLog where planId = ? and commandId = ?`,
  );
  const append = database.prepare(
    `insert into changeLog (planId, ${columns}, size)
     values (@planId, @revision, @commandId, @personId, @at, @kind, @label, @target, @state, @changes, @size)`,
  );
  const missed = database.prepare<[string, number], { count: number; first: number; size: number; trimmed: number }>(
    `select count(*) as count, min(revision) as first, sum(size) as size, total(size = 0) as trimmed
       from (select revision, size from changeLog where planId = ? and revision > ? order by revision limit ${MOST_MISSED + 1})`,
  );
  const after = database.prepare<[string, number], Stored>(
    `select ${columns} from changeLog where planId = ? and revision > ? order by revision`,
  );
  const recent = database.prepare<[string, string, number], HistoryLine>(
    `select ${lineColumns} from changeLog indexed by changeLogSteps
      where planId = ? and personId = ? and state in ('done', 'undone') order by revision desc limit ?`,
  );
  const setState = database.prepare('update changeLog set state = ? where planId = ? and commandId = ?');
  const leave = database.prepare(
    `update changeLog indexed by changeLogUndone set state = 'left' where planId = ? and personId = ? and state = 'undone'`,
  );
  const sizes = database.prepare<[string, number], { revision: number; size: number }>(
    `select revision, size from changeLog where planId = ? and size > 0 order by revision desc limit ?`,
  );
  const forget = database.prepare(
    `update changeLog set changes = '', size = 0, state = case when state is null then null else 'left' end
      where planId = ? and revision < ? and size > 0`,
  );
  const drop = database.prepare('delete from changeLog where planId = ? and revision <= ?');
  const read = (row: Stored): LogEntry => ({
    ...row,
    changes: row.changes === '' ? [] : (JSON.parse(row.changes) as Change[]).map(changeOfToday),
  });

  /** Forgets what lies beyond the limits: first the changes, later the lines. */
  function trim(planId: string, revision: number): void {
    let size = 0;
    let oldest = revision;
    for (const row of sizes.all(planId, limits.undoable)) {
      size += row.size;
      if (size > limits.size && row.revision < revision) break;
      oldest = row.revision;
    }
    forget.run(planId, oldest);
    drop.run(planId, revision - limits.lines);
  }

  return {
    byCommand(planId, commandId) {
      const row = byCommand.get(planId, commandId);
      return row && read(row);
    },
    append(planId, entry) {
      const changes = JSON.stringify(entry.changes.map(asStored));
      append.run({ planId, ...entry, changes, size: changes.length });
      if (entry.revision % TRIM_EVERY === 0) trim(planId, entry.revision);
    },
    after(planId, revision) {
      const { count, first, size, trimmed } = missed.get(planId, revision)!;
      if (count === 0) return [];
      if (first !== revision + 1 || count > MOST_MISSED || size > LARGEST_MISSED || trimmed > 0) return null;
      return after.all(planId, revision).map(read);
    },
    recent: (planId, personId, count) => recent.all(planId, personId, count).reverse(),
    setState: (planId, commandId, state) => void setState.run(state, planId, commandId),
    leaveUndone: (planId, personId) => void leave.run(planId, personId),
  };
}

/** A change as it is stored: entries without what goes without saying, of which there may be many thousand. */
function asStored(change: Change): unknown {
  if (isOfDocument(change)) return change;
  return { ...change, before: change.before && givenOf(change.before), after: change.after && givenOf(change.after) };
}

/** A change that may have been stored before its table had all of today's columns, or without those that say nothing. */
function changeOfToday(change: Change): Change {
  if (!isOfDocument(change)) {
    const { id, before, after } = change;
    return { ...change, before: before && entryOf(id, before), after: after && entryOf(id, after) };
  }
  const [before, after] = [change.before, change.after].map((row) => row && rowOfToday(TABLES[change.table], row));
  return { ...change, before, after } as Change;
}

import type { Change } from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** One change set a plan has taken. */
export interface LogEntry {
  readonly revision: number;
  readonly commandId: string;
  readonly personId: string;
  readonly at: string;
  /** The command's kind, or `undo` or `redo`. */
  readonly kind: string;
  readonly label: string;
  /** For undo and redo: the command they are about. */
  readonly target: string | null;
  /** For commands: whether they stand, are undone, or were left behind by newer work after an undo. */
  readonly state: 'done' | 'undone' | 'left' | null;
  readonly changes: readonly Change[];
}

export interface LogStore {
  byCommand(planId: string, commandId: string): LogEntry | undefined;
  append(planId: string, entry: LogEntry): void;
  /** Entries after a revision, in order. */
  after(planId: string, revision: number): LogEntry[];
  /** A person's latest commands that can be undone or redone, in order. */
  recent(planId: string, personId: string, count: number): LogEntry[];
  setState(planId: string, commandId: string, state: 'done' | 'undone'): void;
  /** What a person has undone can no longer be redone, once there is newer work. */
  leaveUndone(planId: string, personId: string): void;
}

type Stored = Omit<LogEntry, 'changes'> & { readonly changes: string };

export function createLogStore(database: Sqlite): LogStore {
  const columns = 'revision, commandId, personId, at, kind, label, target, state, changes';
  const byCommand = database.prepare<[string, string], Stored>(
    `select ${columns} from changeLog where planId = ? and commandId = ?`,
  );
  const append = database.prepare(
    `insert into changeLog (planId, ${columns})
     values (@planId, @revision, @commandId, @personId, @at, @kind, @label, @target, @state, @changes)`,
  );
  const after = database.prepare<[string, number], Stored>(
    `select ${columns} from changeLog where planId = ? and revision > ? order by revision`,
  );
  const recent = database.prepare<[string, string, number], Stored>(
    `select ${columns} from changeLog
      where planId = ? and personId = ? and state in ('done', 'undone') order by revision desc limit ?`,
  );
  const setState = database.prepare('update changeLog set state = ? where planId = ? and commandId = ?');
  const leave = database.prepare(
    `update changeLog set state = 'left' where planId = ? and personId = ? and state = 'undone'`,
  );
  const read = (row: Stored): LogEntry => ({ ...row, changes: JSON.parse(row.changes) as Change[] });

  return {
    byCommand(planId, commandId) {
      const row = byCommand.get(planId, commandId);
      return row && read(row);
    },
    append: (planId, entry) => void append.run({ planId, ...entry, changes: JSON.stringify(entry.changes) }),
    after: (planId, revision) => after.all(planId, revision).map(read),
    recent: (planId, personId, count) => recent.all(planId, personId, count).map(read).reverse(),
    setState: (planId, commandId, state) => void setState.run(state, planId, commandId),
    leaveUndone: (planId, personId) => void leave.run(planId, personId),
  };
}

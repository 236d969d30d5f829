import type { Sqlite } from './database.ts';

/** A step of a plan that is carried out in parts, and how many of its changes are made. */
export interface Unfinished {
  readonly planId: string;
  readonly revision: number;
  readonly done: number;
}

/** Notes how far steps are that are carried out in parts, so that a crash leaves none of them half done. */
export interface UnfinishedStore {
  begin(planId: string, revision: number): void;
  isDone(planId: string, changes: number): void;
  end(planId: string): void;
  /** Returns whether a plan has one. */
  has(planId: string): boolean;
  all(): readonly Unfinished[];
}

export function createUnfinishedStore(database: Sqlite): UnfinishedStore {
  const begin = database.prepare('insert into unfinished (planId, revision, done) values (?, ?, 0)');
  const isDone = database.prepare('update unfinished set done = ? where planId = ?');
  const end = database.prepare('delete from unfinished where planId = ?');
  const has = database.prepare<[string], unknown>('select 1 from unfinished where planId = ?');
  const all = database.prepare<[], Unfinished>('select planId, revision, done from unfinished');
  return {
    begin: (planId, revision) => void begin.run(planId, revision),
    isDone: (planId, changes) => void isDone.run(changes, planId),
    end: (planId) => void end.run(planId),
    has: (planId) => has.get(planId) !== undefined,
    all: () => all.all(),
  };
}

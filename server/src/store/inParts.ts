import type { Change } from '@haushalt/core';
import type { Sqlite } from './database.ts';
import type { LogEntry, LogStore } from './log.ts';
import type { PlanStore } from './plans.ts';
import type { UnfinishedStore } from './unfinished.ts';

/** States how many changes are made at once: so many are written within some 20 ms, between two requests of others. */
export const AT_ONCE = 250;

/** Lets what others have asked for be answered first. */
export const othersFirst = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Changes in parts that are made at once. */
export function* partsOf<T>(changes: readonly T[], from = 0): Generator<readonly T[]> {
  for (let index = from; index < changes.length; index += AT_ONCE) yield changes.slice(index, index + AT_ONCE);
}

/** A list as JSON, written part by part, between which others are answered. */
export async function jsonInParts<T>(
  list: readonly T[],
  write: (part: readonly T[]) => string = JSON.stringify,
): Promise<string> {
  const parts: string[] = [];
  for (const part of partsOf(list)) {
    await othersFirst();
    parts.push(write(part).slice(1, -1));
  }
  return `[${parts.join(',')}]`;
}

/** A step that is being carried out in parts, and how many of its changes are made. */
interface Begun {
  readonly entry: LogEntry;
  done: number;
}

/**
 * Steps that are carried out in parts. Their entry in the log is written first, with a note how far they are; each part is a
 * transaction with that note. So what a crash interrupts is finished at the next start, and what a full disk interrupts as soon
 * as someone asks for the plan again.
 */
export interface Parts {
  /** Begins a step with its entry in the log, as `note` writes it. */
  begin(planId: string, note: () => LogEntry): LogEntry;
  /** Makes all changes that are left of the step a plan has begun. */
  goOn(planId: string): Promise<void>;
  /** Returns whether something of a plan is under way or half done. Who finds it is not goes on without a pause, or looks again. */
  isUnderWay(planId: string): boolean;
  /** Does something of a plan of which nothing is under way; whoever awaits `settled` comes after it. */
  alone<T>(planId: string, work: () => Promise<T>): Promise<T>;
  /** Resolves once nothing of a plan is under way or half done. */
  settled(planId: string): Promise<void>;
  /** Resolves once nothing of any plan is under way. */
  allSettled(): Promise<void>;
}

interface PartsOptions {
  readonly database: Sqlite;
  readonly unfinished: UnfinishedStore;
  readonly log: LogStore;
  readonly plans: PlanStore;
  /** Makes changes; within a transaction. */
  readonly write: (planId: string, changes: readonly Change[]) => void;
}

export function createParts({ database, unfinished, log, plans, write }: PartsOptions): Parts {
  const begun = new Map<string, Begun>();
  const underWay = new Map<string, Promise<unknown>>();

  const beginStep = database.transaction((planId: string, note: () => LogEntry): LogEntry => {
    const entry = note();
    unfinished.begin(planId, entry.revision);
    return entry;
  });
  const makePart = database.transaction((planId: string, changes: readonly Change[], done: number) => {
    write(planId, changes);
    unfinished.isDone(planId, done);
  });
  const end = database.transaction((planId: string, revision: number) => {
    plans.setRevision(planId, revision);
    unfinished.end(planId);
  });

  async function goOn(planId: string): Promise<void> {
    const step = begun.get(planId)!;
    const { changes, revision } = step.entry;
    for (const part of partsOf(changes, step.done)) {
      makePart.immediate(planId, part, step.done + part.length);
      step.done += part.length;
      await othersFirst();
    }
    end.immediate(planId, revision);
    begun.delete(planId);
  }

  async function alone<T>(planId: string, work: () => Promise<T>): Promise<T> {
    const done = work();
    underWay.set(planId, done);
    try {
      return await done;
    } finally {
      underWay.delete(planId);
    }
  }

  const isUnderWay = (planId: string) => underWay.has(planId) || begun.has(planId);

  async function settled(planId: string): Promise<void> {
    // Several may have waited for the same, and what they waited for may have failed: each looks again.
    while (isUnderWay(planId)) {
      const other = underWay.get(planId);
      if (other) await other.catch(() => {});
      else await alone(planId, () => goOn(planId));
    }
  }

  // What the last run of the program left.
  for (const { planId, revision, done } of unfinished.all()) {
    const entry = log.byRevision(planId, revision)!;
    makePart.immediate(planId, entry.changes.slice(done), entry.changes.length);
    end.immediate(planId, revision);
  }

  return {
    begin(planId, note) {
      const entry = beginStep.immediate(planId, note);
      begun.set(planId, { entry, done: 0 });
      return entry;
    },
    goOn,
    isUnderWay,
    alone,
    settled,
    async allSettled() {
      await Promise.allSettled(underWay.values());
    },
  };
}

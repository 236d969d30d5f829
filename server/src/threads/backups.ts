import { createLedgerStore } from '../store/ledger.ts';
import { createRowStore } from '../store/rows.ts';
import {
  MessageError,
  PlanFormatError,
  parseEntries,
  parsePlan,
  planOf,
  toPlanFile,
  type Document,
  type LedgerEntry,
} from '@haushalt/core';
import { openDatabase, storageTrouble, refusalOfFile, type Sqlite } from '../store/database.ts';
import type { StoredStep } from '../store/log.ts';
import type { Person } from '../store/people.ts';
import type { StoredSnapshot } from '../store/snapshots.ts';
import { messageFor } from '../message.ts';
import { inParts, type PlanPart } from './parts.ts';

/** Describes what a backup holds: a copy of a database, made by this program or an earlier one. */
export interface BackupTask {
  readonly kind: 'readBackup';
  /** The file; it is brought up to date where it is of an earlier version, so that it has to be a copy. */
  readonly file: string;
}

export interface RestoreTask {
  readonly kind: 'restorePlan';
  readonly file: string;
  readonly planId: string;
}

/** A plan in a backup. */
export interface BackupPlan {
  readonly id: string;
  readonly name: string;
  readonly entries: number;
  readonly steps: number;
  readonly snapshots: number;
  /** When something was last changed in it; when it was made, where nothing was. */
  readonly changedAt: string;
}

/** A file that is no backup. */
export class NoBackup extends MessageError {}

/** States how many steps one part holds. */
const STEPS = 200;

export function plansInBackup(file: string): BackupPlan[] {
  return withBackup(file, (database) =>
    database
      .prepare<[], BackupPlan>(
        `select id, name,
                (select coalesce(sum(count), 0) from entrySums where planId = plans.id) as entries,
                (select count(*) from changeLog where planId = plans.id) as steps,
                (select count(*) from snapshots where planId = plans.id) as snapshots,
                coalesce((select at from changeLog where planId = plans.id order by revision desc limit 1), createdAt) as changedAt
           from plans where incomplete = 0 and deletedAt is null order by name collate nocase, id`,
      )
      .all(),
  );
}

/** Hands on a plan of a backup part by part: its rows, its entries, its history, its snapshots. */
export function planInBackup({ file, planId }: RestoreTask, part: (part: PlanPart) => void): void {
  withBackup(file, (database) => {
    const document = createRowStore(database).read(planId);
    const entries = createLedgerStore(database).all(planId);
    if (document.plan.size !== 1) throw new NoBackup(messageFor('server.backup.damaged'));
    checkPlan(document, entries);
    inParts(document, entries, part);
    const people = database
      .prepare<[string, string], Person>(
        `select id, substr(name, 1, 80) as name from people where id in
          (select personId from changeLog where planId = ? union select personId from snapshots where planId = ?)`,
      )
      .all(planId, planId);
    const names = new Set(people.map(({ id }) => id));
    const steps = database
      .prepare<[string], StoredStep>(
        `select revision, commandId, personId, at, kind, label, target, state, changes, size from changeLog
          where planId = ? order by revision`,
      )
      .iterate(planId);
    let gathered: StoredStep[] = [];
    for (const step of steps) {
      if (!names.has(step.personId)) throw new NoBackup(messageFor('server.backup.damaged'));
      gathered.push(step);
      if (gathered.length < STEPS) continue;
      part({ kind: 'steps', steps: gathered, people });
      gathered = [];
    }
    part({ kind: 'steps', steps: gathered, people });
    const snapshots = database
      .prepare<[string], StoredSnapshot>(
        'select id, name, note, kind, revision, at, personId, content from snapshots where planId = ?',
      )
      .iterate(planId);
    for (const snapshot of snapshots) part({ kind: 'snapshot', snapshot });
    const revision = database.prepare<[string], number>('select revision from plans where id = ?').pluck();
    part({ kind: 'revision', revision: revision.get(planId)! });
  });
}

const REASONS = {
  notDatabase: messageFor('server.backup.invalid'),
  damaged: messageFor('server.backup.damaged'),
  newer: messageFor('server.backup.tooNew'),
  foreign: messageFor('server.backup.foreignTables'),
} as const;

/** Refuses a plan of a backup that an import would refuse: its tables and entries are read as those of a plan file. */
function checkPlan(document: Document, entries: readonly LedgerEntry[]): void {
  const { name } = planOf(document);
  try {
    const json = JSON.parse(JSON.stringify(toPlanFile(document, entries))) as unknown;
    parseEntries(json, parsePlan(json));
  } catch (error) {
    // What is in it may be so wrong that it cannot even be written.
    const why = error instanceof PlanFormatError ? error.text : messageFor('server.backup.rowsUnreadable');
    throw new NoBackup(messageFor('server.backup.planRefused', { name: name.slice(0, 80), why }));
  }
}

/** Opens a backup after it has been made sure that it is one. */
function withBackup<T>(file: string, read: (database: Sqlite) => T): T {
  const why = refusalOfFile(file);
  if (why !== null) throw new NoBackup(REASONS[why]);
  let database: Sqlite;
  try {
    database = openDatabase(file);
  } catch (error) {
    throw new NoBackup(messageFor('server.backup.invalid'), { cause: error });
  }
  try {
    // What comes from elsewhere may hold anything.
    database.pragma('trusted_schema = OFF');
    return read(database);
  } catch (error) {
    if (error instanceof NoBackup) throw error;
    if (storageTrouble(error)) throw new NoBackup(messageFor('server.backup.damaged'), { cause: error });
    throw error;
  } finally {
    database.close();
  }
}

import type { Language } from '@haushalt/language';
import { inLanguage } from '@haushalt/formats';
import { speakerOf } from '../language.ts';
import {
  MAX_ENTRIES,
  Model,
  PlanFormatError,
  figuresOf,
  itemSumsAfter,
  modelWithEntries,
  nameOf,
  planOf,
  rowsOf,
  planStatus,
  toPlanFile,
  type Change,
  type Day,
  type Document,
  type EntryQuery,
  type Month,
  type PlanStatus,
} from '@haushalt/core';
import {
  StatementError,
  WorkbookError,
  auditPdf,
  auditWorkbook,
  BYTE_ORDER_MARK,
  entriesTable,
  listTable,
  toCsv,
  type Progress,
  type ReadingCorrections,
} from '@haushalt/formats';
import { DatabaseError, copyDatabase, openForReading, type Sqlite } from '../store/database.ts';
import { createLedgerStore } from '../store/ledger.ts';
import { createLogStore } from '../store/log.ts';
import { createRowStore } from '../store/rows.ts';
import { pause } from '../store/pause.ts';
import { createUnfinishedStore } from '../store/unfinished.ts';
import { fileHandedOver, pagesShown, type ExportTask, type PagesTask } from './exports.ts';
import {
  NoBackup,
  planInBackup,
  plansInBackup,
  type BackupPlan,
  type BackupTask,
  type RestoreTask,
} from './backups.ts';
import {
  PlanVersions,
  NoSuchMoment,
  type CompareTask,
  type GoBackTask,
  type HistoryTask,
  type ReadSnapshotTask,
  type SnapshotTask,
} from './planVersions.ts';
import { inParts, type PlanPart } from './parts.ts';
import { NotJson, readPlanFile, writePlanFile } from './planFiles.ts';
import type { Strength } from './strength.ts';
import { STORAGE } from './storageCode.ts';
import type { Reader } from './reader.ts';
import { messageFor, type Message } from '../message.ts';
import { previewFor, type PreviewTask } from './statementPreview.ts';

/** Describes what takes long is done in a thread of its own, so that no command waits behind it. These are the things it can do. */
export type Task = TaskOfAKind & {
  /** The language of what it writes; English when left out. */
  readonly language?: Language;
};

type TaskOfAKind =
  | { readonly kind: 'readFile'; readonly file: string }
  | { readonly kind: 'readPlan'; readonly database: string; readonly planId: string }
  | { readonly kind: 'open'; readonly database: string; readonly planId: string }
  | { readonly kind: 'writeFile'; readonly database: string; readonly planId: string; readonly file: string }
  | { readonly kind: 'writeEntries'; readonly database: string; readonly planId: string; readonly query: EntryQuery }
  | { readonly kind: 'writeList'; readonly database: string; readonly planId: string; readonly list: string }
  | PreviewTask
  | { readonly kind: 'earlier'; readonly database: string; readonly planId: string; readonly most: number }
  | { readonly kind: 'copyDatabase'; readonly database: string; readonly to: string }
  | { readonly kind: 'strength'; readonly password: string; readonly own: readonly string[] }
  | { readonly kind: 'standing'; readonly database: string; readonly planId: string; readonly month: Month }
  | { readonly kind: 'fed'; readonly database: string; readonly planId: string; readonly of: readonly string[] }
  | {
      readonly kind: 'audit';
      readonly file: Uint8Array;
      readonly title: string;
      readonly fix: boolean;
      readonly said: ReadingCorrections;
      readonly asPages: boolean;
      readonly today: Day;
    }
  | HistoryTask
  | CompareTask
  | SnapshotTask
  | GoBackTask
  | ReadSnapshotTask
  | BackupTask
  | RestoreTask
  | PagesTask
  | ExportTask;

/** Describes what a task comes to. */
export interface TaskResult {
  readonly readFile: null;
  readonly readPlan: null;
  /** The rows of a plan as the text of a JSON object by table, and the revision they are of. */
  readonly open: { readonly tables: Uint8Array; readonly revision: number };
  /** States what the plan is called that has been written. */
  readonly writeFile: { readonly name: string };
  readonly writeEntries: { readonly name: string; readonly file: Uint8Array };
  /** A list as a table; `null` when the plan has none with that id. */
  readonly writeList: { readonly name: string; readonly file: Uint8Array } | null;
  /** States what the file means for the plan, as JSON text: a `StatementPreview`. */
  readonly previewStatement: Uint8Array;
  /** States what was entered earlier, by description, and the revision it is of, as JSON text. */
  readonly earlier: Uint8Array;
  readonly copyDatabase: null;
  readonly strength: Strength;
  readonly standing: { readonly standing: PlanStatus; readonly revision: number };
  /** The figures that other plans follow, by what they are of; nothing of what is gone. */
  readonly fed: Readonly<Record<string, FedFigures>>;
  /** States what a workbook is, what is wrong with it, and the plan it makes, as JSON text; or the audit as a PDF. */
  readonly audit: Uint8Array;
  /** The steps asked for, as JSON text. */
  readonly history: Uint8Array;
  /** States what differs, as JSON text: a `ComparisonShown`. */
  readonly compare: Uint8Array;
  /** A plan as a snapshot keeps it, and the revision it is of. */
  readonly snapshot: { readonly content: Uint8Array; readonly revision: number };
  /** States what leads from now to a moment, and the revision that is now. */
  readonly goBack: { readonly changes: Change[]; readonly revision: number };
  readonly readSnapshot: null;
  readonly readBackup: readonly BackupPlan[];
  readonly restorePlan: null;
  /** Some of the pages, as JSON text: a `PagesShown`. */
  readonly pages: Uint8Array;
  readonly export: { readonly name: string; readonly file: Uint8Array };
}

/** Describes what a task tells while it is under way: parts of what it comes to, and how far it is. */
export interface TaskReporter {
  readonly part: (part: PlanPart) => void;
  readonly progress: Progress;
}

/** A file that is none, with where it is wrong. */
export interface Refused {
  readonly text: Message;
  readonly pointer: string | null;
}

/** Does a task; the parts of a plan are handed on as they are read. Throws `PlanFormatError`, or `NotJson`. */
export function perform(
  task: Task,
  reporter: TaskReporter,
): TaskResult[Task['kind']] | Promise<TaskResult[Task['kind']]> {
  return inLanguage(speakerOf(task.language ?? 'en'), () => performed(task, reporter));
}

function performed(
  task: Task,
  { part, progress }: TaskReporter,
): TaskResult[Task['kind']] | Promise<TaskResult[Task['kind']]> {
  switch (task.kind) {
    case 'readFile':
      readPlanFile(task.file, part);
      return null;
    case 'readPlan':
      return reading(task, ({ document, entries }) => {
        inParts(document(), entries(), part);
        return null;
      });
    case 'open':
      return reading(task, ({ document, revision }) => ({
        tables: encode(JSON.stringify(rowsOf(document()))),
        revision: revision(),
      }));
    case 'writeFile':
      return reading(task, ({ document, ledger }) => {
        const plan = document();
        writePlanFile(task.file, plan, ledger.each(task.planId));
        return { name: planOf(plan).name };
      });
    case 'writeEntries':
      return reading(task, ({ document, ledger }) => {
        const plan = document();
        const { entries } = ledger.list(task.planId, task.query, { offset: 0, limit: MAX_ENTRIES });
        return { name: planOf(plan).name, file: encode(BYTE_ORDER_MARK + toCsv(entriesTable(entries, plan))) };
      });
    case 'writeList':
      return reading(task, ({ document, ledger }) => {
        const plan = document();
        const list = plan.lists.get(task.list);
        if (!list) return null;
        const sums = itemSumsAfter(ledger.itemSums(task.planId), []);
        const model = modelWithEntries(new Model(plan), list.id, sums);
        return { name: list.name, file: encode(BYTE_ORDER_MARK + toCsv(listTable(model, list))) };
      });
    case 'previewStatement':
      return reading(task, (reader) => encode(JSON.stringify(previewFor(task, reader, progress))));
    case 'earlier':
      return reading(task, ({ ledger, revision }) =>
        encode(JSON.stringify({ revision: revision(), earlier: ledger.earlier(task.planId, task.most) })),
      );
    case 'copyDatabase':
      copyDatabase(task.database, task.to);
      return null;
    case 'strength':
      return strengthOfPassword(task);
    case 'standing':
      return reading(task, ({ document, revision }) => ({
        standing: planStatus(new Model(document()), task.month),
        revision: revision(),
      }));
    case 'history':
      return reading(task, ({ database }) =>
        encode(JSON.stringify(createLogStore(database).page(task.planId, task.query))),
      );
    case 'compare':
      return reading(task, ({ moments }) => encode(JSON.stringify(moments().compare(task.before, task.after))));
    case 'snapshot':
      return reading(task, ({ moments }) => moments().snapshot(task.revision));
    case 'goBack':
      return reading(task, ({ moments }) => moments().changesTo(task.to, task.rows));
    case 'readSnapshot':
      return reading(task, ({ moments }) => {
        const { document, entries } = moments().inSnapshot(task.id);
        inParts(document, entries, part);
        return null;
      });
    case 'fed':
      return reading(task, ({ document }) => figuresFed(document(), task.of));
    case 'readBackup':
      return plansInBackup(task.file);
    case 'restorePlan':
      planInBackup(task, part);
      return null;
    case 'audit':
      return audited(task, progress);
    case 'pages':
      return pagesShown(task, (read) => reading(task, read), progress).then((shown) => encode(JSON.stringify(shown)));
    case 'export':
      return fileHandedOver(task, (read) => reading(task, read), progress);
  }
}

/** Loaded when it is first asked for: the words it knows take a while. */
async function strengthOfPassword({ password, own }: Extract<Task, { kind: 'strength' }>): Promise<Strength> {
  const { strengthOf } = await import('./strength.ts');
  return strengthOf(password, own);
}

async function audited(
  { file, title, fix, said, asPages, today }: Extract<Task, { kind: 'audit' }>,
  progress: Progress,
): Promise<Uint8Array> {
  progress(0, messageFor('server.progress.readingFile'));
  const audited = await auditWorkbook(file, title, fix, said);
  progress(0.9, messageFor('server.progress.creatingPlan'));
  if (asPages) return auditPdf(audited, title, today);
  const { document, ...audit } = audited;
  return encode(JSON.stringify({ ...audit, plan: toPlanFile(document, []) }));
}

/** Figures of a plan that a line of another one follows, by month; and what they are called. */
export interface FedFigures {
  readonly source: string;
  readonly figures: readonly { readonly month: Month; readonly amount: number | null }[];
}

function figuresFed(document: Document, ids: readonly string[]): Record<string, FedFigures> {
  const model = new Model(document);
  const { name } = planOf(document);
  return Object.fromEntries(
    ids.flatMap((id) => {
      const series = model.seriesOf(id);
      const called = nameOf(document, id);
      if (!series || called === undefined) return [];
      const figures = figuresOf(series).map((amount, period) => ({ month: model.calendar.months[period]!, amount }));
      return [[id, { source: `${name}.${called}`.slice(0, 200), figures }]];
    }),
  );
}

/** A plan of which a step is carried out in parts, and some of them are written. */
class HalfDone extends Error {}

/** States how long it is waited for the rest of a step, at most and between two looks, in milliseconds. */
const LONGEST_STEP = 30_000;
const LOOK_AGAIN = 40;

/** Reads a plan as it is at one moment, from a connection of its own; one that is half changed once it is whole. */
function reading<T>(
  { database: file, planId }: { readonly database: string; readonly planId: string },
  read: (reader: Reader & { readonly database: Sqlite; readonly moments: () => PlanVersions }) => T,
): T {
  const database = openForReading(file);
  const begun = performance.now();
  try {
    const rows = createRowStore(database);
    const ledger = createLedgerStore(database);
    const revision = database.prepare<[string], { revision: number }>('select revision from plans where id = ?');
    const unfinished = createUnfinishedStore(database);
    const select = (id: string): Reader => {
      if (unfinished.has(id)) throw new HalfDone();
      return {
        document: () => rows.read(id),
        ledger,
        entries: () => ledger.all(id),
        revision: () => revision.get(id)!.revision,
      };
    };
    const readAtOnce = database.transaction(() =>
      read({ ...select(planId), database, moments: () => new PlanVersions(database, select, planId) }),
    );
    for (;;) {
      try {
        return readAtOnce();
      } catch (error) {
        if (!(error instanceof HalfDone)) throw error;
        if (performance.now() - begun > LONGEST_STEP) throw new DatabaseError(messageFor('server.planBusy'));
        pause(LOOK_AGAIN);
      }
    }
  } finally {
    database.close();
  }
}

const encode = (text: string) => new TextEncoder().encode(text);

/** The code of an error, as it is told to whoever asked for the task. */
export function codeOf(error: unknown): string | undefined {
  if (error instanceof DatabaseError) return STORAGE;
  return error instanceof Error && 'code' in error ? String(error.code) : undefined;
}

export function refusedBy(error: unknown): Refused | null {
  if (error instanceof PlanFormatError) return { text: error.text, pointer: error.pointer };
  if (error instanceof StatementError) return { text: error.text, pointer: '' };
  if (error instanceof NoSuchMoment || error instanceof NoBackup) return { text: error.text, pointer: '' };
  if (error instanceof WorkbookError) return { text: error.text, pointer: '' };
  return error instanceof NotJson ? { text: error.text, pointer: null } : null;
}

import type { Language, Text } from '@haushalt/language';
import { readText, storedText } from './texts.ts';
import { entryOf, givenOf, plainText, TABLES, isOfDocument, upgradeRow, type Change } from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** A line of a plan's history: one change set it has taken, without the changes themselves. */
export interface HistoryLine {
  readonly revision: number;
  readonly commandId: string;
  readonly personId: string;
  readonly at: string;
  /** The command's kind, or `undo` or `redo`. */
  readonly kind: string;
  readonly label: Text;
  /** For undo and redo: the command they are about. */
  readonly target: string | null;
  /** For commands: whether they stand, are undone, or can no longer be taken back or done again. */
  readonly state: 'done' | 'undone' | 'left' | null;
}

/** One change set a plan has taken. */
export interface LogEntry extends HistoryLine {
  readonly changes: readonly Change[];
}

/** Which steps of a plan's history are asked for, the latest first. */
export interface HistoryQuery {
  /** The language words are looked for in. */
  readonly language: Language;
  /** Only steps before this revision. */
  readonly before: number | null;
  readonly count: number;
  /** Whose; everyone's when `null`. */
  readonly person: string | null;
  /** Words that are in what was done. */
  readonly text: string;
  /** From a day, and up to one. */
  readonly from: string | null;
  readonly to: string | null;
  /** Only steps that changed this row, or one that belongs to it. */
  readonly row: string | null;
  /** With `row`: only steps that may have changed it in this month. */
  readonly month: string | null;
}

/** A step as it is shown in the history. */
export interface HistoryShown extends HistoryLine {
  readonly person: string;
  /** True when it is still known what it changed. */
  readonly isKept: boolean;
}

export interface LogStore {
  byCommand(planId: string, commandId: string): LogEntry | undefined;
  byRevision(planId: string, revision: number): LogEntry | undefined;
  /** Returns how large the changes of a command are, in characters; 0 where none are kept. */
  sizeOf(planId: string, commandId: string): number;
  /** Adds an entry; `changes` are its changes as `changesAsText` writes them. */
  append(planId: string, entry: LogEntry, changes: string): void;
  /** Takes over steps of a backup as they were kept; to be called within a transaction. */
  takeOver(planId: string, steps: readonly StoredStep[]): void;
  /** Entries after a revision, in order; `null` when they are too many, too large or no longer all kept. */
  after(planId: string, revision: number): LogEntry[] | null;
  /** A person's latest commands that can be undone or redone, in order. */
  recent(planId: string, personId: string, count: number): HistoryLine[];
  /** The steps asked for; of a row, by looking into what steps changed. */
  page(planId: string, query: HistoryQuery): HistoryShown[];
  /** Steps after a revision, the latest first; `null` when what one of them changed is not kept any more. */
  stepsAfter(planId: string, revision: number): LogEntry[] | null;
  /** All a person has done, in all plans, in order. */
  of(personId: string): (Pick<HistoryLine, 'at' | 'label'> & { readonly plan: string })[];
  setState(planId: string, commandId: string, state: 'done' | 'undone'): void;
  /** Forgets redoing: what a person has undone can no longer be redone, once there is newer work. */
  leaveUndone(planId: string, personId: string): void;
}

/**
 * Describes what is kept of a plan's log. Of older commands the line in the history is left, once a snapshot stands for the moments
 * before: so each moment is either reached through the log or a snapshot lies near it. Without one, twice as much is kept.
 */
export interface LogLimits {
  /** States how many of the newest commands can be undone, at least. */
  readonly undoable: number;
  /** States how large the changes of these may be together, in characters; the newest command can always be undone. */
  readonly size: number;
  /** Number of lines of history are kept at all. */
  readonly lines: number;
  /** After how many revisions of a plan, or changes as large as half of `size`, its log is looked at again. */
  readonly every: number;
}

export const LOG_LIMITS: LogLimits = { undoable: 3000, size: 64 << 20, lines: 20_000, every: 1024 };

/** States how many entries, and how many characters of changes, are sent to a page that missed them; else it loads the plan. */
const MOST_MISSED = 200;
const LARGEST_MISSED = 4 << 20;

/** A step as the database keeps it: a label that is a message as JSON, one of earlier versions as the sentence it was. */
type Stored = Omit<HistoryLine, 'label'> & { readonly changes: string; readonly label: string };
type StoredLine = Omit<HistoryLine, 'label'> & { readonly label: string };

type PagedStep = Omit<HistoryShown, 'isKept' | 'label'> & { readonly isKept: number; readonly label: string };

/** A step as the database keeps it. */
export type StoredStep = Stored & { readonly size: number };

export function createLogStore(database: Sqlite, limits: LogLimits = LOG_LIMITS): LogStore {
  const lineColumns = 'revision, commandId, personId, at, kind, label, target, state';
  const columns = `${lineColumns}, changes`;
  const byCommand = database.prepare<[string, string], Stored>(
    `select ${columns} from changeLog where planId = ? and commandId = ?`,
  );
  const byRevision = database.prepare<[string, number], Stored>(
    `select ${columns} from changeLog where planId = ? and revision = ?`,
  );
  const sizeOf = database
    .prepare<[string, string], number>('select size from changeLog where planId = ? and commandId = ?')
    .pluck();
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
  const recent = database.prepare<[string, string, number], StoredLine>(
    `select ${lineColumns} from changeLog indexed by changeLogSteps
      where planId = ? and personId = ? and state in ('done', 'undone') order by revision desc limit ?`,
  );
  const page = database.prepare<unknown[], PagedStep>(
    `select revision, commandId, personId, at, kind, label, target, state, size > 0 as isKept, people.name as person
       from changeLog join people on people.id = personId
      where planId = @planId and revision < @before and (@person is null or personId = @person)
        and (@text = '' or plainText(writtenText(label, @language)) like @text escape '\\')
        and (@from is null or at >= @from) and (@to is null or substr(at, 1, 10) <= @to)
        and (@row is null or instr(changes, @row) > 0)
      order by revision desc limit @count`,
  );
  const stepsAfter = database.prepare<[string, number], StoredStep>(
    `select ${columns}, size from changeLog where planId = ? and revision > ? order by revision desc`,
  );
  const source = database.prepare<[string], { at: string; label: string; plan: string }>(
    `select at, label, plans.name as plan from changeLog join plans on plans.id = planId where personId = ? order by at`,
  );
  const setState = database.prepare('update changeLog set state = ? where planId = ? and commandId = ?');
  const leave = database.prepare(
    `update changeLog indexed by changeLogUndone set state = 'left' where planId = ? and personId = ? and state = 'undone'`,
  );
  const withinLimits = database
    .prepare<[string, number, number], number>(
      `select min(revision) from (
         select revision, row_number() over latest as nth, sum(size) over latest as total from (
           select revision, size from changeLog where planId = ? and size > 0 order by revision desc limit ?)
         window latest as (order by revision desc))
        where nth = 1 or total <= ?`,
    )
    .pluck();
  const snapshotBefore = database
    .prepare<[string, number], number | null>('select max(revision) from snapshots where planId = ? and revision < ?')
    .pluck();
  const forget = database.prepare(
    `update changeLog set changes = '', size = 0, state = case when state is null then null else 'left' end
      where planId = ? and revision < ? and size > 0`,
  );
  const drop = database.prepare('delete from changeLog where planId = ? and revision <= ?');
  const read = (row: Stored): LogEntry => ({
    ...row,
    label: readText(row.label),
    changes: row.changes === '' ? [] : (JSON.parse(row.changes) as Change[]).map(changeOfToday),
  });

  /** States how large the changes of each plan are since its log was looked at. */
  const grown = new Map<string, number>();

  function trimInTime(planId: string, revision: number, size: number): void {
    const since = (grown.get(planId) ?? 0) + size;
    const isDue = revision % limits.every === 0 || since > limits.size / 2;
    grown.set(planId, isDue ? 0 : since);
    if (isDue) trim(planId, revision);
  }

  /** Forgets what lies beyond the limits, behind the latest snapshot there: first the changes, later the lines. */
  function trim(planId: string, revision: number): void {
    const keptFrom = (times: number) => withinLimits.get(planId, limits.undoable * times, limits.size * times) ?? 0;
    const snapshot = snapshotBefore.get(planId, keptFrom(1));
    forget.run(planId, Math.max((snapshot ?? -1) + 1, keptFrom(2)));
    drop.run(planId, revision - limits.lines);
  }

  return {
    byCommand(planId, commandId) {
      const row = byCommand.get(planId, commandId);
      return row && read(row);
    },
    byRevision(planId, revision) {
      const row = byRevision.get(planId, revision);
      return row && read(row);
    },
    sizeOf: (planId, commandId) => sizeOf.get(planId, commandId) ?? 0,
    append(planId, entry, changes) {
      append.run({ planId, ...entry, label: storedText(entry.label), changes, size: changes.length });
      trimInTime(planId, entry.revision, changes.length);
    },
    takeOver(planId, steps) {
      for (const step of steps) append.run({ planId, ...step });
    },
    after(planId, revision) {
      const { count, first, size, trimmed } = missed.get(planId, revision)!;
      if (count === 0) return [];
      if (first !== revision + 1 || count > MOST_MISSED || size > LARGEST_MISSED || trimmed > 0) return null;
      return after.all(planId, revision).map(read);
    },
    page(planId, { before, text, row, month, count, ...rest }) {
      const words = text.trim() === '' ? '' : `%${plainText(text).replace(/[\\%_]/g, '\\$&')}%`;
      const terms = {
        planId,
        before: before ?? Number.MAX_SAFE_INTEGER,
        text: words,
        row: row === null ? null : JSON.stringify(row),
        ...rest,
      };
      const shown = (lines: readonly PagedStep[]) =>
        lines.map((line) => ({ ...line, label: readText(line.label), isKept: line.isKept === 1 }));
      if (row === null || month === null) return shown(page.all({ ...terms, count }));
      // Of a month: what was changed in it, or from it or an earlier one on.
      const steps = page.all({ ...terms, count: MOST_LOOKED_THROUGH });
      const concerns = ({ commandId }: PagedStep) =>
        read(byCommand.get(planId, commandId)!).changes.some((change) => isOfMonth(change, row, month));
      return shown(steps.filter(concerns).slice(0, count));
    },
    stepsAfter(planId, revision) {
      const rows = stepsAfter.all(planId, revision);
      const isWhole = rows.every(({ size }) => size > 0) && (rows.at(-1)?.revision ?? revision + 1) === revision + 1;
      return isWhole ? rows.map(read) : null;
    },
    of: (personId) => source.all(personId).map(withText),
    recent: (planId, personId, count) => recent.all(planId, personId, count).reverse().map(withText),
    setState: (planId, commandId, state) => void setState.run(state, planId, commandId),
    leaveUndone: (planId, personId) => void leave.run(planId, personId),
  };
}

/** The most steps that are looked through for a month. */
const MOST_LOOKED_THROUGH = 1000;

/** Returns whether a change of a row, or of what belongs to it, may have changed its figure of a month. */
function isOfMonth({ before, after }: Change, row: string, month: string): boolean {
  return [before, after].some((each) => {
    if (each === null) return false;
    const values = each as unknown as Readonly<Record<string, unknown>>;
    if (!Object.values(values).includes(row)) return false;
    if (typeof values.month === 'string') return values.month === month;
    if (typeof values.date === 'string') return values.date.startsWith(month);
    return typeof values.from !== 'string' || values.from <= month;
  });
}

/** Changes as the log keeps them. */
export const changesAsText = (changes: readonly Change[]): string => JSON.stringify(changes.map(asStored));

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
  const [before, after] = [change.before, change.after].map((row) => row && upgradeRow(TABLES[change.table], row));
  return { ...change, before, after } as Change;
}

const withText = <T extends { readonly label: string }>(row: T): Omit<T, 'label'> & { readonly label: Text } => ({
  ...row,
  label: readText(row.label),
});

import { yearInWords, yearOf, type Month } from '../../calendar/month.ts';
import { createCalendar, type Calendar } from '../../calendar/calendar.ts';
import type { LedgerEntry } from '../schema/entries.ts';
import { RowTable, rowsWhere } from './rowTable.ts';
import {
  TABLE_NAMES,
  type AnyRow,
  type GroupRow,
  type LineRow,
  type PlanRow,
  type Row,
  type TableName,
} from '../schema/tables.ts';

/** A plan as its tables: rows by id. Documents are never changed in place. */
export type Document = { readonly [T in TableName]: ReadonlyMap<string, Row<T>> };

/** Describes what differs in one row of a document; `before` is null for a new row, `after` for a deleted one. */
export type DocumentChange = {
  [T in TableName]: {
    readonly table: T;
    readonly id: string;
    readonly before: Row<T> | null;
    readonly after: Row<T> | null;
  };
}[TableName];

/** Describes what differs in one entry of the ledger, which is no part of the document. */
export interface EntryChange {
  readonly table: 'entries';
  readonly id: string;
  readonly before: LedgerEntry | null;
  readonly after: LedgerEntry | null;
}

/** Describes what a command changes: rows of the document, entries of the ledger. */
export type Change = DocumentChange | EntryChange;

export function isOfDocument(change: Change): change is DocumentChange {
  return change.table !== 'entries';
}

export function isOfLedger(change: Change): change is EntryChange {
  return change.table === 'entries';
}

/** A document without any row. */
export function emptyDocument(): Document {
  return Object.fromEntries(TABLE_NAMES.map((table) => [table, new Map()])) as unknown as Document;
}

/** A document from lists of rows, as they come from a file or the database. */
export function documentFrom(rows: Readonly<Record<TableName, readonly AnyRow[]>>): Document {
  return Object.fromEntries(
    TABLE_NAMES.map((table) => [table, new Map(rows[table].map((row) => [row.id, row]))]),
  ) as unknown as Document;
}

/** The rows of every table as lists, for a file or a response. */
export function rowsOf(document: Document): Record<TableName, AnyRow[]> {
  return Object.fromEntries(TABLE_NAMES.map((table) => [table, [...document[table].values()]])) as Record<
    TableName,
    AnyRow[]
  >;
}

/** The document after some changes; what they do not touch is shared with the old one. */
export function applyChanges(document: Document, changes: readonly Change[]): Document {
  const edited = new Map<TableName, RowTable<AnyRow>>();
  for (const change of changes) {
    if (!isOfDocument(change)) continue;
    let table = edited.get(change.table);
    if (!table) edited.set(change.table, (table = RowTable.edited<AnyRow>(document[change.table])));
    table.put(change.id, change.after);
  }
  const tables = [...edited].map(([table, rows]) => [table, rows.settled()] as const);
  return { ...document, ...Object.fromEntries(tables) } as Document;
}

/** A document of plain maps, as it can be sent to a worker. */
export function plainDocument(document: Document): Document {
  const plain = (rows: ReadonlyMap<string, AnyRow>) => new Map<string, AnyRow>(rows);
  return Object.fromEntries(TABLE_NAMES.map((table) => [table, plain(document[table])])) as unknown as Document;
}

/** The changes that take some changes back, last first. */
export function invert(changes: readonly Change[]): Change[] {
  return changes.map((change) => ({ ...change, before: change.after, after: change.before }) as Change).reverse();
}

/** The plan's settings. */
export function planOf(document: Document): PlanRow {
  for (const plan of document.plan.values()) return plan;
  throw new Error('A document has exactly one plan row.');
}

let latest: Calendar | null = null;

/** The months of a plan. */
export function calendarOf(document: Document): Calendar {
  const { firstMonth, months, yearBegins } = planOf(document);
  if (latest?.first !== firstMonth || latest.count !== months || latest.yearBegins !== yearBegins)
    latest = createCalendar(firstMonth, months, yearBegins);
  return latest;
}

/** The year of a plan a month falls into, called by the calendar year it begins in. */
export function yearIn(document: Document, month: Month): number {
  return yearOf(month, planOf(document).yearBegins);
}

/** A year of a plan as people write it: `2026`, or `2026/27` where it does not begin in January. */
export function nameOfYear(document: Document, year: number): string {
  return yearInWords(year, planOf(document).yearBegins);
}

/** Rows in the order of their positions. */
export function inOrder<R extends { readonly id: string; readonly position: string }>(rows: Iterable<R>): R[] {
  return [...rows].sort((a, b) =>
    a.position < b.position ? -1 : a.position > b.position ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0,
  );
}

/** The groups of a plan in order, each with its lines in order. */
export function groupsWithLines(document: Document): { group: GroupRow; lines: LineRow[] }[] {
  return inOrder(document.groups.values()).map((group) => ({
    group,
    lines: inOrder(rowsWhere(document.lines, 'group', group.id)),
  }));
}

/** The changes that lead from one document to another; what both share is not looked into. */
export function differenceBetween(from: Document, to: Document): DocumentChange[] {
  const changes: DocumentChange[] = [];
  for (const table of TABLE_NAMES) {
    const before = from[table] as ReadonlyMap<string, AnyRow>;
    const after = to[table] as ReadonlyMap<string, AnyRow>;
    if (before === after) continue;
    const compare = (id: string) => {
      const [old, row] = [before.get(id) ?? null, after.get(id) ?? null];
      if (!isSameRow(old, row)) changes.push({ table, id, before: old, after: row } as DocumentChange);
    };
    const differing = RowTable.differing(before, after);
    if (differing) for (const id of differing) compare(id);
    else {
      for (const id of after.keys()) compare(id);
      for (const id of before.keys()) if (!after.has(id)) compare(id);
    }
  }
  return changes;
}

/** Returns whether two rows hold the same values; a column that is missing counts as empty. */
export function isSameRow(a: AnyRow | null, b: AnyRow | null): boolean {
  if (a === b) return true;
  if (a === null || b === null) return false;
  const left = a as unknown as Record<string, unknown>;
  const right = b as unknown as Record<string, unknown>;
  return Object.keys({ ...left, ...right }).every((key) => (left[key] ?? null) === (right[key] ?? null));
}

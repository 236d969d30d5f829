import { TABLES, type AnyRow, type TableName } from '../schema/tables.ts';
import type { ColumnSpec } from '../schema/columns.ts';
import type { Document } from './document.ts';

/** The column that says what a row is a part of: the first that every row of its table has; `null` for what stands by itself. */
function ownerColumn(table: TableName): string | null {
  const columns = Object.entries(TABLES[table] as Readonly<Record<string, ColumnSpec>>);
  const owner = columns.find(([, { column, optional }]) => !optional && (column.kind === 'reference' || column.kind === 'bearer')); // prettier-ignore
  return owner?.[0] ?? null;
}

const OWNER_COLUMNS = new Map((Object.keys(TABLES) as TableName[]).map((table) => [table, ownerColumn(table)]));

/**
 * Returns whether a row is one of some, by id, or a part of one: a line's rule and exceptions, a list's items and their cells. A row
 * that merely names one, such as an assignment rule or a chart's series, is no part of it.
 */
export function isPartOf(document: Document, table: TableName, row: AnyRow, ids: ReadonlySet<string>): boolean {
  if (ids.has(row.id)) return true;
  const column = OWNER_COLUMNS.get(table);
  if (column == null) return false;
  const owner = String((row as unknown as Readonly<Record<string, unknown>>)[column]);
  if (ids.has(owner)) return true;
  const { column: spec } = (TABLES[table] as Readonly<Record<string, ColumnSpec>>)[column]!;
  if (spec.kind !== 'reference') return false;
  const above = spec.table as TableName;
  const next = document[above].get(owner) as AnyRow | undefined;
  return next !== undefined && isPartOf(document, above, next, ids);
}

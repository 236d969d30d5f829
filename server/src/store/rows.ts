import {
  TABLES,
  TABLE_NAMES,
  documentFrom,
  type AnyRow,
  type DocumentChange,
  type ColumnSpec,
  type Document,
  type TableName,
} from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** Reads and writes the rows of plans' documents. */
export interface RowStore {
  /** The whole document of a plan that exists. */
  read(planId: string): Document;
  /** Writes a change set; to be called within a transaction. */
  write(planId: string, changes: readonly DocumentChange[]): void;
}

type ListTable = Exclude<TableName, 'plan'>;

/** The statements of a table follow from its columns, which are the same in the document and the database. */
function statementsFor(database: Sqlite, table: ListTable) {
  const spec: Readonly<Record<string, ColumnSpec>> = TABLES[table];
  const columns = ['id', ...Object.keys(spec)];
  const yesNo = Object.keys(spec).filter((column) => spec[column]!.column.kind === 'yesNo');
  const quoted = columns.map((column) => `"${column}"`).join(', ');
  const values = columns.map((column) => `@${column}`).join(', ');
  return {
    yesNo,
    select: database.prepare(`select ${quoted} from "${table}" where planId = ?`),
    put: database.prepare(`insert or replace into "${table}" (planId, ${quoted}) values (@planId, ${values})`),
    remove: database.prepare(`delete from "${table}" where planId = ? and id = ?`),
  };
}

/** SQLite has no yes and no of its own: they are stored as 1 and 0. */
function withYesNo(row: AnyRow, columns: readonly string[], convert: (value: unknown) => unknown): AnyRow {
  if (columns.length === 0) return row;
  const values = row as unknown as Record<string, unknown>;
  return { ...row, ...Object.fromEntries(columns.map((column) => [column, convert(values[column])])) };
}

export function createRowStore(database: Sqlite): RowStore {
  const lists = TABLE_NAMES.filter((table): table is ListTable => table !== 'plan');
  const statements = Object.fromEntries(lists.map((table) => [table, statementsFor(database, table)])) as Record<
    ListTable,
    ReturnType<typeof statementsFor>
  >;
  const selectPlan = database.prepare(
    'select id, name, currency, locale, firstMonth, months, projectionRate, decimals, negatives, yearBegins from plans where id = ?',
  );
  const updatePlan = database.prepare(
    `update plans set name = @name, currency = @currency, locale = @locale, firstMonth = @firstMonth,
       months = @months, projectionRate = @projectionRate, decimals = @decimals, negatives = @negatives,
       yearBegins = @yearBegins where id = @id`,
  );

  return {
    read(planId) {
      const rows = { plan: [selectPlan.get(planId)] } as Record<TableName, AnyRow[]>;
      for (const table of lists) {
        const { select, yesNo } = statements[table];
        rows[table] = (select.all(planId) as AnyRow[]).map((row) => withYesNo(row, yesNo, (value) => value === 1));
      }
      return documentFrom(rows);
    },
    write(planId, changes) {
      for (const { table, id, after } of changes) {
        if (table === 'plan') updatePlan.run(after);
        else if (after === null) statements[table].remove.run(planId, id);
        else {
          const { put, yesNo } = statements[table];
          put.run({ planId, ...withYesNo(after, yesNo, (value) => (value === true ? 1 : 0)) });
        }
      }
    },
  };
}

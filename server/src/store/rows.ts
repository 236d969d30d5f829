import {
  TABLES,
  TABLE_NAMES,
  documentFrom,
  type AnyRow,
  type Change,
  type Document,
  type TableName,
} from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** Reads and writes the rows of plans' documents. */
export interface RowStore {
  /** The whole document of a plan that exists. */
  read(planId: string): Document;
  /** Writes a change set; to be called within a transaction. */
  write(planId: string, changes: readonly Change[]): void;
}

type ListTable = Exclude<TableName, 'plan'>;

/** The statements of a table follow from its columns, which are the same in the document and the database. */
function statementsFor(database: Sqlite, table: ListTable) {
  const columns = ['id', ...Object.keys(TABLES[table])];
  const quoted = columns.map((column) => `"${column}"`).join(', ');
  const values = columns.map((column) => `@${column}`).join(', ');
  return {
    select: database.prepare(`select ${quoted} from "${table}" where planId = ?`),
    put: database.prepare(`insert or replace into "${table}" (planId, ${quoted}) values (@planId, ${values})`),
    remove: database.prepare(`delete from "${table}" where planId = ? and id = ?`),
  };
}

export function createRowStore(database: Sqlite): RowStore {
  const lists = TABLE_NAMES.filter((table): table is ListTable => table !== 'plan');
  const statements = Object.fromEntries(lists.map((table) => [table, statementsFor(database, table)])) as Record<
    ListTable,
    ReturnType<typeof statementsFor>
  >;
  const selectPlan = database.prepare(
    'select id, name, currency, locale, firstMonth, months, projectionRate from plans where id = ?',
  );
  const updatePlan = database.prepare(
    `update plans set name = @name, currency = @currency, locale = @locale, firstMonth = @firstMonth,
       months = @months, projectionRate = @projectionRate where id = @id`,
  );

  return {
    read(planId) {
      const rows = { plan: [selectPlan.get(planId)] } as Record<TableName, AnyRow[]>;
      for (const table of lists) rows[table] = statements[table].select.all(planId) as AnyRow[];
      return documentFrom(rows);
    },
    write(planId, changes) {
      for (const { table, id, after } of changes) {
        if (table === 'plan') updatePlan.run(after);
        else if (after === null) statements[table].remove.run(planId, id);
        else statements[table].put.run({ planId, ...after });
      }
    },
  };
}

import { usesOf } from './formulaUses.ts';
import {
  calculatorWith,
  listOutputsOf,
  outputId,
  outputOfFigure,
  outputWith,
  outputsOf,
  ownerOfFigure,
} from '../plan/document/calculators.ts';
import type { ColumnSpec, OnDelete } from '../plan/schema/columns.ts';
import type { DocumentChange, Document } from '../plan/document/document.ts';
import type { Draft } from '../plan/document/draft.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';
import { formulaColumns } from '../plan/document/limits.ts';
import { hasFigures, listOfRow } from '../plan/document/lists.ts';
import { NAMED_TABLES } from '../plan/document/naming.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { TABLES, TABLE_NAMES, type AnyRow, type TableName } from '../plan/schema/tables.ts';
import { totalWithId } from '../plan/schema/totals.ts';
import { usersIn } from './users.ts';
import { messageFor, type Message, listOf } from '../message.ts';

/**
 * Describes what refers to what, as the tables' descriptions have it. Deleting, undoing, redoing and reading a file ask here, so
 * that no row is ever left that refers to something that is not there.
 */

/** A column that refers to rows of other tables. */
interface Reference {
  readonly table: TableName;
  readonly column: string;
  /** The tables what is meant may stand in. */
  readonly to: readonly TableName[];
  /** True when a total, which every plan has, may be meant too. */
  readonly orTotal: boolean;
  readonly onDelete: OnDelete;
}

const REFERENCES: readonly Reference[] = TABLE_NAMES.flatMap((table) =>
  (Object.entries(TABLES[table]) as [string, ColumnSpec][]).flatMap(([name, { column }]): Reference[] => {
    if (column.kind === 'bearer')
      return [{ table, column: name, to: ['lines', 'groups', 'listColumns'], orTotal: true, onDelete: 'cascade' }];
    if (column.kind !== 'reference') return [];
    const { onDelete } = column;
    return [{ table, column: name, to: [column.table as TableName], orTotal: false, onDelete }];
  }),
);

/** A row of a document. */
interface Placed {
  readonly table: TableName;
  readonly row: AnyRow;
}

/** The rows that refer to a row and go with it or keep it from going. Formulas are not looked at. */
export function referrersOf(document: Document, table: TableName, id: string, onDelete: OnDelete): Placed[] {
  return REFERENCES.filter((reference) => reference.onDelete === onDelete && reference.to.includes(table)).flatMap(
    (reference) => {
      const rows = document[reference.table] as ReadonlyMap<string, AnyRow>;
      return rowsWhere(rows, reference.column as 'id', id).map((row) => ({ table: reference.table, row }));
    },
  );
}

/** A row with all that goes when it does, each before what it refers to. */
export function cascadeOf(document: Document, table: TableName, id: string): Placed[] {
  const going = new Map<string, Placed>();
  const visit = (each: Placed) => {
    const key = `${each.table}|${each.row.id}`;
    if (going.has(key)) return;
    going.set(key, each);
    for (const other of referrersOf(document, each.table, each.row.id, 'cascade')) visit(other);
  };
  const row = document[table].get(id);
  if (row) visit({ table, row });
  return [...going.values()].reverse();
}

/** Deletes a row, and what goes with it. Whether anything still needs it is for the caller to ask. */
export function deleteWithAll(draft: Draft, table: TableName, id: string): void {
  for (const each of cascadeOf(draft.document, table, id)) draft.delete(each.table, each.row.id);
}

/** Returns what a row refers to that a document does not have: its column, or `null` when all is there. */
export function missingReference(document: Document, table: TableName, row: AnyRow): string | null {
  const values = row as unknown as Readonly<Record<string, string | null>>;
  for (const { table: referring, column, to, orTotal } of REFERENCES) {
    if (referring !== table) continue;
    const target = values[column] ?? null;
    if (target === null || to.some((each) => document[each].has(target))) continue;
    if (!orTotal || totalWithId(target) === undefined) return column;
  }
  for (const column of formulaColumns(table)) {
    const formula = values[column] ?? null;
    if (formula !== null && !canBeRead(document, formula, listFor(document, table, row))) return column;
  }
  return null;
}

/** The list a row's formulas are of; `null` for those of the plan. */
function listFor(document: Document, table: TableName, row: AnyRow): string | null {
  return table === 'listColumns' || table === 'listCells' ? (listOfRow(document, table, row) ?? null) : null;
}

/** Returns whether a stored formula can be read, and all it names is there: for one of a list, in its columns or in the plan. */
function canBeRead(document: Document, formula: string, list: string | null): boolean {
  const expression = readStoredOrNull(formula);
  if (!expression) return false;
  return usesOf(expression).every(({ id }) => {
    if (outputOfFigure(id) !== null) return outputWith(document, id) !== undefined;
    const column = document.listColumns.get(id);
    if (column) return column.list === list && hasFigures(column);
    const owner = ownerOfFigure(id);
    return totalWithId(owner) !== undefined || NAMED_TABLES.some((table) => document[table].has(owner));
  });
}

/** A row that is left referring to something some changes have taken away; `null` when there is none. */
export function danglingRows(after: Document, changes: readonly DocumentChange[]): Placed | null {
  for (const { table, id, after: row } of changes) {
    if (row !== null) continue;
    const [left] = [...referrersOf(after, table, id, 'cascade'), ...referrersOf(after, table, id, 'restrict')];
    if (left) return left;
  }
  return null;
}

/** Why a break-even cannot ask something else: a rule uses an output it would no longer have. `null` when none does. */
export function lostOutput(before: Document, after: Document, changes: readonly DocumentChange[]): Message | null {
  for (const change of changes) {
    if (change.table !== 'breakEvens' || !change.before || !change.after) continue;
    if (change.before.about === change.after.about) continue;
    const { id, name } = change.after;
    const users = usersIn(after).get(id);
    if (!users) continue;
    const now = new Set(outputsOf(calculatorWith(after, id)!).map((output) => output.name));
    const gone = outputsOf(calculatorWith(before, id)!).filter((output) => !now.has(output.name));
    const used = gone.find((output) => isUsed(after, outputId(id, output.name)));
    if (used)
      return messageFor('graph.outputIsUsed', {
        users: listOf(users.map((user) => user.name)),
        name,
        output: used.name,
      });
  }
  return null;
}

/**
 * Why columns of lists cannot become what they are to be: a rule of the plan names a total they would no longer have, since
 * it would hang on entries of the ledger, or they would have no figures. `null` when none does.
 */
export function lostTotal(before: Document, after: Document, changes: readonly DocumentChange[]): Message | null {
  const lists = new Set(
    changes.flatMap(({ table, before: before, after: row }) =>
      before && row && (table === 'listColumns' || table === 'listCells') ? (listOfRow(after, table, row) ?? []) : [],
    ),
  );
  for (const list of lists) {
    const now = new Set(listOutputsOf(after, list).map(({ key }) => key));
    const gone = listOutputsOf(before, list).filter(
      ({ key, column }) => after.listColumns.has(column.id) && !now.has(key),
    );
    const used = gone.find(({ key }) => isUsed(after, outputId(list, key)));
    if (used) return messageFor('graph.totalIsUsed', { name: `${after.lists.get(list)!.name}.${used.name}` });
  }
  return null;
}

/** Returns whether any formula of a plan uses a figure. */
function isUsed(document: Document, figure: string): boolean {
  return TABLE_NAMES.some((table) => {
    const columns = formulaColumns(table);
    if (columns.length === 0) return false;
    for (const row of document[table].values() as Iterable<unknown>)
      for (const column of columns) {
        const formula = (row as Readonly<Record<string, string | null>>)[column];
        const expression = formula == null ? null : readStoredOrNull(formula);
        if (expression && usesOf(expression).some(({ id }) => id === figure)) return true;
      }
    return false;
  });
}

import type { Document } from '../plan/document/document.ts';
import { columnsOf, hasFigures, listsOf } from '../plan/document/lists.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';
import { usesOfStored, type Use } from './formulaUses.ts';

/** Returns what the columns of a list use: other columns of it, and figures of the plan. */

/** Returns what each column with figures uses, with how many items back; figures of the plan are the same for all items. */
export function usesByColumn(document: Document, list: string): Map<string, readonly Use[]> {
  const uses = new Map<string, readonly Use[]>();
  for (const column of columnsOf(document, list))
    if (hasFigures(column)) uses.set(column.id, usesOfColumn(document, column));
  return uses;
}

function usesOfColumn(document: Document, column: ListColumnRow): Use[] {
  const { kind, formula, estimated, actual } = column;
  if (kind === 'status') return [estimated, actual].flatMap((id) => (id === null ? [] : [{ id, lag: 0 }]));
  if (kind !== 'rule') return [];
  return [formula, ...exceptionsIn(document, column.id)].flatMap((each) =>
    each === null ? [] : usesOfStored(each, document),
  );
}

/** The rules of their own that items have in a column. */
function exceptionsIn(document: Document, column: string): (string | null)[] {
  return rowsWhere(document.listCells, 'column', column).map(({ formula }) => formula);
}

/** The columns a column needs, itself included, and the figures of the plan they read. */
export function neededBy(
  uses: ReadonlyMap<string, readonly Use[]>,
  column: string,
): { readonly columns: ReadonlySet<string>; readonly figures: ReadonlySet<string> } {
  const columns = new Set([column]);
  const figures = new Set<string>();
  const open = [column];
  for (let id = open.pop(); id !== undefined; id = open.pop())
    for (const use of uses.get(id) ?? []) {
      if (!uses.has(use.id)) figures.add(use.id);
      else if (!columns.has(use.id)) {
        columns.add(use.id);
        open.push(use.id);
      }
    }
  return { columns, figures };
}

/** Something of a list that uses a column, or a figure of the plan: its column, with the list's name before it. */
export interface ColumnUser {
  readonly id: string;
  readonly list: string;
  readonly name: string;
  readonly used: readonly string[];
}

/** All columns of a plan's lists that use something, with what they use. */
export function columnUsers(document: Document): ColumnUser[] {
  return listsOf(document).flatMap((list) =>
    columnsOf(document, list.id).flatMap((column): ColumnUser[] => {
      const used = usesOfColumn(document, column).map(({ id }) => id);
      return used.length === 0 ? [] : [{ id: column.id, list: list.id, name: `${list.name}.${column.name}`, used }];
    }),
  );
}

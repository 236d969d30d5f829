import type { Draft } from '../document/draft.ts';
import { inOrder } from '../document/document.ts';
import { isNamed, type NamedTable } from '../document/naming.ts';
import { makeRoom } from '../document/places.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { cascadeOf } from '../../graph/references.ts';
import { usersIn } from '../../graph/users.ts';
import { Refused, refused } from '../schema/refusal.ts';
import type { Row, TableName } from '../schema/tables.ts';
import { messageFor, listOf } from '../../message.ts';

/** Where rows stand among others, and whether they may go. */

/** Refuses to delete something that something else uses, which does not go along with it. */
export function refuseUsed<T extends NamedTable>(draft: Draft, table: T, row: Row<T>): void {
  const going = cascadeOf(draft.document, table, row.id);
  const except = new Set(going.map((each) => each.row.id));
  const users = usersIn(draft.document);
  // What was asked for is named before what goes along.
  for (const each of going.reverse()) {
    if (!isNamed(each.table)) continue;
    const uses = (users.get(each.row.id) ?? []).filter((user) => !except.has(user.id));
    if (uses.length === 0) continue;
    const list = listOf(uses.map((user) => user.name));
    throw new Refused({
      code: 'used',
      message: messageFor('command.isUsed', {
        name: (each.row as { name: string }).name,
        list,
        useCount: uses.length,
      }),
      uses,
    });
  }
}

/** The tables whose rows stand in an order of their own. */
type PlacedTable = { [T in TableName]: 'position' extends keyof Row<T> ? T : never }[TableName];

/** The key of the position in front of a row, or at the end; lines stand within their group. */
export function positionBefore(
  draft: Draft,
  table: PlacedTable,
  before: string | null,
  self: string | null,
  group?: string,
): string {
  const { document } = draft;
  const all = group === undefined ? document[table].values() : rowsWhere(document.lines, 'group', group);
  const rows = inOrder<Row<PlacedTable>>(all as Iterable<Row<PlacedTable>>).filter((row) => row.id !== self);
  const index = before === null ? rows.length : rows.findIndex((row) => row.id === before);
  if (index < 0) throw refused('gone', messageFor('command.positionGone'), 'before');
  return makeRoom(rows, index, 1, (row) => draft.set(table, row as never))[0]!;
}

import { TABLES, type AnyRow, type TableName } from '../schema/tables.ts';
import { inOrder, type Document, type DocumentChange } from './document.ts';
import { positionsBetween } from './position.ts';

/** A row that stands in an order. */
export type PlacedRow = AnyRow & { readonly position: string };

/** The columns by which rows stand in an order among themselves; those of the other tables stand in one order all together. */
const ORDERED_WITHIN: Partial<Record<TableName, readonly string[]>> = {
  lines: ['group'],
  listColumns: ['list'],
  listItems: ['list'],
  taxBands: ['schedule', 'validFrom'],
  chartSeries: ['chart'],
};

/** Returns whether the rows of a table stand in an order. */
export function isPlaced(table: TableName): boolean {
  return 'position' in TABLES[table];
}

/** Names the rows a row stands in an order with. */
function orderOf(table: TableName, row: AnyRow): string {
  const values = row as unknown as Readonly<Record<string, unknown>>;
  return (ORDERED_WITHIN[table] ?? []).map((column) => String(values[column])).join(' ');
}

/**
 * Keys for `count` new rows at an index among rows in their order. Where the rows around that place share one key, so that
 * nothing lies between them, these rows get other keys, through `set`.
 */
export function makeRoom<R extends { readonly id: string; readonly position: string }>(
  rows: readonly R[],
  position: number,
  count: number,
  set: (row: R) => void,
): string[] {
  const [before, after] = [rows[position - 1]?.position ?? null, rows[position]?.position ?? null];
  if (before === null || after === null || before < after) return positionsBetween(before, after, count);
  let [start, end] = [position - 1, position];
  while (start > 0 && rows[start - 1]!.position === before) start--;
  while (end < rows.length && rows[end]!.position === before) end++;
  const keys = positionsBetween(rows[start - 1]?.position ?? null, rows[end]?.position ?? null, end - start + count);
  for (let index = start; index < end; index++)
    set({ ...rows[index]!, position: keys[index - start + (index < position ? 0 : count)]! });
  return keys.slice(position - start, position - start + count);
}

/**
 * Rows that need a key of their own: of those that share one with a neighbour the ones that `mayMove`, though never the
 * first of all that share it. The others stay as they are.
 */
function movedApart(rows: readonly PlacedRow[], mayMove: (row: PlacedRow) => boolean): PlacedRow[] {
  const moved: PlacedRow[] = [];
  for (let start = 0; start < rows.length;) {
    const { position } = rows[start]!;
    let end = start + 1;
    while (end < rows.length && rows[end]!.position === position) end++;
    const same = rows.slice(start, end);
    const moving = same.filter(mayMove);
    if (moving.length === same.length) moving.shift();
    if (moving.length > 0) {
      const keys = positionsBetween(position, rows[end]?.position ?? null, moving.length);
      moving.forEach((row, nth) => moved.push({ ...row, position: keys[nth]! }));
    }
    start = end;
  }
  return moved;
}

/** The rows of a table that stand in an order with some others, order by order. */
function ordersOf(document: Document, table: TableName, wanted: ReadonlySet<string> | null): PlacedRow[][] {
  const orders = new Map<string, PlacedRow[]>();
  for (const row of document[table].values() as Iterable<PlacedRow>) {
    const order = orderOf(table, row);
    if (wanted !== null && !wanted.has(order)) continue;
    const rows = orders.get(order);
    if (rows) rows.push(row);
    else orders.set(order, [row]);
  }
  return [...orders.values()].map((rows) => inOrder<PlacedRow>(rows));
}

/** The changes with a place of its own for each row that comes back by them; `after` is the document with the changes. */
export function withOwnPlaces(after: Document, changes: readonly DocumentChange[]): DocumentChange[] {
  const back = changes.filter(({ table, before, after: row }) => before === null && row !== null && isPlaced(table));
  const places = new Map<string, string>();
  for (const table of new Set(back.map((change) => change.table))) {
    const rows = back.filter((change) => change.table === table).map((change) => change.after!);
    const ids = new Set(rows.map(({ id }) => id));
    for (const order of ordersOf(after, table, new Set(rows.map((row) => orderOf(table, row)))))
      for (const { id, position } of movedApart(order, (row) => ids.has(row.id)))
        places.set(`${table} ${id}`, position);
  }
  if (places.size === 0) return [...changes];
  return changes.map((change) => {
    const position = places.get(`${change.table} ${change.id}`);
    return position === undefined ? change : ({ ...change, after: { ...change.after!, position } } as DocumentChange);
  });
}

/** The rows of a document that share a place with another, as a file written by hand may have them, each with its own. */
export function rowsMovedApart(document: Document): readonly { readonly table: TableName; readonly row: PlacedRow }[] {
  return (Object.keys(TABLES) as TableName[]).filter(isPlaced).flatMap((table) =>
    ordersOf(document, table, null)
      .flatMap((order) => movedApart(order, () => true))
      .map((row) => ({ table, row })),
  );
}

/**
 * A change to a row that has been put elsewhere in its order since, so that it holds for the row where it is now; a change of
 * its place is left as it is.
 */
export function whereItIsNow(document: Document, change: DocumentChange): DocumentChange {
  const { table, id, before, after } = change;
  if (before === null || !isPlaced(table)) return change;
  const now = document[table].get(id) as PlacedRow | undefined;
  const expected = (before as PlacedRow).position;
  if (!now || now.position === expected) return change;
  if (after !== null && (after as PlacedRow).position !== expected) return change;
  const { position } = now;
  return { ...change, before: { ...before, position }, after: after && { ...after, position } } as DocumentChange;
}

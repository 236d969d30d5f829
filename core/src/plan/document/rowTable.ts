import { nameKey } from '../../formula/names.ts';

/** A row as tables keep it. */
interface Identified {
  readonly id: string;
}

type Rows<R> = ReadonlyMap<string, R>;
/** The rows of a table by what they hold in one column. */
type Index<R> = ReadonlyMap<unknown, readonly R[]>;

/** Below this many rows that differ, a table is left as it is laid over another. */
const FEW = 64;
const NONE: readonly never[] = [];

/**
 * A table's rows by id, of which an edited version shares all that stays the same: the rows that differ are laid over
 * those of an earlier version. An edit costs what it changes, not what the table holds. Rows keep their place in the
 * order; new ones come last.
 */
export class RowTable<R extends Identified> implements ReadonlyMap<string, R> {
  private readonly base: Rows<R>;
  private readonly over: Map<string, R | null>;
  private count: number;
  /** The laid-over rows by column, kept up to date while a draft goes on. */
  private readonly overIndexes = new Map<string, Map<unknown, Map<string, R>>>();

  private constructor(base: Rows<R>, over: Map<string, R | null>, count: number) {
    this.base = base;
    this.over = over;
    this.count = count;
  }

  /** A version of a table to be edited in place; the table itself stays as it is. */
  static edited<R extends Identified>(rows: Rows<R>): RowTable<R> {
    if (!(rows instanceof RowTable)) return new RowTable(rows, new Map(), rows.size);
    const table = rows as RowTable<R>;
    return new RowTable(table.base, new Map(table.over), table.count);
  }

  /** The table as it is to be kept: with many rows laid over, they and those below become one again. */
  settled(): RowTable<R> {
    if (this.over.size <= Math.max(FEW, 4 * Math.sqrt(this.base.size))) return this;
    const rows = new Map<string, R>();
    for (const row of this.values()) rows.set(row.id, row);
    return new RowTable(rows, new Map(), this.count);
  }

  get size(): number {
    return this.count;
  }

  get(id: string): R | undefined {
    const over = this.over.get(id);
    return over === undefined ? this.base.get(id) : (over ?? undefined);
  }

  has(id: string): boolean {
    return this.get(id) !== undefined;
  }

  /** Puts a row in, or takes it away. Only for a version that is being edited. */
  put(id: string, row: R | null): void {
    const before = this.get(id);
    this.count += (row ? 1 : 0) - (before ? 1 : 0);
    this.over.set(id, row);
    for (const [column, index] of this.overIndexes) {
      if (before) index.get(valueIn(before, column))?.delete(id);
      if (row) placeIn(index, valueIn(row, column), row);
    }
  }

  values(): MapIterator<R> {
    return this.over.size === 0 ? this.base.values() : this.merged();
  }

  keys(): MapIterator<string> {
    return this.entriesBy((id) => id);
  }

  entries(): MapIterator<[string, R]> {
    return this.over.size === 0 ? this.base.entries() : this.entriesBy((id, row) => [id, row]);
  }

  [Symbol.iterator](): MapIterator<[string, R]> {
    return this.entries();
  }

  forEach(visit: (row: R, id: string, rows: ReadonlyMap<string, R>) => void): void {
    for (const row of this.values()) visit(row, row.id, this);
  }

  /** The rows that hold `value` in a column. */
  where(column: string, value: unknown): readonly R[] {
    const below = indexOf(this.base, column).get(value) ?? NONE;
    if (this.over.size === 0) return below;
    const indexed = this.overIndex(column).get(value);
    const left = below.filter(({ id }) => !this.over.has(id));
    return indexed && indexed.size > 0 ? [...left, ...indexed.values()] : left;
  }

  /** The ids of rows in which two tables may differ; `null` when they share nothing. */
  static differing<R extends Identified>(a: Rows<R>, b: Rows<R>): Iterable<string> | null {
    const [baseA, overA] = a instanceof RowTable ? [a.base, a.over] : [a, new Map<string, R | null>()];
    const [baseB, overB] = b instanceof RowTable ? [b.base, b.over] : [b, new Map<string, R | null>()];
    return baseA === baseB ? new Set([...overA.keys(), ...overB.keys()]) : null;
  }

  private *merged(): Generator<R, undefined> {
    for (const [id, row] of this.base) {
      const over = this.over.get(id);
      if (over === undefined) yield row;
      else if (over) yield over;
    }
    for (const [id, row] of this.over) if (row && !this.base.has(id)) yield row;
  }

  private *entriesBy<T>(select: (id: string, row: R) => T): Generator<T, undefined> {
    for (const row of this.values()) yield select(row.id, row);
  }

  private overIndex(column: string): Map<unknown, Map<string, R>> {
    let index = this.overIndexes.get(column);
    if (!index) {
      index = new Map();
      for (const row of this.over.values()) if (row) placeIn(index, valueIn(row, column), row);
      this.overIndexes.set(column, index);
    }
    return index;
  }
}

/** The rows of a table that hold `value` in a column, found without looking at the others. */
export function rowsWhere<R extends Identified, C extends keyof R & string>(
  rows: Rows<R>,
  column: C,
  value: R[C],
): readonly R[] {
  return rows instanceof RowTable
    ? (rows as RowTable<R>).where(column, value)
    : (indexOf(rows, column).get(value) ?? NONE);
}

/** The column that stands for what makes two names the same. */
const NAME_KEY = '~name';

/** The rows of a table that bear a name, whatever its case and spacing. */
export function rowsNamed<R extends Identified & { readonly name: string }>(rows: Rows<R>, name: string): readonly R[] {
  const key = nameKey(name);
  return rows instanceof RowTable
    ? (rows as RowTable<R>).where(NAME_KEY, key)
    : (indexOf(rows, NAME_KEY).get(key) ?? NONE);
}

const indexes = new WeakMap<object, Map<string, Index<Identified>>>();

/** The index of a table that never changes. */
function indexOf<R extends Identified>(rows: Rows<R>, column: string): Index<R> {
  let indexed = indexes.get(rows);
  if (!indexed) indexes.set(rows, (indexed = new Map<string, Index<Identified>>()));
  let index = indexed.get(column) as Map<unknown, R[]> | undefined;
  if (!index) {
    index = new Map();
    for (const row of rows.values()) {
      const value = valueIn(row, column);
      const list = index.get(value);
      if (list) list.push(row);
      else index.set(value, [row]);
    }
    indexed.set(column, index);
  }
  return index;
}

function valueIn(row: Identified, column: string): unknown {
  const values = row as unknown as Readonly<Record<string, unknown>>;
  return column === NAME_KEY ? nameKey(String(values.name)) : values[column];
}

function placeIn<R extends Identified>(index: Map<unknown, Map<string, R>>, value: unknown, row: R): void {
  const indexed = index.get(value);
  if (indexed) indexed.set(row.id, row);
  else index.set(value, new Map([[row.id, row]]));
}

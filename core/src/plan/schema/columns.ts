import type { Month } from '../../calendar/month.ts';

/**
 * A table's columns are described once, as data. From the description follow the row's TypeScript type, the checks on a
 * plan file, its JSON Schema, and the columns in the database.
 */
export type Column =
  | { readonly kind: 'name' }
  | { readonly kind: 'text'; readonly most: number }
  | { readonly kind: 'number' }
  | { readonly kind: 'whole'; readonly least: number; readonly most: number }
  | { readonly kind: 'month' }
  /** A day of the calendar, as ISO 8601 text. */
  | { readonly kind: 'date' }
  | { readonly kind: 'formula' }
  /** States what a calculator is given: a figure or a formula, stored as a formula either way. */
  | { readonly kind: 'input' }
  | { readonly kind: 'position' }
  | { readonly kind: 'currency' }
  | { readonly kind: 'locale' }
  | { readonly kind: 'choice'; readonly options: readonly string[] }
  | { readonly kind: 'yesNo' }
  | { readonly kind: 'reference'; readonly table: string; readonly onDelete: OnDelete }
  /** Whose figures are meant: a line, a group or a total; the row goes with it. */
  | { readonly kind: 'bearer' };

/**
 * Describes what becomes of a row when what it refers to is deleted: it goes along, or what it refers to cannot be deleted while it
 * is there.
 */
export type OnDelete = 'cascade' | 'restrict';

export interface ColumnSpec<C extends Column = Column, O extends boolean = boolean> {
  readonly column: C;
  /** States whether the column may be `null`. */
  readonly optional: O;
  readonly about: string;
  /** States what a plan file means by leaving the column out. */
  readonly fallback?: string | number | boolean;
  /** States what it was called in earlier plan files, which are read as well. */
  readonly previousName?: string;
}

export type TableSpec = Readonly<Record<string, ColumnSpec>>;

type Value<C extends Column> = C extends { kind: 'number' | 'whole' }
  ? number
  : C extends { kind: 'month' }
    ? Month
    : C extends { kind: 'yesNo' }
      ? boolean
      : C extends { kind: 'choice'; options: readonly (infer Option)[] }
        ? Option
        : string;

/** The row a table description stands for, with its id. */
export type RowOf<T extends TableSpec> = { readonly id: string } & {
  readonly [K in keyof T]: T[K] extends ColumnSpec<infer C, infer O>
    ? O extends true
      ? Value<C> | null
      : Value<C>
    : never;
};

/** A row as it is written today: columns it was stored without, since they were not there yet, say what leaving them out means. */
export function upgradeRow<R extends object>(spec: TableSpec, row: R): R {
  const missing = Object.entries(spec).filter(([column]) => !(column in row));
  if (missing.length === 0) return row;
  const values = row as Readonly<Record<string, unknown>>;
  const added = missing.map(([column, { previousName, fallback }]) => [
    column,
    (previousName === undefined ? undefined : values[previousName]) ?? fallback ?? null,
  ]);
  return { ...row, ...(Object.fromEntries(added) as object) };
}

/** A column that always has a value. */
export function required<const C extends Column>(
  column: C,
  about: string,
  fallback?: string | number | boolean,
): ColumnSpec<C, false> {
  return fallback === undefined ? { column, optional: false, about } : { column, optional: false, about, fallback };
}

/** A column that may be empty. */
export function optional<const C extends Column>(column: C, about: string): ColumnSpec<C, true> {
  return { column, optional: true, about };
}

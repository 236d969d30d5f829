import { LARGEST_FIGURE } from '../../figure/read.ts';
import type { Month } from '../../calendar/month.ts';
import type { Column, ColumnSpec, RowOf, TableSpec } from '../schema/columns.ts';
import { TABLES, type Row, type TableName } from '../schema/tables.ts';

/**
 * Describes what a command is made of, described as data: its TypeScript type and the check of what arrives at the server follow
 * from the same description. Sizes are in letters or items; bounds of figures are included.
 */
export type Form =
  | { readonly kind: 'id' | 'name' | 'month' | 'formula' | 'input' | 'bandPart' | 'currency' | 'locale' | 'bearer' | 'yesNo' | 'date' }
  | { readonly kind: 'text'; readonly least: number; readonly most: number }
  | { readonly kind: 'number'; readonly least: number; readonly most: number }
  | { readonly kind: 'whole'; readonly least: number; readonly most: number }
  | { readonly kind: 'choice'; readonly options: readonly string[] }
  /** All of some fields. */
  | { readonly kind: 'all'; readonly fields: Fields }
  /** At least one of some fields. */
  | { readonly kind: 'some'; readonly fields: Fields }
  | { readonly kind: 'list'; readonly of: Field; readonly least: number; readonly most: number }
  | { readonly kind: 'oneOf'; readonly options: readonly Field[] }; // prettier-ignore

export interface Field<V = unknown> {
  readonly form: Form;
  readonly orNull: boolean;
  /** True when it may be left out. */
  readonly isOptional: boolean;
  /** Only for the compiler: what the field holds. */
  readonly value?: V;
}

export interface OptionalField<V> extends Field<V> {
  readonly isOptional: true;
}

export type Fields = Readonly<Record<string, Field>>;

type ValueOf<F> = F extends Field<infer V> ? V : never;
type OptionalKeys<F extends Fields> = { [K in keyof F]: F[K] extends OptionalField<unknown> ? K : never }[keyof F];

/** The object that some fields describe. */
export type ValuesOf<F extends Fields> = { readonly [K in Exclude<keyof F, OptionalKeys<F>>]: ValueOf<F[K]> } & {
  readonly [K in OptionalKeys<F>]?: ValueOf<F[K]>;
};

/** The most months of lines one command may change. */
export const MAX_CELLS = 10_000;

const field = <V>(form: Form): Field<V> => ({ form, orNull: false, isOptional: false });

export const id = field<string>({ kind: 'id' });
export const name = field<string>({ kind: 'name' });
export const month = field<Month>({ kind: 'month' });
/** A day, as ISO 8601 text. */
export const date = field<string>({ kind: 'date' });
export const figure = field<number>({ kind: 'number', least: -LARGEST_FIGURE, most: LARGEST_FIGURE });
export const formula = field<string>({ kind: 'formula' });
export const yesNo = field<boolean>({ kind: 'yesNo' });
export const year = field<number>({ kind: 'whole', least: 1900, most: 2999 });
/** Where a band begins, or its rate: a figure, or a formula. */
export const bandPart = field<number | string>({ kind: 'bandPart' });
/** Whose figures are meant: a row's id, or a total's, which begins with @. */
export const figureRef = field<string>({ kind: 'bearer' });
export const text = (most: number, least = 0) => field<string>({ kind: 'text', least, most });
export const whole = (least: number, most: number) => field<number>({ kind: 'whole', least, most });
export const number = (least: number, most: number) => field<number>({ kind: 'number', least, most });
export const choice = <const O extends readonly string[]>(options: O) => field<O[number]>({ kind: 'choice', options });
export const all = <const F extends Fields>(fields: F) => field<ValuesOf<F>>({ kind: 'all', fields });
export const some = <const F extends Fields>(fields: F) => field<Partial<ValuesOf<F>>>({ kind: 'some', fields });
export const list = <V>(base: Field<V>, least: number, most: number) =>
  field<readonly V[]>({ kind: 'list', of: base, least, most });
/** One to ten thousand of something. */
export const many = <const F extends Fields>(fields: F) => list(all(fields), 1, MAX_CELLS);
export const oneOf = <const O extends readonly Field[]>(...options: O) =>
  field<ValueOf<O[number]>>({ kind: 'oneOf', options });
export const orNull = <V>(field: Field<V>): Field<V | null> => ({ ...field, orNull: true });
export const optional = <V>(field: Field<V>): OptionalField<V> => ({ ...field, isOptional: true });

/** `before` names the row to stand in front of; `null` puts it last. */
export const placement = orNull(id);

type ColumnOf<T extends TableName> = Exclude<keyof Row<T>, 'id'>;

/** Fields that hold what columns of a table hold. */
export function columns<T extends TableName, const K extends ColumnOf<T>>(
  table: T,
  ...names: K[]
): { readonly [C in K]: Field<Row<T>[C]> } {
  const specs = TABLES[table] as Readonly<Record<string, ColumnSpec>>;
  const fields = names.map((column) => {
    const { column: kind, optional } = specs[column as string]!;
    return [column, { form: formOf(kind), orNull: optional, isOptional: false }];
  });
  return Object.fromEntries(fields) as { readonly [C in K]: Field<Row<T>[C]> };
}

/** Fields for all columns of a table but some. */
export function columnsBut<T extends TableName, const K extends ColumnOf<T> = never>(
  table: T,
  ...names: K[]
): { readonly [C in Exclude<ColumnOf<T>, K>]: Field<Row<T>[C]> } {
  const left = (Object.keys(TABLES[table]) as ColumnOf<T>[]).filter((column) => !names.includes(column as K));
  return columns(table, ...left) as { readonly [C in Exclude<ColumnOf<T>, K>]: Field<Row<T>[C]> };
}

/** Fields that hold what columns described elsewhere hold; all but some may be left out. */
export function fieldsFor<T extends TableSpec, const K extends keyof T & string>(
  spec: T,
  ...needed: K[]
): { readonly [C in K]: Field<RowOf<T>[C]> } & { readonly [C in Exclude<keyof T, K>]: OptionalField<RowOf<T>[C]> } {
  const fields = Object.entries(spec).map(([column, { column: kind, optional }]) => [
    column,
    { form: formOf(kind), orNull: optional, isOptional: !(needed as string[]).includes(column) },
  ]);
  return Object.fromEntries(fields) as ReturnType<typeof fieldsFor<T, K>>;
}

/** The form of what stands in a column of a table. */
function formOf(column: Column): Form {
  switch (column.kind) {
    case 'text':
      return { kind: 'text', least: 0, most: column.most };
    case 'number':
      return figure.form;
    case 'reference':
      return id.form;
    case 'position':
      throw new RangeError('Positions are found by the plan, not given.');
    default:
      return column;
  }
}

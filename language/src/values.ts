/** A message: its id in the catalogues, and the values its text is written with. Plain data, so that it can be stored and sent. */
export interface Message {
  readonly id: string;
  readonly values?: Values;
}

/** Words to be shown: a message, or a text that belongs to no language, such as a name someone typed or a written figure. */
export type Text = string | Message;

/** A calendar month, `2026-03`: "March 2026", "Mar 2026" (short), "Mar" (name) or "March" (ofYear). */
export interface MonthValue {
  readonly month: string;
  readonly style?: 'long' | 'short' | 'name' | 'ofYear';
}

/** A day, `2026-03-24`: "24 March 2026" or "24 Mar" (short). */
export interface DayValue {
  readonly day: string;
  readonly style?: 'long' | 'short';
}

/** Several values: "a, b and c", "a, b or c", or one after the other, with commas or nothing between. */
export interface ListValue {
  readonly list: readonly Value[];
  readonly joined?: 'and' | 'or' | 'comma' | 'none';
}

/** Describes what a text is written with; nothing is written for `null`, which stands behind a choice of the text. */
export type Value = string | number | boolean | null | undefined | Message | MonthValue | DayValue | ListValue;
export type Values = Readonly<Record<string, Value>>;

/** A list in words: "a, b and c", or with `or` in place of `and`. */
export function listOf(list: readonly Value[], joined: 'and' | 'or' | 'comma' | 'none' = 'and'): ListValue {
  return joined === 'and' ? { list } : { list, joined };
}

/** Returns whether a value is a message rather than another structured value. */
export function isMessage(value: unknown): value is Message {
  return typeof value === 'object' && value !== null && typeof (value as Message).id === 'string';
}

import type { Value } from './values.ts';

/*
 * The values an ICU text asks for, read from the text itself by the compiler. A stack says where the reading is:
 * `t` inside a text, `b` between the branches of a plural or a select.
 */
type Scan<S extends string, Stack extends string, Found> = Stack extends `t${infer Below}`
  ? S extends `${infer Head}{${infer Rest}`
    ? Head extends `${string}}${string}`
      ? Close<S, Below, Found>
      : Argument<Rest, Stack, Found>
    : Close<S, Below, Found>
  : Stack extends `b${infer Below}`
    ? S extends `${infer Head}{${infer Rest}`
      ? Head extends `${string}}${string}`
        ? Close<S, Below, Found>
        : Scan<Rest, `t${Stack}`, Found>
      : Close<S, Below, Found>
    : Found;

/** Reading goes on behind the next closing brace. */
type Close<S extends string, Below extends string, Found> = S extends `${string}}${infer After}`
  ? Scan<After, Below, Found>
  : Found;

/** One argument behind its opening brace: `name}`, `name, plural, …`, `name, select, …`. */
type Argument<S extends string, Stack extends string, Found> = S extends `${infer Name}}${infer After}`
  ? Name extends `${infer Counted}, plural,${string}`
    ? S extends `${string},${string},${infer Branches}`
      ? Scan<Branches, `b${Stack}`, Found & Readonly<Record<Counted, number>>>
      : Found
    : Name extends `${infer Chosen}, select,${string}`
      ? S extends `${string},${string},${infer Branches}`
        ? Scan<Branches, `b${Stack}`, Found & Readonly<Record<Chosen, string | boolean>>>
        : Found
      : Scan<After, Stack, Found & Readonly<Record<Name, Value>>>
  : Found;

/** The values a text is written with: `{ name: Value, count: number }` for `{name} has {count, plural, …}`. */
export type ValuesOf<Text extends string> = Scan<Text, 't', unknown>;

/** Describes what is handed over beside an id: nothing for a text without values. */
export type Given<Text extends string> = unknown extends ValuesOf<Text> ? [] : [values: ValuesOf<Text>];

import type { Given, ValuesOf } from './placeholders.ts';
import type { Message, Values } from './values.ts';

/** Makes messages of one package: `message('finding.afterEnd', { name })`, held to the values its English text asks for. */
export type MessageOf<Texts> = <Id extends keyof Texts & string>(
  id: Id,
  ...given: Given<Texts[Id] & string>
) => Message;

/** Writes messages of one package at once: `t('budget.months')`. */
export type WriterOf<Texts> = <Id extends keyof Texts & string>(id: Id, ...given: Given<Texts[Id] & string>) => string;

/** The ids whose texts stand alone, without values: labels that can be handed on as they are. */
export type PlainIdOf<Texts> = {
  [Id in keyof Texts & string]: unknown extends ValuesOf<Texts[Id] & string> ? Id : never;
}[keyof Texts & string];

/** The maker of messages of a package that says these texts. */
export const makerOf =
  <Texts>(): MessageOf<Texts> =>
  (id, ...given) =>
    given.length === 0 ? { id } : { id, values: given[0] as Values };

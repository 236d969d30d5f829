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

/** A message without a check of its values, for the makers that have one. */
export const messageWith = (id: string, values?: Values): Message => (values === undefined ? { id } : { id, values });

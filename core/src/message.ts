import type { CoreTexts, ListValue, Message, MessageOf, Text, Value, Values } from '@haushalt/language';

export type { DayValue, ListValue, Message, MonthValue, Text, Value } from '@haushalt/language';

/** Makes a message of the core, held to the values its text asks for. The sentence is written at the edge, in a language. */
export const messageFor: MessageOf<CoreTexts> = (id, ...given) =>
  given.length === 0 ? { id } : { id, values: given[0] as Values };

/** An error that says to a person what is wrong. */
export class MessageError extends Error {
  readonly text: Message;

  constructor(text: Message, options?: ErrorOptions) {
    super(text.id, options);
    this.text = text;
  }
}

/** A `RangeError` that says to a person which value is out of which range. */
export class MessageRangeError extends RangeError {
  readonly text: Message;

  constructor(text: Message) {
    super(text.id);
    this.text = text;
  }
}

/** Several values in a message: "a, b and c", with `or` in place of `and`, or with commas alone. */
export function listOf(list: readonly Value[], joined: 'and' | 'or' | 'comma' | 'none' = 'and'): ListValue {
  return joined === 'and' ? { list } : { list, joined };
}

/** Returns whether two texts say the same. */
export function isSameText(one: Text, other: Text): boolean {
  return one === other || JSON.stringify(one) === JSON.stringify(other);
}

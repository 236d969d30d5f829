import { makerOf, type FormatsTexts, type MessageOf } from '@haushalt/language';

export { listOf, type Message, type Text } from '@haushalt/language';

/** Makes a message of the readers and writers; the sentence is written where it is shown, in a language. */
export const messageFor: MessageOf<FormatsTexts> = makerOf();

import { makerOf, type ServerTexts, type MessageOf } from '@haushalt/language';

export { listOf, type Message, type Text, type Value } from '@haushalt/language';

/** Makes a message of the server; the sentence is written where it is answered or sent, in a language. */
export const messageFor: MessageOf<ServerTexts> = makerOf();

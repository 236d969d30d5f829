import { isMessage, type Text } from '@haushalt/language';

/** States how a message in a column begins. */
const MESSAGE = '{"id":"';

/** A text as it is kept in a column: a message as JSON, any other text as it is. */
export function storedText(text: Text): string {
  if (typeof text !== 'string') return JSON.stringify(text);
  return text.startsWith(MESSAGE) ? JSON.stringify({ id: 'server.text', values: { text } }) : text;
}

/** A text that was kept by `storedText`, or a sentence as earlier versions kept it. */
export function readText(stored: string): Text {
  if (!stored.startsWith(MESSAGE)) return stored;
  try {
    const text: unknown = JSON.parse(stored);
    return isMessage(text) ? text : stored;
  } catch {
    return stored;
  }
}

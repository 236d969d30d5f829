import { messageFor, type Message } from '../../message.ts';
/** States what ids may look like: letters, digits, dashes; a colon parts the owner from the month in dated rows. */
export const ID_PATTERN = /^[A-Za-z0-9_-]{1,64}$/;

/** The longest name, in letters. */
export const MAX_NAME = 80;

/** A name as it is kept: one space between words, none around them, letters in their composed form. */
export function tidy(name: string): string {
  return name.normalize('NFC').trim().replace(/\s+/g, ' ');
}

/** Why a text cannot be a name at all, whatever else there is. */
export function nameShapeRefusal(name: string): Message | null {
  const trimmed = name.trim();
  if (trimmed === '') return messageFor('schema.nameMissing');
  if ([...trimmed].length > MAX_NAME)
    return messageFor('schema.nameTooLong', { most: MAX_NAME, length: [...trimmed].length });
  // eslint-disable-next-line no-control-regex -- control characters are exactly what is refused
  if (/[\u0000-\u001f\u007f-\u009f\u2028\u2029]/.test(trimmed)) return messageFor('schema.nameControlCharacter');
  if (!trimmed.isWellFormed()) return messageFor('schema.nameInvalidCharacter');
  return null;
}

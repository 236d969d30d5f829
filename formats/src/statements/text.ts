import { messageFor } from '../message.ts';
import { StatementError } from './statement.ts';

export type Encoding = 'utf-8' | 'windows-1252' | 'utf-16le' | 'utf-16be';

/** Returns how the letters of a file are written: by its first bytes, else UTF-8 if it can be that, else the western one. */
export function guessedEncoding(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** The text of a file. Throws `StatementError` where it is written otherwise. */
export function decoded(bytes: Uint8Array, encoding: Encoding): string {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw new StatementError(null, messageFor('formats.statement.wrongEncoding', { encoding }));
  }
}

/** The text of a file that says itself how it is written, as XML does, else as it is guessed. */
export function textOf(bytes: Uint8Array): string {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200));
  const encoding = /encoding=["']([\w-]+)["']/i.exec(head)?.[1]?.toLowerCase();
  if (encoding === 'iso-8859-1' || encoding === 'iso-8859-15' || encoding === 'windows-1252')
    return decoded(bytes, 'windows-1252');
  return decoded(bytes, guessedEncoding(bytes));
}

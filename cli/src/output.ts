import { writeFileSync } from 'node:fs';
import { CliError } from './error.ts';
import { messages } from './messages.ts';

/** Writes a file. Throws `CliError` with the reason where that cannot be done. */
export function writeOut(out: string, content: string | Uint8Array): void {
  try {
    writeFileSync(out, content);
  } catch (error) {
    throw new CliError(messages.cannotBeWritten(out, (error as NodeJS.ErrnoException).code ?? String(error)));
  }
}

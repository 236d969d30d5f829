import { writeFileSync } from 'node:fs';
import { CliError } from './error.ts';
import { t } from './language.ts';

/** Writes a file. Throws `CliError` with the reason where that cannot be done. */
export function writeOut(out: string, content: string | Uint8Array): void {
  try {
    writeFileSync(out, content);
  } catch (error) {
    throw new CliError(
      t('cli.notWritable', { file: out, why: (error as NodeJS.ErrnoException).code ?? String(error) }),
    );
  }
}

import { resolve } from 'node:path';
import { Command } from 'commander';
import { CliError } from './error.ts';
import { dataFolder } from './folders.ts';
import { say, t } from './language.ts';

interface BackupOptions {
  readonly data?: string;
  readonly demo: boolean;
}

/** `haushalt backup OUT.db`: a copy of the database as it is now, also while the server runs. */
export function backupCommand(): Command {
  return new Command('backup')
    .description('Back up the database, also while the server is running.')
    .argument('<out>', 'the file to write; it must not exist yet')
    .option('--data <folder>', 'the folder of the database (default: data/plans, with --demo data/demo)')
    .option('--demo', 'back up the database of the demo', false)
    .action(async (out: string, options: BackupOptions) => {
      const { DatabaseError, copyDatabase, databaseFile } = await import('@haushalt/server');
      const file = databaseFile(dataFolder(options));
      try {
        copyDatabase(file, resolve(out));
        console.log(t('cli.backup.copied', { file, to: resolve(out) }));
      } catch (error) {
        if (error instanceof DatabaseError) throw new CliError(say(error.text));
        throw error;
      }
    });
}

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
    .description(t('cli.help.backup'))
    .argument('<out>', t('cli.help.backup.out'))
    .option('--data <folder>', t('cli.help.dataFolder'))
    .option('--demo', t('cli.help.backup.demo'), false)
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

import { resolve } from 'node:path';
import { Command } from 'commander';
import { CliError } from './error.ts';
import { dataFolder } from './folders.ts';
import { messages } from './messages.ts';

interface BackupOptions {
  readonly data?: string;
  readonly demo: boolean;
}

/** `haushalt backup OUT.db`: a copy of the database as it is now, also while the server runs. */
export function backupCommand(): Command {
  return new Command('backup')
    .description('Copy the database as it is now, also while the server runs. To put a copy back, name it haushalt.db.')
    .argument('<out>', 'where the copy is written; nothing may be there yet')
    .option('--data <folder>', 'where the database is kept (default: data/plans, with --demo data/demo)')
    .option('--demo', 'copy the database of the demo', false)
    .action(async (out: string, options: BackupOptions) => {
      const { DatabaseError, copyDatabase, databaseFile } = await import('@haushalt/server');
      const file = databaseFile(dataFolder(options));
      try {
        copyDatabase(file, resolve(out));
        console.log(messages.isCopiedTo(file, resolve(out)));
      } catch (error) {
        if (error instanceof DatabaseError) throw new CliError(error.message);
        throw error;
      }
    });
}

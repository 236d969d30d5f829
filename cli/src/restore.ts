import { MessageError } from '@haushalt/core';
import { listOf } from '@haushalt/language';
import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { randomUUID } from 'node:crypto';
import { Command } from 'commander';
import { CliError } from './error.ts';
import { dataFolder } from './folders.ts';
import { say, t } from './language.ts';

interface RestoreOptions {
  readonly data?: string;
  readonly demo: boolean;
  readonly plan: readonly string[];
}

/**
 * `haushalt restore FILE`: where there is no database yet, the backup becomes it, with its people; where there is one, the
 * plans of the backup are added to it as copies, owned by its first person. No server may run on it meanwhile.
 */
export function restoreCommand(): Command {
  return new Command('restore')
    .description(t('cli.help.restore'))
    .argument('<file>', t('cli.help.restore.file'))
    .option('--data <folder>', t('cli.help.dataFolder'))
    .option('--demo', t('cli.help.restore.demo'), false)
    .option('--plan <name>', t('cli.help.restore.plan'), (name, names: readonly string[]) => [...names, name], [])
    .action(restore);
}

async function restore(from: string, options: RestoreOptions): Promise<void> {
  const { DatabaseError, Work, copyDatabase, creatingFrom, databaseFile, openStore, LOCAL_PERSON } = await import('@haushalt/server'); // prettier-ignore
  const file = resolve(from);
  const to = databaseFile(dataFolder(options));
  if (!existsSync(file)) throw new CliError(t('cli.unreadable', { name: file }));
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-restore-'));
  const copy = join(folder, 'backup.db');
  const work = new Work();
  try {
    copyFileSync(file, copy);
    const all = await work.do<'readBackup'>({ kind: 'readBackup', file: copy });
    for (const name of options.plan)
      if (!all.some((plan) => plan.name === name)) throw new CliError(t('cli.restore.planUnknown', { file, name }));
    if (!existsSync(to) && options.plan.length === 0) {
      openStore(to).close();
      rmSync(to);
      copyDatabase(copy, `${to}.restored`);
      renameSync(`${to}.restored`, to);
      console.log(t('cli.restore.inPlace', { file, to }));
      return;
    }
    const store = openStore(to);
    try {
      const createFrom = creatingFrom(store, work);
      const restored: string[] = [];
      for (const { id, name } of all) {
        if (options.plan.length > 0 && !options.plan.includes(name)) continue;
        const free = store.plans.isTaken(id) ? randomUUID() : id;
        await createFrom({ kind: 'restorePlan', file: copy, planId: id }, free, LOCAL_PERSON);
        restored.push(name);
      }
      console.log(t('cli.restore.restored', { count: restored.length, names: listOf(restored, 'comma'), folder: to }));
    } finally {
      store.close();
    }
  } catch (error) {
    if (error instanceof CliError) throw error;
    if (error instanceof DatabaseError) throw new CliError(say(error.text));
    throw new CliError(
      t('cli.restore.unreadable', {
        file,
        why: error instanceof MessageError ? say(error.text) : error instanceof Error ? error.message : String(error),
      }),
    );
  } finally {
    await work.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

import { now } from '@haushalt/core';
import { Command } from 'commander';
import { dataFolder } from './folders.ts';
import { t } from './language.ts';

interface DoctorOptions {
  readonly data?: string;
  readonly demo: boolean;
}

/** `haushalt doctor`: examines the database and where it lies; exits 1 when something is to be mended. */
export function doctorCommand(): Command {
  return new Command('doctor')
    .description(t('cli.help.doctor'))
    .option('--data <folder>', t('cli.help.dataFolder'))
    .option('--demo', t('cli.help.doctor.demo'), false)
    .action(async (options: DoctorOptions) => {
      const { databaseFile, examine } = await import('@haushalt/server');
      const findings = examine(databaseFile(dataFolder(options)), now());
      for (const { isWell, words } of findings) console.log(t('cli.doctor.line', { isWell, words }));
      if (findings.some(({ isWell }) => !isWell)) process.exitCode = 1;
    });
}

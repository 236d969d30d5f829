import { Command } from 'commander';
import { calcCommand } from './calc.ts';
import { checkCommand } from './check.ts';
import { CliError } from './error.ts';
import { serveCommand } from './serve.ts';
import { VERSION } from './version.ts';

const program = new Command('haushalt')
  .description('Plan money by the month, from the command line.')
  .version(VERSION)
  .showHelpAfterError()
  .addCommand(calcCommand())
  .addCommand(checkCommand())
  .addCommand(serveCommand());

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CliError)) throw error;
  console.error(error.message);
  process.exitCode = 2;
}

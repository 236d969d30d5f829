import { Command, CommanderError } from 'commander';
import { backupCommand } from './backup.ts';
import { calcCommand } from './calc.ts';
import { checkCommand } from './check.ts';
import { convertCommand } from './convert.ts';
import { doctorCommand } from './doctor.ts';
import { CliError } from './error.ts';
import { personCommand } from './person.ts';
import { printCommand } from './print.ts';
import { restoreCommand } from './restore.ts';
import { serveCommand } from './serve.ts';
import { statementCommand } from './statement.ts';
import { speakAlways } from '@haushalt/formats';
import { languageOfTerminal, speak, speaking } from './language.ts';
import { VERSION } from './version.ts';

/** What the command line answers what cannot be done with. */
const USAGE_ERROR = 2;

/** Carries out a command line, without the program's own name; `process.exitCode` says how it ended where not with 0. */
export async function runProgram(args: readonly string[]): Promise<void> {
  await speak(languageOfTerminal(process.env));
  speakAlways(speaking());
  const program = new Command('haushalt')
    .description('Plan money by the month, from the command line.')
    .version(VERSION)
    .addCommand(calcCommand())
    .addCommand(checkCommand())
    .addCommand(convertCommand())
    .addCommand(printCommand())
    .addCommand(statementCommand())
    .addCommand(backupCommand())
    .addCommand(restoreCommand())
    .addCommand(personCommand())
    .addCommand(doctorCommand())
    .addCommand(serveCommand());
  for (const command of [program, ...program.commands.flatMap((each) => [each, ...each.commands])])
    command.showHelpAfterError().exitOverride();
  try {
    await program.parseAsync(args, { from: 'user' });
  } catch (error) {
    if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : USAGE_ERROR;
    else if (error instanceof CliError) {
      console.error(error.message);
      process.exitCode = USAGE_ERROR;
    } else throw error;
  }
}

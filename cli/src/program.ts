import { LANGUAGES, type Language } from '@haushalt/language';
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
import { languageOfTerminal, speak, speaking, t } from './language.ts';
import { HELP, commandsOf, mistakeInWords } from './usage.ts';
import { VERSION } from './version.ts';

/** States what the command line answers what cannot be done with. */
const USAGE_ERROR = 2;

/** Carries out a command line, without the program's own name; `process.exitCode` says how it ended where not with 0. */
export async function runProgram(args: readonly string[]): Promise<void> {
  const wanted = languageGiven(args);
  const isKnown = wanted === undefined || isLanguage(wanted);
  await speak(isKnown && wanted !== undefined ? wanted : languageOfTerminal(process.env));
  speakAlways(speaking());
  if (!isKnown) {
    console.error(`--lang ${wanted}: ${t('cli.languageUnknown', { languages: LANGUAGES.join(', ') })}`);
    process.exitCode = USAGE_ERROR;
    return;
  }
  const program = new Command('haushalt')
    .description(t('cli.help.program'))
    .version(VERSION, '-V, --version', t('cli.help.version'))
    .option('--lang <language>', t('cli.help.language', { languages: LANGUAGES.join(', ') }))
    .helpCommand('help [command]', t('cli.help.help'))
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
  for (const command of commandsOf(program))
    command
      .helpOption('-h, --help', t('cli.help.help'))
      .configureHelp(HELP)
      .configureOutput({ outputError: (text, write) => write(`${mistakeInWords(text.trim())}\n`) })
      .showHelpAfterError()
      .exitOverride();
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

/** The language a command line names, wherever it does: it is spoken before anything else is read. */
function languageGiven(args: readonly string[]): string | undefined {
  const index = args.findIndex((arg) => arg === '--lang' || arg.startsWith('--lang='));
  return index < 0
    ? undefined
    : args[index]!.startsWith('--lang=')
      ? args[index]!.slice('--lang='.length)
      : (args[index + 1] ?? '');
}

const isLanguage = (wanted: string): wanted is Language => (LANGUAGES as readonly string[]).includes(wanted);

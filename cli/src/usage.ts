import type { Command, HelpConfiguration } from 'commander';
import { t } from './language.ts';

/** States what commander calls the parts of a help text, and the message of each. */
const TITLES = {
  'Usage:': 'cli.help.usage',
  'Arguments:': 'cli.help.arguments',
  'Options:': 'cli.help.options',
  'Commands:': 'cli.help.commands',
} as const;

const isTitle = (title: string): title is keyof typeof TITLES => title in TITLES;

/** Help texts in the language of the command line. */
export const HELP: HelpConfiguration = {
  styleTitle: (title) => (isTitle(title) ? t(TITLES[title]) : title),
  optionDescription: (option) => {
    const { description, argChoices } = option;
    const defaultValue: unknown = option.defaultValue;
    const isShown =
      defaultValue !== undefined && defaultValue !== '' && !option.isBoolean() && !Array.isArray(defaultValue);
    const notes = [
      ...(argChoices ? [t('cli.help.choices', { choices: argChoices.join(', ') })] : []),
      ...(isShown ? [t('cli.help.default', { value: String(defaultValue) })] : []),
    ];
    return notes.length === 0 ? description : `${description} (${notes.join('; ')})`;
  },
};

/** States how commander words a mistake, and how it is said here. A wording that is not known stays as it is. */
const MISTAKES: readonly (readonly [wording: RegExp, say: (parts: readonly string[]) => string])[] = [
  [/missing required argument '(.+)'/, ([name = '']) => t('cli.usage.missingArgument', { name })],
  [/option '(.+)' argument missing/, ([option = '']) => t('cli.usage.optionWithoutValue', { option })],
  [
    /unknown option '(.+?)'(?:\s+\(Did you mean (.+?)\?\))?$/s,
    ([option = '', similar = 'none']) => t('cli.usage.unknownOption', { option, similar }),
  ],
  [
    /unknown command '(.+?)'(?:\s+\(Did you mean (.+?)\?\))?$/s,
    ([command = '', similar = 'none']) => t('cli.usage.unknownCommand', { command, similar }),
  ],
  [
    /Expected (\d+) arguments? but got (\d+)/,
    ([expected = '', given = '']) => t('cli.usage.tooManyArguments', { expected, given }),
  ],
  [
    /(?:option|argument) '(.+?)' argument '(.*?)' is invalid\. (.*)$/s,
    ([option = '', value = '', reason = '']) =>
      t('cli.usage.invalidValue', {
        option,
        value,
        reason: reason.replace(/^Allowed choices are (.*)\.$/s, (_, values: string) =>
          t('cli.usage.allowedValues', { values }),
        ),
      }),
  ],
];

/** Returns what is wrong with a command line, in its language. */
export function mistakeInWords(mistake: string): string {
  for (const [wording, write] of MISTAKES) {
    const match = wording.exec(mistake);
    if (match) return write(match.slice(1));
  }
  return mistake;
}

/** All commands below one, and itself. */
export const commandsOf = (command: Command): readonly Command[] => [command, ...command.commands.flatMap(commandsOf)];

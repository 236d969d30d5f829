import { Speaker, catalogueFor, languageOf, type CliTexts, type Language, type Text, type WriterOf } from '@haushalt/language'; // prettier-ignore

let speaker: Speaker | null = null;

function present(): Speaker {
  if (speaker === null) throw new Error('No language is loaded yet.');
  return speaker;
}

/** Speaks a language from now on, here and in the files that are written. */
export async function speak(language: Language): Promise<void> {
  speaker = new Speaker(language, await catalogueFor(language, 'programs'));
}

/** Who speaks, for what is done in other packages. */
export const speaking = (): Speaker => present();

/** The language of a terminal (POSIX: LC_ALL, LC_MESSAGES, LANG). */
export const languageOfTerminal = (env: Readonly<Record<string, string | undefined>>): Language =>
  languageOf([env.LC_ALL || env.LC_MESSAGES || env.LANG || '']);

/** The text of a message in the language of the command line. */
export const t: WriterOf<CliTexts> = (id, ...given) => present().write(id, given[0] as never);

/** Words in the language of the command line. */
export const say = (text: Text): string => present().say(text);

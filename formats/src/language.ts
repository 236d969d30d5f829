import { AsyncLocalStorage } from 'node:async_hooks';
import * as core from '@haushalt/core';
import { localeOf, type FormatsTexts, type Speaker, type Text, type WriterOf } from '@haushalt/language';

/*
 * Sheets, pages and reports are written in one language, which whoever asks for them says once. It holds for all that is
 * done meanwhile, also behind an `await`.
 */
const spoken = new AsyncLocalStorage<Speaker>();
let always: Speaker | null = null;

function speaker(): Speaker {
  const present = spoken.getStore() ?? always;
  if (present === null) throw new Error('Say in which language first: inLanguage, or speakAlways.');
  return present;
}

/** Does something in a language; all it writes is in it. */
export const inLanguage = <T>(language: Speaker, work: () => T): T => spoken.run(language, work);

/** The language of a program that speaks only one. */
export function speakAlways(language: Speaker): void {
  always = language;
}

/** The text of a message in the language of the file that is being written. */
export const t: WriterOf<FormatsTexts> = (id, ...given) => speaker().write(id, given[0] as never);

/** Words in the language of the file that is being written. */
export const say = (text: Text): string => speaker().say(text);

/** The language of the file that is being written, as a BCP 47 tag with the region of a plan's notation. */
export const wordsLocale = (notation: string): string => localeOf(speaker().language, notation);

/** A month in the language of the file: "March 2026", "Mar 2026" (short) or "Mar" (name). */
export const monthInWords = (month: core.Month, notation: string, style?: 'long' | 'short' | 'name'): string =>
  speaker()
    .in(notation)
    .month(style ? { month, style } : { month });

/** A day in the language of the file: "14 March 2026", or "14 Mar" (short). */
export const dayInWords = (day: core.Day, notation: string, style?: 'long' | 'short'): string =>
  speaker()
    .in(notation)
    .day(style ? { day, style } : { day });

/** Returns what a line, total or figure of a plan is called, in the language of the file. */
export function labelOf(document: core.Document, id: string): string | undefined {
  const label = core.labelOf(document, id);
  return label === undefined ? undefined : say(label);
}

/** A figure with its currency or unit, in the language of the file. */
export const writeWithUnit = (figure: number, unit: core.Unit, style: core.FigureStyle): string =>
  say(core.writeWithUnit(figure, unit, style));

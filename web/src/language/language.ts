import * as core from '@haushalt/core';
import { useSyncExternalStore } from 'react';
import { Speaker, catalogueFor, languageOf, localeOf, makerOf, type Language, type MessageOf, type PlainIdOf, type Text, type Value, type WebTexts, type WriterOf } from '@haushalt/language'; // prettier-ignore

let speaker: Speaker | null = null;
const listeners = new Set<() => void>();

function present(): Speaker {
  if (speaker === null) throw new Error('No language is loaded yet.');
  return speaker;
}

/** The text of a message in the language of the one who reads. */
export const t: WriterOf<WebTexts> = (id, ...given) => present().write(id, given[0] as never);

/** Makes a message of the pages, to be kept or handed on; it is written where it is shown. */
export const messageFor: MessageOf<WebTexts> = makerOf();

/** An id whose text stands alone, for labels that are written where they are shown. */
export type Label = PlainIdOf<WebTexts>;

/** Words as they are shown, in the language of the one who reads; nothing stays nothing. */
export function say(text: Text): string;
export function say(text: Text | null | undefined): string | null;
export function say(text: Text | null | undefined): string | null {
  return text === null || text === undefined ? null : present().say(text);
}

/** A figure with its currency or unit: "€1,234.50", "2.4 % a year", "42 months". */
export const writeWithUnit = (figure: number, unit: core.Unit, style: core.FigureStyle): string =>
  say(core.writeWithUnit(figure, unit, style));

/** Returns what a line, total or figure is called where it is shown. */
export const nameOf = (document: core.Document, id: string): string | undefined =>
  say(core.labelOf(document, id)) ?? undefined;

/** Several values in words: "a, b and c", with `or` in place of `and`. */
export const listInWords = (list: readonly Value[], joined: 'and' | 'or' = 'and'): string =>
  present().list({ list, joined });

/** The locale of words and dates: a notation's own where it is of the reader's language, else the language's. */
export const wordsLocale = (notation?: string): string => localeOf(present().language, notation);

/** A month in the reader's language: "March 2026", "Mar" (short) or "Mar 2026" (name), as a notation's region writes it. */
export const monthInWords = (month: core.Month, notation: string, style?: 'long' | 'short' | 'name'): string =>
  present()
    .in(notation)
    .month(style ? { month, style } : { month });

/** A month of the year in the reader's language: 4 is "April". */
export const monthOfYearInWords = (month: number, notation: string): string =>
  present()
    .in(notation)
    .month({ month: `2026-${String(month).padStart(2, '0')}`, style: 'ofYear' });

/** A day in the reader's language: "14 March 2026", or "14 Mar" (short). */
export const dayInWords = (day: core.Day, notation: string, style?: 'long' | 'short'): string =>
  present()
    .in(notation)
    .day(style ? { day, style } : { day });

/** Keys whose names differ from keyboard to keyboard. */
const KEY_NAMES = {
  Ctrl: 'ui.key.ctrl',
  Shift: 'ui.key.shift',
  Delete: 'ui.key.delete',
  Insert: 'ui.key.insert',
  Enter: 'ui.key.enter',
  Space: 'ui.key.space',
  'Page Up': 'ui.key.pageUp',
  'Page Down': 'ui.key.pageDown',
  Home: 'ui.key.home',
  End: 'ui.key.end',
  Backspace: 'ui.key.backspace',
  click: 'ui.key.click',
} as const satisfies Record<string, Label>;

/** Keys as keyboards of the reader's language name them: "Ctrl+Delete" is "Strg+Entf" in German. */
export const keysInWords = (keys: string): string =>
  keys.replace(/Page Up|Page Down|\b(?:Ctrl|Shift|Delete|Insert|Enter|Space|Home|End|Backspace|click)\b/g, (key) =>
    t(KEY_NAMES[key as keyof typeof KEY_NAMES]),
  );

/** Where this browser keeps the language that was chosen in it. */
const CHOSEN = 'haushalt:language';

/** The first language of this browser there is; English where there is none. */
export const languageOfBrowser = (): Language => languageOf(navigator.languages);

/** The language chosen in this browser, else the browser's own. */
export const languageWished = (): Language => {
  const chosen = localStorage.getItem(CHOSEN);
  return chosen === null ? languageOfBrowser() : languageOf([chosen]);
};

/** The language what is asked of the server is to be answered in. */
export const languageAsked = (): Language => speaker?.language ?? languageWished();

/** Speaks a language from now on and remembers it in this browser; an empty one is the browser's own again. */
export async function chooseLanguage(chosen: Language | ''): Promise<void> {
  await speak(chosen === '' ? languageOfBrowser() : chosen);
  try {
    if (chosen === '') localStorage.removeItem(CHOSEN);
    else localStorage.setItem(CHOSEN, chosen);
  } catch {
    // There is no room; it is forgotten with the page.
  }
}

/** Speaks a language from now on, everywhere at once. */
export async function speak(language: Language): Promise<void> {
  speaker = new Speaker(language, await catalogueFor(language, 'pages'));
  if (typeof document !== 'undefined') document.documentElement.lang = language;
  for (const tell of listeners) tell();
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => void listeners.delete(tell);
};

/** The language spoken, followed by whoever uses it. */
export const useLanguage = (): Language => useSyncExternalStore(subscribe, () => present().language);

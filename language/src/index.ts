import type cli from './en/cli.ts';
import type core from './en/core.ts';
import type formats from './en/formats.ts';
import type server from './en/server.ts';
import type web from './en/web.ts';

export * from './values.ts';
export type { Given, ValuesOf } from './placeholders.ts';
export { makerOf, type MessageOf, type PlainIdOf, type WriterOf } from './message.ts';
export { LANGUAGES, OWN_NAMES, Speaker, languageOf, localeOf, type Catalogue, type Language } from './speaker.ts';
export { catalogueFor } from './catalogues.ts';

/** Describes what each package says: its ids, and the English texts their values are read from. */
export type CoreTexts = typeof core;
export type FormatsTexts = typeof formats;
export type ServerTexts = typeof server;
export type WebTexts = typeof web;
export type CliTexts = typeof cli;

import { LANGUAGES, Speaker, catalogueFor, languageOf, type Language } from '@haushalt/language';
import type { Request } from 'express';

const speakers = new Map<Language, Speaker>();
for (const language of LANGUAGES)
  speakers.set(language, new Speaker(language, await catalogueFor(language, 'programs')));

/** Who speaks a language. */
export const speakerOf = (language: Language): Speaker => speakers.get(language)!;

/** Who speaks the language a request wishes for (RFC 9110, Accept-Language); English where it names none there is. */
export const speakerFor = (request: Pick<Request, 'acceptsLanguages'>): Speaker =>
  speakerOf(languageOf(request.acceptsLanguages()));

/** Who speaks to a person in what reaches them elsewhere: the language they chose, else that of the request. */
export const speakerTo = (person: { readonly language: string }, request: Pick<Request, 'acceptsLanguages'>): Speaker =>
  person.language === '' ? speakerFor(request) : speakerOf(languageOf([person.language]));

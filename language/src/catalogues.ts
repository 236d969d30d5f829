import type { Catalogue, Language } from './speaker.ts';

/** Who speaks: the pages, or the programs of a server and a command line. */
export type Audience = 'pages' | 'programs';

const LOADERS: Readonly<Record<Language, Readonly<Record<Audience, () => Promise<{ readonly default: Catalogue }>>>>> =
  {
    en: { pages: () => import('./en/pages.ts'), programs: () => import('./en/programs.ts') },
    de: { pages: () => import('./de/pages.ts'), programs: () => import('./de/programs.ts') },
  };

/** Loads what is said in a language; no other language is loaded with it. */
export async function catalogueFor(language: Language, audience: Audience): Promise<Catalogue> {
  return (await LOADERS[language][audience]()).default;
}

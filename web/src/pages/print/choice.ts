import { paperOf } from '@haushalt/core';
import { LANGUAGES, type Language } from '@haushalt/language';
import type { Part } from '@haushalt/formats';
import type { FileRequest, PrintRequest } from '../../plan-session/api.ts';

/** States what of a plan can be printed, in its order; each has its word. */
const PART_ORDER: Readonly<Record<Part, true>> = {
  budget: true,
  rules: true,
  years: true,
  assumptions: true,
  projection: true,
  loans: true,
  savings: true,
  tax: true,
  breakEven: true,
  lists: true,
  spending: true,
  entries: true,
  charts: true,
  scenarios: true,
  checks: true,
};
export const PARTS = Object.keys(PART_ORDER) as readonly Part[];

/** All there is to choose; what an address does not say is as usual. */
export type Choice = Omit<FileRequest, 'kind' | 'name'>;

const USUAL_CHOICE: Omit<Choice, 'paper' | 'language'> = {
  parts: ['budget'],
  years: [],
  span: 'month',
  withNotes: false,
  orientation: 'auto',
  pages: 'auto',
  isBlackAndWhite: false,
  isBooklet: false,
  title: '',
  by: 'year',
  notation: 'plan',
};

/** States what stands for a part that is not said. */
const FLAGS = ['withNotes', 'isBlackAndWhite', 'isBooklet'] as const;
const WORDS = {
  span: ['month', 'quarter'],
  paper: ['A4', 'Letter'],
  orientation: ['auto', 'upright', 'across'],
  pages: ['auto', 'one', 'two', 'many'],
  by: ['year', 'plan'],
  notation: ['plan', 'neutral'],
  language: LANGUAGES,
} as const;
type Word = keyof typeof WORDS;

/** Returns what is chosen where nothing is said: the paper of the plan's region, the language of the one who reads. */
const usualIn = (locale: string, language: Language): Choice => ({ ...USUAL_CHOICE, paper: paperOf(locale), language });

/** The choice an address says; what it says wrongly is as usual. `years` are those the plan has. */
export function readChoice(
  query: URLSearchParams,
  {
    locale,
    language,
    thisYear,
    years,
  }: {
    readonly locale: string;
    readonly language: Language;
    readonly thisYear: number;
    readonly years: readonly number[];
  },
): Choice {
  const usual = usualIn(locale, language);
  const list = (key: string) =>
    query
      .get(key)
      ?.split(',')
      .filter((part) => part !== '') ?? null;
  const words = Object.fromEntries(
    (Object.keys(WORDS) as Word[]).map((key) => {
      const word = query.get(key);
      return [key, (WORDS[key] as readonly string[]).includes(word ?? '') ? word : usual[key]];
    }),
  ) as Pick<Choice, Word>;
  const chosen = list('years')
    ?.map(Number)
    .filter((year) => years.includes(year));
  return {
    ...usual,
    ...words,
    ...Object.fromEntries(FLAGS.map((flag) => [flag, query.get(flag) === 'yes'])),
    parts: list('parts') ?? usual.parts,
    years: chosen ?? (years.includes(thisYear) ? [thisYear] : years.slice(0, 1)),
    title: query.get('title') ?? '',
  };
}

/** An address that says a choice: only what is not as usual. */
export function writeChoice(choice: Choice, locale: string, language: Language): URLSearchParams {
  const usual = usualIn(locale, language);
  const query = new URLSearchParams({ parts: choice.parts.join(), years: choice.years.join() });
  for (const key of Object.keys(WORDS) as Word[]) if (choice[key] !== usual[key]) query.set(key, choice[key]);
  for (const flag of FLAGS) if (choice[flag]) query.set(flag, 'yes');
  if (choice.title !== '') query.set('title', choice.title);
  return query;
}

/** Returns what is asked of the pages. */
export function printOf({ by: _, notation: __, language: ___, ...print }: Choice, name: string): PrintRequest {
  return { ...print, name };
}

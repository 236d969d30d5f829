import type { FileRequest, PrintRequest } from '../../plan-session/api.ts';

/** All there is to choose; what an address does not say is as usual. */
export type Choice = Omit<FileRequest, 'kind' | 'name'>;

export const USUAL_CHOICE: Choice = {
  parts: ['budget'],
  years: [],
  span: 'month',
  withNotes: false,
  paper: 'A4',
  orientation: 'across',
  pages: 'one',
  isBlackAndWhite: false,
  isBooklet: false,
  title: '',
  by: 'year',
  notation: 'plan',
};

/** What stands for a part that is not said. */
const FLAGS = ['withNotes', 'isBlackAndWhite', 'isBooklet'] as const;
const WORDS = {
  span: ['month', 'quarter'],
  paper: ['A4', 'Letter'],
  orientation: ['across', 'upright'],
  pages: ['one', 'two', 'many'],
  by: ['year', 'plan'],
  notation: ['plan', 'neutral'],
} as const;
type Word = keyof typeof WORDS;

/** The choice an address says; what it says wrongly is as usual. `years` are those the plan has. */
export function readChoice(said: URLSearchParams, thisYear: number, years: readonly number[]): Choice {
  const list = (key: string) =>
    said
      .get(key)
      ?.split(',')
      .filter((part) => part !== '') ?? null;
  const words = Object.fromEntries(
    (Object.keys(WORDS) as Word[]).map((key) => {
      const word = said.get(key);
      return [key, (WORDS[key] as readonly string[]).includes(word ?? '') ? word : USUAL_CHOICE[key]];
    }),
  ) as Pick<Choice, Word>;
  const chosen = list('years')
    ?.map(Number)
    .filter((year) => years.includes(year));
  return {
    ...USUAL_CHOICE,
    ...words,
    ...Object.fromEntries(FLAGS.map((flag) => [flag, said.get(flag) === 'yes'])),
    parts: list('parts') ?? USUAL_CHOICE.parts,
    years: chosen ?? (years.includes(thisYear) ? [thisYear] : years.slice(0, 1)),
    title: said.get('title') ?? '',
  };
}

/** An address that says a choice: only what is not as usual. */
export function writeChoice(choice: Choice): URLSearchParams {
  const said = new URLSearchParams({ parts: choice.parts.join(), years: choice.years.join() });
  for (const key of Object.keys(WORDS) as Word[]) if (choice[key] !== USUAL_CHOICE[key]) said.set(key, choice[key]);
  for (const flag of FLAGS) if (choice[flag]) said.set(flag, 'yes');
  if (choice.title !== '') said.set('title', choice.title);
  return said;
}

/** What is asked of the pages. */
export function printOf({ by: _, notation: __, ...print }: Choice, name: string): PrintRequest {
  return { ...print, name };
}

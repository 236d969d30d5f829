import type { KeyWords } from '../ui/keys.ts';

/** The keys of the fields calculators are given their terms in. */
export const FIELD_KEYS: readonly KeyWords[] = [
  { shown: 'Enter, Esc in a field', words: 'take what was typed, leave it as it was' },
  { shown: 'letters or + − × in a field', words: 'a formula, with names to choose from' },
  { shown: '↑ ↓ in a field', words: 'a little more, a little less' },
  { shown: '← → on a slider', words: 'try values; all pages follow' },
];

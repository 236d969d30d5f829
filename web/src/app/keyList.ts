import { FIELD_KEYS } from '../fields/keys.ts';
import { DEEDS, MOVES } from '../grid/keys.ts';
import { BLOCK_KEYS, FIGURE_KEYS, LINE_KEYS, NAME_KEYS, VIEW_KEYS, YEAR_KEYS } from '../pages/budget/deeds/keys.ts';
import { TYPING_KEYS } from '../pages/budget/editors/keys.ts';
import type { KeyWords } from '../ui/keys.ts';
import { SHELL_KEYS } from './shellKeys.ts';

interface KeySection {
  readonly title: string;
  readonly keys: readonly KeyWords[];
}

const deed = (shown: string): KeyWords[] => DEEDS.filter((binding) => binding.shown === shown);

/** All keys as people are shown them, from the bindings themselves; those that are listed with another are left out. */
export const KEY_SECTIONS: readonly KeySection[] = [
  { title: 'Moving', keys: [...MOVES, ...YEAR_KEYS] },
  {
    title: 'Figures and rules',
    keys: [
      { shown: '0–9 − (', words: 'type a figure; letters begin a rule' },
      ...deed('Enter or F2'),
      ...TYPING_KEYS,
      ...deed('Ctrl+Enter'),
      ...FIGURE_KEYS,
      { shown: '← → Delete on a step', words: 'move it by a month, remove it' },
      ...deed('Delete'),
    ],
  },
  {
    title: 'Blocks of figures',
    keys: [
      { shown: 'Shift with a moving key', words: 'select a block' },
      ...deed('Ctrl+Space, Ctrl+click'),
      ...deed('Ctrl+A'),
      ...BLOCK_KEYS,
      { shown: 'Ctrl+C, Ctrl+V', words: 'copy, paste' },
    ],
  },
  {
    title: 'Lines and groups (on their name)',
    keys: [{ shown: 'Enter or F2', words: 'rename' }, ...NAME_KEYS, ...LINE_KEYS],
  },
  { title: 'The view and the work beside it', keys: VIEW_KEYS },
  {
    title: 'The other pages',
    keys: [
      { shown: 'Enter on a projection', words: 'choose what the line or group grows by' },
      { shown: 'N on spending', words: 'enter what was paid or came in' },
      { shown: 'Enter on spending', words: 'to the entries of the line' },
      { shown: '← → on a chart', words: 'from point to point, with its figures' },
      { shown: '↑ ↓ on an assumption’s value', words: 'a little more, a little less' },
      { shown: '← → on its slider', words: 'try values; all pages follow' },
      { shown: 'Alt+↑, Alt+↓ on an assumption', words: 'move it up or down' },
    ],
  },
  {
    title: 'Loans, savings, tax, break-even',
    keys: [
      ...FIELD_KEYS,
      { shown: 'Ctrl+C in a schedule', words: 'copy it as a table' },
      { shown: 'F6', words: 'from the terms to the figures, and back' },
    ],
  },
  {
    title: 'Everywhere',
    keys: [...SHELL_KEYS, { shown: 'F6', words: 'from the figures to what is beside them, and back' }],
  },
].map(({ title, keys }) => ({ title, keys: keys.filter(({ shown }) => shown !== '') }));

import type { KeyWords } from '../../../ui/keys.ts';

/** The keys of the editor of a figure, while one types. */
export const TYPING_KEYS: readonly KeyWords[] = [
  { shown: '↑ ↓ while typing', words: 'choose the reach' },
  { shown: 'Page Up, Page Down while typing', words: 'the last month of a stretch' },
  { shown: 'Enter, Tab', words: 'confirm and go down, go right' },
  { shown: 'Ctrl+Enter while typing', words: 'confirm from here on' },
  { shown: 'Ctrl+Shift+Enter while typing', words: 'confirm for every month' },
  { shown: 'Esc', words: 'leave it as it was' },
];

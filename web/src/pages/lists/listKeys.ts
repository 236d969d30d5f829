import { messages } from '../../messages/lists.ts';
import type { KeyBinding } from '../../ui/keys.ts';

/** What a key does in a list that it does not do in every grid. */
export type ListKey =
  | { readonly kind: 'insert' | 'duplicate' | 'remove' | 'clear' | 'rules' | 'try' | 'series' | 'column' | 'toggle' }
  | { readonly kind: 'move'; readonly direction: 1 | -1 };

const key = (presses: string, shown: string, words: string, does: ListKey): KeyBinding<ListKey> => ({
  presses: presses.split(' '),
  shown,
  words,
  does,
});

/** Keys on an item of a list. */
export const ITEM_KEYS: readonly KeyBinding<ListKey>[] = [
  key('Insert', 'Insert', messages.keyInsert, { kind: 'insert' }),
  key('Alt+ArrowUp', 'Alt+↑, Alt+↓', messages.keyMove, { kind: 'move', direction: -1 }),
  { presses: ['Alt+ArrowDown'], shown: '', words: '', does: { kind: 'move', direction: 1 } },
  key('Ctrl+d', 'Ctrl+D', messages.keyDuplicate, { kind: 'duplicate' }),
  key('Ctrl+Delete Ctrl+Backspace', 'Ctrl+Delete', messages.keyRemove, { kind: 'remove' }),
  { presses: ['Delete', 'Backspace'], shown: '', words: '', does: { kind: 'clear' } },
  { presses: [' '], shown: 'Space', words: messages.keyToggle, does: { kind: 'toggle' } },
  key('Alt+r', 'Alt+R', messages.keyColumn, { kind: 'column' }),
  key('Alt+s', 'Alt+S', messages.keySeries, { kind: 'series' }),
  key('Alt+t', 'Alt+T', messages.keyTry, { kind: 'try' }),
  key('F8', 'F8', messages.keyRules, { kind: 'rules' }),
];

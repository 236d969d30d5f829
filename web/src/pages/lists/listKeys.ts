import { t, type Label } from '../../language/language.ts';
import type { KeyBinding } from '../../ui/keys.ts';

/** Describes what a key does in a list that it does not do in every grid. */
export type ListKey =
  | { readonly kind: 'insert' | 'duplicate' | 'remove' | 'clear' | 'rules' | 'try' | 'series' | 'column' | 'toggle' }
  | { readonly kind: 'move'; readonly direction: 1 | -1 };

const key = (presses: string, shown: string, label: Label, does: ListKey): KeyBinding<ListKey> => ({
  presses: presses.split(' '),
  shown,
  get words() {
    return t(label);
  },
  does,
});

/** Keys on an item of a list. */
export const ITEM_KEYS: readonly KeyBinding<ListKey>[] = [
  key('Insert', 'Insert', 'lists.keyInsert', { kind: 'insert' }),
  key('Alt+ArrowUp', 'Alt+↑, Alt+↓', 'lists.keyMove', { kind: 'move', direction: -1 }),
  { presses: ['Alt+ArrowDown'], shown: '', words: '', does: { kind: 'move', direction: 1 } },
  key('Ctrl+d', 'Ctrl+D', 'lists.keyDuplicate', { kind: 'duplicate' }),
  key('Ctrl+Delete Ctrl+Backspace', 'Ctrl+Delete', 'lists.keyRemove', { kind: 'remove' }),
  { presses: ['Delete', 'Backspace'], shown: '', words: '', does: { kind: 'clear' } },
  {
    presses: [' '],
    shown: 'Space',
    get words() {
      return t('lists.keyToggle');
    },
    does: { kind: 'toggle' },
  },
  key('Alt+r', 'Alt+R', 'lists.keyColumn', { kind: 'column' }),
  key('Alt+s', 'Alt+S', 'lists.keySeries', { kind: 'series' }),
  key('Alt+t', 'Alt+T', 'lists.keyTry', { kind: 'try' }),
  key('F8', 'F8', 'lists.keyRules', { kind: 'rules' }),
];

import type { KeyBinding } from '../ui/keys.ts';
import { messages } from '../messages/shell.ts';

interface ShellDeed {
  readonly deed: 'undo' | 'redo' | 'shelf' | 'keys';
  /** Whether it is done while something is being typed too. */
  readonly whileTyping: boolean;
}

/** The keys that work on every page of a plan. */
export const SHELL_KEYS: readonly KeyBinding<ShellDeed>[] = [
  {
    presses: ['Ctrl+z'],
    shown: 'Ctrl+Z, Ctrl+Y',
    words: messages.undoRedo,
    does: { deed: 'undo', whileTyping: false },
  },
  { presses: ['Ctrl+y', 'Ctrl+Shift+z'], shown: '', words: '', does: { deed: 'redo', whileTyping: false } },
  {
    presses: ['Alt+a'],
    shown: 'Alt+A',
    words: messages.assumptionsOpenOrClosed,
    does: { deed: 'shelf', whileTyping: true },
  },
  { presses: ['?'], shown: '?', words: messages.thisList, does: { deed: 'keys', whileTyping: false } },
];

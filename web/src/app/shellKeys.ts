import type { KeyBinding } from '../ui/keys.ts';
import { messages } from '../messages/shell.ts';

interface ShellAction {
  readonly action: 'undo' | 'redo' | 'shelf' | 'keys';
  /** Whether it is done while something is being typed too. */
  readonly whileTyping: boolean;
}

/** The keys that work on every page of a plan. */
export const SHELL_KEYS: readonly KeyBinding<ShellAction>[] = [
  {
    presses: ['Ctrl+z'],
    shown: 'Ctrl+Z, Ctrl+Y',
    words: messages.undoRedo,
    does: { action: 'undo', whileTyping: false },
  },
  { presses: ['Ctrl+y', 'Ctrl+Shift+z'], shown: '', words: '', does: { action: 'redo', whileTyping: false } },
  {
    presses: ['Alt+a'],
    shown: 'Alt+A',
    words: messages.assumptionsOpenOrClosed,
    does: { action: 'shelf', whileTyping: true },
  },
  { presses: ['?'], shown: '?', words: messages.thisList, does: { action: 'keys', whileTyping: false } },
];

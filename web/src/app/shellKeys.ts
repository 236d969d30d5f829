import type { KeyBinding } from '../ui/keys.ts';
import { t } from '../language/language.ts';

interface ShellAction {
  readonly action: 'undo' | 'redo' | 'assumptions' | 'keys';
  /** True when it is done while something is being typed too. */
  readonly whileTyping: boolean;
}

/** The keys that work on every page of a plan. */
export const SHELL_KEYS: readonly KeyBinding<ShellAction>[] = [
  {
    presses: ['Ctrl+z'],
    shown: 'Ctrl+Z, Ctrl+Y',
    get words() {
      return t('shell.keys.undoRedo');
    },
    does: { action: 'undo', whileTyping: false },
  },
  { presses: ['Ctrl+y', 'Ctrl+Shift+z'], shown: '', words: '', does: { action: 'redo', whileTyping: false } },
  {
    presses: ['Alt+a'],
    shown: 'Alt+A',
    get words() {
      return t('shell.keys.assumptions');
    },
    does: { action: 'assumptions', whileTyping: true },
  },
  {
    presses: ['?'],
    shown: '?',
    get words() {
      return t('shell.thisList');
    },
    does: { action: 'keys', whileTyping: false },
  },
];

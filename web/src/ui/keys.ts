import { letterOf } from './letterOf.ts';

/** A key as it was pressed. */
export interface KeyPress {
  readonly key: string;
  /** The key's place on the keyboard, for keys that with Alt write another letter. */
  readonly code?: string;
  readonly altKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
}

/** A line of the list of keys. */
export interface KeyWords {
  /** The keys as they are written there: "Alt+1 … Alt+4". */
  readonly shown: string;
  readonly words: string;
}

/** Keys that do something, and how they are listed. What they do may depend on where they are pressed. */
export interface KeyBinding<Does> extends KeyWords {
  /** The presses that are meant, as `nameOf` names them. */
  readonly presses: readonly string[];
  readonly does: Does;
}

/** A press by name: `Ctrl+Home`, `Alt+r`, `Shift+F10`, `+`. The command key of a Mac counts as Ctrl. */
export function nameOf(press: KeyPress): string {
  const withCtrl = press.ctrlKey || press.metaKey;
  const key = press.altKey ? letterOf(press) : withCtrl && press.key.length === 1 ? press.key.toLowerCase() : press.key;
  // A letter or sign alone has its Shift in it already.
  const shift = press.shiftKey && (withCtrl || key.length > 1) ? 'Shift+' : '';
  return `${press.altKey ? 'Alt+' : ''}${withCtrl ? 'Ctrl+' : ''}${shift}${key}`;
}

/** Returns what a press is bound to; the first binding that has it, `undefined` for none. */
export function boundTo<Does>(bindings: readonly KeyBinding<Does>[], press: KeyPress): Does | undefined {
  const name = nameOf(press);
  return bindings.find(({ presses }) => presses.includes(name))?.does;
}

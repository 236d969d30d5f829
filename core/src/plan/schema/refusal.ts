import type { Message, Text } from '../../message.ts';
import type { Place } from '../../formula/expression/syntax.ts';
import type { EntryGiven } from './entries.ts';

/** Why something cannot be done. */
export interface Refusal {
  /** `gone`: it refers to something that is no longer there. `used`: something else still needs it. */
  readonly code: 'invalid' | 'gone' | 'used' | 'conflict' | 'locked';
  /** States what is said to the person who tried. */
  readonly message: Message;
  /** The field of the command that is to blame. */
  readonly field?: string;
  /** For a formula: where in its text. */
  readonly place?: Place;
  readonly suggestions?: readonly string[];
  /** For `used`: who uses it. */
  readonly uses?: readonly { readonly id: string; readonly name: Text }[];
  /** For `conflict`: the entries that are not as their sender knew them, as they are now. */
  readonly now?: readonly EntryNow[];
}

/** An entry as it is now; `null` where it is gone. */
export interface EntryNow {
  readonly entry: string;
  readonly now: EntryGiven | null;
}

/** Thrown while a command is decided; becomes its refusal. */
export class Refused extends Error {
  readonly refusal: Refusal;

  constructor(refusal: Refusal) {
    super(refusal.message.id);
    this.refusal = refusal;
  }
}

export function refused(code: Refusal['code'], message: Message, field?: string): Refused {
  return new Refused(field === undefined ? { code, message } : { code, message, field });
}

import { Speaker, catalogueFor, isMessage, type Message, type Text } from '@haushalt/language';
import { expect } from 'vitest';

/** Who speaks English in tests. */
export const speaker = new Speaker('en', {
  ...(await catalogueFor('en', 'programs')),
  ...(await catalogueFor('en', 'pages')),
});

/** Words as people read them in English; nothing stays nothing. */
export function english(text: Text): string;
export function english<T extends null | undefined>(text: Text | T): string | T;
export function english<T extends null | undefined>(text: Text | T): string | T {
  return text === null || text === undefined ? text : speaker.say(text);
}

/** Returns what an error says to a person, in English; the message of one that says nothing to people. */
export function saidBy(error: unknown): string {
  const { text, problem, refusal } = error as {
    readonly text?: Text;
    readonly problem?: { readonly message: Text };
    readonly refusal?: { readonly message: Text };
  };
  const message = text ?? problem?.message ?? refusal?.message;
  return message === undefined ? (error as Error).message : speaker.say(message);
}

/** Why a calculator has no answer, in English; the number of a problem of an input where it is that. */
export const reasonOf = ({ why }: { readonly why: Message | number }): string =>
  typeof why === 'number' ? String(why) : speaker.say(why);

// A message equals the English sentence it is written as, so that what tests expect can be read.
expect.addEqualityTesters([
  (one: unknown, other: unknown): boolean | undefined => {
    if (isMessage(one) && typeof other === 'string') return speaker.say(one) === other;
    if (isMessage(other) && typeof one === 'string') return speaker.say(other) === one;
    return undefined;
  },
]);

interface Matching {
  asymmetricMatch(this: unknown, other: unknown): boolean;
}
for (const matcher of [expect.stringMatching(/x/), expect.stringContaining('x')]) {
  const prototype = Object.getPrototypeOf(matcher) as Matching & { isOfMessages?: true };
  if (prototype.isOfMessages) continue;
  const { asymmetricMatch } = prototype;
  prototype.isOfMessages = true;
  prototype.asymmetricMatch = function (other) {
    return asymmetricMatch.call(this, isMessage(other) ? speaker.say(other) : other);
  };
}

expect.extend({
  /** That a function throws, or a promise rejects with, an error that says so in English. */
  toSay(received: unknown, expected: string | RegExp) {
    let text: string | null = null;
    if (typeof received === 'function') {
      try {
        (received as () => unknown)();
      } catch (error) {
        text = saidBy(error);
      }
    } else text = saidBy(received);
    const pass = text !== null && (typeof expected === 'string' ? text.includes(expected) : expected.test(text));
    return { pass, message: () => `It said ${text ?? 'nothing'}; expected was ${String(expected)}.` };
  },
});

declare module 'vitest' {
  interface Matchers<T> {
    toSay: (expected: string | RegExp) => T;
  }
}

import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { messageFor, type Message } from '../message.ts';

/** Describes how hard a password is to guess, from 0 (at once) to 4 (not in centuries), and what to say of it. */
export interface Strength {
  readonly score: number;
  readonly isEnough: boolean;
  readonly words: Message;
}

/** Passwords have at least so many letters, and at most so many, since each costs time. */
export const LEAST_PASSWORD = 8;
export const MOST_PASSWORD = 200;
const LEAST_SCORE = 2;
/** Of a longer password the first letters say enough of its strength. */
const LOOKED_AT = 64;

const strengthOfText = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/** Returns how strong a password is for someone: their own name and address make none. */
export function strengthOf(password: string, own: readonly string[]): Strength {
  const { score } = strengthOfText.check(password.slice(0, LOOKED_AT), ownWords(own));
  if ([...password].length < LEAST_PASSWORD)
    return {
      score: Math.min(score, 1),
      isEnough: false,
      words: messageFor('server.passwordTooShort', { least: LEAST_PASSWORD }),
    };
  return { score, isEnough: score >= LEAST_SCORE, words: messageFor(`server.passwordStrength.${score}`)! };
}

/** Returns what someone is called, as a whole, in its words and without the gaps between them. */
function ownWords(own: readonly string[]): string[] {
  const texts = [...own, 'haushalt'].map((text) => text.slice(0, LOOKED_AT).toLowerCase());
  return texts
    .flatMap((text) => [text, ...text.split(/[^\p{L}\p{N}]+/u), text.replace(/[^\p{L}\p{N}]+/gu, '')])
    .filter(Boolean);
}

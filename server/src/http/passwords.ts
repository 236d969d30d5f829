import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { Bounded } from '../threads/bounded.ts';
import { messages } from '../messages.ts';
import { ApiError } from './errors.ts';

/** How hard a password is to guess, from 0 (at once) to 4 (not in centuries), and what to say of it. */
export interface Strength {
  readonly score: number;
  readonly isEnough: boolean;
  readonly words: string;
}

/** Passwords have at least so many letters, and at most so many, since each costs time. */
export const LEAST_PASSWORD = 8;
export const MOST_PASSWORD = 200;
const LEAST_SCORE = 2;
/** Of a longer password the first letters say enough of its strength. */
const LOOKED_AT = 64;

/** Argon2id as recommended where many sign in at once: 19 MiB, two passes. Done beside the thread of requests. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

const strengthOfText = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });

/** How strong a password is for someone: their own name and address make none. */
export function strengthOf(password: string, own: readonly string[]): Strength {
  const { score } = strengthOfText.check(password.slice(0, LOOKED_AT), ownWords(own));
  if ([...password].length < LEAST_PASSWORD)
    return { score: Math.min(score, 1), isEnough: false, words: messages.passwordTooShort(LEAST_PASSWORD) };
  return { score, isEnough: score >= LEAST_SCORE, words: messages.passwordStrength[score]! };
}

/** What someone is called, as a whole, in its words and without the gaps between them. */
function ownWords(own: readonly string[]): string[] {
  const said = [...own, 'haushalt'].map((text) => text.slice(0, LOOKED_AT).toLowerCase());
  return said
    .flatMap((text) => [text, ...text.split(/[^\p{L}\p{N}]+/u), text.replace(/[^\p{L}\p{N}]+/gu, '')])
    .filter(Boolean);
}

/**
 * The hash of a new password. Throws `ApiError` for one that is too easy to guess. How strong it is takes a while to say: the
 * server asks its threads, `strength`.
 */
export async function hashOfNew(
  password: string,
  own: readonly string[],
  strength: (password: string, own: readonly string[]) => Promise<Strength> | Strength = strengthOf,
): Promise<string> {
  const { isEnough, words } = await strength(password, own);
  if (!isEnough) throw new ApiError(422, 'invalid', words, 'password');
  return hashing.run(() => hash(password, COST));
}

/** How many passwords are hashed at once, and how many wait for it: each takes a core and 19 MiB meanwhile. */
const HASHED_AT_ONCE = 2;
const MOST_WAITING = 100;
const hashing = new Bounded(HASHED_AT_ONCE, MOST_WAITING);

let nobodys: Promise<string> | null = null;

/** Whether a password is the one of a hash; for a person there is not, it takes as long to say no. */
export async function isPassword(stored: string | null | undefined, password: string): Promise<boolean> {
  nobodys ??= hash('nobody', COST);
  const right = await hashing.run(async () => verify(stored ?? (await nobodys!), password).catch(() => false));
  return right && typeof stored === 'string';
}

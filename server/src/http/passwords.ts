import { hash, verify } from '@node-rs/argon2';
import { Bounded } from '../threads/bounded.ts';
import { strengthOf, type Strength } from '../threads/strength.ts';
import { ApiError } from './errors.ts';

/** Argon2id as recommended where many sign in at once: 19 MiB, two passes. Done beside the thread of requests. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

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

/** States how many passwords are hashed at once, and how many wait for it: each takes a core and 19 MiB meanwhile. */
const HASHED_AT_ONCE = 2;
const MOST_WAITING = 100;
const hashing = new Bounded(HASHED_AT_ONCE, MOST_WAITING);

let nobodys: Promise<string> | null = null;

/** Returns whether a password is the one of a hash; for a person there is not, it takes as long to say no. */
export async function isPassword(stored: string | null | undefined, password: string): Promise<boolean> {
  nobodys ??= hash('nobody', COST);
  const right = await hashing.run(async () => verify(stored ?? (await nobodys!), password).catch(() => false));
  return right && typeof stored === 'string';
}

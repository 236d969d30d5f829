import { setTimeout as pause } from 'node:timers/promises';
import type { Request } from 'express';
import { isIPv6 } from 'node:net';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import type { PeopleStore } from '../store/people.ts';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';

/** Describes how many attempts may fail, and in how many seconds. */
export interface AttemptLimits {
  /** From one network for one name. */
  readonly pair: { readonly points: number; readonly duration: number };
  /** From one network for all names. */
  readonly network: { readonly points: number; readonly duration: number };
  /** For one name, from all networks together. */
  readonly name: { readonly points: number; readonly duration: number };
}

export const ATTEMPT_LIMITS: AttemptLimits = {
  pair: { points: 8, duration: 15 * 60 },
  network: { points: 60, duration: 15 * 60 },
  name: { points: 300, duration: 24 * 60 * 60 },
};

/** States how often it is said how strong a password is, to one network. */
const STRENGTH = { points: 300, duration: 5 * 60 };

/** States how far apart attempts from a known place are, once they are too many, and how long one waits for its turn at most: ms. */
const TURN = 1000;
const LONGEST_TURN = 15_000;

/**
 * Slows down who tries passwords. Attempts are counted by network, for each name by itself and for all names together: who
 * guesses in one network locks nobody out in another. The count for a name from everywhere is so high that only many
 * networks together reach it. From a network a person has signed in from, their right password always passes: attempts
 * there are slowed down and not refused, so that a guest of the house locks out none of the household.
 */
export class Attempts {
  private readonly pair: RateLimiterMemory;
  private readonly network: RateLimiterMemory;
  private readonly name: RateLimiterMemory;
  private readonly strength = new RateLimiterMemory({ keyPrefix: 'strength', ...STRENGTH });
  private readonly people: PeopleStore;
  /** When the next attempt may be made from a known place. */
  private readonly turns = new Map<string, number>();

  constructor(people: PeopleStore, { pair, network, name }: AttemptLimits = ATTEMPT_LIMITS) {
    this.people = people;
    this.pair = new RateLimiterMemory({ keyPrefix: 'pair', ...pair });
    this.network = new RateLimiterMemory({ keyPrefix: 'network', ...network });
    this.name = new RateLimiterMemory({ keyPrefix: 'name', ...name });
  }

  /**
   * Counts an attempt before it is looked at. `personId` is who is meant, where there is such a person. Throws `ApiError` 429
   * for one too many.
   */
  async begin(request: Request, name: string, personId: string | undefined): Promise<void> {
    const { network, who } = keysOf(request, name);
    const pair = `${who}\n${network}`;
    if (personId !== undefined && this.people.isKnownPlace(personId, network)) {
      if ((await waitAfter(this.pair, pair)) > 0) await this.takeTurn(pair);
      return;
    }
    // One that is refused by a nearer count does not use up a wider one.
    for (const [limit, key] of [
      [this.pair, pair],
      [this.network, network],
      [this.name, who],
    ] as const)
      refuse(await waitAfter(limit, key));
  }

  /** Counts a link to a new password that is asked for or used; locks nobody out of signing in. */
  async beginReset(request: Request): Promise<void> {
    refuse(await waitAfter(this.network, `resets\n${networkOf(request.ip)}`));
  }

  /** Counts a question how strong a password is, as is asked while it is typed. */
  async beginStrength(request: Request): Promise<void> {
    refuse(await waitAfter(this.strength, networkOf(request.ip)));
  }

  /** Forgets the attempts that led to the right password, and remembers the place. */
  async succeeded(request: Request, name: string, personId: string, moment: string): Promise<void> {
    const { network, who } = keysOf(request, name);
    this.people.rememberPlace(personId, network, moment);
    await Promise.all([this.pair.delete(`${who}\n${network}`), this.name.reward(who), this.network.reward(network)]);
  }

  /** Waits until it is an attempt's turn. */
  private async takeTurn(key: string): Promise<void> {
    const now = performance.now();
    const turn = Math.max(now, this.turns.get(key) ?? 0);
    refuse(turn - now > LONGEST_TURN ? turn - now : 0);
    if (this.turns.size > MOST_TURNS) this.turns.clear();
    this.turns.set(key, turn + TURN);
    await pause(turn - now);
  }
}

const MOST_TURNS = 10_000;

/** Counts one more; for how many milliseconds there may be no other, 0 when there was room. */
async function waitAfter(limit: RateLimiterMemory, key: string): Promise<number> {
  try {
    await limit.consume(key);
    return 0;
  } catch (error) {
    if (error instanceof RateLimiterRes) return Math.max(1, error.msBeforeNext);
    throw error;
  }
}

function refuse(wait: number): void {
  if (wait > 0)
    throw new ApiError(429, 'tooMany', messageFor('server.tooManyAttempts', { minutes: Math.ceil(wait / 60_000) }));
}

function keysOf(request: Request, name: string): { network: string; who: string } {
  return { network: networkOf(request.ip), who: name.trim().toLowerCase() };
}

/**
 * The network of an address: a household has one address of the older kind, and of IPv6 a whole /64, out of which one
 * machine takes as many addresses as it likes. `networkOf('2001:db8::7')` is `2001:db8:0:0`.
 */
export function networkOf(address: string | undefined): string {
  const plain = (address ?? '').replace(/^::ffff:(?=\d+\.)/i, '').replace(/%.*$/, '');
  if (!isIPv6(plain)) return plain;
  const [head, tail] = plain.toLowerCase().split('::') as [string, string | undefined];
  const groups = head === '' ? [] : head.split(':');
  if (tail !== undefined) {
    const last = tail === '' ? [] : tail.split(':');
    while (groups.length + last.length < 8) groups.push('0');
    groups.push(...last);
  }
  return groups.slice(0, 4).map((group) => group.replace(/^0+(?=.)/, '')).join(':'); // prettier-ignore
}

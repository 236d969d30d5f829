import type { Request } from 'express';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { messages } from '../messages.ts';
import { ApiError } from './errors.ts';

/** How many attempts may fail, and in how many seconds. */
export interface AttemptLimits {
  /** From one address for one name. */
  readonly pair: { readonly points: number; readonly duration: number };
  /** From one address for all names. */
  readonly address: { readonly points: number; readonly duration: number };
  /** For one name, from all addresses together. */
  readonly name: { readonly points: number; readonly duration: number };
}

export const ATTEMPT_LIMITS: AttemptLimits = {
  pair: { points: 8, duration: 15 * 60 },
  address: { points: 60, duration: 15 * 60 },
  name: { points: 300, duration: 24 * 60 * 60 },
};

/**
 * Slows down who tries passwords. Each address has its own count for a name, so that whoever guesses elsewhere locks nobody
 * out; the count for a name from everywhere is so high that only many machines together reach it, and even then an address
 * from which its person has signed in before goes on as always.
 */
export class Attempts {
  private readonly pair: RateLimiterMemory;
  private readonly address: RateLimiterMemory;
  private readonly name: RateLimiterMemory;
  /** Addresses each name has been signed in from. */
  private readonly known = new Map<string, Set<string>>();

  constructor({ pair, address, name }: AttemptLimits = ATTEMPT_LIMITS) {
    this.pair = new RateLimiterMemory({ keyPrefix: 'pair', ...pair });
    this.address = new RateLimiterMemory({ keyPrefix: 'address', ...address });
    this.name = new RateLimiterMemory({ keyPrefix: 'name', ...name });
  }

  /** Counts an attempt before it is looked at. Throws `ApiError` 429 for one too many. */
  async begin(request: Request, name: string): Promise<void> {
    const { from, who } = keysOf(request, name);
    const counted = [this.pair.consume(`${who}\n${from}`), this.address.consume(from)];
    if (!this.known.get(who)?.has(from)) counted.push(this.name.consume(who));
    const outcomes = await Promise.allSettled(counted);
    const waits = outcomes.flatMap((outcome) =>
      outcome.status === 'rejected' && outcome.reason instanceof RateLimiterRes ? [outcome.reason.msBeforeNext] : [],
    );
    if (waits.length > 0) throw new ApiError(429, 'tooMany', messages.tooManyAttempts(Math.ceil(Math.max(...waits) / 60_000))); // prettier-ignore
  }

  /** Forgets the attempts that led to the right password. */
  async succeeded(request: Request, name: string): Promise<void> {
    const { from, who } = keysOf(request, name);
    const places = this.known.get(who) ?? new Set();
    if (places.size < MOST_PLACES) this.known.set(who, places.add(from));
    await Promise.all([this.pair.delete(`${who}\n${from}`), this.name.reward(who), this.address.reward(from)]);
  }
}

const MOST_PLACES = 50;

function keysOf(request: Request, name: string): { from: string; who: string } {
  return { from: request.ip ?? '', who: name.trim().toLowerCase() };
}

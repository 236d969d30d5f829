import type { RequestHandler } from 'express';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { messageFor } from '../message.ts';
import type { Caller } from './callers.ts';
import { ApiError } from './errors.ts';

/** Describes how many files one person may send, and in how many seconds; and how many at once. */
export interface UploadLimits {
  readonly points: number;
  readonly duration: number;
  readonly atOnce: number;
}

/** A workbook is sent again with each word that is said of it; a page sends one file after the other. */
export const UPLOAD_LIMITS: UploadLimits = { points: 1000, duration: 3600, atOnce: 4 };

/**
 * Lets each person send so many files, and so many at once: their bytes are held in memory or on the disk while they arrive.
 * To stand before what takes the body. Refuses with 429.
 */
export function uploadsOfOne({ atOnce, ...limits }: UploadLimits = UPLOAD_LIMITS): RequestHandler {
  const limiter = new RateLimiterMemory(limits);
  const underWay = new Map<string, number>();
  return async (_request, response, next) => {
    const { id } = (response.locals.caller as Caller).person;
    const own = underWay.get(id) ?? 0;
    if (own >= atOnce) throw new ApiError(429, 'tooMany', messageFor('server.tooManyUploads'));
    // It counts from here on: others that come while the limit is asked are not let in beside it.
    underWay.set(id, own + 1);
    response.on('close', () => {
      const left = underWay.get(id)! - 1;
      if (left === 0) underWay.delete(id);
      else underWay.set(id, left);
    });
    await limiter.consume(id).catch((wait: unknown) => {
      if (!(wait instanceof RateLimiterRes)) throw wait;
      throw new ApiError(
        429,
        'tooMany',
        messageFor('server.tooManyFiles', { minutes: Math.ceil(wait.msBeforeNext / 60_000) }),
      );
    });
    next();
  };
}

import { speakAlways } from '../../../formats/src/language.ts';
import { speaker } from './english.ts';
import fc from 'fast-check';
import { afterAll, vi } from 'vitest';
import { setClock } from '../calendar/clock.ts';

/**
 * Random properties draw from a fixed seed, a few cases each, so that a run says the same everywhere and is soon over.
 * `npm run fuzz` gives another seed, and how many times as many cases are drawn.
 */
const { HAUSHALT_SEED, HAUSHALT_TIMES, HAUSHALT_NOW } = process.env;
const TIMES = HAUSHALT_TIMES === undefined ? 1 : Number(HAUSHALT_TIMES);

/** When tests run, unless `npm run test:days` or a test says otherwise: what they find does not hang on the day. */
export const PRESENT = HAUSHALT_NOW ?? '2026-11-24T10:00:00';
setClock(PRESENT);
speakAlways(speaker);

fc.configureGlobal({
  seed: HAUSHALT_SEED === undefined ? 20260101 : Number(HAUSHALT_SEED),
  numRuns: 100 * TIMES,
});

/** Returns how many cases of a property are drawn: so many, unless a run asks for several times as many. */
export const runs = (count: number): { numRuns: number } => ({ numRuns: count * TIMES });

/** Returns how often something is repeated that takes long: seldom in `npm test`, often in `npm run fuzz`. */
export const seldomOrOften = (seldom: number, often: number): number => (TIMES === 1 ? seldom : often);

// Test files share what they import: none leaves a clock, a spy or a global of its own to the next.
afterAll(() => {
  vi.useRealTimers();
  setClock(PRESENT);
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

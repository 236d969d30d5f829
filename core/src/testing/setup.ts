import fc from 'fast-check';
import { afterAll, vi } from 'vitest';
import { setClock } from '../calendar/clock.ts';

/**
 * Random properties draw from a fixed seed, so that a run says the same everywhere. `npm run fuzz` gives another seed, and
 * how many times each property is tried.
 */
const { HAUSHALT_SEED, HAUSHALT_RUNS, HAUSHALT_NOW } = process.env;

/** When tests run, unless `npm run test:days` or a test says otherwise: what they find does not hang on the day. */
export const PRESENT = HAUSHALT_NOW ?? '2026-11-24T10:00:00';
setClock(PRESENT);

fc.configureGlobal({
  seed: HAUSHALT_SEED === undefined ? 20260101 : Number(HAUSHALT_SEED),
  ...(HAUSHALT_RUNS === undefined ? {} : { numRuns: Number(HAUSHALT_RUNS) }),
});

/** How often a property is tried: as often as it says, unless a run asks for more. */
export const runs = (count: number): { numRuns: number } => ({
  numRuns: HAUSHALT_RUNS === undefined ? count : Number(HAUSHALT_RUNS),
});

// Test files share what they import: none leaves a clock, a spy or a global of its own to the next.
afterAll(() => {
  vi.useRealTimers();
  setClock(PRESENT);
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

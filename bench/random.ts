/** A small seeded generator (mulberry32), so that every run draws the same plan. */
export interface Random {
  /** A number from 0 to 1. */
  next(): number;
  /** A whole number below `limit`. */
  below(limit: number): number;
}

export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return { next, below: (limit) => Math.floor(next() * limit) };
}

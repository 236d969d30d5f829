import type { AssumptionRow, Draw } from '@haushalt/core';

type Spread = Draw['spread'];

/** Where an assumption may lie when nothing else is known: half as much and half as much again, within its limits. */
export function around({ id, value, low, high }: AssumptionRow): Draw {
  const reach = Math.abs(value) * 0.5 || 1;
  return {
    assumption: id,
    spread: 'uniform',
    low: Math.max(low ?? -Infinity, value - reach),
    high: Math.min(high ?? Infinity, value + reach),
  };
}

/** The same uncertain value spread in another way: over about the same values, about what the plan has where it may. */
export function spreadAs(draw: Draw, spread: Spread, present: number): Draw {
  const { assumption } = draw;
  const [low, high] =
    draw.spread === 'normal'
      ? [draw.mean - 2 * draw.deviation, draw.mean + 2 * draw.deviation]
      : [draw.low, draw.high].sort((a, b) => a - b);
  const middle = (low! + high!) / 2;
  switch (spread) {
    case 'uniform':
      return { assumption, spread, low: low!, high: high! };
    case 'triangular':
      return {
        assumption,
        spread,
        low: low!,
        likeliest: present >= low! && present <= high! ? present : middle,
        high: high!,
      };
    case 'normal':
      return { assumption, spread, mean: middle, deviation: (high! - low!) / 4 };
  }
}

/** Draws as they may have been kept by an earlier version of the program, which knew one way only. */
export function drawsOfToday(draws: readonly Draw[]): Draw[] {
  return draws.map((draw) => ('spread' in draw ? draw : { ...(draw as object), spread: 'uniform' }) as Draw);
}

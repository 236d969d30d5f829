import type { AssumptionRow, Draw } from '@haushalt/core';
import { tidied } from '../../parts/calculators/Conventions.tsx';

type Spread = Draw['spread'];

/** Where an assumption may lie when nothing else is known: half as much and half as much again, within its limits. */
export function around({ id, value, low, high }: AssumptionRow): Draw {
  const reach = Math.abs(value) * 0.5 || 1;
  return {
    assumption: id,
    spread: 'uniform',
    low: tidied(Math.max(low ?? -Infinity, value - reach)),
    high: tidied(Math.min(high ?? Infinity, value + reach)),
  };
}

/** The same uncertain value spread in another way: over about the same values, about what the plan has where it may. */
export function spreadAs(draw: Draw, spread: Spread, present: number): Draw {
  const { assumption } = draw;
  const [low, high] = rangeOf(draw).map(tidied) as [number, number];
  const middle = tidied((low + high) / 2);
  switch (spread) {
    case 'uniform':
      return { assumption, spread, low, high };
    case 'triangular':
      return { assumption, spread, low, likeliest: present >= low && present <= high ? present : middle, high };
    case 'normal':
      return { assumption, spread, mean: middle, deviation: tidied((high - low) / 4) };
  }
}

/** The values a draw lies between, nearly always. */
function rangeOf(draw: Draw): [number, number] {
  if (draw.spread === 'normal') return [draw.mean - 2 * draw.deviation, draw.mean + 2 * draw.deviation];
  return [Math.min(draw.low, draw.high), Math.max(draw.low, draw.high)];
}

/** Draws as they may have been kept by an earlier version of the program, which knew one way only. */
export function drawsOfToday(draws: readonly Draw[]): Draw[] {
  return draws.map((draw) => ('spread' in draw ? draw : { ...(draw as object), spread: 'uniform' }) as Draw);
}

import { isFraction, type Unit } from '@haushalt/core';

/** A value a little higher or lower, as the arrow keys make it, so that one can be tried after the other. */
export function nudged(value: number, unit: Unit, direction: 1 | -1): number {
  const step = isFraction(unit)
    ? 0.001
    : unit === 'money'
      ? Math.max(1, 10 ** Math.floor(Math.log10(Math.abs(value) || 1)) / 10)
      : 1;
  return Number((value + direction * step).toFixed(8));
}

/** States what evaluating a formula month by month is made of; shared by the functions and the engine that compiles them. */

/** Gives the figure of a period; for NaN, `why.code` says why there is none. */
export type Reader = (index: number) => number;

/** The code of a figure that is there, and of a month left empty; higher codes are problems. */
export const FINE = 0;
export const BLANK = 1;

/** Why the reader called last gave NaN. Shared, so that reading a figure allocates nothing. */
export const why = { code: FINE };

/** NaN for a month that is empty or has a problem. */
export function without(code: number): number {
  why.code = code;
  return NaN;
}

/** States what may go wrong at a place in a rule. */
export const SITE_CAUSES = ['emptyDivisor', 'zeroDivisor', 'noResult', 'severalResults', 'tooLarge'] as const;

/** A place in a rule where problems may arise: gives each its code. A period of −1 stands for all. */
export interface Site {
  code(cause: (typeof SITE_CAUSES)[number], period: number, results?: readonly number[]): number;
}

/** A figure, or why there is none: no result, or one too large. */
export function checked(value: number, index: number, site: Site): number {
  if (value !== value) return without(site.code('noResult', index));
  return Number.isFinite(value) ? value : without(site.code('tooLarge', index));
}

/** Returns whether a condition holds; an empty one does not. `undefined` when it has a problem, which `why` then holds. */
export function truth(condition: Reader, index: number): boolean | undefined {
  const value = condition(index);
  if (value === value) return value !== 0;
  return why.code === BLANK ? false : undefined;
}

import type { GridPlace } from './selection.ts';

/** Further than any grid reaches. */
const FAR = 1_000_000;

const STEPS: Readonly<Record<string, (page: number) => readonly [rows: number, columns: number]>> = {
  ArrowUp: () => [-1, 0],
  ArrowDown: () => [1, 0],
  ArrowLeft: () => [0, -1],
  ArrowRight: () => [0, 1],
  PageUp: (page) => [-page, 0],
  PageDown: (page) => [page, 0],
  Home: () => [-FAR, 0],
  End: () => [FAR, 0],
};

/**
 * The place a key leads to from another in a grid that is only looked at; `page` is how many rows a screenful has. `null`
 * for a key that leads nowhere. The place may lie outside of the grid, which cuts it.
 */
export function placeAfter(key: string, { row, column }: GridPlace, page: number): GridPlace | null {
  const step = Object.hasOwn(STEPS, key) ? STEPS[key]!(page) : null;
  return step ? { row: row + step[0], column: column + step[1] } : null;
}

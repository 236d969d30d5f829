import { describe, expect, it } from 'vitest';
import { cutTo, activeOf, selectOne } from './selection.ts';
import { placeAfter } from './steps.ts';

describe('keys in a grid that is only looked at', () => {
  const from = { row: 5, column: 2 };
  it.each([
    ['ArrowUp', { row: 4, column: 2 }],
    ['ArrowDown', { row: 6, column: 2 }],
    ['ArrowLeft', { row: 5, column: 1 }],
    ['ArrowRight', { row: 5, column: 3 }],
    ['PageDown', { row: 17, column: 2 }],
    ['PageUp', { row: -7, column: 2 }],
  ] as const)('%s', (key, place) => {
    expect(placeAfter(key, from, 12)).toEqual(place);
  });

  it('lead to the first and the last row, and never out of the grid', () => {
    const cut = (key: string) => activeOf(cutTo(selectOne(placeAfter(key, from, 12)!), 20, 4));
    expect(cut('Home')).toEqual({ row: 0, column: 2 });
    expect(cut('End')).toEqual({ row: 19, column: 2 });
    expect(cut('PageUp')).toEqual({ row: 0, column: 2 });
  });

  it('that mean something else lead nowhere', () => {
    for (const key of ['Enter', 'a', 'F6', 'constructor']) expect(placeAfter(key, from, 12)).toBeNull();
  });
});

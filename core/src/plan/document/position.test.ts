import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { positionBetween, positions, positionsBetween } from './position.ts';

describe('positions', () => {
  it('lie between their neighbours, wherever rows are put', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { minLength: 1, maxLength: 120 }), (places) => {
        const keys: string[] = [];
        for (const place of places) {
          const index = place % (keys.length + 1);
          keys.splice(index, 0, positionBetween(keys[index - 1] ?? null, keys[index] ?? null));
        }
        expect([...keys].sort()).toEqual(keys);
        expect(new Set(keys).size).toBe(keys.length);
        expect(keys.every((key) => !key.endsWith('0'))).toBe(true);
      }),
    );
  });

  it('stay short when rows are appended or prepended a thousand times', () => {
    let last: string | null = null;
    let first: string | null = null;
    for (let i = 0; i < 1000; i++) {
      last = positionBetween(last, null);
      first = positionBetween(null, first);
    }
    expect(last!.length).toBeLessThan(250);
    expect(first!.length).toBeLessThan(250);
  });

  it('for several at once lie between their neighbours, in order, wherever they are put', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(), fc.integer({ min: 1, max: 5 })), { maxLength: 30 }), (inserts) => {
        const keys: string[] = [];
        for (const [pick, count] of inserts) {
          const index = pick % (keys.length + 1);
          keys.splice(index, 0, ...positionsBetween(keys[index - 1] ?? null, keys[index] ?? null, count));
          expect([...keys].sort()).toEqual(keys);
          expect(new Set(keys).size).toBe(keys.length);
        }
      }),
    );
  });

  it('are spread evenly and distinct for a list', () => {
    for (const count of [0, 1, 35, 36, 300, 2000]) {
      const keys = positions(count);
      expect(new Set(keys).size).toBe(count);
      expect([...keys].sort()).toEqual(keys);
      expect(keys.every((key) => !key.endsWith('0'))).toBe(true);
    }
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spread } from './directLabels.ts';

describe('names beside the ends of lines', () => {
  it('stand where they belong where there is room', () => {
    expect(spread([10, 60, 30], 14, 0, 100)).toEqual([10, 60, 30]);
  });

  it('keep apart, in the order of their lines, within the picture where they fit', () => {
    const heights = fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 6 });
    fc.assert(
      fc.property(heights, (wanted) => {
        const placed = spread(wanted, 14, 0, 200);
        const order = wanted.map((_, index) => index).sort((a, b) => placed[a]! - placed[b]!);
        order.forEach((index, position) => {
          expect(placed[index]).toBeLessThanOrEqual(200 + 1e-9);
          expect(placed[index]).toBeGreaterThanOrEqual(-1e-9);
          if (position > 0) {
            expect(placed[index]! - placed[order[position - 1]!]!).toBeGreaterThanOrEqual(14 - 1e-9);
            expect(wanted[index]).toBeGreaterThanOrEqual(wanted[order[position - 1]!]!);
          }
        });
      }),
    );
  });
});

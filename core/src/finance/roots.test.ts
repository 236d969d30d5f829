import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { irr, ratesOfReturn } from './annuity.ts';
import { evenly, rootsOf } from './roots.ts';

const places = evenly(-10, 10, 121);
const middles = (f: (x: number) => number, tolerance = 0) =>
  rootsOf(f, places, tolerance).map(({ from, to }) => (from + to) / 2);

describe('roots', () => {
  it('are all found: crossings, one that is only touched, two close together', () => {
    expect(middles((x) => x * x - 4)).toEqual([-2, 2].map((x) => expect.closeTo(x, 9)));
    expect(middles((x) => (x - 1.2345) ** 2)).toEqual([expect.closeTo(1.2345, 6)]);
    expect(middles((x) => x * (10 - x) - 25)).toEqual([expect.closeTo(5, 6)]);
    expect(middles((x) => x * (10 - x) - 24.9999)).toEqual([4.99, 5.01].map((x) => expect.closeTo(x, 6)));
  });

  it('are stretches where a function is nothing for a while', () => {
    expect(rootsOf((x) => Math.round(x) - 3, places)).toEqual([
      { from: expect.closeTo(2.5, 9), to: expect.closeTo(3.5, 9) },
    ]);
    expect(rootsOf((x) => Math.max(0, x - 2), places)).toEqual([{ from: -10, to: expect.closeTo(2, 9) }]);
  });

  it('are no leaps, and nothing where there is no value', () => {
    expect(middles((x) => (x > 0.3 ? 10 : -10))).toEqual([]);
    expect(middles((x) => 1 / (x - 0.3))).toEqual([]);
    expect(middles((x) => (x < 0 ? NaN : x - 1))).toEqual([expect.closeTo(1, 9)]);
  });

  it('of polynomials are those they were made from', () => {
    const roots = fc.uniqueArray(fc.integer({ min: -90, max: 90 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(roots, (tenths) => {
        const wanted = tenths.map((tenth) => tenth / 10 + 0.037).sort((a, b) => a - b);
        const close = wanted.some((x, index) => index > 0 && x - wanted[index - 1]! < 0.35);
        const indices = middles((x) => wanted.reduce((product, root) => product * (x - root), 1));
        if (!close) expect(indices).toEqual(wanted.map((x) => expect.closeTo(x, 6)));
      }),
    );
  });
});

describe('internal rates of return', () => {
  it('are roots, whatever flows', () => {
    const flows = fc.array(fc.integer({ min: -5000, max: 5000 }), { minLength: 2, maxLength: 60 });
    fc.assert(
      fc.property(flows, (flow) => {
        for (const rate of ratesOfReturn(flow)) {
          const terms = flow.map((figure, index) => figure / (1 + rate) ** index);
          const worth = terms.reduce((sum, term) => sum + term, 0);
          const scale = terms.reduce((sum, term) => sum + Math.abs(term), 0);
          expect(Math.abs(worth)).toBeLessThanOrEqual(1e-8 * scale);
        }
      }),
    );
  });

  it('of a deposit and what comes back regularly there is one', () => {
    const patterns = fc.record({
      paid: fc.integer({ min: 100, max: 5000 }),
      back: fc.integer({ min: 1, max: 500 }),
      months: fc.integer({ min: 2, max: 360 }),
    });
    fc.assert(
      fc.property(patterns, ({ paid, back, months }) => {
        const flow = [-paid, ...Array<number>(months).fill(back)];
        expect(ratesOfReturn(flow).length).toBeLessThanOrEqual(1);
        if (Number.isNaN(irr(flow))) return;
        expect(Math.sign(irr(flow))).toBe(Math.sign(back * months - paid));
      }),
    );
  });
});

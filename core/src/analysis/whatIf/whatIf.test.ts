import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calculate } from '../../engine/results.ts';
import { decide } from '../../plan/commands/decide.ts';
import { applyChanges, type Document } from '../../plan/document/document.ts';
import { namesOf } from '../../plan/document/naming.ts';
import { sketch } from '../../testing/plans.ts';
import { Cases, valuesBetween } from './cases.ts';
import { solve } from './solve.ts';
import { sweep, sweepTwo } from './sweep.ts';
import { drawRefusal, limitsRefusal, quantile, uncertainty, type BandLimits, type Draw } from './uncertainty.ts';
import { runs } from '../../testing/setup.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

const plan = () =>
  sketch({
    months: 24,
    assumptions: {
      Price: ['money', 4, { '2027-01': 5 }],
      Rise: ['ratePerYear', 0.02],
      Idle: ['money', 1],
    },
    units: { Sold: 'number' },
    lines: {
      income: { Sales: 'Sold * Price' },
      expense: { Stall: '100 * (1 + Rise)^years', Flour: 'Sold * 1.5' },
      memo: { Sold: 60 },
    },
  });

/** The plan with an assumption that has a value in all its months, as a command would make it. */
function withValue(document: Document, assumption: string, value: number): Document {
  const steps = [...document.assumptionSteps.values()].filter((step) => step.assumption === assumption);
  const bare = applyChanges(
    document,
    steps.map((step) => ({ table: 'assumptionSteps', id: step.id, before: step, after: null })),
  );
  const decision = decide(bare, { kind: 'assumption.set', assumption, settings: { value } });
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(bare, decision.changes);
}

const NET_OF_ALL = { id: '@net', from: 0, to: 24 };
const total = (document: Document) => calculate(document).rollUps('Net', 'plan')[0]!.figure!;

describe('a sweep', () => {
  it('equals single recalculations, for any values in any order', () => {
    const document = plan();
    const price = idOf(document, 'Price');
    fc.assert(
      fc.property(fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 1, maxLength: 8 }), (values) => {
        const [net] = sweep(document, price, values, [NET_OF_ALL]);
        values.forEach((value, index) => expect(net![index]).toBeCloseTo(total(withValue(document, price, value)), 8));
      }),
      runs(25),
    );
  });

  it('over two assumptions equals single recalculations, and leaves the plan itself alone', () => {
    const document = plan();
    const [price, rise] = [idOf(document, 'Price'), idOf(document, 'Rise')];
    const before = total(document);
    const down = { assumption: price, values: [3, 4, 5] };
    const across = { assumption: rise, values: [0, 0.1] };
    const seen: number[] = [];
    const table = sweepTwo(document, down, across, NET_OF_ALL, (done) => seen.push(done));
    down.values.forEach((value, row) =>
      across.values.forEach((other, column) =>
        expect(table[row]![column]).toBeCloseTo(total(withValue(withValue(document, price, value), rise, other)), 8),
      ),
    );
    expect(seen).toEqual([1 / 3, 2 / 3, 1]);
    expect(total(document)).toBe(before);
  });

  it('ends where its progress throws', () => {
    const document = plan();
    expect(() =>
      sweep(document, idOf(document, 'Price'), [1, 2, 3], [NET_OF_ALL], () => {
        throw new Error('enough');
      }),
    ).toSay('enough');
  });
});

describe('solving', () => {
  it('really hits its target', () => {
    const document = plan();
    const price = idOf(document, 'Price');
    fc.assert(
      fc.property(fc.double({ min: -4000, max: 9000, noNaN: true }), (target) => {
        const answer = solve(document, { assumption: price, low: -100, high: 100, figure: NET_OF_ALL, target });
        expect(answer.kind).toBe('one');
        if (answer.kind === 'one') expect(total(withValue(document, price, answer.value))).toBeCloseTo(target, 5);
      }),
      runs(25),
    );
  });

  it('says when there is none and what comes nearest, when any does, and when nothing moves', () => {
    const document = plan();
    const [price, idle] = [idOf(document, 'Price'), idOf(document, 'Idle')];
    const question = { assumption: price, low: 0, high: 10, figure: NET_OF_ALL, target: 1e9 };
    expect(solve(document, question)).toMatchObject({ kind: 'none', nearest: 10 });
    const now = total(document);
    expect(solve(document, { ...question, assumption: idle, target: now })).toEqual({ kind: 'any' });
    expect(solve(document, { ...question, assumption: idle, target: 5 })).toEqual({
      kind: 'unmoved', figure: expect.closeTo(now, 8),
    }); // prettier-ignore
  });

  it('finds several, and takes no leap for a crossing', () => {
    const document = sketch({
      assumptions: { X: ['number', 1] },
      lines: { income: { Square: 'X * X - 4', Leap: 'if(X > 0.3, 10, -10)' } },
    });
    const figure = (name: string) => ({ id: idOf(document, name), from: 0, to: 1 });
    const question = { assumption: idOf(document, 'X'), low: -10, high: 10, target: 0 };
    expect(solve(document, { ...question, figure: figure('Square') })).toEqual({
      kind: 'several',
      values: [-2, 2].map((value) => ({ from: expect.closeTo(value, 9), to: expect.closeTo(value, 9) })),
    });
    expect(solve(document, { ...question, figure: figure('Leap') }).kind).toBe('none');
  });

  it('says when there is no figure at all', () => {
    const document = sketch({
      assumptions: { X: ['number', 1] },
      lines: { income: { Odd: 'X / Nothing', Nothing: null } },
    });
    const figure = { id: idOf(document, 'Odd'), from: 0, to: 1 };
    expect(solve(document, { assumption: idOf(document, 'X'), low: 1, high: 2, figure, target: 0 })).toEqual({
      kind: 'noFigure',
    });
  });
});

const bandsOf = (
  document: Document,
  draws: readonly Draw[],
  count: number,
  seed: number,
  limits: BandLimits = [0.1, 0.9],
) => uncertainty(document, { draws, runs: count, seed, limits });

describe('uncertainty', () => {
  const document = plan();
  const draws = [
    { assumption: idOf(document, 'Price'), spread: 'uniform', low: 3, high: 5 },
    { assumption: idOf(document, 'Rise'), spread: 'uniform', low: 0, high: 0.1 },
  ] as const;

  it('repeats with the same seed, and differs with another', () => {
    const one = bandsOf(document, draws, 300, 7);
    expect(bandsOf(document, draws, 300, 7)).toEqual(one);
    expect(bandsOf(document, draws, 300, 8).net.middle).not.toEqual(one.net.middle);
  });

  it('gives bands in order, around what the middle of the ranges gives', () => {
    const { net, cumulative, endsInTheRed } = bandsOf(document, draws, 2000, 1);
    for (const band of [net, cumulative])
      band.low.forEach((low, index) => {
        expect(low).toBeLessThanOrEqual(band.middle[index]!);
        expect(band.middle[index]!).toBeLessThanOrEqual(band.high[index]!);
      });
    const cases = new Cases(document);
    cases.take([[draws[0]!.assumption, 4], [draws[1]!.assumption, 0.05]]); // prettier-ignore
    expect(Math.abs(net.middle[0]! - cases.figure({ id: '@net', from: 0, to: 1 }))).toBeLessThan(6);
    // Net of a month is 60 × (price − 1.5) − 100: it spreads evenly from −10 to 110.
    expect(net.low[0]).toBeCloseTo(2, -1);
    expect(net.high[0]).toBeCloseTo(98, -1);
    expect(endsInTheRed).toBeLessThan(0.15);
  });

  it('without any spread is the plan itself', () => {
    const fixed: Draw[] = [{ assumption: idOf(document, 'Rise'), spread: 'uniform', low: 0.02, high: 0.02 }];
    const { net } = bandsOf(document, fixed, 20, 1);
    calculate(document)
      .figures('Net')
      .forEach((figure, index) => {
        expect(net.low[index]).toBeCloseTo(figure!, 8);
        expect(net.high[index]).toBeCloseTo(figure!, 8);
      });
  });
});

describe('how an uncertain value is spread', () => {
  /** Returns what is drawn for X: the net is X itself. */
  const plain = (limits: object = {}) => {
    const document = sketch({ months: 1, assumptions: { X: ['money', 50] }, lines: { income: { Pay: 'X' } } });
    const [row] = document.assumptions.values();
    return { ...document, assumptions: new Map([[row!.id, { ...row!, ...limits }]]) } as Document;
  };
  const X = idOf(plain(), 'X');
  const bandAt = (draw: object, limits: BandLimits, document = plain()) => {
    const { net } = bandsOf(document, [{ assumption: X, ...draw } as Draw], 10_000, 3, limits);
    return [net.low[0]!, net.middle[0]!, net.high[0]!];
  };

  it('triangular: mostly about its likeliest value, as its distribution has it', () => {
    const draw = { spread: 'triangular', low: 0, likeliest: 20, high: 100 };
    const [low, middle, high] = bandAt(draw, [0.2, 0.95]);
    // A fifth lies below the likeliest; half and a twentieth above (100 − x)² ÷ 8000.
    expect(low).toBeCloseTo(20, -0.3);
    expect(middle).toBeCloseTo(100 - Math.sqrt(4000), -0.3);
    expect(high).toBeCloseTo(100 - Math.sqrt(400), -0.3);
    const [least, , most] = bandAt(draw, [0, 1]);
    expect([least! >= 0, most! <= 100]).toEqual([true, true]);
    expect(bandAt({ spread: 'triangular', low: 7, likeliest: 7, high: 7 }, [0, 1])).toEqual([7, 7, 7]);
  });

  it('normal: two thirds within a standard deviation, and never beyond the assumption’s own limits', () => {
    const draw = { spread: 'normal', mean: 50, deviation: 10 };
    const [low, middle, high] = bandAt(draw, [0.1587, 0.9772]);
    expect([low, middle, high]).toEqual([expect.closeTo(40, -0.3), expect.closeTo(50, -0.3), expect.closeTo(70, -0.3)]);
    const [least, , most] = bandAt(draw, [0, 1], plain({ low: 45, high: 60 }));
    expect(least).toBeGreaterThanOrEqual(45);
    expect(most).toBeLessThanOrEqual(60);
    expect(bandAt({ spread: 'normal', mean: 5, deviation: 0 }, [0, 1], plain({ low: 45 }))).toEqual([45, 45, 45]);
  });

  it('is refused in words where it cannot be', () => {
    const refusal = (draw: object) => drawRefusal({ assumption: X, ...draw } as Draw);
    expect(english(refusal({ spread: 'triangular', low: 1, likeliest: 5, high: 4 }))).toMatch(/between the lowest/);
    expect(english(refusal({ spread: 'uniform', low: 2, high: 1 }))).toMatch(/not be above/);
    expect(english(refusal({ spread: 'normal', mean: 1, deviation: -1 }))).toMatch(/cannot be below zero/);
    expect(english(refusal({ spread: 'normal', mean: -1, deviation: 0 }))).toBeNull();
    expect([limitsRefusal([0.1, 0.9]), limitsRefusal([0.9, 0.1])]).toEqual([null, expect.stringMatching(/lower one/)]);
    expect(() => bandsOf(plain(), [], 10, 1, [0.5, 0.5])).toThrow(RangeError);
  });
});

describe('values and quantiles', () => {
  it('are spaced evenly, both ends included', () => {
    expect(valuesBetween(0, 0.3, 4)).toEqual([0, 0.1, 0.2, 0.3]);
    expect(valuesBetween(5, 9, 1)).toEqual([5]);
    expect(quantile([1, 2, 3, 4, 5], 0.5)).toBe(3);
    expect(quantile([0, 10], 0.1)).toBe(1);
    expect(quantile([7], 0.9)).toBe(7);
  });
});

describe('solving, where there is more than a crossing', () => {
  const answer = (rule: string, target: number, low = 0, high = 10) => {
    const document = sketch({ assumptions: { X: ['number', 1] }, lines: { memo: { Y: rule } } });
    const figure = { id: idOf(document, 'Y'), from: 0, to: 1 };
    return solve(document, { assumption: idOf(document, 'X'), low, high, figure, target });
  };

  it('finds what only touches the target, and two values close together', () => {
    expect(answer('X * (10 - X)', 25)).toEqual({ kind: 'one', value: expect.closeTo(5, 4) });
    expect(answer('(X - 3.3)^2', 0)).toEqual({ kind: 'one', value: expect.closeTo(3.3, 4) });
    const two = answer('X * (10 - X)', 24.9999);
    expect(two).toMatchObject({
      kind: 'several',
      values: [{ from: expect.closeTo(4.99, 6) }, { from: expect.closeTo(5.01, 6) }],
    });
  });

  it('says from where to where any value will do', () => {
    expect(answer('round(X)', 3)).toEqual({ kind: 'range', from: expect.closeTo(2.5, 6), to: expect.closeTo(3.5, 6) });
    expect(answer('max(X, 4)', 4)).toEqual({ kind: 'range', from: 0, to: expect.closeTo(4, 6) });
  });
});

describe('uncertainty of a plan that has no figure in some cases', () => {
  it('says in how many, and reckons with the others', () => {
    const document = sketch({
      months: 3,
      assumptions: { X: ['number', 1] },
      lines: { income: { Pay: '100 / if(X > 0.5, 1)' } },
    });
    const { withoutFigure, net, endsInTheRed } = bandsOf(
      document,
      [{ assumption: idOf(document, 'X'), spread: 'uniform', low: 0, high: 1 }],
      400,
      7,
    );
    expect(withoutFigure).toBeGreaterThan(0.3);
    expect(withoutFigure).toBeLessThan(0.7);
    expect([net.low[0], net.middle[0], net.high[0], endsInTheRed]).toEqual([100, 100, 100, 0]);
  });
});

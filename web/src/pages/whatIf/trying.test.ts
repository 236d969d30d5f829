import { describe, expect, it } from 'vitest';
import { rangeOf } from '../../fields/Slider.tsx';
import { reachOf, shadeOf, turnsAt } from './shading.ts';
import { valuesWith } from './trying.ts';

const assumption = { id: 'a', name: 'A', note: '', position: 'a', formula: null, section: '', low: null, high: null };

describe('what is tried', () => {
  it('has the present value among the others, once and in its place', () => {
    const range = { assumption: 'a', low: 0, high: 1, count: 3 };
    expect(valuesWith(range, 0.2)).toEqual([0, 0.2, 0.5, 1]);
    expect(valuesWith(range, 0.5)).toEqual([0, 0.5, 1]);
    expect(valuesWith(range, 2)).toEqual([0, 0.5, 1]);
    expect(valuesWith({ ...range, low: 1, high: 0 }, 0.2)).toEqual([1, 0.5, 0.2, 0]);
  });

  it('goes around a value, or between its limits', () => {
    expect(rangeOf({ ...assumption, unit: 'ratePerYear', value: 0.02 })).toEqual({ low: 0, high: 0.1, step: 0.001 });
    expect(rangeOf({ ...assumption, unit: 'ratePerYear', value: 0.02, low: 0.01, high: 0.03 })).toMatchObject({
      low: 0.01, high: 0.03,
    }); // prettier-ignore
    expect(rangeOf({ ...assumption, unit: 'money', value: -500 })).toMatchObject({ low: -1000, high: 100 });
    expect(rangeOf({ ...assumption, unit: 'months', value: 20 })).toEqual({ low: 0, high: 40, step: 1 });
  });
});

describe('a shaded table', () => {
  const table = [
    [5, -1],
    [NaN, -4],
  ];
  it('marks where the figure turns negative', () => {
    expect(turnsAt(table, 0, 0)).toBe('');
    expect(turnsAt(table, 0, 1)).toBe('turns-before');
    expect(turnsAt([[1], [-1]], 1, 0)).toBe('turns-above');
    expect(turnsAt([[1, 2], [1, -1]], 1, 1)).toBe('turns-before turns-above'); // prettier-ignore
  });
  it('is the stronger the further a figure lies from nothing', () => {
    const reach = reachOf(table);
    expect(reach).toEqual({ least: 1, most: 5 });
    expect(shadeOf(5, reach)).toContain('70%');
    expect(shadeOf(-1, reach)).toContain('10%');
    expect(shadeOf(NaN, reach)).toBe('transparent');
    expect(shadeOf(0, reachOf([[0]]))).toBe('transparent');
  });
});

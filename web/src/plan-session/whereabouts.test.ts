import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runs } from '../../../../core/src/testing/setup.ts';
import { othersByRow } from './useOthersHere.ts';
import { Whereabouts, type Place } from './whereabouts.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('where one is', () => {
  const told: [string, Place][] = [];
  const begun = () => {
    told.length = 0;
    return new Whereabouts((plan, place) => {
      told.push([plan, place]);
      return Promise.reject(new Error('The server is away.'));
    });
  };

  it('is told to nobody while nobody else is there, and to who comes', async () => {
    const here = begun();
    here.onPage('home', 'budget', '');
    here.isAt('rent', '2026-03');
    await vi.advanceTimersByTimeAsync(1000);
    expect(told).toEqual([]);
    here.together(true);
    await vi.advanceTimersByTimeAsync(1000);
    expect(told).toEqual([['home', { page: 'budget', row: 'rent', column: '2026-03' }]]);
    here.together(false);
    here.isAt('rent', '2026-04');
    await vi.advanceTimersByTimeAsync(1000);
    expect(told).toHaveLength(1);
  });

  it('is the row of the address where no cell is selected', async () => {
    const here = begun();
    here.together(true);
    here.onPage('home', 'checks', 'rent');
    here.isAt('', '');
    await vi.advanceTimersByTimeAsync(1000);
    expect(told.at(-1)).toEqual(['home', { page: 'checks', row: 'rent', column: '' }]);
  });

  it('is told a few times a second at most, and at last as it is', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.nat(3), fc.nat(200)), { minLength: 1, maxLength: 60 }), async (moves) => {
        const here = begun();
        here.onPage('home', 'budget', '');
        here.together(true);
        let passed = 0;
        for (const [row, pause] of moves) {
          here.isAt(`line-${row}`, '2026-01');
          passed += pause;
          await vi.advanceTimersByTimeAsync(pause);
        }
        await vi.advanceTimersByTimeAsync(1000);
        expect(told.length).toBeLessThanOrEqual(passed / 250 + 1);
        expect(told.at(-1)![1].row).toBe(`line-${moves.at(-1)![0]}`);
      }),
      runs(50),
    );
  });
});

describe('those who are there', () => {
  it('stand at their rows, each once: where they are in the page they opened last', () => {
    const at = (tab: string, id: string, row: string) => ({
      tab,
      id,
      name: id,
      page: 'budget',
      row,
      column: '2026-01',
    });
    const others = othersByRow([at('1', 'kofi', 'rent'), at('2', 'ines', 'rent'), at('3', 'kofi', 'power')]);
    expect([...others].map(([row, people]) => [row, people.map(({ id }) => id)])).toEqual([
      ['power', ['kofi']],
      ['rent', ['ines']],
    ]);
  });
});

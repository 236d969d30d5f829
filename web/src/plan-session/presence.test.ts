import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { Presence, type Place } from './presence.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('where one is', () => {
  const announced: [string, Place][] = [];
  const begun = () => {
    announced.length = 0;
    return new Presence((plan, place) => {
      announced.push([plan, place]);
      return Promise.reject(new Error('Server not available.'));
    });
  };

  it('is told to nobody while nobody else is there, and to who comes', async () => {
    const here = begun();
    here.onPage('home', 'budget', '');
    here.isAt('rent', '2026-03');
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced).toEqual([]);
    here.together(true);
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced).toEqual([['home', { page: 'budget', row: 'rent', column: '2026-03' }]]);
    here.together(false);
    here.isAt('rent', '2026-04');
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced).toHaveLength(1);
  });

  it('is told again when the connection is, though one has not moved', async () => {
    const here = begun();
    here.together(true);
    here.isAt('rent', '2026-03');
    await vi.advanceTimersByTimeAsync(1000);
    here.isAt('rent', '2026-03');
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced).toHaveLength(1);
    here.anew();
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced.map(([, { row }]) => row)).toEqual(['rent', 'rent']);
  });

  it('is the row of the address where no cell is selected', async () => {
    const here = begun();
    here.together(true);
    here.onPage('home', 'checks', 'rent');
    here.isAt('', '');
    await vi.advanceTimersByTimeAsync(1000);
    expect(announced.at(-1)).toEqual(['home', { page: 'checks', row: 'rent', column: '' }]);
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
        expect(announced.length).toBeLessThanOrEqual(passed / 250 + 1);
        expect(announced.at(-1)![1].row).toBe(`line-${moves.at(-1)![0]}`);
      }),
      runs(50),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ENTRY_ORDERS, ENTRY_STATES, toMonth } from '@haushalt/core';
import { runs } from '../../../../core/src/testing/setup.ts';
import { anything, lookedIn, filterInAddress, type EntryFilter } from './entryFilter.ts';

const MONTH = toMonth('2026-10');
const amount = fc.option(fc.integer({ min: 0, max: 9999 }).map((cents) => cents / 100));

describe('what is looked for in an address', () => {
  it('is read as it was said, beside whatever else the address says', () => {
    const any: fc.Arbitrary<EntryFilter> = fc.record({
      text: fc.string(),
      account: fc.constantFrom('', 'bank'),
      line: fc.constantFrom('', '-', 'rent'),
      period: fc.constant('between' as const),
      from: fc.constantFrom('2026-01-01', '2026-10-01'),
      to: fc.constantFrom('2026-03-31', '2026-10-31'),
      least: amount,
      most: amount,
      state: fc.constantFrom(...ENTRY_STATES, '' as const),
      order: fc.constantFrom(...ENTRY_ORDERS),
      descending: fc.boolean(),
    });
    fc.assert(
      fc.property(any, any, (before, filter) => {
        const address = filterInAddress(new URLSearchParams({ view: 'entries', month: MONTH }), before, MONTH);
        const query = new URLSearchParams(filterInAddress(address, filter, MONTH).toString());
        expect(lookedIn(query, MONTH)).toEqual(filter);
        expect([query.get('view'), query.get('month')]).toEqual(['entries', MONTH]);
      }),
      runs(100),
    );
  });

  it('says nothing where everything is shown, and takes nothing for granted', () => {
    expect(filterInAddress(new URLSearchParams(), anything(MONTH), MONTH).toString()).toBe('');
    const odd = new URLSearchParams('period=year&from=May&least=-3&most=much&state=lost&order=line&descending=perhaps');
    expect(lookedIn(odd, MONTH)).toEqual(anything(MONTH));
  });
});

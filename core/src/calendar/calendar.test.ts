import { describe, expect, it } from 'vitest';
import { createCalendar, periodOf, stretchAround, stretchOfYear, stretches, yearsOf } from './calendar.ts';
import { addMonths, isMonth, monthInWords, monthsBetween, toMonth } from './month.ts';

describe('months', () => {
  it('are counted across years', () => {
    expect(addMonths(toMonth('2026-11'), 3)).toBe('2027-02');
    expect(addMonths(toMonth('2026-01'), -1)).toBe('2025-12');
    expect(monthsBetween(toMonth('2026-01'), toMonth('2027-03'))).toBe(14);
  });

  it('are months of the calendar and nothing else', () => {
    expect(['2026-00', '2026-13', '2026-1', '26-01', '0999-01', '', null, 5].filter(isMonth)).toEqual([]);
    expect(() => toMonth('March')).toThrow(RangeError);
    expect(monthInWords(toMonth('2026-03'), 'en-IE')).toBe('March 2026');
    expect(monthInWords(toMonth('2026-03'), 'de-DE')).toBe('März 2026');
  });
});

describe('a calendar that begins within a year', () => {
  const calendar = createCalendar(toMonth('2026-11'), 16);

  it('has the calendar’s quarters and years, cut to itself', () => {
    expect(stretches(calendar, 'year')).toEqual([
      { from: 0, to: 2 },
      { from: 2, to: 14 },
      { from: 14, to: 16 },
    ]);
    expect(stretchAround(calendar, 3, 'quarter')).toEqual({ from: 2, to: 5 });
    expect(stretchAround(calendar, 0, 'plan')).toEqual({ from: 0, to: 16 });
    expect(yearsOf(calendar)).toEqual([2026, 2027, 2028]);
    expect(stretchOfYear(calendar, 2028)).toEqual({ from: 14, to: 16 });
    expect(stretchOfYear(calendar, 2030)).toEqual({ from: 16, to: 16 });
    expect(stretchOfYear(calendar, 2020)).toEqual({ from: 0, to: 0 });
  });

  it('knows its months', () => {
    expect(periodOf(calendar, toMonth('2027-01'))).toBe(2);
    expect(periodOf(calendar, toMonth('2026-10'))).toBe(-1);
    expect(periodOf(calendar, toMonth('2028-03'))).toBe(-1);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../testing/setup.ts';
import { createCalendar, periodOf, quarterOf, rangeAround, rangeOfYear, rangesOf, yearsOf } from './calendar.ts';
import { addMonths, beginningOf, isMonth, monthInWords, monthsBetween, toMonth, yearInWords, yearOf } from './month.ts';

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

describe('a calendar whose years begin in April', () => {
  const calendar = createCalendar(toMonth('2026-04'), 24, 4);

  it('has twelve months in one year, called by the year it begins in', () => {
    expect(yearsOf(calendar)).toEqual([2026, 2027]);
    expect(rangeOfYear(calendar, 2026)).toEqual({ from: 0, to: 12 });
    expect(yearOf(toMonth('2027-03'), 4)).toBe(2026);
    expect(beginningOf(2026, 4)).toBe('2026-04');
    expect([yearInWords(2026, 4), yearInWords(2099, 4), yearInWords(2026)]).toEqual(['2026/27', '2099/00', '2026']);
  });

  it('has quarters that begin with it', () => {
    expect(rangesOf(calendar, 'quarter')[1]).toEqual({ from: 3, to: 6 });
    expect(['2026-04', '2026-07', '2027-03'].map((month) => quarterOf(calendar, toMonth(month)))).toEqual([1, 2, 4]);
  });

  it('parts every calendar into years of twelve months, wherever it and they begin', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 1, max: 80 }),
        fc.integer({ min: 1, max: 12 }),
        (later, count, begins) => {
          const months = createCalendar(addMonths(toMonth('2025-01'), later), count, begins);
          const years = yearsOf(months).map((year) => ({ year, ...rangeOfYear(months, year) }));
          expect(years.map(({ from, to }) => ({ from, to }))).toEqual(rangesOf(months, 'year'));
          for (const { year, from, to } of years)
            for (let index = from; index < to; index++) {
              expect(yearOf(months.months[index]!, begins)).toBe(year);
              expect(monthsBetween(beginningOf(year, begins), months.months[index]!)).toBeLessThan(12);
            }
        },
      ),
      runs(100),
    );
  });
});

describe('a calendar that begins within a year', () => {
  const calendar = createCalendar(toMonth('2026-11'), 16);

  it('has the calendar’s quarters and years, cut to itself', () => {
    expect(rangesOf(calendar, 'year')).toEqual([
      { from: 0, to: 2 },
      { from: 2, to: 14 },
      { from: 14, to: 16 },
    ]);
    expect(rangeAround(calendar, 3, 'quarter')).toEqual({ from: 2, to: 5 });
    expect(rangeAround(calendar, 0, 'plan')).toEqual({ from: 0, to: 16 });
    expect(yearsOf(calendar)).toEqual([2026, 2027, 2028]);
    expect(rangeOfYear(calendar, 2028)).toEqual({ from: 14, to: 16 });
    expect(rangeOfYear(calendar, 2030)).toEqual({ from: 16, to: 16 });
    expect(rangeOfYear(calendar, 2020)).toEqual({ from: 0, to: 0 });
  });

  it('knows its months', () => {
    expect(periodOf(calendar, toMonth('2027-01'))).toBe(2);
    expect(periodOf(calendar, toMonth('2026-10'))).toBe(-1);
    expect(periodOf(calendar, toMonth('2028-03'))).toBe(-1);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, lastDay, monthOfDay } from '../calendar/day.ts';
import { writeForEntry } from '../figure/write.ts';
import { runs } from '../testing/setup.ts';
import { continued, valuesOfSeries } from './fillSeries.ts';
import { guessTable, readingAs, valuesOfTable } from './readTable.ts';

const GERMAN = { locale: 'de-DE', today: '2031-11-26' };
const IRISH = { locale: 'en-IE', today: '2031-11-26' };

describe('a series', () => {
  it('goes by a step, without what steps add to the last digits', () => {
    expect(valuesOfSeries({ kind: 'figures', from: 0.1, step: 0.1 }, { count: 4 })).toEqual([0.1, 0.2, 0.3, 0.4]);
    expect(valuesOfSeries({ kind: 'figures', from: 10, step: -5 }, { until: 0 })).toEqual([10, 5, 0]);
  });

  it('goes by days, weekdays and months', () => {
    expect(valuesOfSeries({ kind: 'days', from: '2026-02-27', step: 1 }, { count: 3 })).toEqual(['2026-02-27', '2026-02-28', '2026-03-01']); // prettier-ignore
    expect(valuesOfSeries({ kind: 'weekdays', from: '2026-11-27', step: 1 }, { count: 3 })).toEqual(['2026-11-27', '2026-11-30', '2026-12-01']); // prettier-ignore
    expect(valuesOfSeries({ kind: 'months', from: '2026-01-31', step: 1 }, { until: '2026-04-30' })).toEqual(['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30']); // prettier-ignore
  });

  it('continues what two rows begin', () => {
    expect(continued(5, 10)).toEqual({ kind: 'figures', from: 5, step: 5 });
    expect(continued('2026-01-31', '2026-02-28')).toEqual({ kind: 'monthEnds', from: '2026-01-31', step: 1 });
    expect(continued('2026-01-30', '2026-03-30')).toEqual({ kind: 'months', from: '2026-01-30', step: 2 });
    expect(continued('2026-01-05', '2026-01-12')).toEqual({ kind: 'days', from: '2026-01-05', step: 7 });
    expect(continued(5, '2026-01-12')).toBeNull();
  });

  it('goes back by days, weekdays and months as it goes on', () => {
    expect(valuesOfSeries({ kind: 'weekdays', from: '2026-11-30', step: -1 }, { count: 3 })).toEqual(['2026-11-30', '2026-11-27', '2026-11-26']); // prettier-ignore
    expect(valuesOfSeries({ kind: 'monthEnds', from: '2026-04-30', step: -1 }, { until: '2026-02-28' })).toEqual(['2026-04-30', '2026-03-31', '2026-02-28']); // prettier-ignore
  });

  it('that continues two rows has these two in it, and every further one by the same step', () => {
    const cents = fc.integer({ min: -1_000_000_000_000, max: 1_000_000_000_000 });
    fc.assert(
      fc.property(cents, cents, (a, b) => {
        const terms = continued(a / 100, b / 100)!;
        const expected = [a, b, b + (b - a), b + 2 * (b - a)].map((each) => each / 100);
        expect(valuesOfSeries(terms, { count: 4 })).toEqual(expected);
      }),
      runs(200),
    );
    const day = fc.integer({ min: 0, max: 20_000 }).map((days) => addDays('1990-01-01', days));
    const monthEnd = day.map((each) => lastDay(monthOfDay(each)));
    fc.assert(
      fc.property(fc.oneof(day, monthEnd), fc.oneof(day, monthEnd), (first, second) => {
        expect(valuesOfSeries(continued(first, second)!, { count: 2 })).toEqual([first, second]);
      }),
      runs(300),
    );
  });

  it('has an end whatever is asked', () => {
    expect(valuesOfSeries({ kind: 'figures', from: 1, step: 0 }, { until: 5 })).toEqual([1]);
    expect(valuesOfSeries({ kind: 'figures', from: 1, step: 1 }, { count: 1e9 })).toHaveLength(5000);
  });
});

describe('a pasted table', () => {
  const table = [
    ['Item', 'Trade', 'Quantity', 'Price', 'Due', 'Done'],
    ['Tiles', 'Tiler', '12', '€1.019,90', '02.05.2026', 'ja'],
    ['Grout', 'Tiler', '2,5', '€8,00', '03.05.2026', 'nein'],
    ['Tap', 'Plumber', '1', '', '20.07.2026', 'ja'],
    ['Pipe', 'Plumber', '4', '€7,10', '', ''],
  ];

  it('has its headings, kinds and decimal sign guessed', () => {
    const reading = guessTable(table, GERMAN);
    expect(reading).toMatchObject({ hasHeadings: true, decimal: ',' });
    expect(reading.columns.map(({ name, kind, unit }) => [name, kind, unit])).toEqual([
      ['Item', 'text', 'number'],
      ['Trade', 'choice', 'number'],
      ['Quantity', 'figure', 'number'],
      ['Price', 'figure', 'money'],
      ['Due', 'date', 'number'],
      ['Done', 'yesNo', 'number'],
    ]);
    expect(valuesOfTable(table, reading, GERMAN)).toEqual({
      rows: [
        ['Tiles', 'Tiler', 12, 1019.9, '2026-05-02', 1],
        ['Grout', 'Tiler', 2.5, 8, '2026-05-03', 0],
        ['Tap', 'Plumber', 1, null, '2026-07-20', 1],
        ['Pipe', 'Plumber', 4, 7.1, null, null],
      ],
      unreadable: [],
    });
  });

  it('has its days without a year read in the year it is', () => {
    const days = [['Due'], ['3.12.'], ['5.1.']];
    const reading = readingAs(days, true, ',', GERMAN);
    expect(valuesOfTable(days, reading, GERMAN).rows).toEqual([['2031-12-03'], ['2031-01-05']]);
  });

  it('says which cells cannot be read as it was corrected', () => {
    const reading = readingAs(table, true, '.', GERMAN);
    expect(reading.columns[3]!.kind).toBe('text');
    const asFigures = {
      ...reading,
      columns: reading.columns.map((column) => ({ ...column, kind: 'figure' as const })),
    };
    const { unreadable } = valuesOfTable(table, asFigures, GERMAN);
    expect(unreadable[0]).toMatchObject({ row: 1, column: 0, text: 'Tiles' });
  });

  it('without headings has columns by number, and never two of one name', () => {
    expect(guessTable([['1', '2']], IRISH)).toMatchObject({ hasHeadings: false, columns: [{ name: '1' }, { name: '2' }] }); // prettier-ignore
    const names = guessTable([['a', 'A', ''], ['1', '2', '3']], IRISH).columns.map(({ name }) => name); // prettier-ignore
    expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(3);
  });

  it('of figures as they are written in a notation is read as the same figures', () => {
    const figure = fc.integer({ min: -99_999_999, max: 99_999_999 }).map((cents) => cents / 100);
    fc.assert(
      fc.property(fc.array(figure, { minLength: 3, maxLength: 20 }), fc.constantFrom(IRISH, GERMAN), (given, dates) => {
        const written = [['Price'], ...given.map((each) => [writeForEntry(each, 'money', dates.locale)])];
        const reading = readingAs(written, true, dates === GERMAN ? ',' : '.', dates);
        expect(valuesOfTable(written, reading, dates).rows).toEqual(given.map((each) => [each]));
      }),
      runs(60),
    );
  });
});

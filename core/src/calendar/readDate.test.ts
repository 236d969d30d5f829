import { setClock } from './clock.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { monthInWords, toMonth } from './month.ts';
import { dayInFigures, daysIn, isDay, readDay, readMonth } from './readDate.ts';

const LOCALES = ['en-IE', 'en-US', 'de-DE', 'de-CH', 'fr-FR', 'es-ES', 'it-IT', 'nl-NL', 'pl-PL', 'da-DK', 'sv-SE'];
const month = fc
  .tuple(fc.integer({ min: 1900, max: 2999 }), fc.integer({ min: 1, max: 12 }))
  .map(([year, number]) => toMonth(`${year}-${String(number).padStart(2, '0')}`));
const day = fc
  .tuple(month, fc.nat())
  .map(([month, index]) => `${month}-${String((index % daysIn(month)) + 1).padStart(2, '0')}`);

describe('a month that is typed', () => {
  const near = toMonth('2026-05');

  it('is read as it is shown to readers of either language, in every notation', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LOCALES),
        fc.constantFrom('en-IE', 'en-US', 'de-DE', 'de-AT'),
        month,
        (locale, reader, typed) => {
          for (const style of ['long', 'short'] as const)
            expect(readMonth(monthInWords(typed, reader, style), locale, near)).toBe(typed);
        },
      ),
    );
  });

  it('is read as it is written, in every language, whatever month is near', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LOCALES), month, month, (locale, typed, near) => {
        for (const style of ['long', 'short'] as const) {
          expect(readMonth(monthInWords(typed, locale, style), locale, near)).toBe(typed);
        }
        expect(readMonth(typed, locale, near)).toBe(typed);
      }),
    );
  });

  it.each([
    ['mar 2027', 'en-IE', '2027-03'],
    ['March', 'en-IE', '2026-03'],
    ['3/2027', 'en-IE', '2027-03'],
    ['03.27', 'de-DE', '2027-03'],
    ['11', 'en-IE', '2026-11'],
    ['Mär 2027', 'de-DE', '2027-03'],
    ['maerz', 'de-DE', null],
    ['févr 2027', 'fr-FR', '2027-02'],
    ['may', 'en-IE', '2026-05'],
    ['ma', 'en-IE', null],
    ['13/2026', 'en-IE', null],
    ['2026', 'en-IE', null],
    ['1 2 3', 'en-IE', null],
    ['', 'en-IE', null],
  ])('%s in %s is %s', (text, locale, expected) => expect(readMonth(text, locale, near)).toBe(expected));
});

describe('a day that is typed', () => {
  it('is read as it is written, in every language, whatever day is near', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LOCALES), day, day, (locale, typed, near) => {
        expect(readDay(dayInFigures(typed, locale), locale, near)).toBe(typed);
        expect(readDay(typed, locale, near)).toBe(typed);
      }),
    );
  });

  it.each([
    ['14/3/2026', 'en-IE', '2026-03-14'],
    ['3/14/26', 'en-US', '2026-03-14'],
    ['14.3.', 'de-DE', '2026-03-14'],
    ['14 March', 'en-IE', '2026-03-14'],
    ['14. März 2027', 'de-DE', '2027-03-14'],
    ['mar 14, 2027', 'en-US', '2027-03-14'],
    ['9', 'en-IE', '2026-05-09'],
    ['31/2', 'en-IE', null],
    ['29/2/2028', 'en-IE', '2028-02-29'],
    ['29/2/2027', 'en-IE', null],
    ['14/13/2026', 'en-IE', null],
    ['tomorrow', 'en-IE', '2026-11-25'],
    ['Yesterday', 'en-IE', '2026-11-23'],
    ['gestern', 'de-DE', '2026-11-23'],
    ['today', 'de-DE', '2026-11-24'],
    ['whenever', 'en-IE', null],
    ['', 'en-IE', null],
  ])('%s in %s is %s', (text, locale, expected) => {
    setClock('2026-11-24T10:00:00');
    expect(readDay(text, locale, '2026-05-20')).toBe(expected);
  });

  it('has to be of the calendar', () => {
    expect(isDay('2026-02-28')).toBe(true);
    expect(isDay('2026-02-29')).toBe(false);
    expect(isDay('2026-2-9')).toBe(false);
  });
});

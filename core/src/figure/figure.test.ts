import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readFigure } from './read.ts';
import { remainder, roundTo, wholeAbove, wholeBelow } from './rounding.ts';
import { writeDifference, writeFigure, writeForEntry, writeWithUnit } from './write.ts';
import { runs } from '../testing/setup.ts';

const figure = (text: string, locale = 'en-IE', unit: 'money' | 'ratePerYear' | 'months' = 'money') => {
  const read = readFigure(text, locale, unit);
  return read.ok ? read.figure : english(read.message);
};

describe('reading a figure', () => {
  it.each<[string, number | null]>([
    ['1234.5', 1234.5],
    ['1,234.50', 1234.5],
    ['  12 ', 12],
    ['-12', -12],
    ['−12', -12],
    ['(12)', -12],
    ['€1,234', 1234],
    ['12 €', 12],
    ['EUR 12', 12],
    ['-€12', -12],
    ['€-12', -12],
    ['.5', 0.5],
    ['-0', 0],
    ['', null],
  ])('takes %j for %j', (text, expected) => expect(figure(text)).toBe(expected));

  it.each<[string, string, number]>([
    ['de-DE', '1.234,50', 1234.5],
    ['de-CH', '1’234.50', 1234.5],
    ['fr-FR', '1 234,5', 1234.5],
  ])('takes the notation of %s', (locale, text, expected) => expect(figure(text, locale)).toBe(expected));

  it('takes percentages for rates, with and without the sign, without binary noise', () => {
    expect(figure('2.4 %', 'en-IE', 'ratePerYear')).toBe(0.024);
    expect(figure('2.4', 'en-IE', 'ratePerYear')).toBe(0.024);
    expect(figure('5 %', 'en-IE', 'months')).toMatch(/percentage/);
  });

  it.each([
    ['12,5,0', /cannot be read as one figure/],
    ['1e999', /exponent/],
    ['1E5', /exponent/],
    ['1,23.5', /cannot be read/],
    ['abc', /not a valid figure/],
    ['--3', /not a figure|cannot/],
    ['(-3)', /parentheses and a sign/],
    ['12\t13', /more than one/],
    ['12\n13', /more than one/],
    ['99999999999999', /too large/],
    ['12..5', /cannot be read/],
  ])('refuses %j with a sentence', (text, message) => {
    expect(figure(text)).toMatch(message);
    expect(String(figure(text))).toMatch(/\.$/);
  });

  it('gives an example of what is asked for', () => {
    expect(figure('abc', 'de-DE')).toBe('“abc” is not a valid figure. Enter it like 1.234,50.');
    expect(figure('abc', 'de-DE', 'ratePerYear')).toBe('“abc” is not a valid figure. Enter it like 2,5 %.');
    expect(figure('2.5 %', 'en-IE', 'ratePerYear')).toBe(0.025);
  });

  it('tells people who use the other decimal mark', () => {
    expect(figure('12.5', 'de-DE')).toBe('In this plan the decimal sign is “,”. Enter 12,5.');
    expect(figure('12,5', 'en-IE')).toBe('In this plan the decimal sign is “.”. Enter 12.5.');
  });

  it('gives back what was written for entry, in every notation', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.constantFrom('en-IE', 'de-DE', 'fr-FR', 'de-CH', 'pl-PL'),
        (cents, locale) => {
          expect(figure(writeForEntry(cents / 100, 'money', locale), locale)).toBe(cents / 100);
          expect(figure(writeFigure(cents / 100, 'money', { locale, currency: 'EUR' }), locale)).toBe(cents / 100);
        },
      ),
    );
  });
});

describe('writing a figure', () => {
  const style = { locale: 'en-IE', currency: 'EUR' };
  it('keeps money to the minor unit and never writes minus nothing', () => {
    expect(writeFigure(-1234.5, 'money', style)).toBe('−1,234.50');
    expect(writeFigure(-0.001, 'money', style)).toBe('0.00');
    expect(writeFigure(1234.5, 'money', { locale: 'en', currency: 'JPY' })).toBe('1,235');
    expect(english(writeWithUnit(0.024, 'ratePerYear', style))).toBe('2.4\u00a0% a year');
    expect(english(writeWithUnit(1, 'months', style))).toBe('1 month');
  });
});

describe('rounding', () => {
  it('goes half away from zero, as the trade does', () => {
    expect([
      roundTo(1.005, 2),
      roundTo(-1.005, 2),
      roundTo(2.5),
      roundTo(-2.5),
      roundTo(0.1 + 0.2, 2),
      roundTo(-0.001, 2),
    ]).toEqual([1.01, -1.01, 3, -3, 0.3, 0]);
  });
});

describe('what is written', () => {
  const LOCALES = [
    'en-IE',
    'en-IN',
    'hi',
    'de-DE',
    'de-CH',
    'fr-FR',
    'sv-SE',
    'es-ES',
    'he',
    'ar',
    'fa',
    'ur',
    'pl',
    'et',
  ];
  const figures = fc.oneof(
    fc.integer({ min: -1e15, max: 1e15 }).map((cents) => cents / 100),
    fc.double({ min: -1e12, max: 1e12, noNaN: true }),
    fc.constantFrom(0, -0.01, 1234567.5, -1234567.89, 123456789012.34, 1e-7, -1e-7, 9999999999999.99),
  );

  it('is read again, in every notation', () => {
    fc.assert(
      fc.property(
        figures,
        fc.constantFrom(...LOCALES),
        fc.constantFrom('money' as const, 'number' as const, 'percent' as const, 'ratePerYear' as const),
        fc.constantFrom('minus' as const, 'brackets' as const, 'tone' as const),
        (figure, locale, unit, negatives) => {
          const style = { locale, currency: 'EUR', negatives };
          const coarse = unit === 'percent' || unit === 'ratePerYear' ? 0.00005 : 0.005;
          for (const text of [
            writeFigure(figure, unit, style),
            ...(unit === 'money' ? [writeWithUnit(figure, unit, style)] : []),
          ]) {
            const read = readFigure(english(text), locale, unit);
            if (!read.ok) throw new Error(`${english(text)}: ${english(read.message)}`);
            expect(Math.abs(read.figure! - figure)).toBeLessThanOrEqual(coarse * 1.000001 + Math.abs(figure) * 1e-14);
          }
          // What an editor begins with is the figure itself, to the last digit.
          expect(readFigure(writeForEntry(figure, unit, locale), locale, unit)).toEqual({
            ok: true,
            figure: figure + 0,
          });
        },
      ),
      runs(400),
    );
  });
});

describe('rounding', () => {
  /** Half away from zero, in whole numbers: what the figures of a person's sum come to. */
  const exactly = (thousandths: number) =>
    (Math.sign(thousandths) * Math.floor((Math.abs(thousandths) + 5) / 10)) / 100;

  it('takes a sum of figures for what it comes to on paper', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -5_000_000, max: 5_000_000 }), { minLength: 1, maxLength: 40 }),
        (parts) => {
          const sum = parts.reduce((total, part) => total + part / 1000, 0);
          const rounded = parts.reduce((total, part) => total + part, 0);
          expect(roundTo(sum, 2)).toBe(exactly(rounded) || 0);
          expect(Number(writeFigure(sum, 'money', { locale: 'en-IE', currency: 'EUR' }).replaceAll(',', '').replace('−', '-'))).toBe(exactly(rounded) || 0); // prettier-ignore
        },
      ),
      runs(300),
    );
  });

  it('goes down, up and over to what was meant, whatever the last bit says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2_000_000 }), fc.constantFrom(10, 100, 1000), (count, parts) => {
        const figure = (count / parts) * parts;
        expect([wholeBelow(figure), wholeAbove(figure), remainder(figure, 5)]).toEqual([count, count, count % 5]);
        expect(remainder(count / parts, 1 / parts)).toBeCloseTo(0, 12);
      }),
      runs(300),
    );
    expect([wholeBelow(0.29 * 100), wholeBelow(4.35 * 100), wholeAbove(0.07 * 100)]).toEqual([29, 435, 7]);
    expect([wholeBelow(-0.5), wholeAbove(-0.5), wholeBelow(28.99), wholeAbove(28.01)]).toEqual([-1, 0, 28, 29]);
  });

  it('is the same where figures are written', () => {
    const style = { locale: 'en-IE', currency: 'EUR' };
    expect(writeFigure(1468.0149999999999, 'money', style)).toBe('1,468.02');
    expect(writeFigure(0.14375, 'percent', style)).toBe('14.38\u00a0%');
    expect(writeDifference(5e-17, 'money', style)).toBe('0.00');
    expect(writeDifference(-1e-12, 'money', style)).toBe('0.00');
    expect(english(writeWithUnit(1.0000000000000002, 'months', style))).toBe('1 month');
  });
});

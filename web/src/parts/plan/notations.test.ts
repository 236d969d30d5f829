import { describe, expect, it } from 'vitest';
import { NOTATIONS, usualCurrency, usualLocale } from './notations.ts';

describe('how figures of a new plan are written', () => {
  it.each([
    [['de-CH', 'en'], 'de-CH', 'CHF'],
    [['de', 'en'], 'de-DE', 'EUR'],
    [['de-LU'], 'de-DE', 'EUR'],
    [['pt-BR', 'en-US'], 'en-US', 'USD'],
    [['pt-BR'], 'en-IE', 'EUR'],
    [[], 'en-IE', 'EUR'],
  ])('is guessed from %j as %s with %s', (languages, locale, currency) => {
    expect(usualLocale(languages)).toBe(locale);
    expect(usualCurrency(locale)).toBe(currency);
  });

  it('is shown as it is', () => {
    for (const [locale, words] of NOTATIONS) {
      const written = new Intl.NumberFormat(locale, { minimumFractionDigits: 2 }).format(1234.5);
      expect(words.replace(/[\s\u00a0\u202f]/g, ' ')).toContain(
        written.replace(/[\s\u00a0\u202f]/g, ' ').replace("'", '’'),
      );
    }
  });
});

/** The ways figures are written that a plan can choose from, each named and shown in its own language. */
export const NOTATIONS: readonly (readonly [locale: string, words: string])[] = [
  ['en-IE', 'English (Ireland): 1,234.50'],
  ['en-GB', 'English (United Kingdom): 1,234.50'],
  ['en-US', 'English (United States): 1,234.50'],
  ['de-DE', 'Deutsch (Deutschland): 1.234,50'],
  ['de-AT', 'Deutsch (Österreich): 1 234,50'],
  ['de-CH', 'Deutsch (Schweiz): 1’234.50'],
  ['fr-FR', 'Français (France) : 1 234,50'],
  ['es-ES', 'Español (España): 1234,50'],
  ['it-IT', 'Italiano (Italia): 1234,50'],
  ['nl-NL', 'Nederlands (Nederland): 1.234,50'],
  ['pl-PL', 'Polski (Polska): 1234,50'],
  ['da-DK', 'Dansk (Danmark): 1.234,50'],
  ['sv-SE', 'Svenska (Sverige): 1 234,50'],
];

/** The currency of each notation's country, by ISO 4217; all others have the euro. */
const CURRENCIES: Readonly<Record<string, string>> = {
  'en-GB': 'GBP',
  'en-US': 'USD',
  'de-CH': 'CHF',
  'pl-PL': 'PLN',
  'da-DK': 'DKK',
  'sv-SE': 'SEK',
};

/** The notation a new plan begins with, from the languages a browser prefers: the first that is known, or a relative. */
export function usualLocale(languages: readonly string[]): string {
  for (const language of languages) {
    const [name] = language.split('-');
    const notation =
      NOTATIONS.find(([locale]) => locale === language) ?? NOTATIONS.find(([locale]) => locale.split('-')[0] === name);
    if (notation) return notation[0];
  }
  return 'en-IE';
}

/** The currency a new plan in a notation begins with. */
export function usualCurrency(locale: string): string {
  return CURRENCIES[locale] ?? 'EUR';
}

/** Where paper is cut to Letter size; A4 elsewhere (ISO 216). By ISO 3166-1. */
const LETTER = new Set(['US', 'CA', 'MX', 'PH', 'CL', 'CO', 'CR', 'DO', 'GT', 'HN', 'NI', 'PA', 'PR', 'SV', 'VE']);

/**
 * The paper that is usual where a language is spoken.
 *
 * @param locale a language tag: `en-US`
 */
export function paperOf(locale: string): 'A4' | 'Letter' {
  const { region } = new Intl.Locale(locale).maximize();
  return region !== undefined && LETTER.has(region) ? 'Letter' : 'A4';
}

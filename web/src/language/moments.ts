import { wordsLocale } from './language.ts';

/** Moments as people of this browser read them, in the language they chose. */
const formats = new Map<string, Intl.DateTimeFormat>();

function write(moment: string, options: Intl.DateTimeFormatOptions): string {
  const [region = ''] = navigator.languages;
  const locale = wordsLocale(region);
  const key = `${locale}|${JSON.stringify(options)}`;
  let format = formats.get(key);
  if (!format) formats.set(key, (format = new Intl.DateTimeFormat(locale, options)));
  return format.format(new Date(moment));
}

/** The day of a moment, such as 5 Mar 2026; ISO 8601 in, this place's time out. */
export const dayOf = (moment: string): string => write(moment, { day: 'numeric', month: 'short', year: 'numeric' });
/** Such as Thursday 5 March 2026. */
export const longDayOf = (moment: string): string =>
  write(moment, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
/** Such as 14:05. */
export const timeOf = (moment: string): string => write(moment, { hour: '2-digit', minute: '2-digit' });
export const momentOf = (moment: string): string => `${dayOf(moment)}, ${timeOf(moment)}`;

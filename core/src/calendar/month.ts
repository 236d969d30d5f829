/** A calendar month as ISO 8601 text, for example `2026-03`. Sorts correctly as text. */
export type Month = string & { readonly brand: 'Month' };

const PATTERN = /^(\d{4})-(0[1-9]|1[0-2])$/;

/** Returns whether `text` is a month such as `2026-03`, between the years 1900 and 2999. */
export function isMonth(text: unknown): text is Month {
  if (typeof text !== 'string') return false;
  const match = PATTERN.exec(text);
  return match !== null && Number(match[1]) >= 1900 && Number(match[1]) <= 2999;
}

/** The month written as `text`; throws a `RangeError` when it is none. */
export function toMonth(text: string): Month {
  if (!isMonth(text)) throw new RangeError(`"${text}" is not a month such as 2026-03.`);
  return text;
}

/**
 * The year of a month, for example 2026. Where years begin in another month than January, a year is called by the
 * calendar year it begins in: with years from April, March 2027 is of 2026.
 */
export function yearOf(month: Month, begins = 1): number {
  const year = Number(month.slice(0, 4));
  return monthOfYear(month) < begins ? year - 1 : year;
}

/** The first month of a year. */
export function beginningOf(year: number, begins = 1): Month {
  return `${String(year).padStart(4, '0')}-${String(begins).padStart(2, '0')}` as Month;
}

/** A year as people write it: `2026`, or `2026/27` where years begin in another month than January. */
export function yearInWords(year: number, begins = 1): string {
  return begins === 1 ? String(year) : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
}

/** The number of a month within its year, 1 to 12. */
export function monthOfYear(month: Month): number {
  return Number(month.slice(5));
}

/** The month `count` months later; earlier when `count` is negative. `addMonths('2026-11', 3)` is `2027-02`. */
export function addMonths(month: Month, count: number): Month {
  const index = yearOf(month) * 12 + monthOfYear(month) - 1 + count;
  const year = Math.floor(index / 12);
  return `${String(year).padStart(4, '0')}-${String(index - year * 12 + 1).padStart(2, '0')}` as Month;
}

/** Returns how many months lie between two months: `monthsBetween('2026-01', '2027-03')` is 14. */
export function monthsBetween(from: Month, to: Month): number {
  return (yearOf(to) - yearOf(from)) * 12 + monthOfYear(to) - monthOfYear(from);
}

/** A month in words of a locale: `March 2026`, `Mar` (short, without its year) or `Mar 2026`. */
export function monthInWords(month: Month, locale: string, style: 'long' | 'short' | 'name' = 'long'): string {
  const key = `${locale}|${style}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(locale, {
      month: style === 'long' ? 'long' : 'short',
      ...(style === 'name' ? {} : { year: 'numeric' }),
      timeZone: 'UTC',
    });
    formats.set(key, format);
  }
  return format.format(Date.UTC(yearOf(month), monthOfYear(month) - 1, 1));
}

const formats = new Map<string, Intl.DateTimeFormat>();

import { today } from './clock.ts';
import type { Day } from './isoDay.ts';
import { isMonth, monthInWords, monthOfYear, toMonth, yearOf, type Month } from './month.ts';

export type { Day };

/** The first and the last day there is for plans and entries. */
export const FIRST_DAY: Day = '1900-01-01';
export const LAST_DAY: Day = '2999-12-31';

/** Returns whether `text` is a day of the calendar such as `2026-03-14`, between the years 1900 and 2999. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text) || !isMonth(text.slice(0, 7))) return false;
  const day = Number(text.slice(8));
  return day >= 1 && day <= daysIn(toMonth(text.slice(0, 7)));
}

/** Returns how many days a month has, 28 to 31. */
export function daysIn(month: Month): number {
  return new Date(Date.UTC(yearOf(month), monthOfYear(month), 0)).getUTCDate();
}

/** A day as figures in the order of a locale: `14/03/2026` in Ireland, `14.03.2026` in Germany, `03/14/2026` in the US. */
export function dayInFigures(day: Day, locale: string): string {
  let format = formats.get(locale);
  if (!format) {
    const style = { day: '2-digit', month: '2-digit', year: 'numeric', timeZone: 'UTC' } as const;
    format = new Intl.DateTimeFormat(locale, style);
    formats.set(locale, format);
  }
  return format.format(Date.parse(`${day}T00:00Z`));
}

/**
 * The month somebody means: `2026-03`, `3/2026`, `3.26`, `March 2026`, `mar`, in the words of the locale. Without a year
 * it is one of the year of `near`. `null` when it is none.
 */
export function readMonth(text: string, locale: string, near: Month): Month | null {
  const typed = text.trim();
  if (isMonth(typed)) return typed;
  const figures = typed.match(/\d+/g) ?? [];
  const name = typed.replace(/[\d\s.,/’'-]+/g, ' ').trim();
  if (name !== '') {
    const month = monthCalled(name, locale);
    return month === null || figures.length > 1 ? null : monthOf(figures[0], month, yearOf(near));
  }
  if (figures.length === 0 || figures.length > 2) return null;
  const [first, second] = figures as [string, string | undefined];
  if (first.length === 4) return second === undefined ? null : monthOf(first, Number(second), 0);
  return monthOf(second, Number(first), yearOf(near));
}

/**
 * The day somebody means: `2026-03-14`, `14/3/2026` or `3/14/26` in the order of the locale, `14 March 2026`, `14/3` of
 * the year of `near`, `14` of its month; today, yesterday and tomorrow in English and in the locale. `null` when it is none.
 */
export function readDay(text: string, locale: string, near: Day): Day | null {
  const typed = text.trim();
  if (isDay(typed)) return typed;
  const figures = typed.match(/\d+/g) ?? [];
  const name = typed.replace(/[\d\s.,/’'-]+/g, ' ').trim();
  const month = toMonth(near.slice(0, 7));
  if (name !== '' && figures.length === 0) return relativeDay(name, locale);
  if (name !== '') {
    const called = monthCalled(name, locale);
    if (called === null || figures.length === 0 || figures.length > 2) return null;
    return dayOf(monthOf(figures[1], called, yearOf(month)), figures[0]!);
  }
  if (figures.length === 1) return dayOf(month, figures[0]!);
  if (figures.length < 2 || figures.length > 3) return null;
  if (figures[0]!.length === 4) {
    return figures.length === 3 ? dayOf(monthOf(figures[0], Number(figures[1]), 0), figures[2]!) : null;
  }
  const [day, ofYear] = isMonthFirst(locale) ? [figures[1]!, figures[0]!] : [figures[0]!, figures[1]!];
  return dayOf(monthOf(figures[2], Number(ofYear), yearOf(month)), day);
}

/** Today, yesterday or tomorrow by their names, in a locale or in English. */
function relativeDay(name: string, locale: string): Day | null {
  const called = (language: string, days: number) =>
    new Intl.RelativeTimeFormat(language, { numeric: 'auto' }).format(days, 'day').toLowerCase();
  const days = [0, -1, 1].find((each) => [called(locale, each), called('en', each)].includes(name.toLowerCase()));
  if (days === undefined) return null;
  return new Date(Date.parse(`${today()}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

/** A month from its year, of two figures or four, and its number. */
function monthOf(year: string | undefined, month: number, usual: number): Month | null {
  if (year !== undefined && year.length !== 2 && year.length !== 4) return null;
  const full = year === undefined ? usual : year.length === 2 ? 2000 + Number(year) : Number(year);
  const text = `${String(full).padStart(4, '0')}-${String(month).padStart(2, '0')}`;
  return isMonth(text) ? text : null;
}

function dayOf(month: Month | null, day: string): Day | null {
  const text = `${month}-${day.padStart(2, '0')}`;
  return month !== null && isDay(text) ? text : null;
}

/** The number of the only month whose name begins so, long or short. */
function monthCalled(name: string, locale: string): number | null {
  const typed = plain(name);
  const months = monthNames(locale).flatMap((names, index) =>
    names.some((each) => each.startsWith(typed)) ? [index + 1] : [],
  );
  const exact = monthNames(locale).findIndex((names) => names.includes(typed)) + 1;
  return exact > 0 ? exact : months.length === 1 ? months[0]! : null;
}

/** The languages months are shown in, whatever a plan's notation: what is shown can be typed. */
const WORDS_LOCALES = ['en-GB', 'de-DE', 'de-AT'] as const;

function monthNames(locale: string): readonly (readonly string[])[] {
  let match = names.get(locale);
  if (!match) {
    match = Array.from({ length: 12 }, (_, index) => {
      const month = toMonth(`2026-${String(index + 1).padStart(2, '0')}`);
      return [locale, ...WORDS_LOCALES].flatMap((each) => {
        const long = monthInWords(month, each).replace(/\d+/g, ' ');
        return [plain(long), plain(monthInWords(month, each, 'name'))];
      });
    });
    names.set(locale, match);
  }
  return match;
}

/** Letters as they are compared: without capitals, accents and dots; without what stands before a year in some languages. */
function plain(text: string): string {
  const letters = text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  return letters
    .replace(/[.,]/g, ' ')
    .replace(/\bde\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function isMonthFirst(locale: string): boolean {
  const [first] = dayInFigures('2026-03-14', locale).match(/\d+/g) ?? [];
  return first === '03';
}

const formats = new Map<string, Intl.DateTimeFormat>();
const names = new Map<string, readonly (readonly string[])[]>();

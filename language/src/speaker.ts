import { IntlMessageFormat } from 'intl-messageformat';
import { isMessage, type DayValue, type ListValue, type Message, type MonthValue, type Text, type Value, type Values } from './values.ts'; // prettier-ignore

/** The languages there are, as BCP 47 tags. */
export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** States what each language calls itself, for whoever looks for theirs. */
export const OWN_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch' };

/** ICU texts by id. */
export type Catalogue = Readonly<Record<string, string>>;

/** The region whose habits a language follows where nothing else is said. */
const REGIONS: Readonly<Record<Language, string>> = { en: 'en-IE', de: 'de-DE' };

/** The first language of a list of BCP 47 tags or POSIX locales that there is; English when there is none. */
export function languageOf(wanted: readonly string[]): Language {
  for (const tag of wanted) {
    const language = LANGUAGES.find((each) => tag.toLowerCase().split(/[-_.]/)[0] === each);
    if (language) return language;
  }
  return 'en';
}

/** The locale months and days are written in: the notation's own where it is of the language, else the language's region. */
export function localeOf(language: Language, notation?: string): string {
  return notation !== undefined && notation.split('-')[0] === language ? notation : REGIONS[language];
}

/** Intl's formats are dear to make, and few. */
function kept<T>(make: (locale: string, style: string) => T): (locale: string, style?: string) => T {
  const formats = new Map<string, T>();
  return (locale, style = '') => {
    const key = `${locale}|${style}`;
    let format = formats.get(key);
    if (format === undefined) formats.set(key, (format = make(locale, style)));
    return format;
  };
}

const monthFormat = kept(
  (locale, style) =>
    new Intl.DateTimeFormat(locale, {
      month: style === 'long' || style === 'ofYear' ? 'long' : 'short',
      ...(style === 'name' || style === 'ofYear' ? {} : { year: 'numeric' }),
      timeZone: 'UTC',
    }),
);
const dayFormat = kept(
  (locale, style) =>
    new Intl.DateTimeFormat(locale, {
      day: 'numeric',
      ...(style === 'short' ? { month: 'short' } : { month: 'long', year: 'numeric' }),
      timeZone: 'UTC',
    }),
);
const listFormat = kept(
  (locale, style) => new Intl.ListFormat(locale, { type: style === 'or' ? 'disjunction' : 'conjunction' }),
);
const numberFormat = kept((locale) => new Intl.NumberFormat(locale, { numberingSystem: 'latn' }));
const pluralRules = kept((locale, style) => new Intl.PluralRules(locale, { type: style === 'ordinal' ? style : 'cardinal' })); // prettier-ignore

/** Writes messages in one language, with months and counts as a plan notes them. */
export class Speaker {
  readonly language: Language;
  /** The locale of months, days and lists. */
  readonly locale: string;
  private readonly catalogue: Catalogue;
  private readonly notation: string;
  private readonly texts = new Map<string, IntlMessageFormat | readonly string[] | string>();
  private readonly others = new Map<string, Speaker>();

  /** @param notation The locale counts are written in, as a plan has it; the language's own when left out. */
  constructor(language: Language, catalogue: Catalogue, notation?: string) {
    this.language = language;
    this.catalogue = catalogue;
    this.locale = localeOf(language, notation);
    this.notation = notation ?? this.locale;
  }

  /** The same language in another notation. */
  in(notation: string): Speaker {
    if (notation === this.notation) return this;
    let other = this.others.get(notation);
    if (!other) this.others.set(notation, (other = new Speaker(this.language, this.catalogue, notation)));
    return other;
  }

  /**
   * Words as they are shown; a text that belongs to no language stays as it is. A message that was stored or sent by another
   * version may be one this catalogue does not have, or lack a value: it is named by its id, so that all around it is shown.
   */
  readonly say = (text: Text): string => {
    if (typeof text === 'string') return text;
    try {
      return this.write(text.id, text.values);
    } catch {
      return text.id;
    }
  };

  /** The text of an id, with its values. Throws for an id that is in no catalogue, and for a value that is missing. */
  write(id: string, values: Values | undefined): string {
    let text = this.texts.get(id);
    if (text === undefined) {
      const source = this.catalogue[id];
      if (source === undefined) throw new RangeError(`There is no message ${id} in ${this.language}.`);
      this.texts.set(id, (text = this.compiled(source)));
    }
    if (typeof text === 'string') return text;
    if (text instanceof IntlMessageFormat) {
      const written: Record<string, string | number | boolean> = {};
      for (const name in values) written[name] = this.value(values[name]);
      return String(text.format(written));
    }
    let written = text[0]!;
    for (let index = 1; index < text.length; index += 2) {
      const name = text[index]!;
      if (values === undefined || !(name in values)) throw new RangeError(`${id} needs ${name}.`);
      written += String(this.value(values[name])) + text[index + 1]!;
    }
    return written;
  }

  /** A text without values; one with values alone, as words and names in turn; else one with plurals and choices. */
  private compiled(source: string): IntlMessageFormat | readonly string[] | string {
    if (!/[{']/.test(source)) return source;
    // Most texts have values alone. Parsing them as what they might be takes longer than all else a page does to be shown.
    if (!/, (plural|select),|'/.test(source)) return source.split(/\{(\w+)\}/);
    return new IntlMessageFormat(source, this.locale, undefined, {
      ignoreTag: true,
      formatters: {
        getNumberFormat: () => numberFormat(this.notation),
        getDateTimeFormat: (_, options) => new Intl.DateTimeFormat(this.locale, options),
        getPluralRules: (_, options) => pluralRules(this.locale, options?.type),
      },
    });
  }

  private value(value: Value): string | number | boolean {
    if (value === null || value === undefined) return '';
    if (typeof value !== 'object') return value;
    if (isMessage(value)) return this.say(value);
    if ('month' in value) return this.month(value);
    if ('day' in value) return this.day(value);
    return this.list(value);
  }

  /** "March 2026", "Mar 2026" (short) or "Mar" (name). */
  month({ month, style = 'long' }: MonthValue): string {
    return monthFormat(this.locale, style).format(new Date(`${month}-01T00:00:00Z`));
  }

  /** "24 March 2026" or "24 Mar" (short). */
  day({ day, style = 'long' }: DayValue): string {
    return dayFormat(this.locale, style).format(new Date(`${day}T00:00:00Z`));
  }

  /** "a, b and c". */
  list({ list, joined = 'and' }: ListValue): string {
    const parts = list.map((each) => String(this.value(each)));
    if (joined === 'none') return parts.join('');
    return joined === 'comma' ? parts.join(', ') : listFormat(this.locale, joined).format(parts);
  }
}

export type { Message };

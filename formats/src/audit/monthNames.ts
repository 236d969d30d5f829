/** The languages month names are known in. */
const LANGUAGES = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pt', 'pl', 'sv', 'da', 'nb', 'fi', 'cs', 'hu', 'tr', 'ro'];

const plain = (text: string) => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '').replace(/[.’']/g, '').trim();

/** The names of months, made when they are first asked for: it takes a moment. */
function namesOfMonths(): ReadonlyMap<string, number> {
  if (cache) return cache;
  const byName = new Map<string, number>([['sept', 9]]);
  for (const language of LANGUAGES)
    for (const style of ['long', 'short'] as const) {
      const format = new Intl.DateTimeFormat(language, { month: style, timeZone: 'UTC' });
      for (let month = 0; month < 12; month++) {
        const name = plain(format.format(Date.UTC(2026, month, 1)));
        if (!byName.has(name)) byName.set(name, month + 1);
        // Three letters are usual everywhere.
        const three = name.slice(0, 3);
        if (style === 'long' && language === 'en' && !byName.has(three)) byName.set(three, month + 1);
      }
    }
  return (cache = byName);
}

let cache: ReadonlyMap<string, number> | null = null;

/** A month as somebody's heading says it: 1 to 12, and the year where it is said. */
export interface NamedMonth {
  readonly month: number;
  readonly year: number | null;
}

/** The month a text names: `March`, `mrt.`, `Mar 2026`, `Jan-26`, `2026-03`, `03/2026`; `null` for any other. */
export function monthNamed(text: string): NamedMonth | null {
  const trimmed = plain(text);
  const numeric = /^(\d{4})[-/.](\d{1,2})$/.exec(trimmed) ?? /^(\d{1,2})[-/.](\d{4})$/.exec(trimmed);
  if (numeric) {
    const [first, second] = [Number(numeric[1]), Number(numeric[2])];
    const [year, month] = first > 12 ? [first, second] : [second, first];
    return month >= 1 && month <= 12 ? { month, year } : null;
  }
  const match = /^(\p{L}+)[\s\-/]*(\d{4}|\d{2})?$/u.exec(trimmed);
  const month = match && namesOfMonths().get(match[1]!);
  if (!match || month === undefined || month === null) return null;
  const year = match[2] === undefined ? null : Number(match[2]);
  return { month, year: year === null ? null : year < 100 ? 2000 + year : year };
}

/** The month of a day as workbooks number days. */
export function monthOfSerial(serial: number): NamedMonth | null {
  if (!(serial > 1 && serial < 200_000)) return null;
  const date = new Date((Math.floor(serial) - 25_569) * 86_400_000);
  return { month: date.getUTCMonth() + 1, year: date.getUTCFullYear() };
}

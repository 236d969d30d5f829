import { isDay, type StatementFormatRow } from '@haushalt/core';
import Papa from 'papaparse';
import { messageFor } from '../message.ts';
import { decoded, guessedEncoding } from './text.ts';
import {
  StatementError,
  described,
  referenceOf,
  type StatedBalance,
  type StatementEntry,
  type StatementFile,
} from './statement.ts';

/** Describes how a bank writes its tables. */
export type CsvFormat = Omit<StatementFormatRow, 'id' | 'account'>;

/** Describes what a table of a bank looks like, before it is read as a statement. */
export interface CsvGuess {
  readonly format: CsvFormat;
  /** The headings there are. */
  readonly headings: readonly string[];
  /** The first rows below them. */
  readonly sample: readonly (readonly string[])[];
}

type Rows = readonly (readonly string[])[];

const SEPARATORS = [';', ',', '\t', '|'] as const;
/** States how many rows are looked at to guess. */
const LOOKED_AT = 120;
const SAMPLE = 8;

/** Words by which banks head their columns, in several languages. */
const HEADS = {
  date: /book|buch|datum|date|posted|fecha|data\b/i,
  what: /desc|text|zweck|purpose|payee|name|detail|memo|narrat|libell|concept|empf|partner|beg[uü]nst|merchant|info/i,
  paid: /debit|soll|belast|paid|withdraw|ausgang|outflow|money out|d[ée]bit|cargo/i,
  received: /credit|haben|gutschrift|receiv|deposit|eingang|inflow|money in|cr[ée]dit|abono/i,
  amount: /amount|betrag|umsatz|montant|importe|sum|wert\b/i,
  balance: /balance|saldo|solde|stand/i,
  reference: /ref|transaction|trans\.? ?id|\bid\b|number|nummer|beleg/i,
};

/** Guesses how a table is written: separator, encoding, headings, signs, and what its columns are. */
export function guessCsv(bytes: Uint8Array, usualDates: CsvFormat['dates'] = 'dmy'): CsvGuess {
  const encoding = guessedEncoding(bytes);
  const text = decoded(bytes, encoding);
  const { separator, rows } = SEPARATORS.map((each) => ({
    separator: each,
    rows: rowsOf(text, each, LOOKED_AT),
  })).reduce((best, each) => (regularity(each.rows) > regularity(best.rows) ? each : best));
  const index = headingAt(rows);
  const headings = unique(rows[index] ?? []);
  const body = rows.slice(index + 1).filter((row) => row.length >= Math.min(2, headings.length));
  const column = (nth: number) => body.map((row) => row[nth] ?? '').filter((value) => value.trim() !== '');
  const all = headings.map((heading, nth) => ({ heading, values: column(nth) }));
  const isMostly = (values: readonly string[], test: (value: string) => boolean) =>
    values.length > 0 && values.filter(test).length >= values.length * 0.5;
  const dates = all.filter(({ values }) => isMostly(values, (value) => dayPattern(value) !== null));
  const figures = all.filter(
    ({ values, heading }) =>
      !dates.some((each) => each.heading === heading) && isMostly(values, (value) => /^[-+(]?\s*[\d.,' ’\u00a0]*\d[\d.,' ’\u00a0]*\)?\s*([-+]|[A-Z]{3}|€|[DC]R?)?$/i.test(value.trim())),
  ); // prettier-ignore
  const words = all.filter(({ heading }) => ![...dates, ...figures].some((each) => each.heading === heading));
  const called = (columns: typeof all, head: RegExp) =>
    columns.find(({ heading }) => head.test(heading))?.heading ?? '';
  const date = called(dates, HEADS.date) || (dates[0]?.heading ?? '');
  const balance = called(figures, HEADS.balance);
  const reference = called([...figures, ...words].filter(({ values }) => new Set(values).size === values.length), HEADS.reference); // prettier-ignore
  const sums = figures.filter(({ heading }) => heading !== balance && heading !== reference);
  const [paid, received] = [called(sums, HEADS.paid), called(sums, HEADS.received)];
  const isParted = paid !== '' && received !== '' && paid !== received;
  const decimals = sums.flatMap(({ values }) => values);
  const described = words.filter(({ heading, values }) => heading !== reference && values.some((value) => /\p{L}{3}/u.test(value))); // prettier-ignore
  const named = described.filter(({ heading }) => HEADS.what.test(heading));
  const what = (named.length > 0 ? named : described.slice(0, 1)).map(({ heading }) => heading).slice(0, 3);
  return {
    format: {
      separator,
      encoding,
      decimal: guessedDecimal(decimals),
      dates: guessedDates(all.find(({ heading }) => heading === date)?.values ?? [], usualDates),
      heading: index + 1,
      date,
      what: what.join('\t'),
      amount: isParted ? '' : called(sums, HEADS.amount) || (sums[0]?.heading ?? ''),
      paid: isParted ? paid : '',
      received: isParted ? received : '',
      reference,
      balance,
    },
    headings,
    sample: body.slice(0, SAMPLE),
  };
}

/** Returns what a table looks like when it is written in a given way: the headings there are, and the first rows. */
export function lookAtCsv(bytes: Uint8Array, format: CsvFormat): Omit<CsvGuess, 'format'> {
  const rows = rowsOf(decoded(bytes, format.encoding), format.separator, LOOKED_AT + (format.heading ?? 1));
  const index = (format.heading ?? 1) - 1;
  return { headings: unique(rows[index] ?? []), sample: rows.slice(index + 1, index + 1 + SAMPLE) };
}

/**
 * Reads a table as the statement of one account. Lines that cannot be read are left out and told of; where they are as many as
 * the others, the table is written otherwise than was said. Throws `StatementError` with line and column then.
 */
export function readCsv(bytes: Uint8Array, format: CsvFormat): StatementFile {
  const rows = rowsOf(decoded(bytes, format.encoding), format.separator);
  const top = (format.heading ?? 1) - 1;
  const headings = unique(rows[top] ?? []);
  const valueAt = (heading: string): number | null => {
    if (heading === '') return null;
    const index = headings.indexOf(heading);
    if (index < 0)
      throw new StatementError(
        messageFor('formats.place.line', { line: top + 1 }),
        messageFor('formats.statement.columnUnknown', { heading, headings: headings.join(', ') }),
      );
    return index;
  };
  const date = valueAt(format.date);
  if (date === null)
    throw new StatementError(
      messageFor('formats.place.line', { line: top + 1 }),
      messageFor('formats.statement.columnMissing', { column: 'date' }),
    );
  const [amount, paid, received] = [valueAt(format.amount), valueAt(format.paid), valueAt(format.received)];
  if (amount === null && paid === null && received === null)
    throw new StatementError(
      messageFor('formats.place.line', { line: top + 1 }),
      messageFor('formats.statement.columnMissing', { column: 'amount' }),
    );
  const whats = format.what.split('\t').flatMap((heading) => valueAt(heading) ?? []);
  const [reference, balance] = [valueAt(format.reference), valueAt(format.balance)];
  const entries: StatementEntry[] = [];
  const balances: StatedBalance[] = [];
  const unreadable: StatementError[] = [];
  const readLine = (row: readonly string[], line: number) => {
    const cell = (index: number | null) => (index === null ? '' : (row[index] ?? '').trim());
    // Lines of nothing, and words below the table, have neither a day nor an amount.
    const isWords = dayPattern(cell(date)) === null && [amount, paid, received].every((index) => cell(index) === '');
    if (cell(date) === '' || isWords) return;
    const place = (index: number | null) =>
      messageFor('formats.place.lineAndHeading', { line, column: headings[index ?? 0] ?? '' });
    const day = readDate(cell(date), format.dates);
    if (day === null)
      throw new StatementError(place(date), messageFor('formats.statement.invalidDate', { text: cell(date) }));
    const figure = (index: number | null) => {
      const text = cell(index);
      if (text === '') return 0;
      const read = readDecimal(text, format.decimal);
      if (read === null)
        throw new StatementError(place(index), messageFor('formats.statement.invalidAmount', { text }));
      return read;
    };
    const flow = amount === null ? Math.abs(figure(received)) - Math.abs(figure(paid)) : figure(amount);
    const stated = balance !== null && cell(balance) !== '' ? figure(balance) : null;
    if (stated !== null) balances.push({ date: day, amount: stated });
    if (flow === 0) return;
    entries.push({
      date: day,
      what: described(whats.map((index) => cell(index))),
      amount: round(flow),
      reference: referenceOf(cell(reference)),
      place: messageFor('formats.place.line', { line }),
    });
  };
  rows.slice(top + 1).forEach((row, nth) => {
    try {
      readLine(row, top + 2 + nth);
    } catch (error) {
      if (!(error instanceof StatementError)) throw error;
      unreadable.push(error);
    }
  });
  const [wrong] = unreadable;
  if (wrong && unreadable.length >= entries.length) throw wrong;
  if (entries.length === 0) throw new StatementError(null, messageFor('formats.statement.noRows'));
  return {
    format: 'csv',
    statements: [{ account: '', currency: '', opening: null, closing: closingOf(balances), entries }],
    ...(unreadable.length === 0 ? {} : { unreadable: unreadable.map(({ text }) => text) }),
  };
}

/** The balance at the end: that of the newest line, at whichever end of the table it stands; `null` where that is not clear. */
function closingOf(balances: readonly StatedBalance[]): StatedBalance | null {
  const [first, last] = [balances[0], balances.at(-1)];
  if (!first || !last || balances.length === 1) return first ?? null;
  return first.date < last.date ? last : first.date > last.date ? first : null;
}

const round = (figure: number) => Number(figure.toPrecision(15));

/** States how many columns a table of a bank may have. */
const MOST_COLUMNS = 400;

function rowsOf(text: string, separator: string, most?: number): Rows {
  // A line with more is no statement, and would be taken apart at length before anybody saw that.
  let columns = 1;
  for (let index = 0; index < text.length && columns <= MOST_COLUMNS; index++)
    columns = text[index] === '\n' ? 1 : text[index] === separator ? columns + 1 : columns;
  if (columns > MOST_COLUMNS)
    throw new StatementError(null, messageFor('formats.statement.tooManyColumns', { most: MOST_COLUMNS }));
  const { data } = Papa.parse<string[]>(text, {
    delimiter: separator,
    skipEmptyLines: false,
    ...(most === undefined ? {} : { preview: most }),
  });
  return data;
}

/** Returns how much a text looks like a table: many rows with the same number of columns, more than one. */
function regularity(rows: Rows): number {
  const counts = new Map<number, number>();
  for (const { length } of rows) if (length > 1) counts.set(length, (counts.get(length) ?? 0) + 1);
  return Math.max(0, ...[...counts].map(([columns, count]) => count * Math.min(columns, 12)));
}

/** The row of headings: the last one before the first row with a day and an amount. */
function headingAt(rows: Rows): number {
  const isData = (row: readonly string[]) =>
    row.some((value) => dayPattern(value) !== null) && row.some((value) => /\d[.,]\d{1,2}\)?\s*([-+]|[A-Z]{3}|€)?$/.test(value.trim()) && dayPattern(value) === null); // prettier-ignore
  const first = rows.findIndex(isData);
  if (first <= 0) return 0;
  const widest = rows[first]!.length;
  for (let index = first - 1; index >= 0; index--)
    // A line with a day is no heading, whatever is wrong with its amount.
    if (rows[index]!.filter((value) => value.trim() !== '').length > widest / 2 && !rows[index]!.some((value) => dayPattern(value) !== null)) return index; // prettier-ignore
  return first - 1;
}

/** Headings by which columns are told apart: a second of the same name gets a number, one without a name its place. */
function unique(row: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return row.map((value, nth) => {
    const heading =
      value
        .replace(/^\ufeff/, '')
        .trim()
        .slice(0, 70) || `(${nth + 1})`;
    const count = (seen.get(heading) ?? 0) + 1;
    seen.set(heading, count);
    return count === 1 ? heading : `${heading} (${count})`;
  });
}

/** The numbers a day is written with; `null` for what is no day. */
function dayPattern(value: string): readonly [number, number, number] | null {
  const parts =
    /^\s*(\d{1,4})[./-](\d{1,2})[./-](\d{2,4})(?:[ T]\d{1,2}:\d{2}.*)?\s*$/.exec(value) ??
    /^\s*(\d{4})(\d{2})(\d{2})\s*$/.exec(value);
  return parts && [Number(parts[1]), Number(parts[2]), Number(parts[3])];
}

function guessedDates(values: readonly string[], usual: CsvFormat['dates']): CsvFormat['dates'] {
  const parts = values.map(dayPattern).filter((each) => each !== null);
  if (parts.some(([first]) => first >= 1000)) return 'ymd';
  if (parts.some(([first]) => first > 12)) return 'dmy';
  if (parts.some(([, second]) => second > 12)) return 'mdy';
  return usual === 'ymd' ? 'dmy' : usual;
}

/** A day in the order its table has. */
export function readDate(text: string, order: CsvFormat['dates']): string | null {
  const parts = dayPattern(text);
  if (!parts) return null;
  const [first, second, third] = parts;
  const [year, month, day] =
    order === 'ymd' ? [first, second, third] : order === 'dmy' ? [third, second, first] : [third, first, second];
  const full = year < 100 ? 2000 + year : year;
  const two = (number: number) => String(number).padStart(2, '0');
  const iso = `${String(full).padStart(4, '0')}-${two(month)}-${two(day)}`;
  return isDay(iso) ? iso : null;
}

function guessedDecimal(values: readonly string[]): CsvFormat['decimal'] {
  let [points, commas] = [0, 0];
  for (const value of values) {
    const sign = /([.,])\d{1,2}\D*$/.exec(value.trim())?.[1];
    if (sign === '.') points++;
    else if (sign === ',') commas++;
  }
  return commas > points ? ',' : '.';
}

/** An amount with its sign: before it, behind it, in brackets, or as D and C. */
export function readDecimal(text: string, decimal: CsvFormat['decimal']): number | null {
  const plain = text.replace(/[\s\u00a0'’]|€|\p{Sc}|\b[A-Z]{3}\b/gu, '');
  const parts = /^([-+−–(]?)([\d.,]+)(\)|[-+−–]|CR|DR|[CDHS])?$/i.exec(plain);
  if (!parts) return null;
  const [, before, digits, after = ''] = parts as unknown as [string, string, string, string | undefined];
  const group = decimal === '.' ? ',' : '.';
  const figure = digits.replaceAll(group, '').replace(decimal, '.');
  if (!/^\d{1,15}(\.\d*)?$|^\.\d+$/.test(figure)) return null;
  const isPaid = /[-−–(]/.test(before) || /^([-−–)]|DR?|S)$/i.test(after);
  return isPaid ? -Number(figure) || 0 : Number(figure);
}

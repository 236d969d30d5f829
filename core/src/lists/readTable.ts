import { isDay, readDay, type Day } from '../calendar/readDate.ts';
import { readFigure } from '../figure/read.ts';
import type { Unit } from '../figure/unit.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';
import { messageFor, type Message } from '../message.ts';

/** Describes what a column of a pasted table is taken for. */
export interface GuessedColumn {
  readonly name: string;
  readonly kind: Extract<ListColumnRow['kind'], 'text' | 'choice' | 'figure' | 'date' | 'yesNo'>;
  readonly unit: ListColumnRow['unit'];
}

/** Describes how a pasted table is read: guessed, to be shown and corrected. */
export interface TableReading {
  /** True when its first row names the columns. */
  readonly hasHeadings: boolean;
  /** The decimal sign of its figures. */
  readonly decimal: '.' | ',';
  readonly columns: readonly GuessedColumn[];
}

/** Describes how days are read: in the order of a locale, and without a year in that of today. */
export interface DayReading {
  readonly locale: string;
  readonly today: Day;
}

/** A cell that could not be read as its column has it. */
export interface Unreadable {
  readonly row: number;
  readonly column: number;
  readonly text: string;
  readonly message: Message;
}

/** The locale whose figures have a decimal sign; what else it says does not matter here. */
const LOCALE_OF = { '.': 'en-IE', ',': 'de-DE' } as const;
const YES = new Set(['yes', 'y', 'ja', 'j', 'oui', 'si', 'sí', 'true', 'x', '✓', '✔']);
const NO = new Set(['no', 'n', 'nein', 'non', 'false', '–', '-']);
/** States how many different texts a column of choices has at most. */
const MOST_CHOICES = 12;
const CURRENCY = /\p{Sc}|\b(EUR|USD|GBP|CHF|JPY)\b/u;
const MONEY_WORDS = /price|cost|amount|estimate|actual|rent|fee|preis|kosten|betrag|miete|\p{Sc}/iu;

/** Returns what a table is, as far as can be told: headings, decimal sign, and what each column holds. */
export function guessTable(rows: readonly (readonly string[])[], dates: DayReading): TableReading {
  const decimal = guessDecimal(rows);
  const [first = [], ...rest] = rows;
  const hasHeadings = rest.length > 0 && isHeading(first, rest, decimal);
  return readingAs(rows, hasHeadings, decimal, dates);
}

/** The same with what has been corrected: whether there are headings, and the decimal sign. */
export function readingAs(
  rows: readonly (readonly string[])[],
  hasHeadings: boolean,
  decimal: TableReading['decimal'],
  dates: DayReading,
): TableReading {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const body = hasHeadings ? rows.slice(1) : rows;
  const used = new Set<string>();
  const columns = Array.from({ length: width }, (_, index): GuessedColumn => {
    const heading = hasHeadings ? (rows[0]?.[index] ?? '').trim().replace(/\s+/g, ' ').slice(0, 80) : '';
    const cells = body.map((row) => (row[index] ?? '').trim()).filter((cell) => cell !== '');
    return { name: uniqueName(heading, index, used), ...kindOf(cells, heading, decimal, dates) };
  });
  return { hasHeadings, decimal, columns };
}

/** The values of a table read in a way, row by row, with what could not be read. Empty cells are `null`. */
export function valuesOfTable(
  rows: readonly (readonly string[])[],
  reading: TableReading,
  dates: DayReading,
): { readonly rows: (number | string | null)[][]; readonly unreadable: Unreadable[] } {
  const unreadable: Unreadable[] = [];
  const body = reading.hasHeadings ? rows.slice(1) : rows;
  const values = body.map((row, index) =>
    reading.columns.map((column, columnAt) => {
      const text = (row[columnAt] ?? '').trim();
      const read = readCell(text, column, reading.decimal, dates);
      if (read.ok) return read.value;
      unreadable.push({ row: index + 1, column: columnAt, text, message: read.message });
      return null;
    }),
  );
  return { rows: values, unreadable };
}

/** A cell as its column has it, or a sentence that says why it cannot be. */
export function readCell(
  text: string,
  { kind, unit }: Pick<GuessedColumn, 'kind' | 'unit'>,
  decimal: TableReading['decimal'],
  dates: DayReading,
): { readonly ok: true; readonly value: number | string | null } | { readonly ok: false; readonly message: Message } {
  if (text === '') return { ok: true, value: null };
  switch (kind) {
    case 'figure': {
      const read = readFigure(text, LOCALE_OF[decimal], unit);
      return read.ok ? { ok: true, value: read.figure } : read;
    }
    case 'yesNo': {
      const word = text.toLowerCase();
      if (YES.has(word) || word === '1') return { ok: true, value: 1 };
      if (NO.has(word) || word === '0') return { ok: true, value: 0 };
      return { ok: false, message: messageFor('list.notYesOrNo', { text }) };
    }
    case 'date': {
      const day = isDay(text) ? text : readDay(text, dates.locale, dates.today);
      return day === null ? { ok: false, message: messageFor('list.invalidDate', { text }) } : { ok: true, value: day };
    }
    default:
      return { ok: true, value: text.replace(/\s+/g, ' ').slice(0, 500) };
  }
}

function guessDecimal(rows: readonly (readonly string[])[]): TableReading['decimal'] {
  let [points, commas] = [0, 0];
  for (const row of rows)
    for (const cell of row) {
      if (/\d\.\d{1,2}(\D*)$/.test(cell) || /\d,\d{3}\./.test(cell)) points++;
      if (/\d,\d{1,2}(\D*)$/.test(cell) || /\d\.\d{3},/.test(cell)) commas++;
    }
  return commas > points ? ',' : '.';
}

/** A first row names the columns when it holds no figure where the others do, or texts none of which come again. */
function isHeading(first: readonly string[], rest: readonly (readonly string[])[], decimal: '.' | ','): boolean {
  if (first.some((cell) => isFigure(cell, decimal))) return false;
  const hasFigures = rest.some((row) => row.some((cell) => isFigure(cell, decimal)));
  const filled = first.filter((cell) => cell.trim() !== '').length;
  return filled > 0 && (hasFigures || new Set(first.map((cell) => cell.trim().toLowerCase())).size === first.length);
}

function isFigure(cell: string, decimal: '.' | ','): boolean {
  return /\d/.test(cell) && readFigure(cell, LOCALE_OF[decimal], cell.includes('%') ? 'percent' : 'money').ok;
}

function kindOf(
  cells: readonly string[],
  heading: string,
  decimal: '.' | ',',
  dates: DayReading,
): Pick<GuessedColumn, 'kind' | 'unit'> {
  const every = (test: (cell: string) => boolean) => cells.length > 0 && cells.every(test);
  if (every((cell) => isFigure(cell, decimal))) return { kind: 'figure', unit: unitOf(cells, heading) };
  if (every((cell) => isDay(cell) || (/\d[./-]\d/.test(cell) && readDay(cell, dates.locale, dates.today) !== null)))
    return { kind: 'date', unit: 'number' };
  if (every((cell) => YES.has(cell.toLowerCase()) || NO.has(cell.toLowerCase())))
    return { kind: 'yesNo', unit: 'number' };
  const different = new Set(cells).size;
  const repeats = cells.length >= 4 && different <= MOST_CHOICES && different * 2 <= cells.length;
  return { kind: repeats ? 'choice' : 'text', unit: 'number' };
}

function unitOf(cells: readonly string[], heading: string): ListColumnRow['unit'] & Unit {
  if (cells.some((cell) => cell.includes('%'))) return 'percent';
  return cells.some((cell) => CURRENCY.test(cell)) || MONEY_WORDS.test(heading) ? 'money' : 'number';
}

function uniqueName(heading: string, index: number, used: Set<string>): string {
  const base = heading === '' ? String(index + 1) : heading;
  let name = base;
  for (let next = 2; used.has(name.toLowerCase()); next++) name = `${base.slice(0, 74)} ${next}`;
  used.add(name.toLowerCase());
  return name;
}

import { loanSchedule, savingsSchedule } from '@haushalt/core';
import { rawCell, type RawCell, type RawFormula, type RawReference, type RawSheet } from '../read/rawWorkbook.ts'; // prettier-ignore
import { allPartsOf } from '../formulaTree.ts';
import { monthNamed, monthOfSerial } from './monthNames.ts';
import { relativeForm } from './relative.ts';

/** States what a table beside the months is. */
export const TABLE_KINDS = ['list', 'loan', 'savings', 'other'] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

/** A column of a table. */
export interface TableColumn {
  readonly column: number;
  readonly name: string;
  readonly kind: 'text' | 'date' | 'figure' | 'rule';
  /** States how most of its figures are written. */
  readonly look: RawCell['look'];
  /** For a rule: the formula of its first row. */
  readonly formula: RawFormula | null;
  /** True when the row below the table adds it up. */
  readonly total: boolean;
}

/** A table in a workbook that is not the plan by months: a heading with rows of alike below it. */
export interface FoundTable {
  readonly sheet: RawSheet;
  readonly title: string;
  readonly heading: number;
  readonly rows: readonly number[];
  /** The row that adds its columns up; `null` without one. */
  readonly totals: number | null;
  readonly columns: readonly TableColumn[];
  /** States what it is, as far as that shows: a schedule only where its terms give its figures. */
  readonly kind: TableKind;
  readonly loan: LoanTerms | null;
  readonly savings: SavingsTerms | null;
}

/** The terms of a loan whose schedule a table is; the rate is a yearly fraction. */
export interface LoanTerms {
  /** The month of the first row, as `2026-03`, where the table says it. */
  readonly first: string | null;
  readonly amount: number;
  readonly rate: number;
  readonly months: number;
}

/** The terms of a fund whose schedule a table is. */
export interface SavingsTerms {
  /** The month of the first row, as `2026-03`, where the table says it. */
  readonly first: string | null;
  readonly opening: number;
  readonly deposit: number;
  readonly rate: number;
  readonly months: number;
}

const FEWEST_COLUMNS = 3;
const FEWEST_ROWS = 3;
const MOST_ROWS = 2000;
const MOST_TABLES = 20;
/** In how many rows of a sheet tables are looked for: further down there are entries, and no plan. */
const MOST_LOOKED_AT = 5000;
/** So many days in a row are months. */
const FEWEST_DAYS = 6;

const textIn = (cell: RawCell | undefined) =>
  typeof cell?.value === 'string' && !cell.formula ? cell.value.trim() : '';
const isFigureText = (text: string) => /^[\s\d.,%€$£'+-]+$/.test(text);
const figureIn = (cell: RawCell | undefined) => (typeof cell?.value === 'number' ? cell.value : null);

/** The tables of a sheet, from its top to its bottom. */
export function tablesOf(sheet: RawSheet): FoundTable[] {
  const rows = [...sheet.cells.keys()].sort((a, b) => a - b).slice(0, MOST_LOOKED_AT);
  const tables: FoundTable[] = [];
  let below = -1;
  for (const row of rows) {
    if (row <= below || tables.length >= MOST_TABLES) continue;
    const table = tableAt(sheet, row, rows);
    if (!table) continue;
    tables.push(table);
    below = table.totals ?? table.rows.at(-1)!;
  }
  return tables;
}

/** The table that begins with a row of headings; `null` where none does. */
function tableAt(sheet: RawSheet, heading: number, rows: readonly number[]): FoundTable | null {
  const columns = headingsIn(sheet, heading);
  // It stands apart from what is above it, but for its title.
  if (columns.length < FEWEST_COLUMNS || (sheet.cells.get(heading - 1)?.size ?? 0) > 1) return null;
  const body: number[] = [];
  for (let row = heading + 1; body.length < MOST_ROWS; row++) {
    if (!columns.some(({ column }) => rawCell(sheet, row, column) !== undefined) || hasMonths(sheet, row)) break;
    body.push(row);
  }
  const totals = isTotals(sheet, body.at(-1), columns, body) ? body.pop()! : null;
  if (body.length < FEWEST_ROWS) return null;
  const described = columns.map(({ column, name }) => columnOf(sheet, column, name, body, totals));
  if (!described.some(({ kind }) => kind === 'figure' || kind === 'rule')) return null;
  const loan = loanIn(sheet, described, body);
  const savings = loan ? null : savingsIn(sheet, described, body);
  const title = titleAbove(sheet, heading, columns[0]!.column, rows) || sheet.name;
  return { sheet, title, heading, rows: body, totals, columns: described, kind: loan ? 'loan' : savings ? 'savings' : 'list', loan, savings }; // prettier-ignore
}

/** Returns whether a row is one of months, where a plan begins. */
function hasMonths(sheet: RawSheet, row: number): boolean {
  const cells = [...(sheet.cells.get(row)?.values() ?? [])];
  const named = cells.filter((cell) => monthNamed(textIn(cell)) !== null).length;
  return named >= FEWEST_COLUMNS || cells.filter(({ look }) => look === 'date').length >= FEWEST_DAYS;
}

/** Texts beside each other, which are no months and no figures; the longest run of them. */
function headingsIn(sheet: RawSheet, row: number): { column: number; name: string }[] {
  const line = sheet.cells.get(row);
  if (!line) return [];
  let best: { column: number; name: string }[] = [];
  let run: { column: number; name: string }[] = [];
  if (hasMonths(sheet, row)) return best;
  for (const column of [...line.keys()].sort((a, b) => a - b)) {
    const name = textIn(line.get(column));
    if (name === '' || isFigureText(name)) run = [];
    else run = run.at(-1)?.column === column - 1 ? [...run, { column, name }] : [{ column, name }];
    if (run.length > best.length) best = run;
  }
  return best;
}

/** Returns whether a row adds up those above it, or is called a total. */
function isTotals(
  sheet: RawSheet,
  row: number | undefined,
  columns: readonly { readonly column: number }[],
  body: readonly number[],
): boolean {
  if (row === undefined || body.length <= FEWEST_ROWS) return false;
  if (/^\s*((sub)?totals?|sums?|summen?|gesamt\S*|total[ea]|somme|suma)\b/i.test(textIn(rawCell(sheet, row, columns[0]!.column)))) return true; // prettier-ignore
  return columns.some(({ column }) => isSumOf(rawCell(sheet, row, column), column, body[0]!, row - 1));
}

function isSumOf(cell: RawCell | undefined, column: number, first: number, last: number): boolean {
  const formula = cell?.formula;
  const [range] = formula?.kind === 'call' && formula.name === 'SUM' ? formula.args : [];
  return range?.kind === 'range' && range.from.column === column && range.to.column === column && range.from.row <= first && range.to.row >= last; // prettier-ignore
}

function columnOf(
  sheet: RawSheet,
  column: number,
  name: string,
  rows: readonly number[],
  totals: number | null,
): TableColumn {
  const cells = rows.map((row) => rawCell(sheet, row, column));
  const filled = cells.filter((cell) => cell !== undefined);
  const looks = filled.map(({ look }) => look);
  const look = looks.find((each) => looks.filter((other) => other === each).length * 2 > looks.length) ?? 'plain';
  const total = totals !== null && figureIn(rawCell(sheet, totals, column)) !== null;
  const about = { column, name, look, total, formula: null };
  const figures = filled.filter((cell) => figureIn(cell) !== null || cell.error !== null);
  if (figures.length < filled.length || filled.length === 0) return { ...about, kind: 'text', total: false };
  if (look === 'date') return { ...about, kind: 'date', total: false };
  const forms = new Set(
    rows.map((row, index) => (cells[index]?.formula ? relativeForm(cells[index].formula, row, column) : '')),
  );
  const [first] = cells;
  if (forms.size === 1 && first?.formula && isWithinRow(first.formula, sheet, rows[0]!))
    return { ...about, kind: 'rule', formula: first.formula };
  return { ...about, kind: 'figure' };
}

/** Returns whether what a formula refers to moves along with its row, or stands still. */
function isWithinRow(formula: RawFormula, sheet: RawSheet, row: number): boolean {
  const isHere = (reference: RawReference) => reference.sheet === null || reference.sheet === sheet.name;
  return allPartsOf<RawFormula>(formula).every(
    (part) =>
      part.kind !== 'range' &&
      (part.kind !== 'cell' || (isHere(part.at) && part.at.row === row && !part.at.fixedRow) || part.at.fixedRow),
  );
}

/** A text that stands alone above a table. */
function titleAbove(sheet: RawSheet, heading: number, column: number, rows: readonly number[]): string {
  const above = rows.filter((row) => row < heading && row >= heading - 3).at(-1);
  const line = above === undefined ? undefined : sheet.cells.get(above);
  return line?.size === 1 ? textIn(line.get(column)) : '';
}

const WORDS = {
  interest: /\b(interest|zins(en|anteil)?|intérêts?|intereses|interessi|rente)\b/i,
  principal: /\b(principal|repayment|capital|tilgung|amortissement|amortización|aflossing)\b/i,
  payment: /\b(payment|instalment|installment|rate|annuität|mensualité|cuota|rata)\b/i,
  deposit: /\b(deposit|contribution|paid in|einzahlung|sparrate|versement|aportación)\b/i,
  opening: /\b(opening|start|begin\w*|anfang\w*|début|inicial)\b/i,
  closing:
    /\b(closing|balance|remaining|outstanding|left|end\w*|restschuld|saldo|kontostand|endbestand|solde|restant)\b/i,
};

/** The column a word stands for, but for one that is taken. */
function columnFor(
  columns: readonly TableColumn[],
  word: keyof typeof WORDS,
  but: readonly (TableColumn | undefined)[] = [],
): TableColumn | undefined {
  return columns.find((column) => (column.kind === 'figure' || column.kind === 'rule') && WORDS[word].test(column.name) && !but.includes(column)); // prettier-ignore
}

/** Returns how far figures of a schedule may lie from what its terms give: rounding adds up along it. */
const isNear = (a: number, b: number, index: number) => Math.abs(a - b) <= 0.011 * (index + 2) + Math.abs(b) * 1e-6;

/** The month a schedule begins in: that of its first day, or of the first name of a month with its year. */
function firstMonth(sheet: RawSheet, columns: readonly TableColumn[], rows: readonly number[]): string | null {
  for (const { column, kind } of columns) {
    const cell = rawCell(sheet, rows[0]!, column);
    const named = kind === 'date' ? monthOfSerial(figureIn(cell) ?? 0) : kind === 'text' ? monthNamed(textIn(cell)) : null; // prettier-ignore
    if (named?.year != null) return `${named.year}-${String(named.month).padStart(2, '0')}`;
  }
  return null;
}

/** The figures of a column in the rows of a table; NaN where there is none. */
type FigureAt = (column: TableColumn | undefined, nth: number) => number;

function figuresIn(sheet: RawSheet, rows: readonly number[]): FigureAt {
  return (column, nth) => (column && figureIn(rawCell(sheet, rows[nth]!, column.column))) ?? NaN;
}

/** The yearly rates that interest may come from, the roundest first: each month it is rounded, and all of it together less. */
function ratesFrom(interest: readonly number[], openings: readonly number[]): number[] {
  const sum = (figures: readonly number[]) => figures.reduce((total, figure) => total + figure, 0);
  const rate = (sum(interest) / sum(openings)) * 12;
  if (!(rate >= 0) || rate > 1) return [];
  return [1e3, 1e4, 1e5, 1e7].map((digits) => Math.round(rate * digits) / digits);
}

/** The terms of a loan that give the figures of a table. */
function loanIn(sheet: RawSheet, columns: readonly TableColumn[], rows: readonly number[]): LoanTerms | null {
  const opening = columnFor(columns, 'opening');
  const interest = columnFor(columns, 'interest');
  const principal = columnFor(columns, 'principal', [interest]);
  const payment = columnFor(columns, 'payment', [interest, principal]);
  const closing = columnFor(columns, 'closing', [opening, interest, principal, payment]);
  if (!interest || !closing || (!principal && !payment)) return null;
  const figure = figuresIn(sheet, rows);
  const places = [...rows.keys()];
  const repaid = (nth: number) => (principal ? figure(principal, nth) : figure(payment, nth) - figure(interest, nth));
  const amount = opening ? figure(opening, 0) : Math.round((figure(closing, 0) + repaid(0)) * 100) / 100;
  if (!(amount > 0) || !(repaid(0) > 0) || !(repaid(1) > 0)) return null;
  const openings = places.map((nth) => (nth === 0 ? amount : figure(closing, nth - 1)));
  for (const rate of ratesFrom(
    places.map((nth) => figure(interest, nth)),
    openings,
  )) {
    const paid = repaid(0) + figure(interest, 0);
    const term = rate === 0 ? amount / paid : -Math.log(1 - (amount * rate) / 12 / paid) / Math.log(1 + rate / 12);
    const months = Math.abs(figure(closing, rows.length - 1)) < 1 ? rows.length : Math.round(term);
    if (!Number.isInteger(months) || months < rows.length || months > 600) continue;
    const { rows: schedule } = loanSchedule({ principal: amount, yearlyRate: rate, months, minorUnit: 0.01 });
    const fits = places.every((nth) => isNear(figure(closing, nth), schedule[nth]!.closing, nth) && isNear(figure(interest, nth), schedule[nth]!.interest, nth)); // prettier-ignore
    if (fits) return { first: firstMonth(sheet, columns, rows), amount, rate, months };
  }
  return null;
}

/** The terms of a fund that give the figures of a table. */
function savingsIn(sheet: RawSheet, columns: readonly TableColumn[], rows: readonly number[]): SavingsTerms | null {
  const begins = columnFor(columns, 'opening');
  const interest = columnFor(columns, 'interest');
  const deposits = columnFor(columns, 'deposit', [interest]);
  const closing = columnFor(columns, 'closing', [begins, interest, deposits]);
  if (!interest || !deposits || !closing) return null;
  const figure = figuresIn(sheet, rows);
  const places = [...rows.keys()];
  const deposit = figure(deposits, 0);
  const opening =
    Math.round((begins ? figure(begins, 0) : figure(closing, 0) - deposit - figure(interest, 0)) * 100) / 100;
  if (!(deposit > 0) || !(opening >= 0)) return null;
  // The first month is passed over: what it begins with may be nothing.
  const later = places.slice(1);
  for (const rate of ratesFrom(
    later.map((nth) => figure(interest, nth)),
    later.map((nth) => figure(closing, nth - 1)),
  )) {
    const terms = { first: firstMonth(sheet, columns, rows), opening, deposit, rate, months: rows.length };
    const { rows: schedule } = savingsSchedule({ opening, deposit, yearlyRate: rate, months: rows.length, minorUnit: 0.01 }); // prettier-ignore
    if (places.every((nth) => isNear(figure(closing, nth), schedule[nth]!.closing, nth))) return terms;
  }
  return null;
}

/** The tables of a workbook beside its plan by months. */
export function tablesBeside(
  tables: readonly FoundTable[],
  block: { readonly sheet: RawSheet; readonly heading: number; readonly until: number },
): FoundTable[] {
  return tables
    .filter(({ sheet, heading }) => sheet !== block.sheet || heading < block.heading || heading >= block.until)
    .slice(0, MOST_TABLES);
}

/** Returns how a table is known: by its sheet and the row of its headings, from 1. */
export const tableKey = ({ sheet, heading }: Pick<FoundTable, 'sheet' | 'heading'>) => `${sheet.name}!${heading + 1}`;

/** Returns whether a cell stands in the rows of a table, or in its headings. */
export function isInTable(
  { sheet, heading, rows, columns }: FoundTable,
  name: string,
  row: number,
  column: number,
): boolean {
  return sheet.name === name && row >= heading && row <= rows.at(-1)! && columns.some((each) => each.column === column);
}

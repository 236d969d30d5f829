import { messageFor, type Message } from '../message.ts';
import { now } from '@haushalt/core';
import { rawCell, rowsWithin, type RawCell, type RawFormula, type RawSheet } from '../read/rawWorkbook.ts';
import { allPartsOf } from '../formulaTree.ts';
import { monthNamed, monthOfSerial, type NamedMonth } from './monthNames.ts';
import { correctionOfRow, type ReadingCorrections, type RowKind } from './corrections.ts';
import type { FoundTable } from './tables.ts';

export interface BlockRow {
  readonly row: number;
  readonly label: string;
  readonly kind: RowKind;
  /** For a total: the rows it adds up, as most of its months do. */
  readonly adds: readonly number[];
}

/** The part of a sheet that is a plan by months: which columns are months, and what its rows are. */
export interface Block {
  readonly sheet: RawSheet;
  readonly heading: number;
  readonly labels: number;
  readonly columns: readonly number[];
  readonly months: readonly { readonly month: number; readonly year: number }[];
  readonly rows: readonly BlockRow[];
  /** The first row that is not of it any more: of another plan, or of a table. */
  readonly until: number;
  /** Rows of months further down, which begin another plan. */
  readonly others: readonly number[];
  /** All rows that may be the one of the months. */
  readonly headings: readonly number[];
  readonly gaps: readonly Message[];
}

const FEWEST = 3;

const textIn = (cell: RawCell | undefined) => (typeof cell?.value === 'string' ? cell.value.trim() : '');

function monthIn(cell: RawCell | undefined): NamedMonth | null {
  if (!cell) return null;
  if (typeof cell.value === 'string') return monthNamed(cell.value);
  return typeof cell.value === 'number' && cell.look === 'date' ? monthOfSerial(cell.value) : null;
}

/** The months in a row, from left to right, as long as each follows the one before or comes soon after. */
function monthsIn(sheet: RawSheet, row: number): { column: number; named: NamedMonth }[] {
  const line = sheet.cells.get(row);
  if (!line) return [];
  const columns = [...line.keys()].sort((a, b) => a - b);
  const named = columns.flatMap((column) => {
    const monthOfHeading = monthIn(line.get(column));
    return monthOfHeading ? [{ column, named: monthOfHeading }] : [];
  });
  if (named.length >= FEWEST) return named;
  // Numbers from 1 on, where nothing else is there.
  const numbers = columns.filter((column) => typeof line.get(column)!.value === 'number' && !line.get(column)!.formula);
  const isCount =
    numbers.length >= 6 && numbers.every((column, index) => line.get(column)!.value === index + 1 && index < 12);
  return isCount ? numbers.map((column, index) => ({ column, named: { month: index + 1, year: null } })) : [];
}

/**
 * The plan by months in a sheet: below the row with the most months, or the one that was said, and above the first of its
 * tables there; `null` where there is none.
 */
export function blockOf(sheet: RawSheet, tables: readonly FoundTable[], corrections: ReadingCorrections): Block | null {
  const rows = [...sheet.cells.keys()].sort((a, b) => a - b);
  const all = rows.map((row) => ({ row, months: monthsIn(sheet, row) })).filter(({ months }) => months.length >= FEWEST); // prettier-ignore
  // Mere numbers are months only where nothing else is: below real ones they count them.
  const isCount = ({ row, months }: (typeof all)[number]) => months.every(({ column }) => monthIn(sheet.cells.get(row)?.get(column)) === null); // prettier-ignore
  const named = all.filter((candidate) => !isCount(candidate));
  const candidates = named.length > 0 ? named : all;
  const most = Math.max(0, ...candidates.map(({ months }) => months.length));
  const headingRow =
    all.find(({ row }) => row + 1 === corrections.heading) ?? candidates.find(({ months }) => months.length === most);
  if (!headingRow) return null;
  const others = candidates.filter(({ row }) => row > headingRow.row).map(({ row }) => row);
  const columns = headingRow.months.map(({ column }) => column);
  const labels = labelColumn(sheet, headingRow.row, columns[0]!);
  const { months, gaps } = dated(
    headingRow.months.map(({ named }) => named),
    yearNear(sheet, headingRow.row),
  );
  const table = tables.find(({ heading }) => heading > headingRow.row);
  const until = Math.min(others[0] ?? Infinity, table?.heading ?? Infinity);
  const headings = all.map(({ row }) => row);
  const block: Block = {
    sheet,
    heading: headingRow.row,
    labels,
    columns,
    months,
    rows: [],
    until,
    others,
    headings,
    gaps,
  };
  return {
    ...block,
    rows: rowsOf(
      block,
      rows.filter((row) => row > headingRow.row && row < until),
      corrections,
    ),
  };
}

/** The column that says what rows are: to the left of the months, with the most texts. */
function labelColumn(sheet: RawSheet, heading: number, first: number): number {
  let [best, most] = [Math.max(0, first - 1), -1];
  for (let column = first - 1; column >= 0; column--) {
    let texts = 0;
    for (const [row, line] of sheet.cells) if (row > heading && textIn(line.get(column)) !== '') texts++;
    if (texts > most) [best, most] = [column, texts];
  }
  return best;
}

/** A year that stands near the headings, in a text or in the sheet's name. */
function yearNear(sheet: RawSheet, heading: number): number | null {
  const texts = [sheet.name];
  for (let row = heading; row >= Math.max(0, heading - 6); row--)
    for (const cell of sheet.cells.get(row)?.values() ?? [])
      texts.push(typeof cell.value === 'number' ? String(cell.value) : textIn(cell));
  for (const text of texts) {
    const match = /(?<!\d)(19|20)\d\d(?!\d)/.exec(text);
    if (match) return Number(match[0]);
  }
  return null;
}

/** Months with their years: one that is not said follows from the ones before. */
function dated(named: readonly NamedMonth[], near: number | null) {
  const firstSaid = named.findIndex(({ year }) => year !== null);
  let year = firstSaid < 0 ? (near ?? now().getFullYear()) : named[firstSaid]!.year! - (named[0]!.month > named[firstSaid]!.month ? 1 : 0); // prettier-ignore
  const gaps: Message[] = [];
  let before: { month: number; year: number } | null = null;
  const months = named.map(({ month, year: statedYear }) => {
    if (statedYear !== null) year = statedYear;
    else if (before && month < before.month) year = before.year + 1;
    else if (before) year = before.year;
    const next = { month, year };
    if (before) {
      const distance = (year - before.year) * 12 + month - before.month;
      if (distance === 0) gaps.push(messageFor('formats.statement.monthTwice', { month: `${month}/${year}` }));
      else if (distance !== 1)
        gaps.push(
          messageFor('formats.monthsBetween', { from: `${before.month}/${before.year}`, to: `${month}/${year}` }),
        );
    }
    before = next;
    return next;
  });
  return { months, gaps };
}

/** The rows a formula of a total adds up: all in its own column, summed or with plus signs; `null` for any other formula. */
export function addedRows(sheet: RawSheet, row: number, column: number): number[] | null {
  const formula = rawCell(sheet, row, column)?.formula;
  if (!formula) return null;
  const rows: number[] = [];
  let count = 0;
  const take = (part: RawFormula): boolean => {
    if (part.kind === 'call' && part.name === 'SUM') return part.args.every(take);
    if (part.kind === 'operation' && part.operator === '+') return take(part.left) && take(part.right);
    if (part.kind === 'cell' && part.at.column === column && part.at.sheet === null) {
      count++;
      return rows.push(part.at.row) > 0;
    }
    if (part.kind === 'range' && part.from.column === column && part.to.column === column && part.from.sheet === null) {
      count += Math.abs(part.to.row - part.from.row) + 1;
      rows.push(...rowsWithin(sheet, part));
      return true;
    }
    return false;
  };
  const isSum = formula.kind === 'call' || formula.kind === 'operation';
  return isSum && take(formula) && count > 1 ? rows : null;
}

/** The lines above a row, back to the total, net or heading before it. */
export function linesAbove(rows: readonly BlockRow[], index: number): BlockRow[] {
  const lines: BlockRow[] = [];
  for (const row of rows.slice(0, index).toReversed()) {
    const { kind } = row;
    if (kind === 'total' || kind === 'net' || kind === 'cumulative' || (kind === 'heading' && lines.length > 0)) break;
    if (kind === 'line') lines.unshift(row);
  }
  return lines;
}

/** States what rows are called that tell how something stands, rather than what comes in or goes out. */
const BALANCE =
  /\b(balance|saldo|kontostand|restschuld|solde|outstanding|owed|debt|stock|bestand|units|visitors|members|headcount|number of)\b/i;

/** Returns whether a row tells how something stands; no total adds it up. */
export const isBalance = ({ label }: Pick<BlockRow, 'label'>): boolean => BALANCE.test(label);

/** Returns what most of some things are; `null` when there are none. */
export function mostOf<T>(things: readonly T[], keyOf: (thing: T) => string): T | null {
  const counts = new Map<string, { count: number; first: T }>();
  for (const thing of things) {
    const existing = counts.get(keyOf(thing));
    if (existing) existing.count++;
    else counts.set(keyOf(thing), { count: 1, first: thing });
  }
  let best: { count: number; first: T } | null = null;
  for (const each of counts.values()) if (!best || each.count > best.count) best = each;
  return best?.first ?? null;
}

function rowsOf(
  { sheet, labels, columns }: Block,
  rows: readonly number[],
  corrections: ReadingCorrections,
): BlockRow[] {
  const blockRows: BlockRow[] = [];
  const kindOf = new Map<number, RowKind>();
  for (const row of rows) {
    const label = textIn(rawCell(sheet, row, labels));
    const cells = columns.map((column) => rawCell(sheet, row, column));
    const isFilled = cells.some(
      (cell) => cell !== undefined && (typeof cell.value === 'number' || cell.error !== null || cell.formula),
    );
    const isTexts = cells.some((cell) => typeof cell?.value === 'string');
    if (label === '' && !isFilled) continue;
    const correctedKind = correctionOfRow(corrections, row).kind;
    if (correctedKind !== undefined && label !== '') {
      const adds = correctedKind === 'total' ? addsOf(sheet, columns, row, blockRows) : [];
      blockRows.push({ row, label, kind: correctedKind, adds });
      kindOf.set(row, correctedKind);
      continue;
    }
    if (!isFilled && !isTexts) {
      blockRows.push({ row, label, kind: 'heading', adds: [] });
      kindOf.set(row, 'heading');
      continue;
    }
    if (label === '') continue;
    const sums = columns.flatMap((column) => {
      const added = addedRows(sheet, row, column);
      return added ? [added] : [];
    });
    const isMostly = (count: number) => count * 2 > cells.filter((cell) => cell?.formula).length;
    let kind: RowKind = 'line';
    let adds: readonly number[] = [];
    if (sums.length > 0 && isMostly(sums.length)) {
      kind = 'total';
      adds = mostOf(sums, (each) => each.join()) ?? [];
    } else if (
      isMostly(cells.filter((cell, index) => isDifference(cell, columns[index]!, kindOf)).length) &&
      cells.some((cell) => cell?.formula)
    )
      kind = 'net';
    else if (cells.slice(1).some((cell, index) => isRunning(cell, row, columns[index]!, columns[index + 1]!, kindOf)))
      kind = 'cumulative';
    if (kind === 'line' && cells.every((cell) => !cell?.formula)) {
      const typed = typedTotal(sheet, columns, row, label, blockRows);
      if (typed) ({ kind, adds } = typed);
    }
    blockRows.push({ row, label, kind, adds });
    kindOf.set(row, kind);
  }
  return blockRows;
}

/** The rows a row that was said to be a total adds up: by its formulas, else the lines above it. */
function addsOf(
  sheet: RawSheet,
  columns: readonly number[],
  row: number,
  above: readonly BlockRow[],
): readonly number[] {
  const sums = columns.flatMap((column) => {
    const added = addedRows(sheet, row, column);
    return added ? [added] : [];
  });
  return mostOf(sums, (each) => each.join()) ?? linesAbove(above, above.length).map((line) => line.row);
}

const TOTAL = /^\s*((sub)?totals?|sums?|summen?|gesamt\S*|zusammen|somme|suma|totale|totaal|razem)\b/i;
const NET =
  /\b(net|balance|surplus|left over|difference|saldo|überschuss|rest|solde|résultat|resto|resultado|differenz)\b/i;

/** A total or net that was typed, or whose formula was lost on the way: its figures are those of the rows above. */
function typedTotal(
  sheet: RawSheet,
  columns: readonly number[],
  row: number,
  label: string,
  above: readonly BlockRow[],
): { readonly kind: RowKind; readonly adds: readonly number[] } | null {
  const valueAt = (row: number, column: number) => {
    const value = rawCell(sheet, row, column)?.value;
    return typeof value === 'number' ? value : 0;
  };
  const isEqual = (select: (column: number) => number) => columns.every((column) => Math.abs(select(column) - valueAt(row, column)) < 0.006); // prettier-ignore
  if (NET.test(label)) {
    const [first, second] = above.filter(({ kind }) => kind === 'total').slice(-2);
    if (first && second && isEqual((column) => valueAt(first.row, column) - valueAt(second.row, column))) return { kind: 'net', adds: [] }; // prettier-ignore
  }
  if (!TOTAL.test(label)) return null;
  const lines = linesAbove(above, above.length).map(({ row: other }) => other);
  const isTotal = lines.length > 0 && isEqual((column) => lines.reduce((sum, each) => sum + valueAt(each, column), 0));
  return isTotal ? { kind: 'total', adds: lines } : null;
}

/** One total less another, or less several. */
function isDifference(cell: RawCell | undefined, column: number, kindOf: ReadonlyMap<number, RowKind>): boolean {
  const formula = cell?.formula;
  if (formula?.kind !== 'operation' || formula.operator !== '-') return false;
  const refs = allPartsOf<RawFormula>(formula).flatMap((part) => (part.kind === 'cell' ? [part.at] : []));
  return refs.length >= 2 && refs.every(({ column: c, row, sheet }) => sheet === null && c === column && ['total', 'net'].includes(kindOf.get(row) ?? '')); // prettier-ignore
}

/** The month before in the same row, plus the net of this month. */
function isRunning(
  cell: RawCell | undefined,
  row: number,
  before: number,
  column: number,
  kindOf: ReadonlyMap<number, RowKind>,
): boolean {
  // prettier-ignore
  const formula = cell?.formula;
  if (formula?.kind !== 'operation' || formula.operator !== '+') return false;
  const parts = [formula.left, formula.right];
  const isOwn = parts.some((part) => part.kind === 'cell' && part.at.row === row && part.at.column === before);
  const isNet = parts.some((part) => part.kind === 'cell' && part.at.column === column && ['net', 'total'].includes(kindOf.get(part.at.row) ?? '')); // prettier-ignore
  return isOwn && isNet;
}

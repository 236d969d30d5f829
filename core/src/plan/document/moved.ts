import { addMonths, type Month } from '../../calendar/month.ts';
import { lastDay, monthOfDay, numberInMonth } from '../../calendar/day.ts';
import type { Day } from '../../calendar/readDate.ts';
import type { BinaryOperator, Call, Expression, Place } from '../../formula/expression/syntax.ts';
import { parameterAt } from '../../formula/functions/description.ts';
import { functionOf } from '../../formula/functions/functions.ts';
import { printFormula } from '../../formula/print.ts';
import type { Column } from '../schema/columns.ts';
import type { LedgerEntry } from '../schema/entries.ts';
import { FIRST_YEAR, TABLES, TABLE_NAMES, type AnyRow, type TableName } from '../schema/tables.ts';
import { documentFrom, rowsOf, type Document } from './document.ts';
import { readStored } from './storedFormulas.ts';

/** Describes how a plan is moved along the calendar. */
export interface Move {
  /** By how many months; back when below 0. */
  readonly months: number;
  /** Returns what becomes of what people wrote: names, notes. */
  readonly words: (text: string) => string;
}

/**
 * A plan moved along the calendar by whole months: its months, days and years, the month its years begin in, and what its
 * rules say of months and years. Every figure stands as many months later as it was; only the days a month has are its own.
 */
export function movedPlan(document: Document, move: Move): Document {
  const rows = rowsOf(document);
  const years = yearsMoved(document, move.months);
  return documentFrom(
    Object.fromEntries(
      TABLE_NAMES.map((table) => [table, rows[table].map((row) => movedRow(document, table, row, move, years))]),
    ) as Record<TableName, AnyRow[]>,
  );
}

/** The entries of a plan that is moved. */
export function movedEntries(entries: readonly LedgerEntry[], { months, words }: Move): LedgerEntry[] {
  return entries.map((entry) => ({
    ...entry,
    date: movedDay(entry.date, months),
    due: entry.due === '' ? '' : movedDay(entry.due, months),
    what: words(entry.what),
    note: words(entry.note),
  }));
}

/** The days every month has. */
const IN_EVERY_MONTH = 28;

/** The same day of another month, or its last one; a last day that not every month has stays the last. */
export function movedDay(day: Day, months: number): Day {
  const month = monthOfDay(day);
  const last = lastDay(addMonths(month, months));
  if (day === lastDay(month) && numberInMonth(day) > IN_EVERY_MONTH) return last;
  return `${last.slice(0, 8)}${String(Math.min(numberInMonth(day), numberInMonth(last))).padStart(2, '0')}` as Day;
}

const modulo = (value: number, by: number) => ((value % by) + by) % by;
const movedMonthOfYear = (month: number, months: number) => modulo(month - 1 + months, 12) + 1;

/** By how many years a year of the plan is moved, as years are called by the calendar year they begin in. */
function yearsMoved(document: Document, months: number): number {
  const [plan] = document.plan.values();
  const begins = plan?.yearBegins ?? 1;
  return (months - (movedMonthOfYear(begins, months) - begins)) / 12;
}

function movedRow(document: Document, table: TableName, row: AnyRow, move: Move, years: number): AnyRow {
  const columns = TABLES[table] as Readonly<Record<string, { readonly column: Column }>>;
  const values = Object.entries(row).map(([name, value]) => {
    if (name === 'id') return [name, movedId(String(value), move.months)];
    const column = columns[name]?.column;
    return [name, column && value !== null ? movedValue(name, column, value as string | number, move, years) : value];
  });
  const moved = Object.fromEntries(values) as AnyRow;
  if (table !== 'listCells') return moved;
  const cell = row as { readonly column: string; readonly text: string | null };
  const isDay = document.listColumns.get(cell.column)?.kind === 'date' && cell.text !== null && cell.text !== '';
  return isDay ? ({ ...moved, text: movedDay(cell.text as Day, move.months) } as AnyRow) : moved;
}

/** Ids of what belongs to a month say it at their end. */
function movedId(id: string, months: number): string {
  return id.replace(/(?<=:)(\d{4}-\d{2})(-\d{2})?$/, (text, month: Month, day?: string) =>
    day === undefined ? addMonths(month, months) : movedDay(text as Day, months),
  );
}

function movedValue(
  name: string,
  column: Column,
  value: string | number,
  { months, words }: Move,
  years: number,
): string | number {
  switch (column.kind) {
    case 'month':
      return addMonths(value as Month, months);
    case 'date':
      return movedDay(value as Day, months);
    case 'whole':
      if (name === 'yearBegins') return movedMonthOfYear(Number(value), months);
      return column.least === FIRST_YEAR ? Number(value) + years : value;
    case 'formula':
    case 'input':
      return printFormula(movedRule(readStored(String(value)), months, years));
    case 'name':
    case 'text':
      return words(String(value));
    default:
      return value;
  }
}

/** A rule that says of the months it stands in now what it said of those it stood in. */
function movedRule(rule: Expression, months: number, years: number): Expression {
  const part = (child: Expression): Expression => movedRule(child, months, years);
  const { place } = rule;
  const number = (value: number): Expression =>
    value < 0 ? { kind: 'negate', operand: number(-value), place } : { kind: 'number', value, place };
  switch (rule.kind) {
    case 'date':
      return { ...rule, month: addMonths(rule.month, months) };
    case 'binary': {
      const expression = movedComparison(rule, months, years, number);
      return expression ?? { ...rule, left: part(rule.left), right: part(rule.right) };
    }
    case 'negate':
    case 'percent':
      return { ...rule, operand: part(rule.operand) };
    case 'call':
      // A word that chooses how a function works is no month.
      return { ...rule, args: rule.args.map((arg, index) => (isChoice(rule, index, arg) ? arg : part(arg))) };
    case 'word':
      return wordMoved(rule, months, years);
    default:
      return rule;
  }
}

const isChoice = (call: Call, index: number, arg: Expression) =>
  arg.kind === 'word' && parameterAt(functionOf(call), index)?.takes === 'word';

const binary = (left: Expression, operator: BinaryOperator, right: Expression, place: Place): Expression => ({
  kind: 'binary',
  operator,
  left,
  right,
  place,
});

/** `month` as it was called before the move: what follows from it follows from that. */
function wordMoved(word: Extract<Expression, { kind: 'word' }>, months: number, years: number): Expression {
  const { place } = word;
  const number = (value: number): Expression => ({ kind: 'number', value, place });
  if (word.word === 'year' && years !== 0) return binary(word, years > 0 ? '-' : '+', number(Math.abs(years)), place);
  const by = modulo(months, 12);
  if (word.word !== 'month' || by === 0) return word;
  const since = binary(word, '-', number(by + 1), place);
  const within: Expression = { kind: 'call', name: 'MOD', args: [since, number(12)], place };
  return binary(within, '+', number(1), place);
}

/** A comparison with a month or year written down, which is written as the one it is now; `null` for any other. */
function movedComparison(
  { left, operator, right, place }: Extract<Expression, { kind: 'binary' }>,
  months: number,
  years: number,
  number: (value: number) => Expression,
): Expression | null {
  if (right.kind !== 'number' || !Number.isInteger(right.value)) return null;
  const isEqual = operator === '=' || operator === '<>';
  if (left.kind === 'word' && left.word === 'year' && ['=', '<>', '<', '<=', '>', '>='].includes(operator))
    return binary(left, operator, number(right.value + years), place);
  if (left.kind === 'word' && left.word === 'month') return movedMonths(left, operator, right.value, months, number);
  if (!isEqual) return null;
  // Every third month: MOD(month, 3) = 1.
  if (left.kind !== 'call' || left.name.toUpperCase() !== 'MOD' || left.args.length !== 2) return null;
  const [expression, by] = left.args as [Expression, Expression];
  if (expression.kind !== 'word' || expression.word !== 'month' || by.kind !== 'number' || 12 % by.value !== 0)
    return null;
  if (right.value < 0 || right.value >= by.value) return null;
  return binary(left, operator, number(modulo(right.value + months, by.value)), place);
}

const HOLDS: Partial<Readonly<Record<BinaryOperator, (month: number, than: number) => boolean>>> = {
  '=': (month, than) => month === than,
  '<>': (month, than) => month !== than,
  '<': (month, than) => month < than,
  '<=': (month, than) => month <= than,
  '>': (month, than) => month > than,
  '>=': (month, than) => month >= than,
};

/** The most months that are named one by one. */
const MOST_NAMED = 4;

/** The months of the year a comparison holds for, where they are now; `null` where that takes too many words. */
function movedMonths(
  word: Expression,
  operator: BinaryOperator,
  than: number,
  months: number,
  number: (value: number) => Expression,
): Expression | null {
  const holds = HOLDS[operator];
  if (!holds) return null;
  const { place } = word;
  if ((operator === '=' || operator === '<>') && than >= 1 && than <= 12)
    return binary(word, operator, number(movedMonthOfYear(than, months)), place);
  const all = Array.from({ length: 12 }, (_, index) => index + 1);
  const now = all.filter((month) => holds(month, than)).map((month) => movedMonthOfYear(month, months)).sort((a, b) => a - b); // prettier-ignore
  const [first, last] = [now[0], now.at(-1)];
  if (first === undefined || last === undefined) return null;
  const isTogether = last - first === now.length - 1;
  if (isTogether && last === 12) return binary(word, '>=', number(first), place);
  if (isTogether && first === 1) return binary(word, '<=', number(last), place);
  if (now.length > MOST_NAMED) return null;
  return { kind: 'call', name: 'or', args: now.map((month) => binary(word, '=', number(month), place)), place };
}

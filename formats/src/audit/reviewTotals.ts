import { messageFor } from '../message.ts';
import type { RawCell } from '../read/rawWorkbook.ts';
import { addedRows, isBalance, linesAbove, type BlockRow } from './block.ts';
import { moved } from './relative.ts';
import type { Review } from './review.ts';

/** Reviews a total against the lines it should add up: what it misses, counts twice, or hides; then its months one by one. */
export function reviewTotal(review: Review, total: BlockRow): void {
  const { columns, sheet, rows } = review.block;
  const byRow = new Map(rows.map((each) => [each.row, each]));
  const place = { row: total.row, column: columns[0]! };
  const usual = membersIn(review, total.adds);
  const isOfTotals = usual.length > 0 && usual.every((row) => byRow.get(row)!.kind === 'total');
  const own = isOfTotals ? usual : linesAbove(rows, rows.indexOf(total)).map(({ row }) => row);
  const labels = (indices: readonly number[]) => indices.map((each) => byRow.get(each)!.label).join(', ');
  const all = (indices: readonly number[]) => columns.reduce((sum, column) => sum + sumOf(review, indices, column), 0);
  const missing = own.filter((row) => !usual.includes(row) && !isBalance(byRow.get(row)!));
  if (missing.length > 0) {
    const message = messageFor('formats.audit.linesMissing', { row: total.label, lines: labels(missing) });
    review.say({
      kind: 'totalMisses',
      ...place,
      message,
      fix: messageFor('formats.audit.fix.widenSum'),
      money: -all(missing),
    });
  }
  const twice = countedTwice(usual, byRow);
  if (twice.length > 0) {
    const message = messageFor('formats.audit.countedTwice', { row: total.label, lines: labels(twice) });
    review.say({
      kind: 'countsTwice',
      ...place,
      message,
      fix: messageFor('formats.audit.fix.countOnce'),
      money: all(twice),
    });
  }
  const hidden = usual.filter((row) => sheet.hiddenRows.has(row) && all([row]) !== 0);
  if (hidden.length > 0) {
    const message = messageFor('formats.audit.hiddenRow', {
      row: total.label,
      rows: hidden.map((row) => `${row + 1}`).join(', '),
    });
    review.say({
      kind: 'hiddenInTotal',
      ...place,
      message,
      fix: messageFor('formats.audit.fix.showRow'),
      money: all(hidden),
    });
  }
  for (const column of columns) reviewMonth(review, total, usual, column);
}

/** A month of a total against what most of its months add up. */
function reviewMonth(review: Review, total: BlockRow, usual: readonly number[], column: number): void {
  const cell = review.cell(total.row, column);
  const added = addedRows(review.block.sheet, total.row, column);
  if (added?.join() === total.adds.join()) return;
  const { columns, rows } = review.block;
  const rule = review.rules.get(total.row);
  const place = { row: total.row, column, fix: messageFor('formats.audit.fix.useNeighbour') };
  const where = review.where(total, column);
  const labels = (indices: readonly number[]) =>
    indices.map((each) => rows.find(({ row }) => row === each)!.label).join(', ');
  if (added) {
    const without = usual.filter((row) => !added.includes(row));
    const beyond = membersIn(review, added).filter((row) => !usual.includes(row));
    rule?.departs.set(columns.indexOf(column), 'totalMisses');
    if (without.length > 0) {
      const message = messageFor('formats.audit.linesMissing', { row: where, lines: labels(without) });
      review.say({ kind: 'totalMisses', ...place, message, money: -sumOf(review, without, column) });
    } else if (beyond.length > 0) {
      const message = messageFor('formats.audit.countedTwice', { row: where, lines: labels(beyond) });
      review.say({ kind: 'countsTwice', ...place, message, money: sumOf(review, beyond, column) });
    }
  } else if (cell?.formula && cell.error === null && rule?.formula) {
    const expected = moved(rule.formula.formula, 0, column - rule.formula.column);
    rule.departs.set(columns.indexOf(column), 'oddFormula');
    const money = review.offBy(total.row, column, expected);
    review.say({ kind: 'oddFormula', ...place, message: messageFor('formats.audit.oddFormula', { where }), money });
  }
}

/** Reviews what adds up a row over the months, to the right of them. */
export function reviewRowTotal(review: Review, row: BlockRow): void {
  const { columns } = review.block;
  const column = columns.at(-1)! + 1;
  const formula = review.cell(row.row, column)?.formula;
  const range =
    formula?.kind === 'call' && formula.name === 'SUM' && formula.args.length === 1 ? formula.args[0] : null;
  if (range?.kind !== 'range' || range.from.row !== row.row || range.to.row !== row.row) return;
  const missed = columns.filter((each) => each < range.from.column || each > range.to.column);
  if (missed.length === 0) return;
  review.say({
    kind: 'totalMisses',
    row: row.row,
    column,
    message: messageFor('formats.audit.monthsMissing', { row: row.label, months: missed.length }),
    fix: messageFor('formats.audit.fix.widenSum'),
    money: -missed.reduce((sum, each) => sum + numberIn(review.cell(row.row, each)), 0),
  });
}

/** Of some rows those of the block in which anything stands. */
function membersIn(review: Review, added: readonly number[]): number[] {
  const { columns, rows } = review.block;
  const isFilled = (row: number) => columns.some((column) => review.cell(row, column) !== undefined);
  return added.filter((other) => rows.some(({ row, kind }) => row === other && kind !== 'heading') && isFilled(other));
}

/** Returns what is added up although a total that is added up too has it already, or is named twice. */
function countedTwice(added: readonly number[], byRow: ReadonlyMap<number, BlockRow>): number[] {
  const inTotals = new Set(added.flatMap((row) => (byRow.get(row)!.kind === 'total' ? byRow.get(row)!.adds : [])));
  return added.filter((row, index) => inTotals.has(row) || added.indexOf(row) !== index);
}

const sumOf = (review: Review, rows: readonly number[], column: number) =>
  rows.reduce((sum, row) => sum + numberIn(review.cell(row, column)), 0);
const numberIn = (cell: RawCell | undefined) => (typeof cell?.value === 'number' ? cell.value : 0);

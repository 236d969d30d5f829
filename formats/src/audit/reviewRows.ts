import { TOO_LARGE } from '../read/rawWorkbook.ts';
import { allPartsOf } from '../formulaTree.ts';
import { messageFor, type Message } from '../message.ts';
import type { RawCell, RawFormula } from '../read/rawWorkbook.ts';
import { figureIn } from '../read/readWorkbook.ts';
import { mostOf, type BlockRow } from './block.ts';
import type { AuditKind } from './finding.ts';
import { reviewRates } from './rates.ts';
import { moved, relativeForm } from './relative.ts';
import { addressIn, type Review, type RowRule } from './review.ts';
import { reviewShiftedReferences, slidTo } from './shiftedReferences.ts';

/** Reviews a row: each of its months by itself, then against the formula most of them have, which becomes the row's rule. */
export function reviewRow(review: Review, row: BlockRow): void {
  const { columns } = review.block;
  const cells = review.months(row.row);
  const departs: RowRule['departs'] = new Map();
  cells.forEach((cell, index) => cell && reviewCell(review, row, cell, index, departs));
  const withFormula = cells.flatMap((cell, index) =>
    cell?.formula
      ? [{ formula: cell.formula, at: index, form: relativeForm(cell.formula, row.row, columns[index]!) }]
      : [],
  );
  const most = mostOf(withFormula, ({ form }) => form);
  const alike = withFormula.filter(({ form }) => form === most?.form);
  // A formula in a single month, among typed figures, is no rule of the row.
  const isRule = alike.length >= 2 && alike.length * 2 > withFormula.length;
  const formula = isRule ? { formula: alike[0]!.formula, column: columns[alike[0]!.at]! } : null;
  review.rules.set(row.row, { row, formula, departs });
  if (formula) {
    reviewShiftedReferences(
      review,
      row,
      { row, formula, departs },
      alike.map(({ at }) => at),
    );
    reviewMonths(review, row, { row, formula, departs });
    reviewRates(review, row, formula.formula, formula.column);
  }
  // An error is told last: what it comes from may have been found.
  cells.forEach((cell, index) => {
    if (departs.get(index) !== 'errorValue' || cell?.error == null) return;
    const message = messageFor('formats.audit.error', {
      where: review.where(row, columns[index]!),
      error: cell.error === TOO_LARGE ? messageFor('formats.audit.figureTooLarge') : cell.error,
    });
    review.say({ kind: 'errorValue', row: row.row, column: columns[index]!, message, fix: cell.formula ? messageFor('formats.audit.fix.error') : messageFor('formats.audit.fix.typeRight'), money: null }); // prettier-ignore
  });
}

/** The months of a row that come after the first with its formula, and depart from it. */
function reviewMonths(
  review: Review,
  row: BlockRow,
  { formula: rule, departs }: RowRule & { readonly formula: object },
): void {
  const { columns } = review.block;
  const usual = relativeForm(rule.formula, row.row, rule.column);
  review.months(row.row).forEach((cell, index) => {
    const column = columns[index]!;
    // The first month has nothing before it to go on from.
    if (column <= rule.column || !cell) return;
    const expected = moved(rule.formula, 0, column - rule.column);
    const where = review.where(row, column);
    const depart = (kind: AuditKind, message: Message) => {
      departs.set(index, kind);
      const money = review.offBy(row.row, column, expected);
      review.say({ kind, row: row.row, column, message, fix: messageFor('formats.audit.fix.useNeighbour'), money });
    };
    if (!cell.formula) {
      if (typeof cell.value === 'number')
        depart('typedOverFormula', messageFor('formats.audit.typedFigure', { where }));
      return;
    }
    // What a total adds up is reviewed with the totals.
    if (row.kind === 'total' || relativeForm(cell.formula, row.row, column) === usual) return;
    const stray = slidTo(review, cell.formula, expected, row.row, column);
    if (stray === null) depart('oddFormula', messageFor('formats.audit.oddFormula', { where }));
    else depart('slidReference', messageFor('formats.audit.shifted', { where, cells: stray }));
  });
}

/** Collects what is wrong with a cell by itself: an error, or a text that looks like a figure. */
function reviewCell(review: Review, row: BlockRow, cell: RawCell, index: number, departs: RowRule['departs']): void {
  const column = review.block.columns[index]!;
  const where = review.where(row, column);
  if (cell.error !== null) {
    const divisor = cell.formula && emptyDivisorOf(review, cell.formula);
    if (divisor) {
      departs.set(index, 'emptyDivisor');
      const message = messageFor('formats.audit.emptyDivisor', { where, cell: divisor });
      review.say({
        kind: 'emptyDivisor',
        row: row.row,
        column,
        message,
        fix: messageFor('formats.audit.fix.fillDivisor'),
        money: null,
      });
    } else if (!takesOverError(review, cell.formula)) departs.set(index, 'errorValue');
    return;
  }
  if (typeof cell.value !== 'string' || cell.formula) return;
  const figure = figureIn(cell.value, false) ?? figureIn(cell.value, true);
  if (figure === null) return;
  departs.set(index, 'textFigure');
  const message = messageFor('formats.audit.textAsFigure', { where, text: cell.value });
  review.say({
    kind: 'textFigure',
    row: row.row,
    column,
    message,
    fix: messageFor('formats.audit.fix.typeAsFigure'),
    money: -figure,
  });
}

/** The cell a formula divides by, where nothing or 0 stands in it. */
function emptyDivisorOf(review: Review, formula: RawFormula): string | null {
  for (const part of allPartsOf(formula)) {
    if (part.kind !== 'operation' || part.operator !== '/' || part.right.kind !== 'cell') continue;
    const value = review.valueAt(part.right.at);
    if (value === undefined || value === null || value === 0 || value === '')
      return addressIn(part.right.at.row, part.right.at.column);
  }
  return null;
}

/** Returns whether the error of a cell comes from another one, where it is said; a text among figures is a fault of its own there. */
function takesOverError(review: Review, formula: RawFormula | null): boolean {
  if (!formula) return false;
  for (const cell of review.cellsReferredTo(formula))
    if (cell.error !== null || typeof cell.value === 'string') return true;
  return false;
}

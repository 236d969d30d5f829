import { allPartsOf, partsOf, withParts } from '../formulaTree.ts';
import { messageFor } from '../message.ts';
import type { RawFormula, RawReference } from '../read/rawWorkbook.ts';
import type { BlockRow } from './block.ts';
import { moved, relativeForm } from './relative.ts';
import { addressIn, type Review, type RowRule } from './review.ts';

/**
 * Reviews a row for a reference to one shared cell that moves along with the months, so that from the second month on it
 * looks at nothing. `alike` are the months with the row's formula, by their place.
 */
export function reviewShiftedReferences(
  review: Review,
  row: BlockRow,
  { formula, departs }: RowRule & { readonly formula: object },
  alike: readonly number[],
): void {
  const { columns } = review.block;
  const later = alike.filter((place) => columns[place] !== formula.column);
  for (const part of allPartsOf(formula.formula)) {
    if (part.kind !== 'cell' || part.at.fixedColumn || review.isMonthCell(part.at)) continue;
    const assumption = review.assumptionAt(part);
    if (!assumption) continue;
    const movedBy = (place: number) => columns[place]! - formula.column;
    // Where every month finds something of its own, it is a row of values, however odd its place.
    const lost = later.filter((place) => isEmpty(review, { ...part.at, column: part.at.column + movedBy(place) }));
    if (lost.length * 2 <= later.length) continue;
    const money = later.reduce((sum, place) => {
      const mended = withUnmoved(moved(formula.formula, 0, movedBy(place)), formula.formula, part);
      return sum + (review.offBy(row.row, columns[place]!, mended) ?? 0);
    }, 0);
    for (const place of later) departs.set(place, 'slidReference');
    const { row: targetRow, column } = part.at;
    review.say({
      kind: 'slidReference',
      row: row.row,
      column: columns[later[0]!]!,
      message: messageFor('formats.audit.shiftsAlong', {
        row: row.label,
        label: assumption.label,
        cell: addressIn(targetRow, column + movedBy(later[0]!)),
      }),
      fix: messageFor('formats.audit.fix.reference', {
        cell: addressIn(targetRow, column).replace(/^([A-Z]+)/, '$$$1$$'),
      }),
      money,
    });
  }
}

/**
 * Where a formula of a single month refers to, instead of where its neighbours refer: to cells that nobody
 * can have meant; `null` when it departs in another way.
 */
export function slidTo(
  review: Review,
  formula: RawFormula,
  expected: RawFormula,
  row: number,
  column: number,
): string | null {
  const shape = (formula: RawFormula) => relativeForm(formula, row, column, false);
  if (shape(formula) !== shape(expected)) return null;
  const references = (formula: RawFormula) =>
    allPartsOf(formula).flatMap((part) => (part.kind === 'cell' ? [part] : []));
  const wanted = references(expected);
  const strays = references(formula).filter(({ at }, index) => {
    const other = wanted[index]?.at;
    return other !== undefined && (other.row !== at.row || other.column !== at.column || other.sheet !== at.sheet);
  });
  // Another assumption may be meant; anything else is a copy that went a row or column too far.
  if (strays.length === 0 || strays.some((part) => review.assumptionAt(part) !== undefined)) return null;
  return strays.map(({ at }) => addressIn(at.row, at.column)).join(', ');
}

/** Returns whether nothing stands in a cell that could be reckoned with: nothing at all, or a text. */
function isEmpty(review: Review, target: Pick<RawReference, 'sheet' | 'row' | 'column'>): boolean {
  const value = review.valueAt(target);
  return value === undefined || value === null || typeof value === 'string';
}

/** A formula that has been moved, in which one reference of the unmoved one is where it was. */
function withUnmoved(slid: RawFormula, unmoved: RawFormula, reference: RawFormula): RawFormula {
  if (unmoved === reference) return reference;
  return withParts(slid, (part, place) => withUnmoved(part, partsOf(unmoved)[place]!, reference));
}

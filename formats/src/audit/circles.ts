import { allPartsOf } from '../formulaTree.ts';
import { messageFor } from '../message.ts';
import { filledIn, type RawFormula, type RawSheet } from '../read/rawWorkbook.ts';
import { addressIn, type Review } from './review.ts';

interface Place {
  readonly row: number;
  readonly column: number;
}

/** Reviews a sheet for formulas that lead back to themselves; each circle is told once, where it closes. */
export function reviewCircles(review: Review): void {
  const { sheet } = review.block;
  const done = new Set<string>();
  for (const [row, line] of sheet.cells)
    for (const column of line.keys())
      for (const circle of circlesFrom(sheet, { row, column }, done))
        review.say({
          kind: 'circular',
          ...circle[0]!,
          message: messageFor('formats.audit.circular', {
            circle: [...circle, circle[0]!].map((place) => addressIn(place.row, place.column)).join(' → '),
          }),
          fix: messageFor('formats.audit.fix.circular'),
          money: null,
        });
}

/** The circles that are met on the way from a cell through what its formula refers to; without recursion, as ways may be long. */
function circlesFrom(sheet: RawSheet, from: Place, done: Set<string>): Place[][] {
  const circles: Place[][] = [];
  const open = new Set<string>();
  const way: { readonly at: Place; readonly next: Iterator<Place> }[] = [];
  const enter = (place: Place) => {
    const formula = sheet.cells.get(place.row)?.get(place.column)?.formula;
    open.add(addressIn(place.row, place.column));
    way.push({ at: place, next: formula ? placesIn(sheet, formula) : [][Symbol.iterator]() });
  };
  if (!done.has(addressIn(from.row, from.column))) enter(from);
  for (let here = way.at(-1); here !== undefined; here = way.at(-1)) {
    const next = here.next.next();
    if (next.done) {
      const address = addressIn(here.at.row, here.at.column);
      done.add(address);
      open.delete(address);
      way.pop();
      continue;
    }
    const address = addressIn(next.value.row, next.value.column);
    if (open.has(address))
      circles.push(way.slice(way.findIndex(({ at }) => addressIn(at.row, at.column) === address)).map(({ at }) => at));
    else if (!done.has(address)) enter(next.value);
  }
  return circles;
}

/** The cells of the same sheet a formula refers to, singly and within ranges. */
function* placesIn(sheet: RawSheet, formula: RawFormula): Generator<Place> {
  for (const part of allPartsOf(formula)) {
    if (part.kind === 'cell' && part.at.sheet === null) yield part.at;
    if (part.kind !== 'range' || part.from.sheet !== null) continue;
    for (const [row, column, { formula: own }] of filledIn(sheet, part)) if (own) yield { row, column };
  }
}

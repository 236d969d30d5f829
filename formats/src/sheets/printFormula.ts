import { decimalText } from '@haushalt/core';
import type { SheetFormula, SheetOperator } from './formula.ts';
import type { CellPlace, CellRange, Places } from './placed.ts';

/** Describes how formulas are spelt in a file format. */
export interface Spelling {
  /** States what stands between two arguments. */
  readonly separator: string;
  /** A cell or range, as seen from a sheet. */
  readonly reference: (range: CellRange, fromSheet: number) => string;
}

/** The letters of a column, from 0: A, B, …, Z, AA. */
export function lettersOf(column: number): string {
  let letters = '';
  for (let rest = column; rest >= 0; rest = Math.floor(rest / 26) - 1)
    letters = String.fromCharCode(65 + (rest % 26)) + letters;
  return letters;
}

const isOne = ({ from, to }: CellRange) => from.row === to.row && from.column === to.column;
/** On its own sheet a reference moves along when it is copied; on another it stays. */
const addressOf = ({ row, column }: CellPlace, fixed: boolean) =>
  fixed ? `$${lettersOf(column)}$${row + 1}` : `${lettersOf(column)}${row + 1}`;

/** ISO/IEC 29500: `'Budget 2026'!$B$4:$C$9`. */
export function officeOpenSpelling(sheetNames: readonly string[]): Spelling {
  return {
    separator: ',',
    reference: (range, fromSheet) => {
      const isElsewhere = range.from.sheet !== fromSheet;
      const sheet = isElsewhere ? `'${sheetNames[range.from.sheet]!.replaceAll("'", "''")}'!` : '';
      const cells = addressOf(range.from, isElsewhere);
      return isOne(range) ? sheet + cells : `${sheet}${cells}:${addressOf(range.to, isElsewhere)}`;
    },
  };
}

/** OpenFormula 1.2: `[$'Budget 2026'.$B$4:.$C$9]`. */
export function openFormulaSpelling(sheetNames: readonly string[]): Spelling {
  return {
    separator: ';',
    reference: (range, fromSheet) => {
      const isElsewhere = range.from.sheet !== fromSheet;
      const sheet = isElsewhere ? `$'${sheetNames[range.from.sheet]!.replaceAll("'", "''")}'` : '';
      const cells = `${sheet}.${addressOf(range.from, isElsewhere)}`;
      return isOne(range) ? `[${cells}]` : `[${cells}:.${addressOf(range.to, isElsewhere)}]`;
    },
  };
}

/** States how strongly operators bind; both formats agree, and bind a sign stronger than any of them. */
const STRENGTH: Readonly<Record<SheetOperator, number>> = {
  '=': 1,
  '<>': 1,
  '<': 1,
  '<=': 1,
  '>': 1,
  '>=': 1,
  '+': 2,
  '-': 2,
  '*': 3,
  '/': 3,
  '^': 4,
};
const SIGN = 5;

/** A formula as it is written in a file, without what stands before it. */
export function printSheetFormula(
  formula: SheetFormula,
  places: Places,
  fromSheet: number,
  spelling: Spelling,
): string {
  const write = (part: SheetFormula, least: number): string => {
    const [written, strength] = spell(part);
    return strength < least ? `(${written})` : written;
  };
  const spell = (part: SheetFormula): [string, number] => {
    switch (part.kind) {
      case 'number':
        return [decimalText(part.value), 9];
      case 'text':
        return [`"${part.text.replaceAll('"', '""')}"`, 9];
      case 'at': {
        const place = places.placeOf(part.key);
        return [spelling.reference({ from: place, to: place }, fromSheet), 9];
      }
      case 'all':
        return [references(part.keys), 9];
      case 'name':
        return [places.nameOf(part.key), 9];
      case 'percent':
        return [`${write(part.operand, 9)}%`, 8];
      case 'negate':
        return [`-${write(part.operand, SIGN + 1)}`, SIGN];
      case 'operation': {
        const strength = STRENGTH[part.operator];
        // From the left; what is on the right needs brackets where it binds no stronger.
        return [`${write(part.left, strength)}${part.operator}${write(part.right, strength + 1)}`, strength];
      }
      case 'call':
        return [`${part.name}(${part.args.map((arg) => write(arg, 0)).join(spelling.separator)})`, 9];
    }
  };
  const references = (keys: readonly string[]) =>
    places
      .rangesOf(keys)
      .map((range) => spelling.reference(range, fromSheet))
      .join(spelling.separator);
  return write(formula, 0);
}

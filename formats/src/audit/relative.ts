import { withParts } from '../formulaTree.ts';
import type { RawFormula, RawReference } from '../read/rawWorkbook.ts';

/**
 * A formula as it looks from its cell: how far away what it refers to is, where that moves with it. Copies of one formula look
 * the same. With `places` left out, only its shape is told, not where it refers to.
 */
export function relativeForm(formula: RawFormula, row: number, column: number, withPlaces = true): string {
  const place = ({ sheet, row: r, column: c, fixedRow, fixedColumn }: RawReference) =>
    withPlaces
      ? `${sheet ?? ''}!${fixedRow ? `R${r}` : `R[${r - row}]`}${fixedColumn ? `C${c}` : `C[${c - column}]`}`
      : 'cell';
  const write = (part: RawFormula): string => {
    switch (part.kind) {
      case 'number':
        return String(part.value);
      case 'text':
        return JSON.stringify(part.text);
      case 'yesNo':
        return String(part.value);
      case 'error':
        return part.error;
      case 'cell':
        return place(part.at);
      case 'range':
        return withPlaces ? `${place(part.from)}:${place(part.to)}` : 'range';
      case 'name':
        return part.name.toLowerCase();
      case 'negate':
        return `-(${write(part.operand)})`;
      case 'percent':
        return `(${write(part.operand)})%`;
      case 'operation':
        return `(${write(part.left)}${part.operator}${write(part.right)})`;
      case 'call':
        return `${part.name}(${part.args.map(write).join(',')})`;
      case 'unread':
        return `?${part.text}`;
    }
  };
  return write(formula);
}

/** A formula moved so many rows and columns, as copying moves it. */
export function moved(formula: RawFormula, rows: number, columns: number): RawFormula {
  const place = (reference: RawReference): RawReference => ({
    ...reference,
    row: reference.fixedRow ? reference.row : reference.row + rows,
    column: reference.fixedColumn ? reference.column : reference.column + columns,
  });
  switch (formula.kind) {
    case 'cell':
      return { ...formula, at: place(formula.at) };
    case 'range':
      return { ...formula, from: place(formula.from), to: place(formula.to) };
    default:
      return withParts<RawFormula>(formula, (part) => moved(part, rows, columns));
  }
}

import { parseFormula } from '../../formula/parse.ts';
import { printFormula } from '../../formula/print.ts';
import { FormulaError, type Expression } from '../../formula/expression/syntax.ts';

const parsed = new Map<string, Expression>();

/** The tree of a formula as it is stored, with ids in place of names. Throws `FormulaError`. */
export function readStored(text: string): Expression {
  let expression = parsed.get(text);
  if (!expression) {
    expression = parseFormula(text);
    if (parsed.size > 20_000) parsed.clear();
    parsed.set(text, expression);
  }
  return expression;
}

/** Like `readStored`; `null` for a formula that cannot be read. */
export function readStoredOrNull(text: string): Expression | null {
  try {
    return readStored(text);
  } catch (error) {
    if (error instanceof FormulaError) return null;
    throw error;
  }
}

/** A figure as a formula: written out, without an exponent. */
export function figureAsFormula(figure: number): string {
  const text = printFormula({ kind: 'number', value: Math.abs(figure), place: { from: 0, to: 0 } });
  return figure < 0 ? `-${text}` : text;
}

/** The figure a stored formula consists of; `null` when it is more than a figure. */
export function figureOfFormula(stored: string): number | null {
  return /^-?\d+(\.\d+)?$/.test(stored) ? Number(stored) : null;
}

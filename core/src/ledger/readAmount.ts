import { roundTo } from '../figure/rounding.ts';
import { LARGEST_FIGURE, readFigure, type ReadFigure } from '../figure/read.ts';
import { notationOf } from '../figure/notation.ts';
import { parseFormula } from '../formula/parse.ts';
import { FormulaError, type Expression } from '../formula/expression/syntax.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { messageFor, type Message } from '../message.ts';
import { inMinorUnits, minorUnitsIn } from './entries.ts';

/** An amount somebody typed, in minor units; or why it is none. */
export type ReadAmount =
  | { readonly ok: true; readonly amount: number }
  | { readonly ok: false; readonly message: Message };

/**
 * Reads an amount in the plan's notation: a figure, or reckoning with figures such as `12.50+3.20` or `3*4.99`, which is
 * rounded to the minor unit.
 */
export function readAmount(text: string, document: Document): ReadAmount {
  const { locale } = planOf(document);
  const refuse = (message: Message): ReadAmount => ({ ok: false, message });
  const read = readCalculated(text, locale);
  if (!read.ok) return refuse(read.message);
  if (read.figure === null) return refuse(messageFor('amount.missing'));
  if (isCalculation(text)) return { ok: true, amount: roundTo(read.figure * minorUnitsIn(document)) };
  const amount = inMinorUnits(document, read.figure);
  return amount === null
    ? refuse(messageFor('amount.tooManyDecimals', { decimals: Math.log10(minorUnitsIn(document)) }))
    : { ok: true, amount };
}

const isCalculation = (text: string) => /\d[^\d]*[-+*/×÷−(]/u.test(text) && !/\p{L}/u.test(text);

/** Reads a figure of money in a locale's notation, or a calculation with figures: `12.50+3.20`, `3*4.99`. */
export function readCalculated(text: string, locale: string): ReadFigure {
  if (!isCalculation(text)) return readFigure(text, locale);
  try {
    const figure = evaluate(parseFormula(text, notationOf(locale)));
    const isFigure = figure !== null && Math.abs(figure) <= LARGEST_FIGURE;
    return isFigure
      ? { ok: true, figure }
      : { ok: false, message: messageFor('amount.invalid', { text: text.trim() }) };
  } catch (error) {
    if (error instanceof FormulaError) return { ok: false, message: error.problem.message };
    throw error;
  }
}

/** Returns the result of a calculation with figures alone; `null` where there is more to it. */
function evaluate(expression: Expression): number | null {
  switch (expression.kind) {
    case 'number':
      return expression.value;
    case 'percent':
    case 'negate': {
      const operand = evaluate(expression.operand);
      return operand === null ? null : expression.kind === 'negate' ? -operand : operand / 100;
    }
    case 'binary': {
      const [left, right] = [evaluate(expression.left), evaluate(expression.right)];
      if (left === null || right === null) return null;
      switch (expression.operator) {
        case '+':
          return left + right;
        case '-':
          return left - right;
        case '*':
          return left * right;
        case '/':
          return right === 0 ? null : left / right;
        default:
          return null;
      }
    }
    default:
      return null;
  }
}

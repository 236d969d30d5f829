import { decimalText } from '../figure/decimal.ts';
import { CANONICAL, type Notation } from '../figure/notation.ts';
import { CALENDAR_WORDS, type BinaryOperator, type Expression } from './expression/syntax.ts';

const STRENGTH: Readonly<Record<BinaryOperator, number>> = {
  '=': 1, '<>': 1, '<': 1, '<=': 1, '>': 1, '>=': 1, '+': 2, '-': 2, '*': 3, '/': 3, '^': 5,
}; // prettier-ignore

/** Describes how to print: `nameOf` gives the name of an id, or nothing when the id itself is to be written. */
export interface PrintStyle {
  readonly notation: Notation;
  readonly nameOf?: (id: string) => string | undefined;
  /** True when something is called like a calendar word, which is then written as a call: `days()`. */
  readonly hides?: (word: string) => boolean;
  /** Writes a whole part in its own way, for example as its value; nothing leaves it to the usual spelling. */
  readonly part?: (expression: Expression) => string | undefined;
  /** True when to write × ÷ − as in a book rather than * / -. */
  readonly typographic?: boolean;
}

const IN_BOOKS: Readonly<Record<string, string>> = { '*': '×', '/': '÷', '-': '−', '<=': '≤', '>=': '≥', '<>': '≠' };

/** A part of a formula as it is written, with the parts it is made of in their places. */
export interface PrintedPart {
  readonly expression: Expression;
  readonly pieces: readonly (string | PrintedPart)[];
}

/**
 * Writes a tree in its one canonical spelling: single blanks around operators, only the brackets that are needed.
 * Without `nameOf`, references are written as ids in braces, the form formulas are stored in.
 */
export function printFormula(expression: Expression, style: PrintStyle = { notation: CANONICAL }): string {
  return textOf(printInParts(expression, style));
}

/** Like `printFormula`, but keeps what each part of the text stands for, so that parts can be pointed at. */
export function printInParts(expression: Expression, style: PrintStyle = { notation: CANONICAL }): PrintedPart {
  return print(expression, 0, style);
}

/** As it is stored, a word is written as it was settled; to people, as they have to write it. */
function isCalled({ word, called }: Extract<Expression, { kind: 'word' }>, { nameOf, hides }: PrintStyle): boolean {
  return nameOf === undefined ? called === true : hides?.(word) === true;
}

function textOf({ pieces }: PrintedPart): string {
  let text = '';
  for (const piece of pieces) text += typeof piece === 'string' ? piece : textOf(piece);
  return text;
}

function print(expression: Expression, context: number, style: PrintStyle): PrintedPart {
  const written = style.part?.(expression);
  const pieces = written === undefined ? piecesOf(expression, context, style) : [written];
  return { expression, pieces };
}

function piecesOf(expression: Expression, context: number, style: PrintStyle): PrintedPart['pieces'] {
  const wrap = (strength: number, pieces: PrintedPart['pieces']) =>
    strength < context ? ['(', ...pieces, ')'] : pieces;
  const sign = (operator: string) => (style.typographic ? (IN_BOOKS[operator] ?? operator) : operator);
  switch (expression.kind) {
    case 'number':
      return [decimalText(expression.value).replace('.', style.notation.decimal)];
    case 'date':
      return [expression.month];
    case 'word':
      return [isCalled(expression, style) ? `${expression.word}()` : expression.word];
    case 'option':
      return [expression.option];
    case 'name':
      return [(expression.quoted ? quote(expression.name) : quoteName(expression.name)) + output(expression.output)];
    case 'ref': {
      const [owner = '', named] = expression.id.split('.');
      const name = style.nameOf?.(owner);
      if (name === undefined) return [`{${owner}}${output(named)}`];
      // What is named with its output is called by both: `Kitchen.Total price`.
      const whole = named === undefined ? undefined : style.nameOf?.(expression.id);
      return [quoteName(name) + output(whole?.slice(name.length + 1) ?? named)];
    }
    case 'percent':
      return [print(expression.operand, 6, style), '%'];
    case 'negate':
      return wrap(4, [sign('-'), print(expression.operand, 4, style)]);
    case 'binary': {
      const strength = STRENGTH[expression.operator];
      const left = print(expression.left, expression.operator === '^' ? 6 : strength, style);
      const right = print(expression.right, rightStrength(expression), style);
      const gap = expression.operator === '^' ? '' : ' ';
      return wrap(strength, [left, `${gap}${sign(expression.operator)}${gap}`, right]);
    }
    case 'call': {
      const separator = `${style.notation.separator} `;
      const args = expression.args.flatMap((arg, index) => [...(index > 0 ? [separator] : []), print(arg, 0, style)]);
      return [`${expression.name}(`, ...args, ')'];
    }
  }
}

/** A power's exponent may be signed or another power without brackets; elsewhere equals on the right need them. */
function rightStrength(expression: Extract<Expression, { kind: 'binary' }>): number {
  return expression.operator === '^' ? (expression.right.kind === 'negate' ? 4 : 5) : STRENGTH[expression.operator] + 1;
}

function output(name: string | undefined): string {
  return name === undefined ? '' : `.${quoteName(name)}`;
}

/** A name as it stands in a formula: in single quotes when it has other signs than words, or is a calendar word. */
export function quoteName(name: string): string {
  const plain = /^[\p{L}\p{M}][\p{L}\p{M}\p{N}]*( [\p{L}\p{M}\p{N}]+)*$/u.test(name);
  return plain && !(CALENDAR_WORDS as readonly string[]).includes(name.toLowerCase()) ? name : quote(name);
}

function quote(name: string): string {
  return `'${name.replaceAll("'", "''")}'`;
}

import { isMonth, type Month } from '../calendar/month.ts';
import type { Notation } from '../figure/notation.ts';
import { FormulaError, type Place } from './expression/syntax.ts';
import { messageFor } from '../message.ts';

export type Token =
  | { readonly kind: 'number'; readonly value: number; readonly place: Place }
  | { readonly kind: 'date'; readonly month: Month; readonly place: Place }
  | { readonly kind: 'name'; readonly name: string; readonly quoted: boolean; readonly place: Place }
  | { readonly kind: 'id'; readonly id: string; readonly place: Place }
  | { readonly kind: 'sign'; readonly sign: string; readonly place: Place }
  | { readonly kind: 'end'; readonly place: Place };

const SIGNS: Readonly<Record<string, string>> = {
  '×': '*',
  '·': '*',
  '÷': '/',
  '−': '-',
  '–': '-',
  '≤': '<=',
  '≥': '>=',
  '≠': '<>',
};
const WORD = /[\p{L}\p{M}\p{N}]+/uy;
/** States what is written like a month, or like a day. */
const DATE = /\d{4}-\d{2}(-\d{1,2})?(?!\d|[.,]\d)/y;
const ID = /\{([@\w:-]+)\}/y;

/** Splits a formula into tokens. Names are runs of words; `{id}` is the stored form of a name. */
export function tokenize(text: string, notation: Notation): Token[] {
  const tokens: Token[] = [];
  let index = 0;
  const push = (token: Token) => {
    tokens.push(token);
    index = token.place.to;
  };
  while (index < text.length) {
    const char = text[index]!;
    if (/\s/.test(char)) index++;
    else if (isDigit(char) || (char === notation.decimal && isDigit(text[index + 1])))
      push(readNumber(text, index, notation));
    else if (/[\p{L}\p{M}]/u.test(codePoint(text, index))) push(readName(text, index));
    else if (char === "'" || char === '‘' || char === '’') push(readQuoted(text, index));
    else if (char === '{') push(readId(text, index));
    else push(readSign(text, index, notation));
  }
  tokens.push({ kind: 'end', place: { from: text.length, to: text.length } });
  return tokens;
}

function readNumber(text: string, index: number, notation: Notation): Token {
  DATE.lastIndex = index;
  const [date, day] = DATE.exec(text) ?? [];
  if (date !== undefined) {
    const place = { from: index, to: index + date.length };
    if (day !== undefined)
      throw new FormulaError(messageFor('formula.monthWithDay', { date: date.slice(0, 7) }), place);
    if (isMonth(date)) return { kind: 'date', month: date, place };
    throw new FormulaError(messageFor('formula.invalidMonth', { date }), place);
  }
  const { decimal } = notation;
  let to = index;
  while (isDigit(text[to])) to++;
  if (text[to] === decimal && isDigit(text[to + 1])) {
    to++;
    while (isDigit(text[to])) to++;
  }
  const place = { from: index, to };
  if (text[to] === '.' && decimal === ',' && isDigit(text[to + 1])) {
    throw new FormulaError(messageFor('formula.decimalComma'), { from: to, to: to + 1 });
  }
  const value = Number(text.slice(index, to).replace(decimal, '.'));
  if (!Number.isFinite(value)) throw new FormulaError(messageFor('formula.numberTooLarge'), place);
  return { kind: 'number', value, place };
}

function readName(text: string, index: number): Token {
  let to = index;
  for (let next = index; next < text.length;) {
    WORD.lastIndex = next;
    const word = WORD.exec(text)?.[0];
    if (!word) break;
    to = next + word.length;
    next = to;
    while (next < text.length && /\s/.test(text[next]!)) next++;
  }
  return { kind: 'name', name: text.slice(index, to).replace(/\s+/g, ' '), quoted: false, place: { from: index, to } };
}

function readQuoted(text: string, index: number): Token {
  const closers = text[index] === "'" ? "'" : '’‘';
  let name = '';
  for (let next = index + 1; next < text.length; next++) {
    const char = text[next]!;
    if (!closers.includes(char)) name += char;
    else if (closers === "'" && text[next + 1] === "'") {
      name += "'";
      next++;
    } else
      return {
        kind: 'name',
        name: name.trim().replace(/\s+/g, ' '),
        quoted: true,
        place: { from: index, to: next + 1 },
      };
  }
  throw new FormulaError(messageFor('formula.quoteNotClosed'), {
    from: index,
    to: text.length,
  });
}

function readId(text: string, index: number): Token {
  ID.lastIndex = index;
  const match = ID.exec(text);
  if (!match) throw new FormulaError(messageFor('formula.braces'), { from: index, to: index + 1 });
  return { kind: 'id', id: match[1]!, place: { from: index, to: index + match[0].length } };
}

function readSign(text: string, index: number, notation: Notation): Token {
  const two = text.slice(index, index + 2);
  if (two === '<=' || two === '>=' || two === '<>')
    return { kind: 'sign', sign: two, place: { from: index, to: index + 2 } };
  const place = { from: index, to: index + 1 };
  const char = text[index]!;
  const sign = SIGNS[char] ?? char;
  if (sign === ';' || (sign === ',' && notation.separator === ',')) return { kind: 'sign', sign: ';', place };
  if ('+-*/^%()=<>.'.includes(sign[0]!)) return { kind: 'sign', sign, place };
  if (sign === ',') {
    throw new FormulaError(messageFor('formula.semicolonExpected'), place);
  }
  if (char === '"') throw new FormulaError(messageFor('formula.text'), place);
  if (/\p{Sc}/u.test(char)) throw new FormulaError(messageFor('formula.currencySign'), place);
  if (char === '&') throw new FormulaError(messageFor('formula.quotesNeeded'), place);
  throw new FormulaError(messageFor('formula.unknownSign', { sign: codePoint(text, index) }), place);
}

function isDigit(char: string | undefined): boolean {
  return char !== undefined && char >= '0' && char <= '9';
}

function codePoint(text: string, index: number): string {
  const point = text.codePointAt(index);
  return point === undefined ? '' : String.fromCodePoint(point);
}

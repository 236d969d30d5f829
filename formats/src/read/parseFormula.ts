import type { RawFormula, RawReference } from './rawWorkbook.ts';

/** Describes how a format spells formulas. */
export type FormulaSyntax = 'officeOpen' | 'openFormula';

interface Token {
  readonly kind:
    | 'number'
    | 'text'
    | 'operator'
    | 'open'
    | 'close'
    | 'separator'
    | 'reference'
    | 'word'
    | 'error'
    | 'sheet';
  readonly text: string;
}

const OPERATORS = /^(<>|<=|>=|[-+*/^&=<>%:])/;
const CELL = /^(\$?)([A-Za-z]{1,3})(\$?)([1-9]\d{0,6})(?![A-Za-z0-9_.(])/;

/** The longest formula that is read; longer ones are allowed in no format, and would be trees too deep to walk. */
const LONGEST = 8192;

/** Reads a formula; what cannot be read becomes `unread`, so that one formula never keeps a workbook from being read. */
export function parseRawFormula(formula: string, syntax: FormulaSyntax): RawFormula {
  const text = formula.replace(/^(of:|oooc:|msoxl:)?=/, '').replace(/_xlfn\./g, '');
  if (text.length > LONGEST) return { kind: 'unread', text: text.slice(0, LONGEST) };
  try {
    const parser = new Parser(tokensOf(text, syntax));
    const read = parser.expression(0);
    return parser.isAtEnd ? read : { kind: 'unread', text };
  } catch {
    return { kind: 'unread', text };
  }
}

class Unreadable extends Error {}

function tokensOf(text: string, syntax: FormulaSyntax): Token[] {
  const tokens: Token[] = [];
  let rest = text;
  const take = (kind: Token['kind'], length: number, value = rest.slice(0, length)) => {
    tokens.push({ kind, text: value });
    rest = rest.slice(length);
  };
  while (rest !== '') {
    const space = /^\s+/.exec(rest);
    if (space) {
      rest = rest.slice(space[0].length);
      continue;
    }
    if (syntax === 'openFormula' && rest.startsWith('[')) {
      const end = rest.indexOf(']');
      if (end < 0) throw new Unreadable();
      take('reference', end + 1, rest.slice(1, end));
      continue;
    }
    const string = /^"((?:[^"]|"")*)"/.exec(rest);
    if (string) {
      take('text', string[0].length, string[1]!.replaceAll('""', '"'));
      continue;
    }
    const error = /^#(?:N\/A|REF!|DIV\/0!|VALUE!|NAME\?|NUM!|NULL!)/.exec(rest);
    if (error) {
      take('error', error[0].length);
      continue;
    }
    if (syntax === 'officeOpen') {
      const sheet = /^(?:'((?:[^']|'')+)'|([\p{L}_][\p{L}\p{N}_.]*))!/u.exec(rest);
      if (sheet) {
        take('sheet', sheet[0].length, (sheet[1] ?? sheet[2]!).replaceAll("''", "'"));
        continue;
      }
      const cell = CELL.exec(rest);
      if (cell) {
        take('reference', cell[0].length);
        continue;
      }
    }
    const number = /^(\d+\.?\d*|\.\d+)(e[+-]?\d+)?/i.exec(rest);
    if (number) {
      take('number', number[0].length);
      continue;
    }
    const word = /^[\p{L}_\\][\p{L}\p{N}_.\\]*/u.exec(rest);
    if (word) {
      take('word', word[0].length);
      continue;
    }
    const operator = OPERATORS.exec(rest);
    if (operator) take('operator', operator[0].length);
    else if (rest.startsWith('(')) take('open', 1);
    else if (rest.startsWith(')')) take('close', 1);
    else if (/^[,;]/.test(rest)) take('separator', 1);
    else throw new Unreadable();
  }
  return tokens;
}

const STRENGTH: Readonly<Record<string, number>> = {
  '=': 1,
  '<>': 1,
  '<': 1,
  '<=': 1,
  '>': 1,
  '>=': 1,
  '&': 2,
  '+': 3,
  '-': 3,
  '*': 4,
  '/': 4,
  '^': 5,
};
const SIGN = 6;

class Parser {
  private at = 0;
  private readonly tokens: readonly Token[];

  constructor(tokens: readonly Token[]) {
    this.tokens = tokens;
  }

  get isAtEnd(): boolean {
    return this.at >= this.tokens.length;
  }

  expression(least: number): RawFormula {
    let left = this.prefix();
    for (;;) {
      const token = this.tokens[this.at];
      if (token?.kind !== 'operator') return left;
      if (token.text === '%') {
        this.at++;
        left = { kind: 'percent', operand: left };
        continue;
      }
      const strength = STRENGTH[token.text];
      if (strength === undefined || strength <= least) return left;
      this.at++;
      left = { kind: 'operation', operator: token.text, left, right: this.expression(strength) };
    }
  }

  private prefix(): RawFormula {
    const token = this.tokens[this.at];
    if (token?.kind === 'operator' && (token.text === '-' || token.text === '+')) {
      this.at++;
      const operand = this.expression(SIGN);
      return token.text === '-' ? { kind: 'negate', operand } : operand;
    }
    return this.primary();
  }

  private primary(): RawFormula {
    const token = this.tokens[this.at++];
    switch (token?.kind) {
      case 'number':
        return { kind: 'number', value: Number(token.text) };
      case 'text':
        return { kind: 'text', text: token.text };
      case 'error':
        return { kind: 'error', error: token.text };
      case 'open': {
        const inner = this.expression(0);
        this.expect('close');
        return inner;
      }
      case 'sheet': {
        const next = this.tokens[this.at++];
        if (next?.kind !== 'reference') throw new Unreadable();
        return this.range(cellOf(next.text, token.text), token.text);
      }
      case 'reference':
        return token.text.includes('.') || token.text.startsWith('#')
          ? openReference(token.text)
          : this.range(cellOf(token.text, null), null);
      case 'word':
        return this.wordOrCall(token.text);
      default:
        throw new Unreadable();
    }
  }

  private range(from: RawReference, sheet: string | null): RawFormula {
    if (this.tokens[this.at]?.text !== ':') return { kind: 'cell', at: from };
    this.at++;
    const next = this.tokens[this.at++];
    if (next?.kind !== 'reference') throw new Unreadable();
    return { kind: 'range', from, to: cellOf(next.text, sheet) };
  }

  private wordOrCall(word: string): RawFormula {
    if (this.tokens[this.at]?.kind !== 'open') {
      if (/^(true|false)$/i.test(word)) return { kind: 'yesNo', value: /^true$/i.test(word) };
      return { kind: 'name', name: word };
    }
    this.at++;
    const args: RawFormula[] = [];
    if (this.tokens[this.at]?.kind !== 'close')
      do args.push(this.expression(0));
      while (this.tokens[this.at]?.kind === 'separator' && ++this.at);
    this.expect('close');
    return { kind: 'call', name: word.toUpperCase(), args };
  }

  private expect(kind: Token['kind']): void {
    if (this.tokens[this.at++]?.kind !== kind) throw new Unreadable();
  }
}

/** The number of a column by its letters, from 0. */
export function columnOf(letters: string): number {
  return [...letters.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
}

function cellOf(text: string, sheet: string | null): RawReference {
  const match = /^(\$?)([A-Za-z]{1,3})(\$?)(\d+)$/.exec(text);
  if (!match) throw new Unreadable();
  return {
    sheet,
    row: Number(match[4]) - 1,
    column: columnOf(match[2]!),
    fixedRow: match[3] === '$',
    fixedColumn: match[1] === '$',
  };
}

/** A reference as OpenDocument writes it: `.B4`, `.B4:.B9`, `$'Budget 2026'.$B$4`. */
function openReference(text: string): RawFormula {
  const part = /^(?:\$?(?:'((?:[^']|'')+)'|([^.'$:]+)))?\.(\$?[A-Za-z]{1,3}\$?\d+)/;
  const from = part.exec(text);
  if (!from) throw new Unreadable();
  const sheet = (from[1] ?? from[2])?.replaceAll("''", "'") ?? null;
  const rest = text.slice(from[0].length);
  if (rest === '') return { kind: 'cell', at: cellOf(from[3]!, sheet) };
  const to = rest.startsWith(':') ? part.exec(rest.slice(1)) : null;
  if (!to) throw new Unreadable();
  return { kind: 'range', from: cellOf(from[3]!, sheet), to: cellOf(to[3]!, sheet) };
}

import { CANONICAL, type Notation } from '../figure/notation.ts';
import { countsOf, shapeOf, wordOf, type FunctionDescription } from './functions/description.ts';
import { functionNamed } from './functions/functions.ts';
import {
  CALENDAR_WORDS,
  FormulaError,
  type BinaryOperator,
  type CalendarWord,
  type Expression,
  type Place,
} from './expression/syntax.ts';
import { tokenize, type Token } from './tokens.ts';
import { messageFor, listOf, type Message } from '../message.ts';

/**
 * States how much a formula may hold: its names, numbers, operators and brackets, counted. Written in other ways, with ids or
 * with long names, it keeps that count, so that what has been taken can always be stored, shown and read again.
 */
export const MAX_FORMULA_PARTS = 1000;
/** The longest text that is looked at: so many parts with the longest names there can be. */
export const MAX_FORMULA_LENGTH = 200 * MAX_FORMULA_PARTS;
const MAX_DEPTH = 100;

/**
 * Parses a formula, with names as people write them or as stored ids in braces.
 * Throws `FormulaError` with the place and what was expected there.
 *
 *     parseFormula('Net pay * (1 + Pay rise)')
 */
export function parseFormula(text: string, notation: Notation = CANONICAL): Expression {
  if (text.length > MAX_FORMULA_LENGTH) {
    throw new FormulaError(messageFor('formula.tooLong', { most: MAX_FORMULA_LENGTH, length: text.length }), {
      from: MAX_FORMULA_LENGTH,
      to: text.length,
    });
  }
  const tokens = tokenize(text, notation);
  const count = tokens.length - 1;
  if (count > MAX_FORMULA_PARTS) {
    const { from } = tokens[MAX_FORMULA_PARTS]!.place;
    throw new FormulaError(messageFor('formula.tooManyParts', { most: MAX_FORMULA_PARTS, count }), {
      from,
      to: text.length,
    });
  }
  return new Parser(tokens, notation).formula();
}

class Parser {
  private at = 0;
  private depth = 0;
  private readonly tokens: readonly Token[];
  private readonly notation: Notation;

  constructor(tokens: readonly Token[], notation: Notation) {
    this.tokens = tokens;
    this.notation = notation;
  }

  formula(): Expression {
    // Many people begin a rule with an equals sign; it says nothing more.
    if (this.isSign('=')) this.at++;
    const begin: Token = this.token;
    if (begin.kind === 'end') throw new FormulaError(messageFor('formula.empty'), begin.place);
    const expression = this.comparison();
    const rest: Token = this.token;
    if (rest.kind === 'end') return expression;
    if (rest.kind === 'sign' && rest.sign === ')') {
      throw new FormulaError(messageFor('formula.closingBracketAlone'), rest.place);
    }
    if (rest.kind === 'sign' && rest.sign === ';') {
      throw new FormulaError(
        messageFor('formula.separatorMisplaced', {
          separator: this.notation.separator,
          isComma: this.notation.separator === ',',
        }),
        rest.place,
      );
    }
    throw new FormulaError(messageFor('formula.operatorMissing'), rest.place);
  }

  private get token(): Token {
    return this.tokens[this.at]!;
  }

  private isSign(...signs: string[]): string | undefined {
    return this.token.kind === 'sign' && signs.includes(this.token.sign) ? this.token.sign : undefined;
  }

  private nested<T>(parse: () => T): T {
    if (++this.depth > MAX_DEPTH) throw new FormulaError(messageFor('formula.nestedTooDeeply'), this.token.place);
    const result = parse();
    this.depth--;
    return result;
  }

  private comparison(): Expression {
    return this.nested(() => this.leftToRight(['=', '<>', '<', '<=', '>', '>='], () => this.sum()));
  }

  private sum(): Expression {
    return this.leftToRight(['+', '-'], () => this.product());
  }

  private product(): Expression {
    return this.leftToRight(['*', '/'], () => this.signed());
  }

  private leftToRight(operators: string[], operand: () => Expression): Expression {
    let left = operand();
    for (let operator = this.isSign(...operators); operator; operator = this.isSign(...operators)) {
      this.at++;
      const right = operand();
      left = {
        kind: 'binary',
        operator: operator as BinaryOperator,
        left,
        right,
        place: { from: left.place.from, to: right.place.to },
      };
    }
    return left;
  }

  private signed(): Expression {
    const { place } = this.token;
    if (this.isSign('-')) {
      this.at++;
      const operand = this.nested(() => this.signed());
      return { kind: 'negate', operand, place: { from: place.from, to: operand.place.to } };
    }
    if (this.isSign('+')) {
      this.at++;
      return this.nested(() => this.signed());
    }
    return this.power();
  }

  private power(): Expression {
    const left = this.postfix();
    if (!this.isSign('^')) return left;
    this.at++;
    const right = this.nested(() => (this.isSign('-', '+') ? this.signed() : this.power()));
    return { kind: 'binary', operator: '^', left, right, place: { from: left.place.from, to: right.place.to } };
  }

  private postfix(): Expression {
    let operand = this.primary();
    while (this.isSign('%')) {
      operand = { kind: 'percent', operand, place: { from: operand.place.from, to: this.token.place.to } };
      this.at++;
    }
    return operand;
  }

  private primary(): Expression {
    const { token } = this;
    switch (token.kind) {
      case 'number':
        this.at++;
        return { kind: 'number', value: token.value, place: token.place };
      case 'date':
        this.at++;
        return { kind: 'date', month: token.month, place: token.place };
      case 'id':
        this.at++;
        return this.reference(token.id, token.place);
      case 'name':
        this.at++;
        if (this.isSign('(')) return this.call(token.name, token.quoted, token.place);
        if (!token.quoted && isCalendarWord(token.name) && !this.isSign('.')) {
          return { kind: 'word', word: token.name.toLowerCase() as CalendarWord, place: token.place };
        }
        return { kind: 'name', name: token.name, quoted: token.quoted, ...this.output(token.place) };
      case 'sign':
        if (token.sign === '(') return this.bracketed();
        throw new FormulaError(
          messageFor('formula.operandExpected', {
            separator: token.sign === ';' ? this.notation.separator : token.sign,
          }),
          token.place,
        );
      case 'end':
        throw new FormulaError(messageFor('formula.endsTooEarly'), token.place);
    }
  }

  private bracketed(): Expression {
    const open = this.token.place;
    this.at++;
    const inner = this.comparison();
    this.close(open);
    return { ...inner, place: { from: open.from, to: this.tokens[this.at - 1]!.place.to } };
  }

  private close(open: Place): void {
    if (this.isSign(')')) {
      this.at++;
      return;
    }
    if (this.token.kind === 'end') throw new FormulaError(messageFor('formula.bracketNotClosed'), open);
    throw new FormulaError(messageFor('formula.closingBracketExpected'), this.token.place);
  }

  private reference(id: string, place: Place): Expression {
    const { output, place: whole } = this.output(place);
    return { kind: 'ref', id: output === undefined ? id : `${id}.${output}`, place: whole };
  }

  private output(place: Place): { output?: string; place: Place } {
    if (!this.isSign('.')) return { place };
    const next = this.tokens[this.at + 1]!;
    if (next.kind !== 'name') throw new FormulaError(messageFor('formula.outputExpected'), this.token.place);
    this.at += 2;
    return { output: next.name, place: { from: place.from, to: next.place.to } };
  }

  private call(name: string, quoted: boolean, place: Place): Expression {
    const definition = quoted ? undefined : functionNamed(name);
    const next = this.tokens[this.at + 1];
    if (!definition && !quoted && isCalendarWord(name) && next?.kind === 'sign' && next.sign === ')') {
      this.at += 2;
      const word = name.toLowerCase() as CalendarWord;
      return { kind: 'word', word, called: true, place: { from: place.from, to: next.place.to } };
    }
    if (!definition) {
      throw new FormulaError(messageFor('formula.unknownFunction', { name }), place);
    }
    const open = this.token.place;
    this.at++;
    const args: Expression[] = [];
    if (!this.isSign(')')) {
      args.push(this.comparison());
      while (this.isSign(';')) {
        this.at++;
        args.push(this.comparison());
      }
    }
    this.close(open);
    const range = { from: place.from, to: this.tokens[this.at - 1]!.place.to };
    const { least, most } = countsOf(definition);
    if (args.length < least || args.length > most)
      throw new FormulaError(
        messageFor('formula.wrongArgumentCount', {
          name: definition.name,
          written: this.written(definition),
          count: count(args.length),
        }),
        range,
      );
    return { kind: 'call', name: definition.name, args: this.withWords(definition, args), place: range };
  }

  /** Returns how a function is written, with this notation's separator. */
  private written(description: FunctionDescription): string {
    return `${description.name}(${shapeOf(description).replaceAll(', ', `${this.notation.separator} `)})`;
  }

  /** Arguments of which one may be a word that says how the function works; any other word there is refused. */
  private withWords(description: FunctionDescription, args: readonly Expression[]): readonly Expression[] {
    const word = wordOf(description);
    if (!word) return args;
    const { at, words, orFigures } = word;
    const arg = args[at];
    if (!arg || (orFigures && (arg.kind !== 'word' || args.length > 2))) return args;
    const refuse = () =>
      new FormulaError(
        messageFor('formula.keywordExpected', {
          name: description.name,
          written: this.written(description),
          either: listOf(words, 'or'),
        }),
        arg.place,
      );
    if (arg.kind === 'word' && words.includes(arg.word)) return args;
    const option = arg.kind === 'name' && !arg.quoted && arg.output === undefined ? arg.name.toLowerCase() : null;
    if (option !== 'effective' || !words.includes(option)) throw refuse();
    return args.map((each, index) => (index === at ? { kind: 'option', option, place: arg.place } : each));
  }
}

function isCalendarWord(name: string): boolean {
  return (CALENDAR_WORDS as readonly string[]).includes(name.toLowerCase());
}

function count(args: number): Message {
  return messageFor('formula.argumentCount', { args });
}

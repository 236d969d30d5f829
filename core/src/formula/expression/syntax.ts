import type { Message } from '../../message.ts';
import type { Month } from '../../calendar/month.ts';

/** Where a part of a formula stands in its text: columns from 0, `to` exclusive. */
export interface Place {
  readonly from: number;
  readonly to: number;
}

/** The words that stand for the calendar in a formula, and for an item's number in a rule of a list. */
export const CALENDAR_WORDS = ['month', 'quarter', 'year', 'period', 'years', 'days', 'row'] as const;
export type CalendarWord = (typeof CALENDAR_WORDS)[number];

/** The words that choose how a function works, where it has such an argument: `monthly(Loan rate, effective)`. */
export const OPTIONS = ['effective'] as const;
export type Option = (typeof OPTIONS)[number];

export type BinaryOperator = '+' | '-' | '*' | '/' | '^' | '=' | '<>' | '<' | '<=' | '>' | '>=';

/** A formula as a tree. `name` occurs only before names are resolved, `ref` only after. */
export type Expression =
  | { readonly kind: 'number'; readonly value: number; readonly place: Place }
  | { readonly kind: 'date'; readonly month: Month; readonly place: Place }
  /** `called`: written `days()`, which stays the calendar's whatever is called Days. */
  | { readonly kind: 'word'; readonly word: CalendarWord; readonly called?: boolean; readonly place: Place }
  | { readonly kind: 'option'; readonly option: Option; readonly place: Place }
  | {
      readonly kind: 'name';
      readonly name: string;
      readonly quoted: boolean;
      readonly output?: string;
      readonly place: Place;
    }
  /** `id` is that of a row; with an output it is followed by a dot and the output's name. */
  | { readonly kind: 'ref'; readonly id: string; readonly place: Place }
  | { readonly kind: 'percent'; readonly operand: Expression; readonly place: Place }
  | { readonly kind: 'negate'; readonly operand: Expression; readonly place: Place }
  | {
      readonly kind: 'binary';
      readonly operator: BinaryOperator;
      readonly left: Expression;
      readonly right: Expression;
      readonly place: Place;
    }
  | { readonly kind: 'call'; readonly name: string; readonly args: readonly Expression[]; readonly place: Place };

/** Describes what is wrong with a formula: a sentence, where, and names that may have been meant. */
export interface FormulaProblem {
  readonly message: Message;
  readonly place: Place;
  readonly suggestions?: readonly string[];
}

/** Thrown by `parseFormula` and `resolveNames`. */
export class FormulaError extends Error {
  readonly problem: FormulaProblem;

  constructor(message: Message, place: Place, suggestions?: readonly string[]) {
    super(message.id);
    this.name = 'FormulaError';
    this.problem = suggestions && suggestions.length > 0 ? { message, place, suggestions } : { message, place };
  }
}

export type Call = Extract<Expression, { kind: 'call' }>;

/** The parts of an expression, in the order they are written. */
export function childrenOf(expression: Expression): readonly Expression[] {
  switch (expression.kind) {
    case 'percent':
    case 'negate':
      return [expression.operand];
    case 'binary':
      return [expression.left, expression.right];
    case 'call':
      return expression.args;
    default:
      return [];
  }
}

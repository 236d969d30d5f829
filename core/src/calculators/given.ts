import { LONGEST_TERM } from '../finance/loan.ts';
import { messageFor, MessageError, MessageRangeError, type Message } from '../message.ts';
/** The figures a calculator is given, by input. */
export interface Given {
  /** The figure of an input in a period, by its id among the figures; `null` when it is empty. Throws `MissingInput`. */
  readonly at: (id: string, period: number) => number | null;
  /** The currency's minor unit, for example 0.01. */
  readonly minorUnit: number;
}

/** Thrown when a calculator has no answer: a message that says why, and the input that is to blame, if it is one. */
export class NoAnswer extends MessageError {
  readonly column: string | null;

  constructor(text: Message, column: string | null = null) {
    super(text);
    this.name = 'NoAnswer';
    this.column = column;
  }
}

/** Thrown when an input itself has no figure, for a reason of its own: the code of that problem. */
export class MissingInput extends MessageError {
  readonly code: number;

  constructor(code: number) {
    super(messageFor('calculator.inputHasNoFigure'));
    this.name = 'MissingInput';
    this.code = code;
  }
}

/** That there is no figure: a message that says why, or the code of an input's own problem. */
export interface NoFigure {
  readonly why: Message | number;
  /** The input that is to blame: its column, or the id of the extra payment or entry it is the amount of. */
  readonly column?: string;
}

export function isNoFigure(value: unknown): value is NoFigure {
  return typeof value === 'object' && value !== null && 'why' in value;
}

/** Describes what one output gives: the same in every month, or something for each month. */
export type OutputFigures = number | NoFigure | readonly (number | null | NoFigure)[];

/** Returns what is computed, or why it cannot be. */
export function attempt<T>(compute: () => T): T | NoFigure {
  try {
    return compute();
  } catch (error) {
    if (error instanceof NoAnswer)
      return error.column === null ? { why: error.text } : { why: error.text, column: error.column };
    if (error instanceof MissingInput) return { why: error.code };
    throw error;
  }
}

/** The duration an input gives, in whole months. Throws `NoAnswer` for what is none; `words` say what it is called. */
export function wholeMonths(value: number, inYears: boolean, words: Message, column: string): number {
  const months = inYears ? value * 12 : value;
  const rounded = Math.round(months);
  if (Math.abs(months - rounded) > 1e-6)
    throw new NoAnswer(messageFor('calculator.wholeMonths', { words, months: Number(months.toFixed(2)) }), column);
  if (rounded < 1) throw new NoAnswer(messageFor('calculator.atLeastOneMonth', { words }), column);
  if (rounded > LONGEST_TERM)
    throw new NoAnswer(messageFor('calculator.atMostMonths', { words, longest: LONGEST_TERM }), column);
  return rounded;
}

/** Passes on an answer, with a `RangeError` of the finance functions as `NoAnswer`, for which an input may be to blame. */
export function answering<T>(compute: () => T, column: string | null = null): T {
  try {
    return compute();
  } catch (error) {
    if (error instanceof MessageRangeError) throw new NoAnswer(error.text, column);
    throw error;
  }
}

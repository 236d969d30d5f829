import type { CalendarWord, Call, Expression, Month, Span, MonthRange } from '@haushalt/core';
import type { SheetFormula } from '../formula.ts';
import type { Emptiness } from './emptiness.ts';

/** Describes what a rule finds under a name in a month, or for an item. */
export interface Source {
  /** The cell that holds it, if one does by itself. */
  readonly key: string | null;
  /** Its figure; nothing (0) where it is empty. */
  readonly value: SheetFormula;
  readonly empty: Emptiness;
}

/** A tax schedule as it holds in a month. */
export interface ScheduleSource {
  readonly bands: readonly { readonly from: SheetFormula; readonly rate: SheetFormula }[];
  readonly allowance: SheetFormula;
  readonly rebateLimit: SheetFormula;
  /** States whether one of its bands is empty. */
  readonly empty: Emptiness;
  /** States what has to hold for it to be a schedule at all, of parts that are computed; what is typed is known to be right. */
  readonly conditions: readonly SheetFormula[];
}

/** Describes what rules are said on: the months of a plan, or the items of a list. Places are counted from 0. */
export interface FormulaScope {
  /** Number of months or items there are. */
  readonly count: number;
  /** True when the cells of a name stand side by side in all places. */
  readonly isOneRange: boolean;
  /** Returns what a name means in a place; `null` where there is never anything. Throws `NotTranslatable`. */
  sourceOf(id: string, place: number): Source | null;
  word(word: CalendarWord, place: number): SheetFormula;
  /** The places that share a year, a quarter or everything with one. */
  rangeAround(place: number, span: Span): MonthRange;
  /** The place of a month of the calendar, before or beyond the first or last too. */
  placeOf(month: Month): number;
  scheduleOf(id: string, place: number): ScheduleSource;
  /** Returns whether an expression has a problem in a place, as things are. */
  hasProblem(expression: Expression, place: number): boolean;
  /** A cell beside all others that holds an expression's figure in a place; with nothing in place of what is empty when `filled`. */
  aside(expression: Expression, place: number, filled: boolean): string;
}

/** Describes what a function is said with: the walks over what it is given. */
export interface ExpressionWriter {
  readonly scope: FormulaScope;
  figure(expression: Expression, place: number): SheetFormula;
  condition(expression: Expression, place: number): SheetFormula;
  empty(expression: Expression, place: number): Emptiness;
  emptyArgs(call: Call, place: number): Emptiness[];
  passingOver(args: readonly Expression[], place: number): SheetFormula[];
  cells(expression: Expression, from: number, to: number, filled?: boolean): SheetFormula;
  range(expression: Expression, filled?: boolean): SheetFormula;
  emptyThroughout(expression: Expression, from: number, to: number): Emptiness;
  monthRange(call: Call, place: number): MonthRange;
  constant(expression: Expression, words: string): number;
}

/** Thrown for what no formula of a workbook says; the message says why, in a note beside the figure. */
export class NotTranslatable extends Error {}

import type { Calendar } from '../calendar/calendar.ts';
import type { Expression } from '../formula/expression/syntax.ts';
import type { Use } from '../graph/formulaUses.ts';
import type { Document } from '../plan/document/document.ts';
import type { AssumptionStepRow, ExceptionRow, RuleStepRow } from '../plan/schema/tables.ts';
import type { Calculation } from './calculation.ts';
import type { ListModel, ListFigures } from './list.ts';
import type { Problems } from './problems.ts';
import type { Series } from './series.ts';

/** The figures of a plan, to be read: those of a model at work, or a snapshot of them. */
export interface PlanModel {
  readonly document: Document;
  readonly calendar: Calendar;
  readonly problems: Problems;
  /** The ids of everything that has figures. */
  ids(): string[];
  /** The figures of a line, group, total or assumption; `undefined` when nothing has that id. */
  seriesOf(id: string): Series | undefined;
  /** Returns what a node uses, and what uses it, each with its lag in months. */
  usesOf(id: string): readonly Use[];
  dependentsOf(id: string): string[];
  /** The rows of a line's rule and its exceptions, and the dated values of an assumption. */
  stepsOf(line: string): readonly RuleStepRow[];
  exceptionsOf(line: string): readonly ExceptionRow[];
  valueStepsOf(assumption: string): readonly AssumptionStepRow[];
  /** A calculator at work; `undefined` when nothing has that id. */
  calculationOf(id: string): Calculation | undefined;
  /** The figures of a list; `undefined` when nothing has that id. */
  listOf(id: string): ListFigures | undefined;
  /** A list with other cells than the plan has, such as what its entries come to; it reads the plan as it is. */
  listWith(id: string, document: Document): ListModel;
  /** Returns what a resolved expression of a list's column gives for an item, by its place. */
  evaluateInList(list: string, expression: Expression, column: string, place: number): { value: number; code: number };
  /** Returns what a resolved expression gives in all periods. */
  seriesFor(expression: Expression, node: string): Series;
  /** Returns what a resolved expression gives in one period. */
  evaluate(expression: Expression, node: string, period: number): { value: number; code: number };
}

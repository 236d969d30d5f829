import { addMonths, monthsBetween, type Month } from '../../calendar/month.ts';
import { roundTo } from '../../figure/rounding.ts';
import { parseFormula } from '../../formula/parse.ts';
import { printFormula } from '../../formula/print.ts';
import { FormulaError, type Expression } from '../../formula/expression/syntax.ts';
import { Refused, refused } from '../schema/refusal.ts';
import { checkFigure, checkMonth, existing } from './guards.ts';
import { calendarOf, planOf } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import type { Names } from '../../formula/names.ts';
import { toStored } from '../document/formulas.ts';
import { readStored } from '../document/storedFormulas.ts';
import { refuseLocked } from '../document/locks.ts';
import { namesOf } from '../document/naming.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { datedId, stepId, type ExceptionRow, type LineRow, type RuleStepRow } from '../schema/tables.ts';
import { messageFor } from '../../message.ts';

/** States what lines say month by month, as rows: dated steps of their rules, and exceptions. */

/** States how far an edit goes: one month, from a month on, from a month until another, or all months. */
export const REACHES = ['month', 'onward', 'until', 'every'] as const;
export type Reach = (typeof REACHES)[number];

/** A month of a line. */
export interface Cell {
  readonly line: string;
  readonly month: Month;
}

/** By how much figures are raised or lowered: an amount each, or a factor (1.05 for 5 % more). */
export type Adjustment = (
  | { readonly kind: 'amount'; readonly amount: number }
  | { readonly kind: 'factor'; readonly factor: number }
) & {
  /** True when a figure may not be lowered below nothing. */
  readonly notBelowZero: boolean;
};

/** Describes what a step or an exception says: an amount, a formula, or, with neither, nothing. */
export interface RuleValue {
  readonly amount: number | null;
  readonly formula: string | null;
}

export const NOTHING: RuleValue = { amount: null, formula: null };

/** The stored form of a formula as it came with a command, with the names of the plan or of a list. */
export function storedFormula(
  draft: Draft,
  text: string,
  field = 'formula',
  names: Names = namesOf(draft.document),
): string {
  try {
    return toStored(text, names);
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    const { message, place, suggestions } = error.problem;
    throw new Refused({ code: 'invalid', message, field, place, ...(suggestions ? { suggestions } : {}) });
  }
}

/**
 * A figure or formula with its reach. This month makes an exception. From here on replaces all that comes later, steps
 * and exceptions; until a month replaces what lies between. Every month replaces the whole rule.
 */
export function setRule(
  draft: Draft,
  lineId: string,
  month: Month,
  reach: Reach,
  until: Month | null,
  ruleValue: RuleValue,
): void {
  const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
  checkMonth(month, 'month');
  if (reach === 'month') {
    refuseLocked(draft, line, month, month);
    const id = datedId(line.id, month);
    return draft.set('exceptions', { id, line: line.id, month, ...ruleValue });
  }
  if (reach === 'until') {
    if (until === null) throw refused('invalid', messageFor('command.lastMonthMissing'), 'until');
    checkMonth(until, 'until');
    if (until < month) throw refused('invalid', messageFor('command.lastMonthBeforeFirst'), 'until');
    return setRange(draft, line, month, until, ruleValue);
  }
  const from = reach === 'every' ? null : month;
  if (from !== null) foldBeginning(draft, line.id);
  refuseLocked(draft, line, from, null);
  setFromMonth(draft, line, from, ruleValue);
}

function setFromMonth(draft: Draft, line: LineRow, month: Month | null, ruleValue: RuleValue): void {
  const plan = planOf(draft.document);
  const from = month === null || month <= plan.firstMonth ? null : month;
  for (const step of stepsOf(draft, line.id))
    if (from === null || (step.from !== null && step.from >= from)) draft.delete('ruleSteps', step.id);
  for (const exception of exceptionsOf(draft, line.id)) {
    if (from === null || exception.month >= from) draft.delete('exceptions', exception.id);
  }
  putStep(draft, line.id, from, ruleValue);
}

/**
 * Gives a rule's beginning to what it says in the plan's first month: a step that began earlier holds from the start, and
 * those before it say nothing any more.
 */
export function foldBeginning(draft: Draft, line: string): void {
  const { firstMonth } = planOf(draft.document);
  const early = stepsOf(draft, line).filter((step) => step.from === null || step.from <= firstMonth);
  if (early.every((step) => step.from === null)) return;
  const holds = ruleValueAt(early, firstMonth);
  for (const step of early) draft.delete('ruleSteps', step.id);
  putStep(draft, line, null, holds);
}

/** Makes a line say something from one month until another; what it said there is replaced, and goes on after it. */
function setRange(draft: Draft, line: LineRow, from: Month, to: Month, ruleValue: RuleValue): void {
  refuseLocked(draft, line, from, to);
  foldBeginning(draft, line.id);
  rewrite(draft, line, from, to, [{ from, saying: ruleValue }]);
  for (const exception of exceptionsBetween(draft, line.id, from, to)) draft.delete('exceptions', exception.id);
}

/** Replaces the steps of a stretch of months by others, and lets what was said after the stretch go on. */
export function rewrite(
  draft: Draft,
  line: LineRow,
  from: Month,
  to: Month,
  pieces: readonly { readonly from: Month; readonly saying: RuleValue }[],
): void {
  const { months } = calendarOf(draft.document);
  const after = addMonths(to, 1);
  const steps = stepsOf(draft, line.id);
  const following = ruleValueAt(steps, after);
  const before = from <= months[0]! ? null : ruleValueAt(steps, addMonths(from, -1));
  for (const step of steps) {
    const begins = step.from ?? months[0]!;
    if (begins >= from && begins <= to) draft.delete('ruleSteps', step.id);
  }
  let lastRuleValue = before;
  for (const piece of pieces) {
    if (lastRuleValue && isSameRule(lastRuleValue, piece.saying)) continue;
    putStep(draft, line.id, piece.from <= months[0]! ? null : piece.from, piece.saying);
    lastRuleValue = piece.saying;
  }
  const resumes = steps.find((step) => step.from === after);
  const goesOn = isSameRule(lastRuleValue ?? NOTHING, following);
  if (resumes && goesOn) draft.delete('ruleSteps', resumes.id);
  else if (!resumes && !goesOn && after <= months.at(-1)!) putStep(draft, line.id, after, following);
}

/** Types figures into months, as exceptions, or as dated steps of the rule where the same figure stands in a row. */
export function setFigures(
  draft: Draft,
  figures: readonly (Cell & { readonly figure: number | null })[],
  as: 'exceptions' | 'rule',
): void {
  const sorted = [...figures].sort((a, b) => (a.line < b.line ? -1 : a.line > b.line ? 1 : a.month < b.month ? -1 : 1));
  for (let index = 0; index < sorted.length;) {
    const { line: lineId, month, figure } = sorted[index]!;
    const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
    checkMonth(month, 'figures');
    checkFigure(figure, 'figures');
    let next = index + 1;
    let until = month;
    while (as === 'rule' && next < sorted.length) {
      const other = sorted[next]!;
      if (other.line !== lineId || other.month !== addMonths(until, 1) || other.figure !== figure) break;
      until = other.month;
      next++;
    }
    index = next;
    if (as === 'rule') setRange(draft, line, month, until, { amount: figure, formula: null });
    else {
      refuseLocked(draft, line, month, month);
      draft.set('exceptions', { id: datedId(lineId, month), line: lineId, month, amount: figure, formula: null });
    }
  }
}

/** Lets months follow the rule again. */
export function clearFigures(draft: Draft, cells: readonly Cell[]): void {
  for (const { line: lineId, month } of cells) {
    const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
    const id = datedId(lineId, month);
    if (!draft.get('exceptions', id)) continue;
    refuseLocked(draft, line, month, month);
    draft.delete('exceptions', id);
  }
}

/** Returns what a rule’s value is when it is raised or lowered: money in its coins, anything else to six digits after the point. */
export function adjusted({ amount, formula }: RuleValue, by: Adjustment, decimals: number | null): RuleValue {
  if (formula !== null) return { amount: null, formula: adjustedFormula(formula, by) };
  if (amount === null) return NOTHING;
  const changed = by.kind === 'amount' ? amount + by.amount : amount * by.factor;
  const bounded = by.notBelowZero && amount >= 0 ? Math.max(0, changed) : changed;
  const figure = roundTo(bounded, decimals === null ? 6 : Math.max(decimals, by.kind === 'amount' ? 4 : 0));
  checkFigure(figure, 'by');
  return { amount: figure, formula: null };
}

function adjustedFormula(formula: string, by: Adjustment): string {
  const place = { from: 0, to: 0 };
  const number = (value: number): Expression => ({ kind: 'number', value, place });
  const left = readStored(formula);
  const changed: Expression =
    by.kind === 'factor'
      ? { kind: 'binary', operator: '*', left, right: number(Number(by.factor.toPrecision(12))), place }
      : { kind: 'binary', operator: by.amount < 0 ? '-' : '+', left, right: number(Math.abs(by.amount)), place };
  const bounded: Expression = by.notBelowZero
    ? { kind: 'call', name: 'max', args: [number(0), changed], place }
    : changed;
  return readableAgain(printFormula(bounded), 'by');
}

/** A formula made from others, which may have grown longer than formulas may be. */
export function readableAgain(formula: string, field: string): string {
  try {
    parseFormula(formula);
  } catch (error) {
    if (error instanceof FormulaError) throw refused('invalid', error.problem.message, field);
    throw error;
  }
  return formula;
}

export function stepsOf(draft: Draft, line: string): RuleStepRow[] {
  return [...rowsWhere(draft.document.ruleSteps, 'line', line)];
}

export function exceptionsOf(draft: Draft, line: string): ExceptionRow[] {
  return [...rowsWhere(draft.document.exceptions, 'line', line)];
}

/** The exceptions of some months. Few months are looked up one by one, since a line may have hundreds of exceptions. */
export function exceptionsBetween(draft: Draft, line: string, from: Month, to: Month): ExceptionRow[] {
  const count = monthsBetween(from, to) + 1;
  if (count > 24) return exceptionsOf(draft, line).filter((row) => row.month >= from && row.month <= to);
  return Array.from({ length: count }, (_, index) =>
    draft.get('exceptions', datedId(line, addMonths(from, index))),
  ).filter((row) => row !== null);
}

/** Returns what the steps of a rule say in a month. */
export function ruleValueAt(steps: readonly RuleStepRow[], month: Month): RuleValue {
  let latest: RuleStepRow | null = null;
  for (const step of steps) {
    if (step.from !== null && step.from > month) continue;
    if (latest === null || (step.from ?? '') > (latest.from ?? '')) latest = step;
  }
  return latest ?? NOTHING;
}

export function isSameRule(a: RuleValue, b: RuleValue): boolean {
  return a.amount === b.amount && a.formula === b.formula;
}

export function putStep(draft: Draft, line: string, from: Month | null, { amount, formula }: RuleValue): void {
  draft.set('ruleSteps', { id: stepId(line, from), line, from, amount, formula });
}

import { messageFor } from '../../message.ts';
import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { addMonths, beginningOf, monthsBetween, type Month } from '../../calendar/month.ts';
import { refused } from '../schema/refusal.ts';
import { planOf, type Document } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { figureAsFormula } from '../document/storedFormulas.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { isProjected, rateSourceOf } from '../../graph/rateSource.ts';
import { lastStep } from '../document/steps.ts';
import { stepId, type RuleStepRow } from '../schema/tables.ts';

/** States how projected figures grow: once with each year, or a little every month. */
export const STEPPINGS = ['yearly', 'monthly'] as const;
export type Stepping = (typeof STEPPINGS)[number];

/** The most years a plan is projected by. */
export const MAX_PROJECTED_YEARS = 30;

/**
 * Lets a plan go on for some years after a base year, with live rules: typed figures are what they were a year before,
 * grown at their line's rate; computed rules, such as balances and what follows a loan, go on as they are. What a line says
 * for later months is put aside, but a line that has ended stays ended.
 */
export function rollForward(draft: Draft, baseYear: number, years: number, stepping: Stepping): void {
  const plan = planOf(draft.document);
  const first = beginningOf(baseYear + 1, plan.yearBegins);
  const months = monthsBetween(plan.firstMonth, first) + years * 12;
  if (months > MAX_MONTHS)
    throw refused('invalid', messageFor('command.tooManyMonths', { most: MAX_MONTHS, months }), 'years');
  draft.set('plan', { ...plan, months });
  for (const line of draft.document.lines.values()) {
    if (!isProjected(line)) continue;
    const steps = [...rowsWhere(draft.document.ruleSteps, 'line', line.id)];
    const end = endOf(steps);
    for (const step of steps) if (step.from !== null && step.from >= first) draft.delete('ruleSteps', step.id);
    for (const exception of rowsWhere(draft.document.exceptions, 'line', line.id))
      if (exception.month >= first) draft.delete('exceptions', exception.id);
    if (end !== null && end < first) continue;
    grow(draft, line.id, first, years, stepping);
    if (end !== null && monthsBetween(first, end) < years * 12) endAt(draft, line.id, end);
  }
}

/** Lets a line's typed figures grow from a month on; a computed rule holds on. */
function grow(draft: Draft, line: string, first: Month, years: number, stepping: Stepping): void {
  const growth = growthOf(draft.document, line);
  if (growth === null) return;
  const set = (from: Month, grown: string) => {
    const formula = `prior({${line}}, 12)${grown}`;
    draft.set('ruleSteps', { id: stepId(line, from), line, from, amount: null, formula });
  };
  if (stepping === 'yearly') return set(first, growth.yearly);
  set(first, growth.firstYear);
  if (years > 1) set(addMonths(first, 12), growth.laterYears);
}

/** Puts a line's end in place among the steps it is rolled forward by. */
function endAt(draft: Draft, line: string, end: Month): void {
  for (const step of rowsWhere(draft.document.ruleSteps, 'line', line))
    if (step.from !== null && step.from >= end) draft.delete('ruleSteps', step.id);
  draft.set('ruleSteps', { id: stepId(line, end), line, from: end, amount: null, formula: null });
}

/** The month from which a line has nothing any more; `null` for one that does not end. */
function endOf(steps: readonly RuleStepRow[]): Month | null {
  const last = lastStep(steps);
  return last?.from && last.formula === null && (last.amount ?? 0) === 0 ? last.from : null;
}

/** Describes what a figure of a year before is multiplied by, as formulas. */
interface Growth {
  readonly yearly: string;
  readonly firstYear: string;
  readonly laterYears: string;
}

/** Returns how a line's typed figures grow; `null` for a line that goes on by its own rule. */
function growthOf(document: Document, line: string): Growth | null {
  const source = rateSourceOf(document, line);
  if (source.from === 'rule' || source.from === 'calculator') return null;
  if (source.from === 'nothing') return { yearly: '', firstYear: '', laterYears: '' };
  const nth = monthOfPlanYear(planOf(document).yearBegins);
  if ('rate' in source) {
    const rate = figureAsFormula(source.rate);
    if (source.rate < 0) return growthBy(`(1 - ${rate.slice(1)})`, nth);
    return growthBy(`(1 + ${rate})`, nth);
  }
  const rate = `{${source.assumption}}`;
  const part = (months: string, name: string) => ` * (1 + ${name})^(${months} / 12)`;
  return {
    yearly: ` * (1 + ${rate})`,
    firstYear: part(nth, rate),
    // Of the twelve months since, the first ones grew at the rate of the year before.
    laterYears: `${part(`(12 - ${nth})`, `prior(${rate}, 12)`)}${part(nth, rate)}`,
  };
}

function growthBy(factor: string, nth: string): Growth {
  return { yearly: ` * ${factor}`, firstYear: ` * ${factor}^(${nth} / 12)`, laterYears: ` * ${factor}` };
}

/** The number of a month within the plan's year, 1 to 12, as a formula. */
function monthOfPlanYear(begins: number): string {
  return begins === 1 ? 'month' : `if(month < ${begins}, month + ${13 - begins}, month - ${begins - 1})`;
}

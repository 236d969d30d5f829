import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { addMonths, monthsBetween, toMonth, type Month } from '../../calendar/month.ts';
import { refused } from '../schema/refusal.ts';
import { planOf, type Document } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { figureAsFormula } from '../document/storedFormulas.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { isProjected, rateSourceOf } from '../../graph/rateSource.ts';
import { lastStep } from '../document/steps.ts';
import { stepId, type RuleStepRow } from '../schema/tables.ts';

/** How projected figures grow: once a year in January, or a little every month. */
export const STEPPINGS = ['yearly', 'monthly'] as const;
export type Stepping = (typeof STEPPINGS)[number];

/** The most years a plan is projected by. */
export const MAX_PROJECTED_YEARS = 30;

/**
 * Lets a plan go on for some years after a base year, with live rules: every line has what it had a year before, grown at
 * its rate. What a line says for later months is put aside, but a line that has ended stays ended.
 */
export function rollForward(draft: Draft, baseYear: number, years: number, stepping: Stepping): void {
  const plan = planOf(draft.document);
  const first = toMonth(`${baseYear + 1}-01`);
  const months = monthsBetween(plan.firstMonth, first) + years * 12;
  if (months > MAX_MONTHS)
    throw refused('invalid', `A plan has at most ${MAX_MONTHS} months; this would make ${months}.`, 'years');
  draft.set('plan', { ...plan, months });
  for (const line of draft.document.lines.values()) {
    // What follows a loan or a fund goes on with it, and ends with it.
    if (!isProjected(line) || rateSourceOf(draft.document, line.id).from === 'calculator') continue;
    const steps = [...rowsWhere(draft.document.ruleSteps, 'line', line.id)];
    const end = endOf(steps);
    for (const step of steps) if (step.from !== null && step.from >= first) draft.delete('ruleSteps', step.id);
    for (const exception of rowsWhere(draft.document.exceptions, 'line', line.id))
      if (exception.month >= first) draft.delete('exceptions', exception.id);
    if (end !== null && end <= first) continue;
    const growth = growthOf(draft.document, line.id);
    const set = (from: Month, formula: string | null) =>
      draft.set('ruleSteps', { id: stepId(line.id, from), line: line.id, from, amount: null, formula });
    if (stepping === 'yearly') set(first, `prior({${line.id}}, 12)${growth.yearly}`);
    else {
      set(first, `prior({${line.id}}, 12)${growth.firstYear}`);
      if (years > 1) set(addMonths(first, 12), `prior({${line.id}}, 12)${growth.laterYears}`);
    }
    if (end !== null && monthsBetween(first, end) < years * 12) endAt(draft, line.id, end);
  }
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

/** What a line's figure of a year before is multiplied by, as formulas. */
function growthOf(document: Document, line: string): { yearly: string; firstYear: string; laterYears: string } {
  const source = rateSourceOf(document, line);
  if (source.from === 'nothing' || source.from === 'calculator') return { yearly: '', firstYear: '', laterYears: '' };
  if ('rate' in source) {
    const rate = figureAsFormula(source.rate);
    if (source.rate < 0) return growthBy(`(1 - ${rate.slice(1)})`);
    return growthBy(`(1 + ${rate})`);
  }
  const rate = `{${source.assumption}}`;
  const part = (months: string, of: string) => ` * (1 + ${of})^(${months} / 12)`;
  return {
    yearly: ` * (1 + ${rate})`,
    firstYear: part('month', rate),
    // Of the twelve months since, the first ones grew at the rate of the year before.
    laterYears: `${part('(12 - month)', `prior(${rate}, 12)`)}${part('month', rate)}`,
  };
}

function growthBy(factor: string): { yearly: string; firstYear: string; laterYears: string } {
  return { yearly: ` * ${factor}`, firstYear: ` * ${factor}^(month / 12)`, laterYears: ` * ${factor}` };
}

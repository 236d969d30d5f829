import { MAX_MONTHS } from '../calendar/calendar.ts';
import { addMonths, monthOfYear, monthsBetween, toMonth, yearOf, type Month } from '../calendar/month.ts';
import { usesOf } from '../engine/dependencies.ts';
import { outputOfFigure } from './calculators.ts';
import { existing, refused } from './checks.ts';
import { planOf, type Document } from './document.ts';
import type { Draft } from './draft.ts';
import { figureAsFormula, readStored } from './storedFormulas.ts';
import { rowsWhere } from './rowTable.ts';
import type { Command } from './commands.ts';
import { lastStep, setFigures } from './rules.ts';
import { isFraction } from '../figure/unit.ts';
import { stepId, type LineRow, type RuleStepRow } from './tables.ts';

/** How projected figures grow: once a year in January, or a little every month. */
export const STEPPINGS = ['yearly', 'monthly'] as const;
export type Stepping = (typeof STEPPINGS)[number];

/** The most years a plan is projected by. */
export const MAX_PROJECTED_YEARS = 30;

/** Where a line's rate of projection comes from. */
export type RateSource =
  | { readonly from: 'line' | 'group' | 'plan'; readonly assumption: string }
  | { readonly from: 'line' | 'group'; readonly rate: number }
  /** A loan, pot or other calculator it follows, which goes on by itself. */
  | { readonly from: 'calculator' }
  | { readonly from: 'nothing' };

/**
 * The rate a line or group is projected at: its own, else its group's, else the plan's. A line that follows a calculator
 * has none, unless it is given one of its own.
 */
export function rateSourceOf(document: Document, id: string): RateSource {
  const line = document.lines.get(id);
  const group = document.groups.get(line?.group ?? id);
  for (const [from, row] of [
    ['line', line],
    ['group', group],
  ] as const) {
    if (row?.projectionRate) return { from, assumption: row.projectionRate };
    if (row?.ownRate != null) return { from, rate: row.ownRate };
    if (row === line && line && followsCalculator(document, line.id)) return { from: 'calculator' };
  }
  const shared = planOf(document).projectionRate;
  return shared === null ? { from: 'nothing' } : { from: 'plan', assumption: shared };
}

/** Whether what a line's rule says last comes from a loan, a pot or another calculator. */
function followsCalculator(document: Document, line: string): boolean {
  const steps = rowsWhere(document.ruleSteps, 'line', line);
  const formula = lastStep(steps)?.formula ?? null;
  return formula !== null && usesOf(readStored(formula)).some((use) => outputOfFigure(use.id) !== null);
}

/** Whether a line is projected: what counts money or things. Rates and the like keep their own rules. */
export function isProjected(line: LineRow): boolean {
  return line.unit === 'money' || line.unit === 'number';
}

/**
 * Lets a plan go on for some years after a base year, with live rules: every line has what it had a year before, grown at
 * its rate. What a line says for later months is put aside, but a line that has ended stays ended.
 */
export function carryOn(draft: Draft, baseYear: number, years: number, stepping: Stepping): void {
  const plan = planOf(draft.document);
  const first = toMonth(`${baseYear + 1}-01`);
  const months = monthsBetween(plan.firstMonth, first) + years * 12;
  if (months > MAX_MONTHS)
    throw refused('invalid', `A plan has at most ${MAX_MONTHS} months; this would make ${months}.`, 'years');
  draft.set('plan', { ...plan, months });
  for (const line of draft.document.lines.values()) {
    // What follows a loan or a pot goes on with it, and ends with it.
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

/** Puts a line's end in place among the steps it is carried on by. */
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

/**
 * Takes a projection into the plan: only a plan that ends with its base year can be carried on. With `actual`, what
 * really happened in the base year first takes the place of what was planned.
 */
export function takeProjectionIn(
  draft: Draft,
  { years, stepping, rate, actual = [] }: Extract<Command, { kind: 'plan.carryOn' }>,
): void {
  const plan = planOf(draft.document);
  if (!STEPPINGS.includes(stepping)) throw refused('invalid', 'Figures grow yearly or monthly.', 'stepping');
  if (!Number.isInteger(years) || years < 1 || years > MAX_PROJECTED_YEARS)
    throw refused('invalid', `A plan is carried on by 1 to ${MAX_PROJECTED_YEARS} years.`, 'years');
  const last = addMonths(plan.firstMonth, plan.months - 1);
  if (monthOfYear(last) !== 12)
    throw refused('invalid', 'A plan is carried on from the end of a year. Let it end in a December first.', 'years');
  if (plan.months < 12)
    throw refused('invalid', 'A plan is carried on from twelve months of figures; this one has fewer.', 'years');
  if (rate !== null) {
    const assumption = existing(draft, 'assumptions', rate, 'The assumption for the projection');
    if (!isFraction(assumption.unit))
      throw refused('invalid', `${assumption.name} is no rate, so nothing can grow by it.`, 'rate');
    draft.set('plan', { ...plan, projectionRate: rate });
  }
  if (actual.some(({ month }) => yearOf(month) !== yearOf(last)))
    throw refused('invalid', `The actual figures have to be those of ${yearOf(last)}.`, 'actual');
  setFigures(draft, { kind: 'figures.set', as: 'exceptions', figures: actual });
  carryOn(draft, yearOf(last), years, stepping);
}

import { childrenOf, type Expression } from '../formula/expression/syntax.ts';
import { usesOf } from './formulaUses.ts';
import { outputOfFigure } from '../plan/document/calculators.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { lastStep } from '../plan/document/steps.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';
import type { LineRow } from '../plan/schema/tables.ts';

/** Where a line's rate of projection comes from. */
export type RateSource =
  | { readonly from: 'line' | 'group' | 'plan'; readonly assumption: string }
  | { readonly from: 'line' | 'group'; readonly rate: number }
  /** A rule of its own, or a loan, fund or other calculator it follows: they go on by themselves. */
  | { readonly from: 'rule' }
  | { readonly from: 'calculator' }
  | { readonly from: 'nothing' };

/**
 * The rate a line or group is projected at: its own, else its group's, else the plan's. Only typed figures grow by a
 * rate: a line whose rule is computed goes on by that, unless it is given a rate of its own.
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
    const rule = row === line && line ? ruleOf(document, line.id) : null;
    if (rule && isComputed(rule, line!.id)) return { from: followsCalculator(rule) ? 'calculator' : 'rule' };
  }
  const shared = planOf(document).projectionRate;
  return shared === null ? { from: 'nothing' } : { from: 'plan', assumption: shared };
}

/** The formula a line's rule ends with; `null` for a typed figure. */
function ruleOf(document: Document, line: string): Expression | null {
  const formula = lastStep([...rowsWhere(document.ruleSteps, 'line', line)])?.formula ?? null;
  return formula === null ? null : readStoredOrNull(formula);
}

/** Returns whether a rule comes from a loan, a fund or another calculator. */
function followsCalculator(rule: Expression): boolean {
  return usesOf(rule).some((use) => outputOfFigure(use.id) !== null);
}

/**
 * Returns whether a rule is computed from something that goes on by itself: other figures, those of the months before, or how many
 * years have passed. A pattern of typed figures, such as 240 every June, is not, nor is what has been rolled forward before.
 */
function isComputed(rule: Expression, line: string): boolean {
  if (isRolledForward(rule, line)) return false;
  if (rule.kind === 'ref') return true;
  if (rule.kind === 'word') return rule.word === 'year' || rule.word === 'years' || rule.word === 'period';
  return childrenOf(rule).some((part) => isComputed(part, line));
}

/** Returns whether a rule is what rolling forward makes of a typed figure: that of the year before, grown. */
function isRolledForward(rule: Expression, line: string): boolean {
  if (rule.kind === 'binary' && rule.operator === '*') return isRolledForward(rule.left, line);
  if (rule.kind !== 'call' || rule.name !== 'prior') return false;
  const [expression, months] = rule.args;
  return expression?.kind === 'ref' && expression.id === line && months?.kind === 'number' && months.value === 12;
}

/** Returns whether a line is projected: what counts money or things. Rates and the like keep their own rules. */
export function isProjected(line: LineRow): boolean {
  return line.unit === 'money' || line.unit === 'number';
}

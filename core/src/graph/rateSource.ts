import { usesOf } from './dependencies.ts';
import { outputOfFigure } from '../plan/document/calculators.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { lastStep } from '../plan/document/steps.ts';
import { readStored } from '../plan/document/storedFormulas.ts';
import type { LineRow } from '../plan/schema/tables.ts';

/** Where a line's rate of projection comes from. */
export type RateSource =
  | { readonly from: 'line' | 'group' | 'plan'; readonly assumption: string }
  | { readonly from: 'line' | 'group'; readonly rate: number }
  /** A loan, fund or other calculator it follows, which goes on by itself. */
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

/** Whether what a line's rule says last comes from a loan, a fund or another calculator. */
function followsCalculator(document: Document, line: string): boolean {
  const steps = rowsWhere(document.ruleSteps, 'line', line);
  const formula = lastStep(steps)?.formula ?? null;
  return formula !== null && usesOf(readStored(formula)).some((use) => outputOfFigure(use.id) !== null);
}

/** Whether a line is projected: what counts money or things. Rates and the like keep their own rules. */
export function isProjected(line: LineRow): boolean {
  return line.unit === 'money' || line.unit === 'number';
}

import type { Document, Month, Reach } from '@haushalt/core';
import { isCalculation, looksLikeFormula } from '../../../fields/formula/entry.ts';
import type { Draft } from '../../../grid/state.ts';

/**
 * The reach an entry begins with: a line that has no rule yet takes it for every month, a rule stays a rule, and a
 * figure in a line that has one, typed or reckoned from figures, is an exception.
 */
export function firstReach(document: Document, line: string, isFormula: boolean): Reach {
  if (isFormula) return 'every';
  for (const step of document.ruleSteps.values()) if (step.line === line) return 'month';
  for (const exception of document.exceptions.values()) if (exception.line === line) return 'month';
  return 'every';
}

/** Returns how many dated steps and exceptions of a line an entry would replace. */
export function replacedBy(
  document: Document,
  line: string,
  month: string,
  reach: Reach,
  until: string,
): { steps: number; exceptions: number } {
  if (reach === 'month') return { steps: 0, exceptions: 0 };
  const covers = (when: string | null) =>
    reach === 'every' || (when !== null && when > month && (reach !== 'until' || when <= until));
  let steps = 0;
  let exceptions = 0;
  for (const step of document.ruleSteps.values())
    if (step.line === line && step.from !== null && covers(step.from)) steps++;
  for (const exception of document.exceptions.values()) {
    if (exception.line === line && (covers(exception.month) || exception.month === month)) exceptions++;
  }
  return { steps, exceptions };
}

/** Returns whether a draft is read as a rule: it was opened as one, or looks like one. */
export function isRule({ text, options }: Draft): boolean {
  return options.asRule === 'yes' || looksLikeFormula(text);
}

/** Returns how far a draft reaches, from and until which month. */
export function reachOf(
  draft: Draft,
  document: Document,
  line: string,
  month: Month,
): { readonly reach: Reach; readonly from: Month; readonly until: Month } {
  const { reach, from, until } = draft.options as { reach?: Reach | null; from?: Month; until?: Month };
  return {
    reach: reach ?? firstReach(document, line, isRule(draft) && !isCalculation(draft.text)),
    from: from ?? month,
    until: until ?? month,
  };
}

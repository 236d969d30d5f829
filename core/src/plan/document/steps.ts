import type { RuleStepRow } from '../schema/tables.ts';

/** The step of a rule that holds last. */
export function lastStep(steps: readonly RuleStepRow[]): RuleStepRow | undefined {
  return [...steps].sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1)).at(-1);
}

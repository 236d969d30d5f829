import { say } from '../../../language/language.ts';
import { effectiveSteps, periodOf, stepInWords, type PlanModel, type MonthRange } from '@haushalt/core';

/** A stretch of months in which a line's figures come from one step of its rule, or from one exception. */
export interface RuleCell {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly kind: 'step' | 'exception';
}

/** The rules behind a line's figures in some months, from left to right. */
export function ruleCells(model: PlanModel, line: string, { from, to }: MonthRange): RuleCell[] {
  const { document, calendar } = model;
  const exceptions = model
    .exceptionsOf(line)
    .map((row) => ({ row, at: periodOf(calendar, row.month) }))
    .filter(({ at }) => at >= from && at < to)
    .sort((a, b) => a.at - b.at);
  const cells: RuleCell[] = exceptions.map(({ row, at }) => ({
    from: at,
    to: at + 1,
    text: say(stepInWords(document, line, row)),
    kind: 'exception',
  }));
  for (const step of effectiveSteps(model.stepsOf(line), calendar)) {
    const text = say(stepInWords(document, line, step.row));
    let start = Math.max(from, step.from);
    const end = Math.min(to, step.to);
    for (const { at } of [...exceptions, { at: end }]) {
      if (at < start) continue;
      const stop = Math.min(at, end);
      if (start < stop) cells.push({ from: start, to: stop, text: say(text), kind: 'step' });
      start = stop + 1;
      if (start >= end) break;
    }
  }
  return cells.sort((a, b) => a.from - b.from);
}

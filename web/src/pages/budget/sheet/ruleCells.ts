import {
  effectiveSteps,
  notationOf,
  patternInWords,
  patternOf,
  periodOf,
  planOf,
  toShown,
  writeFigure,
  type Document,
  type Stretch,
  type PlanModel,
} from '@haushalt/core';

/** A stretch of months in which a line's figures come from one step of its rule, or from one exception. */
export interface RuleCell {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly kind: 'step' | 'exception';
}

/** What a step or exception says, in short: a figure, a pattern in words, a formula, or that it is empty. */
export function sayingText(
  document: Document,
  line: string,
  { amount, formula }: { readonly amount: number | null; readonly formula: string | null },
): string {
  const plan = planOf(document);
  if (formula !== null) {
    const pattern = patternOf(formula);
    return pattern ? patternInWords(pattern, document, line) : toShown(formula, document, notationOf(plan.locale));
  }
  return amount === null ? 'empty' : writeFigure(amount, document.lines.get(line)?.unit ?? 'money', plan);
}

/** The rules behind a line's figures in some months, from left to right. */
export function ruleCells(model: PlanModel, line: string, { from, to }: Stretch): RuleCell[] {
  const { document, calendar } = model;
  const exceptions = model
    .exceptionsOf(line)
    .map((row) => ({ row, at: periodOf(calendar, row.month) }))
    .filter(({ at }) => at >= from && at < to)
    .sort((a, b) => a.at - b.at);
  const cells: RuleCell[] = exceptions.map(({ row, at }) => ({
    from: at,
    to: at + 1,
    text: sayingText(document, line, row),
    kind: 'exception',
  }));
  for (const step of effectiveSteps(model.stepsOf(line), calendar)) {
    const text = sayingText(document, line, step.row);
    let start = Math.max(from, step.from);
    const end = Math.min(to, step.to);
    for (const { at } of [...exceptions, { at: end }]) {
      if (at < start) continue;
      const stop = Math.min(at, end);
      if (start < stop) cells.push({ from: start, to: stop, text, kind: 'step' });
      start = stop + 1;
      if (start >= end) break;
    }
  }
  return cells.sort((a, b) => a.from - b.from);
}

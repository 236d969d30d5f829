import {
  datedId,
  effectiveSteps,
  notationOf,
  periodOf,
  planOf,
  toShown,
  writeForEntry,
  type LineRow,
  type Month,
  type PlanModel,
} from '@haushalt/core';

/** The text an editor opens with: the month's own entry or figure, or, for the rule, what the line's rule says there. */
export function startingText(
  model: PlanModel,
  line: LineRow,
  month: Month,
  asRule: boolean,
): { text: string; selected: boolean; asRule: boolean } {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  const period = periodOf(calendar, month);
  const write = (figure: number) => writeForEntry(figure, line.unit, locale);
  const exception = document.exceptions.get(datedId(line.id, month));
  const rule = effectiveSteps(model.stepsOf(line.id), calendar).find(
    ({ from, to }) => from <= period && period < to,
  )?.row;
  const row = asRule ? rule : exception;
  if (row?.formula != null)
    return { text: toShown(row.formula, document, notationOf(locale)), selected: true, asRule: true };
  if (asRule) return { text: rule?.amount == null ? '' : write(rule.amount), selected: true, asRule: true };
  const value = model.seriesOf(line.id)!.valueAt(period);
  return { text: Number.isNaN(value) ? '' : write(Number(value.toPrecision(15))), selected: true, asRule: false };
}

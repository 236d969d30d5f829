import { stretchOfYear } from '../calendar/calendar.ts';
import { totalOf } from '../calendar/rollup.ts';
import { monthsBetween, toMonth } from '../calendar/month.ts';
import { figuresOf } from '../engine/results.ts';
import type { Model } from '../engine/model.ts';
import { project } from '../finance/projection.ts';
import { rollUpOf } from '../plan/rollUps.ts';

/** A year's total of something and what it becomes a year later at a rate. */
export interface ProjectedYear {
  readonly base: number | null;
  readonly increase: number | null;
  readonly amount: number | null;
}

/** The rate an assumption has for the year after `baseYear`: its value in that year's January. */
export function rateAfter(model: Model, assumption: string, baseYear: number): number {
  const row = model.document.assumptions.get(assumption);
  if (!row) throw new RangeError('There is no such assumption in the plan.');
  const january = toMonth(`${baseYear + 1}-01`);
  return model
    .valueStepsOf(assumption)
    .filter((step) => monthsBetween(step.from, january) >= 0)
    .reduce((latest, step) => (latest.from < step.from ? step : latest), { from: '', value: row.value }).value;
}

/**
 * Next year's projection of a line, group or total: the base year's total and what it becomes at the rate. Net and left
 * over follow from the totals, as each side grows alike. Nothing for what does not add up over a year.
 */
export function projectNextYear(model: Model, id: string, baseYear: number, rate: number): ProjectedYear {
  const series = model.seriesOf(id);
  if (!series || rollUpOf(model.document, id) !== 'total') return { base: null, increase: null, amount: null };
  const base = totalOf(figuresOf(series), stretchOfYear(model.calendar, baseYear));
  if (base === null) return { base, increase: null, amount: null };
  const [next] = project(base, [rate]);
  return { base, increase: next!.increase, amount: next!.amount };
}

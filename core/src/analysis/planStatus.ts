import { rangeOfYear } from '../calendar/calendar.ts';
import { addMonths, yearOf, type Month } from '../calendar/month.ts';
import { totalOf } from '../calendar/rollup.ts';
import { isInTheRed } from '../figure/compare.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { figuresOf } from '../engine/results.ts';
import { planOf } from '../plan/document/document.ts';
import { NET } from '../plan/schema/totals.ts';

/** Describes how a plan stands, for the list of plans. */
export interface PlanStatus {
  readonly firstMonth: Month;
  readonly lastMonth: Month;
  readonly months: number;
  /** The year the net is of: today's when the plan has it, else the plan's nearest. */
  readonly year: number;
  /** The month its years begin in, 1 to 12. */
  readonly yearBegins: number;
  readonly netOfYear: number | null;
  /** The months of the whole plan in which expenses exceed income. */
  readonly monthsInTheRed: number;
}

/** Returns how a plan stands, seen from the month that is today. */
export function planStatus(model: PlanModel, today: Month): PlanStatus {
  const plan = planOf(model.document);
  const lastMonth = addMonths(plan.firstMonth, plan.months - 1);
  const net = figuresOf(model.seriesOf(NET)!);
  const select = (month: Month) => yearOf(month, plan.yearBegins);
  const year = Math.min(Math.max(select(today), select(plan.firstMonth)), select(lastMonth));
  return {
    firstMonth: plan.firstMonth,
    lastMonth,
    months: plan.months,
    year,
    yearBegins: plan.yearBegins,
    netOfYear: totalOf(net, rangeOfYear(model.calendar, year)),
    monthsInTheRed: net.filter((figure) => figure !== null && isInTheRed(figure)).length,
  };
}

import { periodOf, type Calendar } from '../calendar/calendar.ts';
import { monthsBetween, type Month } from '../calendar/month.ts';

/**
 * One figure of a schedule over the plan's months. Before its first row there is none; after its last there is `after`,
 * which is nothing unless it is said otherwise.
 */
export function overPlan<R extends { readonly month: Month }>(
  rows: readonly R[],
  calendar: Calendar,
  select: (row: R) => number,
  after: number | null = null,
): (number | null)[] {
  const figures = new Array<number | null>(calendar.count).fill(null);
  for (const row of rows) {
    const period = periodOf(calendar, row.month);
    if (period >= 0) figures[period] = select(row);
  }
  const end = monthsBetween(calendar.first, rows.at(-1)!.month) + 1;
  return after === null ? figures : figures.fill(after, Math.max(0, end));
}

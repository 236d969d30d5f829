import {
  TOTAL_EXPENSES,
  eachDay,
  firstDay,
  lastDay,
  minorUnitsIn,
  planOf,
  sideOfLine,
  writeFigure,
  type LedgerEntry,
  type Month,
  type PlanModel,
} from '@haushalt/core';
import type { Picture } from '../charts/picture.ts';
import { dayInWords, t } from '../../language/language.ts';

/** The pace of a month: what was spent up to each day, beside the budget spread evenly over its days. */
export function paceOf(model: PlanModel, entries: readonly LedgerEntry[], month: Month, today: string): Picture {
  const { document, calendar } = model;
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const days = eachDay(firstDay(month), lastDay(month));
  const budget = model.seriesOf(TOTAL_EXPENSES)?.valueAt(calendar.months.indexOf(month)) ?? NaN;
  const byDay = new Map<string, number>();
  for (const { date, line, amount } of entries)
    if (sideOfLine(document, line) === 'expense') byDay.set(date, (byDay.get(date) ?? 0) - amount);
  let spent = 0;
  const actual = days.map((day) => {
    spent += byDay.get(day) ?? 0;
    return day <= today ? spent / units : null;
  });
  return {
    label: t('entries.paceOfMonth'),
    categoryName: t('entries.date'),
    categories: days.map((day) => dayInWords(day, plan.locale, 'short')),
    axis: plan.currency,
    write: (value) => writeFigure(value, 'money', plan),
    series: [
      {
        label: t('entries.budget'),
        mark: 'line',
        tone: 'memo',
        values: days.map((_, index) => (budget === budget ? (budget * (index + 1)) / days.length : null)),
      },
      { label: t('entries.spent'), mark: 'steps', tone: 'expense', values: actual },
    ],
  };
}

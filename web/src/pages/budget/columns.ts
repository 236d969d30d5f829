import { monthInWords, planOf, stretchOfYear, type Document, type Model, type Month } from '@haushalt/core';
import type { GridColumn } from '../../grid/Grid.tsx';
import { monthFigure, yearFigures } from './figures.ts';
import type { BudgetRow } from './rows.ts';

export interface BudgetColumn extends GridColumn {
  /** The month a column shows; the others show the year. */
  readonly month?: Month;
}

const LABEL_WIDTH = 196;
const LEAST = { month: 58, total: 76, average: 66, share: 54 } as const;

/** The columns of a year: its months, then total, average and share. Each is as wide as its widest figure. */
export function budgetColumns(
  model: Model,
  document: Document,
  rows: readonly BudgetRow[],
  year: number,
): BudgetColumn[] {
  const { locale } = planOf(document);
  const stretch = stretchOfYear(model.calendar, year);
  const ids = [...rows.flatMap((row) => (row.id === null ? [] : [row.id])), '@net', '@cumulativeNet'];
  const widest = { month: 0, total: 0, average: 0, share: 0 };
  for (const id of ids) {
    for (let period = stretch.from; period < stretch.to; period++) {
      widest.month = Math.max(widest.month, monthFigure(model, id, period).text.length);
    }
    const figures = yearFigures(model, id, year);
    for (const part of ['total', 'average', 'share'] as const)
      widest[part] = Math.max(widest[part], figures[part].text.length);
  }
  const width = (part: keyof typeof widest) => Math.max(LEAST[part], Math.ceil(widest[part] * 6.3) + 13);
  const months = model.calendar.months.slice(stretch.from, stretch.to).map((month): BudgetColumn => ({
    id: month,
    month,
    heading: monthInWords(month, locale, 'name'),
    width: width('month'),
    pin: null,
  }));
  return [
    { id: 'label', heading: String(year), width: LABEL_WIDTH, pin: 'start', className: 'label' },
    ...months,
    { id: 'total', heading: 'Year', width: width('total'), pin: 'end', className: 'of-year first-of-year' },
    { id: 'average', heading: 'Average', width: width('average'), pin: 'end', className: 'of-year' },
    { id: 'share', heading: 'Share', width: width('share'), pin: 'end', className: 'of-year' },
  ];
}

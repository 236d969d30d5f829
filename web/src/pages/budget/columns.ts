import { datedId, monthInWords, planOf, stretchOfYear, type Document, type Model, type Month } from '@haushalt/core';
import type { GridColumn } from '../../grid/Grid.tsx';
import { monthFigure, yearFigures } from './figures.ts';
import type { BudgetRow } from './rows.ts';

export interface BudgetColumn extends GridColumn {
  /** The month a column shows; the others show the year. */
  readonly month?: Month;
}

const LABEL_WIDTH = 182;
const LEAST = { month: 58, total: 74, average: 64, share: 54 } as const;
const PADDING = 12;
/** What the mark of an exception takes beside its figure. */
const MARK = 7;

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
      const mark = document.exceptions.has(datedId(id, model.calendar.months[period]!)) ? MARK : 0;
      widest.month = Math.max(widest.month, widthOf(monthFigure(model, id, period).text) + mark);
    }
    const figures = yearFigures(model, id, year);
    for (const part of ['total', 'average', 'share'] as const)
      widest[part] = Math.max(widest[part], widthOf(figures[part].text));
  }
  const width = (part: keyof typeof widest) => Math.max(LEAST[part], Math.ceil(widest[part]) + PADDING);
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

/** How wide a figure is in the grid's type: figures are tabular, signs between them narrow. */
function widthOf(text: string): number {
  let width = 0;
  for (const char of text) width += /[0-9−]/.test(char) ? 6.65 : char === '%' ? 11 : 3.4;
  return width;
}

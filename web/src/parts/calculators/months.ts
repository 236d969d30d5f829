import { addMonths, yearInWords, yearOf, type Calendar, type Month } from '@haushalt/core';

/** States how many months before the plan a loan or fund may have begun, as far as they are offered for choosing. */
const BEFORE = 120;

/** The months a loan or fund may begin in: the plan's, and some years before it. */
export function startingMonths({ first, count }: Calendar): Month[] {
  return monthsFrom(addMonths(first, -BEFORE), count + BEFORE);
}

/** So many months from one on. */
export function monthsFrom(first: Month, count: number): Month[] {
  return Array.from({ length: Math.max(1, count) }, (_, index) => addMonths(first, index));
}

/** Rows of months taken together by the plan's years. */
export function byYear<R extends { readonly month: Month }>(
  rows: readonly R[],
  begins: number,
): { year: string; rows: R[] }[] {
  const years: { year: string; rows: R[] }[] = [];
  for (const row of rows) {
    const year = yearInWords(yearOf(row.month, begins), begins);
    const last = years.at(-1);
    if (last?.year === year) last.rows.push(row);
    else years.push({ year, rows: [row] });
  }
  return years;
}

/** The sum of a figure over rows. */
export function sumOf<R>(rows: readonly R[], select: (row: R) => number): number {
  return rows.reduce((sum, row) => sum + select(row), 0);
}

import { planOf } from '@haushalt/core';
import { monthInWords, t } from '../language.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';
import type { PlanScope } from './translation/planScope.ts';

/** The helper cells of all rules, a part of a rule to a row; `null` when no rule needs any. */
export function workingsSheet(scope: PlanScope): Sheet | null {
  const rows = scope.workings.all();
  if (rows.length === 0) return null;
  const { calendar, document } = scope.model;
  const { locale } = planOf(document);
  const ofMonths = rows.filter(({ list }) => list === null);
  const ofLists = rows.filter(({ list }) => list !== null);
  const wide = Math.max(0, ...rows.flatMap(({ cells }) => [...cells.keys()].map((place) => place + 1)));
  const row = ({ title, cells }: (typeof rows)[number]): SheetRow => ({
    role: 'line',
    cells: [
      words(title),
      ...Array.from({ length: wide }, (_, place): SheetCell => {
        const cell = cells.get(place);
        if (!cell) return EMPTY_CELL;
        return { value: cell.value, format: { unit: 'number', decimals: 6 }, key: cell.key, ...(cell.formula ? { formula: cell.formula } : {}) }; // prettier-ignore
      }),
    ],
  });
  const heading = (title: string, columns: readonly string[]): SheetRow => ({
    role: 'heading',
    cells: [words(title), ...columns.map((each) => words(each))],
  });
  const months = calendar.months.map((month) => monthInWords(month, locale, 'short'));
  return {
    id: 'workings',
    title: t('formats.workings'),
    remark: t('formats.workingsAbout'),
    columns: [{ kind: 'name' }, ...Array.from({ length: wide }, () => ({ kind: 'figure' as const }))],
    headings: 1,
    rows: [
      ...(ofMonths.length > 0 || ofLists.length === 0 ? [heading(t('formats.partOfARule'), months)] : []),
      ...ofMonths.map(row),
      ...(ofLists.length > 0
        ? [
            heading(
              t('formats.partOfARule'),
              Array.from({ length: wide }, (_, index) => String(index + 1)),
            ),
          ]
        : []),
      ...ofLists.map(row),
    ],
  };
}

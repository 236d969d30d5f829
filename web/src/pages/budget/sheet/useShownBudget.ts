import { rangeOfYear, yearIn, yearsOf, type Month, type MonthRange } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { useIsNarrow, useWindowWidth } from '../../../ui/useWindowWidth.ts';
import { useStableValue } from '../../../ui/useStableValue.ts';
import { presentMonth, useYear } from '../../../parts/plan/useYear.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { useRoom } from './useRoom.ts';
import {
  budgetColumns,
  fittingColumns,
  isSameColumns,
  oneMonth,
  scopeOf,
  type BudgetColumn,
} from '../../../parts/lines/columns.ts';
import { budgetRows, type BudgetRow, type BudgetRows } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';

/** Describes what the budget shows: its year, rows and columns, as its view has them. */
export interface ShownBudget {
  readonly years: readonly number[];
  readonly year: number;
  readonly setYear: (year: number) => void;
  /** The one month shown where a window has room for one alone; else `null`. */
  readonly month: Month | null;
  readonly setMonth: (month: Month) => void;
  /** The months the columns at the end are about. */
  readonly scope: MonthRange;
  readonly budget: BudgetRows;
  /** All rows, those that scroll before those that stay at the bottom. */
  readonly all: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  /** Returns how many months a year of the plan has. */
  readonly monthsIn: (year: number) => number;
}

export function useShownBudget(view: BudgetView): ShownBudget {
  const { model } = useSessionState();
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years, model.calendar.yearBegins);
  const scope = useMemo(() => scopeOf(model, view, year), [model, view, year]);
  const budget = useMemo(() => budgetRows(model, view, scope), [model, view, scope]);
  const all = useMemo(() => [...budget.rows, ...budget.footer], [budget]);
  const room = useRoom();
  const width = useWindowWidth();
  const isNarrow = useIsNarrow() && view.span === 'month' && view.show !== 'rules';
  const { months } = model.calendar;
  const [wanted, setWanted] = useState(() => presentMonth(model.calendar));
  const month = isNarrow ? (yearIn(model.document, wanted) === year ? wanted : months[scope.from]!) : null;
  const setMonth = (next: Month) => {
    setWanted(next);
    setYear(yearIn(model.document, next));
  };
  const computed = useMemo(() => {
    const all = budgetColumns(model, view, budget.rows, year);
    if (month !== null) return oneMonth(all, month, width);
    return view.span === 'month' && view.show !== 'rules' ? fittingColumns(all, room) : all;
  }, [model, budget, view, year, room, month, width]);
  // Most edits leave every column as it is; then no row is laid out again.
  const columns = useStableValue<readonly BudgetColumn[]>(computed, isSameColumns);
  const monthsIn = (year: number) => {
    const { from, to } = rangeOfYear(model.calendar, year);
    return to - from;
  };
  return { years, year, setYear, month, setMonth, scope, budget, all, columns, monthsIn };
}

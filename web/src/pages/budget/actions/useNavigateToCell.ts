import { yearIn, type Month, type MonthRange } from '@haushalt/core';
import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import type { GridPlace } from '../../../grid/selection.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { NO_FILTER, type BudgetView } from '../../../parts/lines/view.ts';

/** Describes what is done once a place is reached. */
export type AfterNavigation = 'nothing' | 'name' | 'figure' | 'rule';

/** A place to go to as soon as it is there. */
interface Destination {
  readonly id: string;
  readonly month: Month | null;
  readonly then: AfterNavigation;
}

/** Shows a figure, opening what hides it; without a month the line itself. */
export type Show = (id: string, month: Month | null, then?: AfterNavigation) => void;

interface GoingTerms {
  readonly all: readonly BudgetRow[];
  readonly columns: readonly BudgetColumn[];
  readonly scope: MonthRange;
  readonly year: number;
  readonly view: BudgetView;
  readonly changeView: (part: Partial<BudgetView>) => void;
  readonly setYear: (year: number) => void;
  readonly onArrive: (place: GridPlace, then: AfterNavigation) => void;
}

/** Going to figures of the budget: those asked for here, and those another page asks for in the address. */
export function useNavigateToCell({
  all,
  columns,
  scope,
  year,
  view,
  changeView,
  setYear,
  onArrive,
}: GoingTerms): Show {
  const { document, model } = useSessionState();
  const [destination, setDestination] = useState<Destination | null>(null);

  // A place asked for is gone to once its row and column are there.
  useLayoutEffect(() => {
    if (!destination) return;
    const { id, month, then } = destination;
    const row = all.findIndex((candidate) => candidate.id === id);
    const column = month === null ? 0 : columns.findIndex((candidate) => candidate.month === month);
    if (row < 0 || column < 0) return;
    setDestination(null);
    onArrive({ row, column }, then);
  }, [destination, all, columns, onArrive]);

  const show: Show = useCallback(
    (id, month, then = 'nothing') => {
      const group = document.lines.get(id)?.group ?? id;
      const hidden = !all.some((candidate) => candidate.id === id);
      changeView({
        ...(month === null ? {} : { span: 'month' }),
        ...(hidden ? { filter: NO_FILTER, hideEmpty: false } : {}),
        collapsed: view.collapsed.filter((other) => other !== group),
      });
      if (month !== null) setYear(yearIn(document, month));
      setDestination({ id, month, then });
    },
    [document, all, changeView, view.collapsed, setYear],
  );

  const [search, setSearch] = useSearchParams();
  const wanted = search.get('show');
  const wantedMonth = search.get('month');
  // The address changes a little later than the page: each of its wishes is answered once.
  const { key: locationKey } = useLocation();
  const answered = useRef<string | null>(null);
  useLayoutEffect(() => {
    if (wanted === null || answered.current === locationKey) return;
    answered.current = locationKey;
    const month = model.calendar.months.find((each) => each === wantedMonth);
    show(wanted, month ?? (document.lines.has(wanted) ? (model.calendar.months[scope.from] ?? null) : null));
    setSearch({ year: String(month ? yearIn(document, month) : year) }, { replace: true });
  }, [wanted, wantedMonth, show, setSearch, document, model, scope, year, locationKey]);

  return show;
}

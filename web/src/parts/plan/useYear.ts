import { monthOfDay, nearestPeriod, today, yearOf, type Calendar, type Month } from '@haushalt/core';
import { useEffect, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';

/** The month that is now, where the page is. */
export function monthNow(): Month {
  return monthOfDay(today());
}

/** This month, or a plan's nearest to it. */
export function presentMonth(calendar: Calendar): Month {
  return calendar.months[nearestPeriod(calendar, monthNow())]!;
}

/** The year of today among years that begin in a month from 1 to 12, or the nearest to it. */
export function yearNow(years: readonly number[], begins: number): number {
  return nearest(years, yearOf(monthNow(), begins));
}

function nearest(years: readonly number[], year: number): number {
  return Math.min(Math.max(year, years[0]!), years.at(-1)!);
}

/** The year a page shows, kept in its address; at first this year, or the nearest to it. Years begin in a month from 1 to 12. */
export function useYear(years: readonly number[], begins: number): [number, (year: number) => void] {
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState(() => Number(search.get('year')) || yearNow(years, begins));
  const year = nearest(years, wanted);
  const shown = search.get('year');
  const { pathname } = useLocation();
  useEffect(() => {
    // Whoever has gone on to another page meanwhile is not brought back.
    if (shown === String(year) || window.location.pathname !== pathname) return;
    setSearch(
      (before) => {
        before.set('year', String(year));
        return before;
      },
      { replace: true },
    );
  }, [year, shown, setSearch, pathname]);
  return [year, setWanted];
}

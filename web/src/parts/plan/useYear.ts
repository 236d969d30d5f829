import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';

/** The year a page shows, kept in its address; at first this year, or the plan's nearest to it. */
export function useYear(years: readonly number[]): [number, (year: number) => void] {
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState(() => Number(search.get('year')) || new Date().getFullYear());
  const year = Math.min(Math.max(wanted, years[0]!), years.at(-1)!);
  const shown = search.get('year');
  useEffect(() => {
    if (shown === String(year)) return;
    setSearch(
      (before) => {
        before.set('year', String(year));
        return before;
      },
      { replace: true },
    );
  }, [year, shown, setSearch]);
  return [year, setWanted];
}

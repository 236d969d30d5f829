import { addMonths, forecastOf, lastDay, monthOfDay, today, type Balances, type Forecast } from '@haushalt/core';
import { useMemo } from 'react';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { Ledger } from './useLedger.ts';

/** Returns how the accounts go on, to the end of this month or of later ones; `null` while the ledger is fetched. */
export function useForecasts(
  ledger: Ledger,
  balances: Balances | null,
  months: number,
  from?: string,
): readonly Forecast[] | null {
  const { model } = useSessionState();
  const now = today();
  const { actuals, settled, sums, isLoading } = ledger;
  return useMemo(() => {
    if (isLoading || balances === null) return null;
    const until = lastDay(addMonths(monthOfDay(now), months - 1));
    return forecastOf({
      model,
      actuals,
      settled,
      sums,
      balances,
      today: now,
      until,
      ...(from === undefined ? {} : { from }),
    });
  }, [model, actuals, settled, sums, isLoading, balances, now, months, from]);
}

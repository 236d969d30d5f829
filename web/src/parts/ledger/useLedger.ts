import {
  NO_ACTUALS,
  actualsFrom,
  pageAfter,
  sumsAfter,
  type Actuals,
  type EntryChange,
  type EntryPage,
} from '@haushalt/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, type EntriesAsked } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

interface Ledger {
  readonly actuals: Actuals;
  /** The accounts entries went through, the one used most first. */
  readonly accounts: readonly string[];
  readonly isLoading: boolean;
  /** Why it cannot be shown, in a sentence. */
  readonly problem: string | null;
}

const NO_ACCOUNTS: readonly string[] = [];

/** What really happened in a plan, kept up to date while it is open; what is on its way to the server counts already. */
export function useLedger(planId: string): Ledger {
  const { data, isPending, error } = useQuery({
    queryKey: ['ledger', planId, 'sums'],
    queryFn: () => api.ledger(planId),
  });
  const changes = useChangesSince(data?.revision);
  const actuals = useMemo(() => (data ? actualsFrom(sumsAfter(data.sums, changes)) : NO_ACTUALS), [data, changes]);
  return { actuals, accounts: data?.accounts ?? NO_ACCOUNTS, isLoading: isPending, problem: error?.message ?? null };
}

interface Entries extends EntryPage {
  readonly isLoading: boolean;
  readonly problem: string | null;
}

/** The entries asked for; while others are fetched, those from before stay in sight. */
export function useEntries(planId: string, asked: EntriesAsked): Entries {
  const { data, isPending, error } = useQuery({
    queryKey: ['ledger', planId, 'entries', asked],
    queryFn: () => api.entries(planId, asked),
    placeholderData: keepPreviousData,
  });
  const changes = useChangesSince(data?.revision);
  const { from, to } = asked;
  const lines = asked.lines?.join() ?? null;
  const page = useMemo(
    () => pageAfter(data ?? { entries: [], total: 0 }, changes, { from, to, lines: lines?.split(',') ?? null }),
    [data, changes, from, to, lines],
  );
  return { ...page, isLoading: isPending, problem: error?.message ?? null };
}

/** The changes of entries an answer of the server does not know of: those on their way, and those stored since. */
function useChangesSince(revision: number | undefined): readonly EntryChange[] {
  const { ledger } = useSessionState();
  return useMemo(
    () =>
      revision === undefined
        ? []
        : ledger.flatMap((each) => (each.revision === null || each.revision > revision ? [each.change] : [])),
    [ledger, revision],
  );
}

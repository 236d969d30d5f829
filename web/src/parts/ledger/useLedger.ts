import { NO_ACTUALS, actualsFrom, type Actuals, type LedgerEntry } from '@haushalt/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ServerAway, api, type EntriesAsked } from '../../plan-session/api.ts';

interface Ledger {
  readonly actuals: Actuals;
  /** The accounts entries went through, the one used most first. */
  readonly accounts: readonly string[];
  readonly isLoading: boolean;
  /** Why it cannot be shown, in a sentence. */
  readonly problem: string | null;
}

const NO_ACCOUNTS: readonly string[] = [];

/** What really happened in a plan, kept up to date while it is open. */
export function useLedger(planId: string): Ledger {
  const { data, isPending, error } = useQuery({
    queryKey: ['ledger', planId, 'sums'],
    queryFn: () => api.ledger(planId),
  });
  const actuals = useMemo(() => (data ? actualsFrom(data.sums) : NO_ACTUALS), [data]);
  return { actuals, accounts: data?.accounts ?? NO_ACCOUNTS, isLoading: isPending, problem: error?.message ?? null };
}

/** The entries asked for; while others are fetched, those from before stay in sight. */
export function useEntries(planId: string, asked: EntriesAsked) {
  return useQuery({
    queryKey: ['ledger', planId, 'entries', asked],
    queryFn: () => api.entries(planId, asked),
    placeholderData: keepPreviousData,
  });
}

/** An entry as it was known and as it is to be; `null` is no entry. */
export interface EntryChange {
  readonly id: string;
  readonly before: LedgerEntry | null;
  readonly after: LedgerEntry | null;
}

/**
 * Makes, changes and removes entries. What the server does not take is thrown, with its sentence; a request whose answer
 * was lost is sent again as it was, and does nothing twice.
 */
export function useEntryChanges(planId: string) {
  const client = useQueryClient();
  const { mutateAsync, isPending } = useMutation({
    mutationFn: ({ id, before, after }: EntryChange) => api.changeEntry(planId, id, before, after),
    retry: (failures, error) => error instanceof ServerAway && !error.hasFailed && failures < RETRIES,
    retryDelay: (failures) => 500 * 2 ** failures,
    // An entry is done once it is stored; what it changes is fetched while the next one is typed. One that was refused may
    // be another by now.
    onSettled: () => void client.invalidateQueries({ queryKey: ['ledger', planId] }),
  });
  return { change: mutateAsync, isBusy: isPending };
}

const RETRIES = 4;

import { NO_ACTUALS, actualsFrom, type Actuals, type LedgerEntry } from '@haushalt/core';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, type EntriesAsked } from '../plan-session/api.ts';

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

/** Stores and removes entries. What the server does not take is thrown, with its sentence. */
export function useEntryChanges(planId: string) {
  const client = useQueryClient();
  // An entry is done once it is stored; what it changes is fetched while the next one is typed.
  const onSuccess = () => void client.invalidateQueries({ queryKey: ['ledger', planId] });
  const put = useMutation({ mutationFn: (entry: LedgerEntry) => api.putEntry(planId, entry), onSuccess });
  const remove = useMutation({ mutationFn: (id: string) => api.removeEntry(planId, id), onSuccess });
  return { put: put.mutateAsync, remove: remove.mutateAsync, isBusy: put.isPending || remove.isPending };
}

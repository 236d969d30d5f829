import {
  ALL_ENTRIES,
  NO_ACTUALS,
  actualsFrom,
  Balances,
  daySumsAfter,
  itemSumsAfter,
  pageAfter,
  confirmedDaysAfter,
  sumsAfter,
  today,
  unassignedCount,
  type Actuals,
  type EarlierEntry,
  type EntryChange,
  type EntryPage,
  type EntryQuery,
  type EntrySum,
  type LedgerEntry,
  type ConfirmedDays,
} from '@haushalt/core';
import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../plan-session/api.ts';
import { PAGE, entriesOf } from './entriesQuery.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

export interface Ledger {
  readonly actuals: Actuals;
  /** The days of recurring entries that have happened. */
  readonly settled: ConfirmedDays;
  readonly sums: readonly EntrySum[];
  /** States what the entries for items of lists come to. */
  readonly items: ReadonlyMap<string, number>;
  /** States how many entries belong to no line of the plan. */
  readonly unassigned: number;
  readonly isLoading: boolean;
  /** Why it cannot be shown, in a sentence. */
  readonly problem: string | null;
}

const NO_SUMS: readonly EntrySum[] = [];
/** Until it is known what has happened, nothing is told to be expected. */
const NOTHING_EXPECTED: ConfirmedDays = new (class extends Set<string> {
  override has(): boolean {
    return true;
  }
})();
const NO_ITEMS: ReadonlyMap<string, number> = new Map();

/** Returns what really happened in a plan, kept up to date while it is open; what is on its way to the server counts already. */
export function useLedger(planId: string): Ledger {
  const { document } = useSessionState();
  const { data, isPending, error } = useQuery({
    queryKey: ['ledger', planId, 'sums'],
    queryFn: () => api.ledger(planId),
  });
  const changes = useChangesSince(data?.revision);
  const sums = useMemo(() => (data ? sumsAfter(data.sums, changes) : NO_SUMS), [data, changes]);
  const confirmed = useMemo(
    () => (data ? confirmedDaysAfter(data.settled, changes) : NOTHING_EXPECTED),
    [data, changes],
  );
  const items = useMemo(() => (data ? itemSumsAfter(data.items, changes) : NO_ITEMS), [data, changes]);
  const now = today();
  const actuals = useMemo(() => (data ? actualsFrom(sums, now) : NO_ACTUALS), [data, sums, now]);
  const unassigned = useMemo(() => unassignedCount(document, actuals), [document, actuals]);
  return {
    actuals,
    settled: confirmed,
    sums,
    items,
    unassigned,
    isLoading: isPending,
    problem: error?.message ?? null,
  };
}

/** The balances of a plan's accounts; nothing while they are fetched. */
export function useBalances(planId: string): { readonly balances: Balances | null; readonly problem: string | null } {
  const { document } = useSessionState();
  const { data, error } = useQuery({
    queryKey: ['ledger', planId, 'balances'],
    queryFn: () => api.balances(planId),
  });
  const changes = useChangesSince(data?.revision);
  const { accounts } = document;
  const balances = useMemo(
    () => (data ? new Balances(document, daySumsAfter(data.days, changes)) : null),
    // Of the plan, balances depend on the accounts alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [data, changes, accounts],
  );
  return { balances, problem: error?.message ?? null };
}

const NO_EARLIER: readonly EarlierEntry[] = [];

/** Returns what was entered earlier, by description, the latest first; what is on its way comes before the rest. */
export function useEarlier(planId: string): readonly EarlierEntry[] {
  const { data } = useQuery({
    queryKey: ['ledger', planId, 'descriptions'],
    queryFn: () => api.descriptions(planId),
    placeholderData: keepPreviousData,
  });
  const changes = useChangesSince(data?.revision);
  return useMemo(() => {
    const earlier = data?.earlier ?? NO_EARLIER;
    const added = changes
      .flatMap(({ after }) => (after && after.what !== '' ? [{ ...after, count: 1 }] : []))
      .reverse();
    return added.length === 0 ? earlier : [...added, ...earlier];
  }, [data, changes]);
}

interface Entries extends EntryPage {
  /** States what came in with all that was asked for, and what was paid, in minor units, as the server last said. */
  readonly received: number;
  readonly paid: number;
  readonly isLoading: boolean;
  readonly problem: string | null;
}

/** The first entries of those asked for; while others are fetched, those from before stay in sight. */
export function useEntries(planId: string, part: Partial<EntryQuery>): Entries {
  const key = JSON.stringify(part);
  const query = useMemo((): EntryQuery => ({ ...ALL_ENTRIES, ...(JSON.parse(key) as Partial<EntryQuery>) }), [key]);
  const { data, isPending, error } = useQuery({ ...entriesOf(planId, query), placeholderData: keepPreviousData });
  const changes = useChangesSince(data?.revision);
  const page = useMemo(() => pageAfter(data ?? { entries: [], total: 0 }, changes, query), [data, changes, query]);
  return {
    ...page,
    received: data?.received ?? 0,
    paid: data?.paid ?? 0,
    isLoading: isPending,
    problem: error?.message ?? null,
  };
}

/** The changes of entries an answer of the server does not know of: those on their way, and those stored since. */
export function useChangesSince(revision: number | undefined): readonly EntryChange[] {
  const { ledger } = useSessionState();
  return useMemo(
    () =>
      revision === undefined
        ? []
        : ledger.flatMap((each) => (each.revision === null || each.revision > revision ? [each.change] : [])),
    [ledger, revision],
  );
}

/** All entries asked for, whose number has to be small: those of a month, or of a line. */
export function useAllEntries(planId: string, part: Partial<EntryQuery>): Omit<Entries, 'received' | 'paid'> {
  const first = useEntries(planId, part);
  const pages = Math.max(0, Math.ceil(first.total / PAGE) - 1);
  const rest = useQueries({
    queries: Array.from({ length: pages }, (_, index) => entriesOf(planId, part, (index + 1) * PAGE)),
    combine: restIn,
  });
  const entries = useMemo(
    () => (rest.length === 0 ? first.entries : [...first.entries, ...rest]),
    [first.entries, rest],
  );
  return { entries, total: first.total, isLoading: first.isLoading, problem: first.problem };
}

function restIn(results: readonly { readonly data: { readonly entries: LedgerEntry[] } | undefined }[]) {
  return results.flatMap(({ data }) => data?.entries ?? []);
}

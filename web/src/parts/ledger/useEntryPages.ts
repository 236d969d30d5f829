import { ALL_ENTRIES, pageAfter, type EntryQuery, type LedgerEntry } from '@haushalt/core';
import { keepPreviousData, useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { EntriesFound } from '../../plan-session/api.ts';
import { entriesOf } from './entriesQuery.ts';
import { useChangesSince } from './useLedger.ts';

/** States how many entries are fetched at once while a long list is scrolled. */
const PART = 200;

/** Lists of so many entries are fetched to their end, in passing, so that the whole list can be printed. */
const MOST_PRINTED = 2000;

/** A long list of entries, of which only what is in sight is fetched. */
export interface EntryPages {
  readonly total: number;
  readonly received: number;
  readonly paid: number;
  readonly isLoading: boolean;
  /** States what a printed page shows: all entries, those that have arrived so far, or of a very long list those in sight. */
  readonly onPaper: 'all' | 'arrived' | 'inSight';
  readonly problem: string | null;
  /** The entry at a place of the list; `undefined` while it is fetched, which asking for it begins. */
  readonly at: (index: number) => LedgerEntry | undefined;
  /** Another object when other entries are there. */
  readonly known: object;
  /** The entries at some places, fetched where they are not there. */
  readonly fetch: (places: readonly number[]) => Promise<LedgerEntry[]>;
}

/** The entries asked for, part by part as they come into sight. */
export function useEntryPages(planId: string, part: Partial<EntryQuery>): EntryPages {
  const client = useQueryClient();
  const key = JSON.stringify(part);
  const query = useMemo((): EntryQuery => ({ ...ALL_ENTRIES, ...(JSON.parse(key) as Partial<EntryQuery>) }), [key]);
  const first = useQuery({ ...entriesOf(planId, query, 0, PART), placeholderData: keepPreviousData });
  const [wanted, setWanted] = useState<readonly number[]>([]);
  const wish = useRef(new Set<number>());
  useEffect(() => setWanted([]), [query]);
  const others = useQueries({
    queries: wanted.map((page) => entriesOf(planId, query, page * PART, PART)),
    combine: dataIn,
  });
  const changes = useChangesSince(first.data?.revision);
  const head = useMemo(
    () => pageAfter(first.data ?? { entries: [], total: 0 }, changes, query),
    [first.data, changes, query],
  );
  const pages = useMemo(() => new Map(wanted.map((page, index) => [page, others[index]?.entries])), [wanted, others]);
  const loaded = useMemo(() => ({ head, pages }), [head, pages]);

  /** Asks for a part that came into sight, after the list is drawn; parts long out of sight are let go. */
  const want = (page: number) => {
    if (wish.current.has(page) || wanted.includes(page)) return;
    wish.current.add(page);
    if (wish.current.size > 1) return;
    queueMicrotask(() => {
      const missing = [...wish.current];
      wish.current.clear();
      setWanted((before) => [...before.filter((each) => !missing.includes(each)), ...missing].slice(-MOST_PARTS));
    });
  };
  const { total } = head;
  useEffect(() => {
    if (total > MOST_PRINTED) return;
    setWanted((before) => {
      const rest = Array.from({ length: partsAfterFirst(total) }, (_, index) => index + 1);
      return rest.every((page) => before.includes(page)) ? before : rest;
    });
  }, [total, query]);
  const valueAt = (index: number) => {
    const page = Math.floor(index / PART);
    if (page === 0) return head.entries[index];
    const entry = pages.get(page);
    if (!entry) want(page);
    return entry?.[index - page * PART];
  };
  const hasArrived = first.isFetched && !first.isPlaceholderData && pages.size >= partsAfterFirst(total) && [...pages.values()].every((part) => part); // prettier-ignore
  return {
    total,
    onPaper: total > MOST_PRINTED ? 'inSight' : hasArrived ? 'all' : 'arrived',
    received: first.data?.received ?? 0,
    paid: first.data?.paid ?? 0,
    isLoading: first.isPending,
    problem: first.error?.message ?? null,
    at: valueAt,
    known: loaded,
    async fetch(places) {
      const entries: LedgerEntry[] = [];
      const parts = new Map<number, Promise<EntriesFound>>();
      for (const place of places) {
        const page = Math.floor(place / PART);
        if (!parts.has(page)) parts.set(page, client.fetchQuery(entriesOf(planId, query, page * PART, PART)));
        const entry = (await parts.get(page)!).entries[place - page * PART];
        if (entry) entries.push(entry);
      }
      return entries;
    },
  };
}

/** States how many parts of a list are held at once. */
const MOST_PARTS = 12;

function partsAfterFirst(total: number): number {
  return Math.max(0, Math.ceil(total / PART) - 1);
}

function dataIn(results: readonly { readonly data: EntriesFound | undefined }[]) {
  return results.map(({ data }) => data);
}

import { ALL_ENTRIES, type EntryQuery } from '@haushalt/core';
import { queryOptions } from '@tanstack/react-query';
import { api } from '../../plan-session/api.ts';

/** The most entries that are fetched at once. */
export const PAGE = 500;

/** The question for a page of entries, asked anew whenever the ledger changes. */
export function entriesOf(planId: string, part: Partial<EntryQuery>, offset = 0, limit = PAGE) {
  const query: EntryQuery = { ...ALL_ENTRIES, ...part };
  return queryOptions({
    queryKey: ['ledger', planId, 'entries', query, offset, limit],
    queryFn: () => api.entries(planId, query, offset, limit),
  });
}

import {
  ALL_ENTRIES,
  compareEntries,
  daySumsAfter,
  earlierFrom,
  isAsked,
  itemSumsAfter,
  confirmedDays,
  sumsAfter,
  type EntryChange,
  type EntryQuery,
  type LedgerEntry,
} from '@haushalt/core';
import { vi } from 'vitest';

/** Describes what else the server answers, by a part of the address. */
export type Answers = Readonly<Record<string, (url: URL, init: RequestInit) => unknown>>;

/**
 * Lets components ask a server for the entries of a plan: it answers from the entries given, as they were at revision 0.
 * What is done afterwards, a session lays over them.
 */
export function serveEntries(entries: readonly LedgerEntry[], more: Answers = {}): { readonly asked: string[] } {
  const requests: string[] = [];
  const changes = entries.map((after): EntryChange => ({ table: 'entries', id: after.id, before: null, after }));
  const answer = (url: URL, init: RequestInit): unknown => {
    for (const [part, own] of Object.entries(more)) if (url.pathname.includes(part)) return own(url, init);
    if (url.pathname.endsWith('/actuals'))
      return {
        revision: 0,
        sums: sumsAfter([], changes),
        settled: [...confirmedDays(entries)],
        items: [...itemSumsAfter([], changes)].map(([item, amount]) => ({ item, amount })),
      };
    if (url.pathname.endsWith('/balances')) return { revision: 0, days: daySumsAfter([], changes) };
    if (url.pathname.endsWith('/descriptions')) return { revision: 0, earlier: earlierFrom(entries) };
    if (url.pathname.endsWith('/outside')) return { bank: false, statistics: false };
    const query = queryIn(url);
    const matches = entries.filter((entry) => isAsked(entry, query)).sort(compareEntries(query));
    const [offset, limit] = ['offset', 'limit'].map((name) => Number(url.searchParams.get(name)));
    const sum = (sign: 1 | -1) =>
      matches.reduce((total, { amount }) => total + (amount * sign > 0 ? amount * sign : 0), 0);
    return { revision: 0, entries: matches.slice(offset, offset! + limit!), total: matches.length, received: sum(1), paid: sum(-1) }; // prettier-ignore
  };
  vi.stubGlobal('fetch', (address: string, init: RequestInit = {}) => {
    requests.push(address);
    const url = new URL(address, 'http://here');
    return Promise.resolve(answer(url, init)).then((body) =>
      body instanceof Response
        ? body
        : new Response(isStreamed(init) ? streamed(body) : JSON.stringify(body), {
            headers: { 'content-type': 'application/json' },
          }),
    );
  });
  return { asked: requests };
}

const isStreamed = ({ headers }: RequestInit) => new Headers(headers).get('accept') === 'application/x-ndjson';

/** An answer as it comes bit by bit: how far it is, what follows, then that. */
function streamed(body: unknown): Uint8Array<ArrayBuffer> {
  const content = new TextEncoder().encode(JSON.stringify(body));
  const lines = [{ progress: { done: 0.5, what: 'Halfway' } }, { done: { bytes: content.length } }];
  const head = new TextEncoder().encode(lines.map((line) => `${JSON.stringify(line)}\n`).join(''));
  const all = new Uint8Array(head.length + content.length);
  all.set(head);
  all.set(content, head.length);
  return all;
}

function queryIn({ searchParams }: URL): EntryQuery {
  const list = (name: string) => searchParams.get(name)?.split(',') ?? null;
  const amount = (name: string) => (searchParams.has(name) ? Number(searchParams.get(name)) : null);
  return {
    ...ALL_ENTRIES,
    from: searchParams.get('from') ?? ALL_ENTRIES.from,
    to: searchParams.get('to') ?? ALL_ENTRIES.to,
    lines: list('lines'),
    accounts: list('accounts'),
    text: searchParams.get('text') ?? '',
    least: amount('least'),
    most: amount('most'),
    state: (searchParams.get('state') as EntryQuery['state']) ?? null,
    order: (searchParams.get('order') as EntryQuery['order'] | null) ?? 'date',
    descending: !searchParams.has('ascending'),
  };
}

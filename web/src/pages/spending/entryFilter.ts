import {
  ENTRY_ORDERS,
  ENTRY_STATES,
  firstDay,
  isDay,
  lastDay,
  type EntryOrder,
  type EntryState,
  type Month,
} from '@haushalt/core';
import { useEffect, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { oneOf } from '../../ui/useStored.ts';

/** Describes what is looked for among the entries. */
export interface EntryFilter {
  readonly text: string;
  readonly account: string;
  readonly line: string;
  readonly period: 'all' | 'month' | 'between';
  readonly from: string;
  readonly to: string;
  readonly least: number | null;
  readonly most: number | null;
  readonly state: EntryState | '';
  readonly order: EntryOrder;
  readonly descending: boolean;
}

const PERIODS = ['all', 'month', 'between'] as const;
/** States how long someone types before it stands in the address, in milliseconds. */
const SAID_AFTER = 300;

/** All entries, the latest first. */
export const anything = (month: Month): EntryFilter => ({
  text: '', account: '', line: '', period: 'all', from: firstDay(month), to: lastDay(month), least: null, most: null, state: '', order: 'date', descending: true,
}); // prettier-ignore

/** Returns what an address says is looked for; what cannot be read of it is not. */
export function lookedIn(search: URLSearchParams, month: Month): EntryFilter {
  const usual = anything(month);
  const day = (key: 'from' | 'to') => {
    const text = search.get(key);
    return text !== null && isDay(text) ? text : usual[key];
  };
  const amount = (key: string) => {
    const amount = Number(search.get(key) ?? NaN);
    return Number.isFinite(amount) && amount >= 0 ? amount : null;
  };
  return {
    text: search.get('text') ?? '',
    account: search.get('account') ?? '',
    line: search.get('line') ?? '',
    period: oneOf(PERIODS, search.get('period'), usual.period),
    from: day('from'),
    to: day('to'),
    least: amount('least'),
    most: amount('most'),
    state: oneOf([...ENTRY_STATES, ''], search.get('state'), ''),
    order: oneOf(ENTRY_ORDERS, search.get('order'), usual.order),
    descending: search.get('descending') !== 'false',
  };
}

/** Returns what is looked for, as an address says it: what departs from all entries. */
export function filterInAddress(search: URLSearchParams, filter: EntryFilter, month: Month): URLSearchParams {
  const usual = anything(month);
  for (const key of Object.keys(filter) as (keyof EntryFilter)[]) {
    const [value, otherwise] = [filter[key], usual[key]];
    const differs = value !== otherwise && (filter.period === 'between' || (key !== 'from' && key !== 'to'));
    if (differs) search.set(key, String(value));
    else search.delete(key);
  }
  return search;
}

/** Returns what is looked for, kept in the address, so that it can be handed on. */
export function useEntryFilter(month: Month): [EntryFilter, (part: Partial<EntryFilter>) => void] {
  const [search, setSearch] = useSearchParams();
  const [filter, setEntryFilter] = useState(() => lookedIn(search, month));
  const { pathname } = useLocation();
  useEffect(() => {
    const text = filterInAddress(new URLSearchParams(search), filter, month).toString();
    if (text === search.toString()) return undefined;
    const timer = setTimeout(() => {
      // Whoever has gone on to another page meanwhile is not brought back.
      if (window.location.pathname === pathname)
        setSearch((before) => filterInAddress(before, filter, month), { replace: true });
    }, SAID_AFTER);
    return () => clearTimeout(timer);
    // The address is written where something else is looked for, and not where it changes itself.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [filter, month]);
  return [filter, (part) => setEntryFilter((before) => ({ ...before, ...part }))];
}

import { SIDE_ORDER, type Side, type Span } from '@haushalt/core';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { oneOf, partsOf, useStored } from '../../ui/useStored.ts';

/** States what stands in the fields: the figures, what they have run up to, or the rules they come from. */
export const SHOWS = ['figures', 'running', 'rules'] as const;
export type Show = (typeof SHOWS)[number];

const SPANS: readonly Span[] = ['month', 'quarter', 'year', 'plan'];

/** The columns at the end of a row that can be shown or hidden. */
export const END_COLUMNS = [
  'total',
  'average',
  'ownAverage',
  'running',
  'ofIncome',
  'ofGroup',
  'ofExpenses',
  'target',
] as const;
export type EndColumn = (typeof END_COLUMNS)[number];

export const DENSITIES = ['tight', 'usual', 'airy'] as const;
export type Density = (typeof DENSITIES)[number];

export const SORTS = ['order', 'name', 'total', 'share'] as const;
export type SortBy = (typeof SORTS)[number];

/** Which lines are shown. */
export interface Filter {
  readonly text: string;
  readonly side: Side | null;
  readonly onlyExceptions: boolean;
  /** Only lines with figures in the year shown. */
  readonly onlyInUse: boolean;
}

/** Describes how someone looks at a budget. Kept in their browser, apart from the plan: it changes no figure. */
export interface BudgetView {
  readonly span: Span;
  readonly show: Show;
  readonly ends: readonly EndColumn[];
  readonly density: Density;
  readonly labelWidth: number;
  readonly sortBy: SortBy;
  /** True when lines are sorted across the groups of a side rather than within each. */
  readonly across: boolean;
  /** True when lines without a figure in the whole plan are left out. */
  readonly hideEmpty: boolean;
  readonly collapsed: readonly string[];
  readonly filter: Filter;
}

export const NO_FILTER: Filter = { text: '', side: null, onlyExceptions: false, onlyInUse: false };

export const USUAL_VIEW: BudgetView = {
  span: 'month',
  show: 'figures',
  ends: ['total', 'average', 'ofIncome'],
  density: 'usual',
  labelWidth: 182,
  sortBy: 'order',
  across: false,
  hideEmpty: false,
  collapsed: [],
  filter: NO_FILTER,
};

/** The height of a row in pixels. */
export const ROW_HEIGHTS: Readonly<Record<Density, number>> = { tight: 20, usual: 24, airy: 30 };

export const LABEL_WIDTHS = { least: 120, most: 460 } as const;

/** Returns whether any filter hides lines. */
export function isFiltered({ filter }: BudgetView): boolean {
  return filter.text.trim() !== '' || filter.side !== null || filter.onlyExceptions || filter.onlyInUse;
}

/**
 * The view of a plan's budget, remembered in this browser; what is searched for is not. Whoever follows a link to a view
 * sees that one, and has their own again, until they change something of it.
 */
export function useBudgetView(planId: string): [BudgetView, (part: Partial<BudgetView>) => void] {
  const [stored, keep] = useStored(`haushalt:budget:${planId}`, readView);
  const [search, setSearch] = useSearchParams();
  const text = search.get(VIEW);
  const linked = useMemo(() => (text === null ? null : viewInLink(text)), [text]);
  const [filter, setFilter] = useState(NO_FILTER);
  const view = useMemo(() => linked ?? { ...stored, filter }, [linked, stored, filter]);
  const change = useCallback(
    ({ filter: next, ...part }: Partial<BudgetView>) => {
      if (next ?? linked) setFilter(next ?? linked!.filter);
      if (Object.keys(part).length > 0 || linked) {
        keep((before) => {
          const { filter: _, ...from } = linked ?? { ...before, filter: NO_FILTER };
          const after = { ...from, ...part };
          // Rules belong to months; another span shows figures.
          if (after.show !== 'rules' || after.span === 'month') return after;
          return { ...after, ...(part.show ? { span: 'month' } : { show: 'figures' }) };
        });
      }
      if (linked)
        setSearch(
          (now) => {
            now.delete(VIEW);
            return now;
          },
          { replace: true },
        );
    },
    [keep, linked, setSearch],
  );
  return [view, change];
}

/** The part of an address that holds a view. */
const VIEW = 'view';

/** The address of exactly this view of a budget, below that of the plan: what departs from the usual one stands in it. */
export function linkToView(view: BudgetView, year: number): string {
  const usual = USUAL_VIEW as unknown as Readonly<Record<string, unknown>>;
  const departs = Object.entries(view).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(usual[key]));
  return `budget?${new URLSearchParams({ year: String(year), [VIEW]: JSON.stringify(Object.fromEntries(departs)) }).toString()}`;
}

/** The view an address holds; whatever cannot be read of it is as usual. */
export function viewInLink(text: string): BudgetView {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    input = null;
  }
  const filter = partsOf(partsOf(input).filter);
  return {
    ...readView(input),
    filter: {
      text: typeof filter.text === 'string' ? filter.text : '',
      side: oneOf([...SIDE_ORDER, null], filter.side, null),
      onlyExceptions: filter.onlyExceptions === true,
      onlyInUse: filter.onlyInUse === true,
    },
  };
}

/** A view as it was kept; whatever cannot be read of it is as usual. */
export function readView(stored: unknown): Omit<BudgetView, 'filter'> {
  const value = partsOf(stored);
  const { filter: _, ...usual } = USUAL_VIEW;
  const width = Number(value.labelWidth);
  const yes = (given: unknown, otherwise: boolean) => (typeof given === 'boolean' ? given : otherwise);
  return {
    span: oneOf(SPANS, value.span, usual.span),
    show: oneOf(SHOWS, value.show, usual.show),
    ends: Array.isArray(value.ends) ? END_COLUMNS.filter((end) => (value.ends as unknown[]).includes(end)) : usual.ends,
    density: oneOf(DENSITIES, value.density, usual.density),
    labelWidth: width >= LABEL_WIDTHS.least && width <= LABEL_WIDTHS.most ? width : usual.labelWidth,
    sortBy: oneOf(SORTS, value.sortBy, usual.sortBy),
    across: yes(value.across, usual.across),
    hideEmpty: yes(value.hideEmpty, usual.hideEmpty),
    collapsed: Array.isArray(value.collapsed)
      ? value.collapsed.filter((id): id is string => typeof id === 'string')
      : usual.collapsed,
  };
}

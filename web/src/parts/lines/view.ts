import type { Side, Span } from '@haushalt/core';
import { useCallback, useEffect, useState } from 'react';

/** What stands in the fields: the figures, what they have run up to, or the rules they come from. */
export type Show = 'figures' | 'running' | 'rules';

/** The columns at the end of a row that can be shown or hidden. */
export const END_COLUMNS = ['total', 'average', 'running', 'ofIncome', 'ofGroup', 'ofExpenses', 'target'] as const;
export type EndColumn = (typeof END_COLUMNS)[number];

export const DENSITIES = ['tight', 'usual', 'airy'] as const;
export type Density = (typeof DENSITIES)[number];

export type SortBy = 'order' | 'name' | 'total' | 'share';

/** Which lines are shown. */
export interface Filter {
  readonly text: string;
  readonly side: Side | null;
  readonly onlyExceptions: boolean;
  /** Only lines with figures in the year shown. */
  readonly onlyInUse: boolean;
}

/** How someone looks at a budget. Kept in their browser, apart from the plan: it changes no figure. */
export interface BudgetView {
  readonly span: Span;
  readonly show: Show;
  readonly ends: readonly EndColumn[];
  readonly density: Density;
  readonly labelWidth: number;
  readonly sortBy: SortBy;
  /** Whether lines are sorted across the groups of a side rather than within each. */
  readonly across: boolean;
  /** Whether lines without a figure in the whole plan are left out. */
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

/** Whether any filter hides lines. */
export function isFiltered({ filter }: BudgetView): boolean {
  return filter.text.trim() !== '' || filter.side !== null || filter.onlyExceptions || filter.onlyInUse;
}

/** The view of a plan's budget, remembered in this browser; what is searched for is not. */
export function useBudgetView(planId: string): [BudgetView, (part: Partial<BudgetView>) => void] {
  const key = `haushalt:budget:${planId}`;
  const [view, setView] = useState<BudgetView>(() => {
    try {
      return {
        ...USUAL_VIEW,
        ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<BudgetView>),
        filter: NO_FILTER,
      };
    } catch {
      return USUAL_VIEW;
    }
  });
  useEffect(() => {
    const { filter: _, ...kept } = view;
    localStorage.setItem(key, JSON.stringify(kept));
  }, [view, key]);
  const change = useCallback((part: Partial<BudgetView>) => {
    setView((before) => {
      const next = { ...before, ...part };
      // Rules belong to months; another span shows figures.
      return next.show === 'rules' && next.span !== 'month'
        ? { ...next, ...(part.show ? { span: 'month' } : { show: 'figures' }) }
        : next;
    });
  }, []);
  return [view, change];
}

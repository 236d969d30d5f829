import { createElement, type ComponentType } from 'react';
import type { IconName } from '../ui/Icon.tsx';
import { t, type Label } from '../language/language.ts';
import { LoadedPage } from './LoadedPage.tsx';

/** A page of an open plan: its address below the plan's, what it is called, and where it is fetched from when it is opened. */
export interface Page {
  readonly path: string;
  readonly name: string;
  readonly icon: IconName;
  readonly Page: ComponentType;
  /** Fetches it before it is opened. */
  readonly load: () => Promise<unknown>;
}

function page<N extends string>(
  path: string,
  label: Label,
  icon: IconName,
  load: () => Promise<Record<N, ComponentType>>,
  component: N,
): Page {
  return {
    path,
    get name() {
      return t(label);
    },
    icon,
    load,
    Page: () => createElement(LoadedPage, { path, name: t(label), load: async () => (await load())[component] }),
  };
}

/** The pages of a plan, in the order they are listed: routes and navigation are made from this. */
export const PAGES: readonly Page[] = [
  page('overview', 'shell.overview', 'overview', () => import('../pages/overview/OverviewPage.tsx'), 'OverviewPage'),
  page('budget', 'shell.budget', 'budget', () => import('../pages/budget/BudgetPage.tsx'), 'BudgetPage'),
  page(
    'projection',
    'shell.projection',
    'projection',
    () => import('../pages/projection/ProjectionPage.tsx'),
    'ProjectionPage',
  ),
  page('loans', 'shell.loans', 'loans', () => import('../pages/loans/LoansPage.tsx'), 'LoansPage'),
  page('savings', 'shell.savings', 'savings', () => import('../pages/savings/SavingsPage.tsx'), 'SavingsPage'),
  page('tax', 'shell.tax', 'tax', () => import('../pages/tax/TaxPage.tsx'), 'TaxPage'),
  page(
    'break-even',
    'shell.breakEven',
    'breakEven',
    () => import('../pages/breakEven/BreakEvenPage.tsx'),
    'BreakEvenPage',
  ),
  page('spending', 'shell.spending', 'spending', () => import('../pages/spending/SpendingPage.tsx'), 'SpendingPage'),
  page('accounts', 'shell.accounts', 'accounts', () => import('../pages/accounts/AccountsPage.tsx'), 'AccountsPage'),
  page('lists', 'shell.lists', 'lists', () => import('../pages/lists/ListsPage.tsx'), 'ListsPage'),
  page('charts', 'shell.charts', 'chart', () => import('../pages/charts/ChartsPage.tsx'), 'ChartsPage'),
  page('what-if', 'shell.whatIf', 'whatIf', () => import('../pages/whatIf/WhatIfPage.tsx'), 'WhatIfPage'),
  page('checks', 'shell.checksPage', 'checks', () => import('../pages/checks/ChecksPage.tsx'), 'ChecksPage'),
  page('history', 'shell.history', 'history', () => import('../pages/history/HistoryPage.tsx'), 'HistoryPage'),
  page('people', 'shell.people', 'people', () => import('../pages/people/PeoplePage.tsx'), 'PeoplePage'),
  page('print', 'shell.printAndExport', 'print', () => import('../pages/print/PrintPage.tsx'), 'PrintPage'),
];

/** Where a plan is opened. */
export const FIRST_PAGE = 'budget';

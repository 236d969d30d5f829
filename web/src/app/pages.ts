import { createElement, type ComponentType } from 'react';
import type { IconName } from '../ui/Icon.tsx';
import { messages } from '../messages/shell.ts';
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
  name: string,
  icon: IconName,
  load: () => Promise<Record<N, ComponentType>>,
  component: N,
): Page {
  return {
    path,
    name,
    icon,
    load,
    Page: () => createElement(LoadedPage, { path, name, load: async () => (await load())[component] }),
  };
}

/** The pages of a plan, in the order they are listed: routes and navigation are made from this. */
export const PAGES: readonly Page[] = [
  page('overview', messages.overview, 'overview', () => import('../pages/overview/OverviewPage.tsx'), 'OverviewPage'),
  page('budget', messages.budget, 'budget', () => import('../pages/budget/BudgetPage.tsx'), 'BudgetPage'),
  page(
    'projection',
    messages.projection,
    'projection',
    () => import('../pages/projection/ProjectionPage.tsx'),
    'ProjectionPage',
  ),
  page('loans', messages.loans, 'loans', () => import('../pages/loans/LoansPage.tsx'), 'LoansPage'),
  page('savings', messages.savings, 'savings', () => import('../pages/savings/SavingsPage.tsx'), 'SavingsPage'),
  page('tax', messages.tax, 'tax', () => import('../pages/tax/TaxPage.tsx'), 'TaxPage'),
  page(
    'break-even',
    messages.breakEven,
    'breakEven',
    () => import('../pages/breakEven/BreakEvenPage.tsx'),
    'BreakEvenPage',
  ),
  page('spending', messages.spending, 'spending', () => import('../pages/spending/SpendingPage.tsx'), 'SpendingPage'),
  page('accounts', messages.accounts, 'accounts', () => import('../pages/accounts/AccountsPage.tsx'), 'AccountsPage'),
  page('lists', messages.lists, 'lists', () => import('../pages/lists/ListsPage.tsx'), 'ListsPage'),
  page('charts', messages.charts, 'chart', () => import('../pages/charts/ChartsPage.tsx'), 'ChartsPage'),
  page('what-if', messages.whatIf, 'whatIf', () => import('../pages/whatIf/WhatIfPage.tsx'), 'WhatIfPage'),
  page('checks', messages.checksPage, 'checks', () => import('../pages/checks/ChecksPage.tsx'), 'ChecksPage'),
  page('history', messages.history, 'history', () => import('../pages/history/HistoryPage.tsx'), 'HistoryPage'),
  page('people', messages.people, 'people', () => import('../pages/people/PeoplePage.tsx'), 'PeoplePage'),
  page('print', messages.printAndExport, 'print', () => import('../pages/print/PrintPage.tsx'), 'PrintPage'),
];

/** Where a plan is opened. */
export const FIRST_PAGE = 'budget';

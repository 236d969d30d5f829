import { lazy, type ComponentType } from 'react';
import type { IconName } from '../ui/Icon.tsx';

/** A page of an open plan: its address below the plan's, what it is called, and where it is fetched from when it is opened. */
export interface Page {
  readonly path: string;
  readonly name: string;
  readonly icon: IconName;
  readonly Page: ComponentType;
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
    Page: lazy(async (): Promise<{ default: ComponentType }> => ({ default: (await load())[component] })),
  };
}

/** The pages of a plan, in the order they are listed: routes and navigation are made from this. */
export const PAGES: readonly Page[] = [
  page('overview', 'Overview', 'overview', () => import('../pages/overview/OverviewPage.tsx'), 'OverviewPage'),
  page('budget', 'Budget', 'budget', () => import('../pages/budget/BudgetPage.tsx'), 'BudgetPage'),
  page(
    'projection',
    'Projection',
    'projection',
    () => import('../pages/projection/ProjectionPage.tsx'),
    'ProjectionPage',
  ),
  page('loans', 'Loans', 'loans', () => import('../pages/loans/LoansPage.tsx'), 'LoansPage'),
  page('savings', 'Savings', 'savings', () => import('../pages/savings/SavingsPage.tsx'), 'SavingsPage'),
  page('tax', 'Tax', 'tax', () => import('../pages/tax/TaxPage.tsx'), 'TaxPage'),
  page('break-even', 'Break-even', 'breakEven', () => import('../pages/breakEven/BreakEvenPage.tsx'), 'BreakEvenPage'),
  page('spending', 'Spending', 'spending', () => import('../pages/spending/SpendingPage.tsx'), 'SpendingPage'),
  page('charts', 'Charts', 'chart', () => import('../pages/charts/ChartsPage.tsx'), 'ChartsPage'),
  page('what-if', 'What if', 'whatIf', () => import('../pages/whatIf/WhatIfPage.tsx'), 'WhatIfPage'),
  page('checks', 'Checks', 'checks', () => import('../pages/checks/ChecksPage.tsx'), 'ChecksPage'),
];

/** Where a plan is opened. */
export const FIRST_PAGE = 'budget';

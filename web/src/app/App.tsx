import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { PlansPage } from '../pages/plans/PlansPage.tsx';
import { ServerAway } from '../plan-session/api.ts';
import { ErrorBoundary } from '../ui/ErrorBoundary.tsx';
import { Loading } from '../ui/Loading.tsx';
import { NotFound } from './NotFound.tsx';
import { NoticesProvider } from '../ui/Notices.tsx';

const PlanShell = lazy(() => import('./PlanShell.tsx').then((module) => ({ default: module.PlanShell })));
const BudgetPage = lazy(() =>
  import('../pages/budget/BudgetPage.tsx').then((module) => ({ default: module.BudgetPage })),
);
const ProjectionPage = lazy(() =>
  import('../pages/projection/ProjectionPage.tsx').then((module) => ({ default: module.ProjectionPage })),
);

const ChecksPage = lazy(() =>
  import('../pages/checks/ChecksPage.tsx').then((module) => ({ default: module.ChecksPage })),
);
const WhatIfPage = lazy(() =>
  import('../pages/whatIf/WhatIfPage.tsx').then((module) => ({ default: module.WhatIfPage })),
);
const OverviewPage = lazy(() =>
  import('../pages/overview/OverviewPage.tsx').then((module) => ({ default: module.OverviewPage })),
);
const LoansPage = lazy(() => import('../pages/loans/LoansPage.tsx').then((module) => ({ default: module.LoansPage })));
const SavingsPage = lazy(() =>
  import('../pages/savings/SavingsPage.tsx').then((module) => ({ default: module.SavingsPage })),
);
const TaxPage = lazy(() => import('../pages/tax/TaxPage.tsx').then((module) => ({ default: module.TaxPage })));
const BreakEvenPage = lazy(() =>
  import('../pages/breakEven/BreakEvenPage.tsx').then((module) => ({ default: module.BreakEvenPage })),
);
const SpendingPage = lazy(() =>
  import('../pages/spending/SpendingPage.tsx').then((module) => ({ default: module.SpendingPage })),
);
const ChartsPage = lazy(() =>
  import('../pages/charts/ChartsPage.tsx').then((module) => ({ default: module.ChartsPage })),
);
const StartPage = lazy(() => import('../pages/start/StartPage.tsx').then((module) => ({ default: module.StartPage })));

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof ServerAway && count < 3,
      networkMode: 'always',
      refetchOnWindowFocus: false,
    },
    mutations: { networkMode: 'always' },
  },
});

/** The application: its providers and its routes. */
export function App() {
  return (
    <QueryClientProvider client={client}>
      <NoticesProvider>
        <BrowserRouter>
          <ErrorBoundary>
            <Suspense fallback={<Loading />}>
              <Routes>
                <Route path="/" element={<PlansPage />} />
                <Route path="/new" element={<StartPage />} />
                <Route path="/plans/:planId" element={<PlanShell />}>
                  <Route index element={<Navigate to="budget" replace />} />
                  <Route path="overview" element={<OverviewPage />} />
                  <Route path="budget" element={<BudgetPage />} />
                  <Route path="projection" element={<ProjectionPage />} />
                  <Route path="loans" element={<LoansPage />} />
                  <Route path="savings" element={<SavingsPage />} />
                  <Route path="tax" element={<TaxPage />} />
                  <Route path="break-even" element={<BreakEvenPage />} />
                  <Route path="spending" element={<SpendingPage />} />
                  <Route path="charts" element={<ChartsPage />} />
                  <Route path="what-if" element={<WhatIfPage />} />
                  <Route path="checks" element={<ChecksPage />} />
                </Route>
                <Route path="*" element={<NotFound />} />
              </Routes>
            </Suspense>
          </ErrorBoundary>
        </BrowserRouter>
      </NoticesProvider>
    </QueryClientProvider>
  );
}

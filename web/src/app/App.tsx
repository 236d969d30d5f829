import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { PlansPage } from '../pages/plans/PlansPage.tsx';
import { ServerAway } from '../plan-session/api.ts';
import { ErrorBoundary } from './ErrorBoundary.tsx';
import { Loading } from './Loading.tsx';
import { NotFound } from './NotFound.tsx';
import { NoticesProvider } from './Notices.tsx';

const PlanShell = lazy(() => import('./PlanShell.tsx').then((module) => ({ default: module.PlanShell })));
const BudgetPage = lazy(() =>
  import('../pages/budget/BudgetPage.tsx').then((module) => ({ default: module.BudgetPage })),
);
const ProjectionPage = lazy(() =>
  import('../pages/projection/ProjectionPage.tsx').then((module) => ({ default: module.ProjectionPage })),
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
                  <Route path="budget" element={<BudgetPage />} />
                  <Route path="projection" element={<ProjectionPage />} />
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

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { PlansPage } from '../pages/plans/PlansPage.tsx';
import { ServerAway } from '../plan-session/api.ts';
import { ErrorBoundary } from '../ui/ErrorBoundary.tsx';
import { Loading } from '../ui/Loading.tsx';
import { loadShell } from './ahead.ts';
import { Gate } from './Gate.tsx';
import { NotFound } from './NotFound.tsx';
import { FIRST_PAGE, PAGES } from './pages.ts';
import { NoticesProvider } from '../ui/Notices.tsx';

const PlanShell = lazy(() => loadShell().then((module) => ({ default: module.PlanShell })));
const YouPage = lazy(() => import('../pages/you/YouPage.tsx').then((module) => ({ default: module.YouPage })));
const DeletedPage = lazy(() =>
  import('../pages/keeping/DeletedPage.tsx').then((module) => ({ default: module.DeletedPage })),
);
const BackupsPage = lazy(() =>
  import('../pages/keeping/BackupsPage.tsx').then((module) => ({ default: module.BackupsPage })),
);
const JoinPage = lazy(() => import('../pages/signIn/JoinPage.tsx').then((module) => ({ default: module.JoinPage })));
const ResetPage = lazy(() => import('../pages/signIn/ResetPage.tsx').then((module) => ({ default: module.ResetPage })));
const ConfirmPage = lazy(() =>
  import('../pages/signIn/ConfirmPage.tsx').then((module) => ({ default: module.ConfirmPage })),
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
              <Gate>
                <Routes>
                  <Route path="/" element={<PlansPage />} />
                  <Route path="/new" element={<StartPage />} />
                  <Route path="/you" element={<YouPage />} />
                  <Route path="/deleted" element={<DeletedPage />} />
                  <Route path="/backups" element={<BackupsPage />} />
                  <Route path="/join/:held" element={<JoinPage />} />
                  <Route path="/reset/:held" element={<ResetPage />} />
                  <Route path="/confirm/:held" element={<ConfirmPage />} />
                  <Route path="/plans/:planId" element={<PlanShell />}>
                    <Route index element={<Navigate to={FIRST_PAGE} replace />} />
                    {PAGES.map(({ path, Page }) => (
                      <Route key={path} path={path} element={<Page />} />
                    ))}
                  </Route>
                  <Route path="*" element={<NotFound />} />
                </Routes>
              </Gate>
            </Suspense>
          </ErrorBoundary>
        </BrowserRouter>
      </NoticesProvider>
    </QueryClientProvider>
  );
}

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { KeysOutsidePlans } from './KeysOutsidePlans.tsx';
import { PlansPage } from '../pages/plans/PlansPage.tsx';
import { ServerAway } from '../plan-session/api.ts';
import { ErrorBoundary } from '../ui/ErrorBoundary.tsx';
import { t, useLanguage } from '../language/language.ts';
import { loadShell } from './planPrefetch.ts';
import { FetchedPage, type FetchedPageProps } from './FetchedPage.tsx';
import { Gate } from './Gate.tsx';
import { NotFound } from './NotFound.tsx';
import { FIRST_PAGE, PAGES } from './pages.ts';
import { NoticesProvider } from '../ui/Notices.tsx';

/** The pages outside a plan that are fetched when they are opened: their address, and what they are called. */
const FETCHED: readonly FetchedPageProps[] = [
  {
    path: '/new',
    get name() {
      return t('shell.newPlan');
    },
    load: async () => (await import('../pages/start/StartPage.tsx')).StartPage,
  },
  {
    path: '/you',
    get name() {
      return t('shell.yourAccount');
    },
    load: async () => (await import('../pages/you/YouPage.tsx')).YouPage,
  },
  {
    path: '/deleted',
    get name() {
      return t('shell.deletedPlans');
    },
    load: async () => (await import('../pages/maintenance/DeletedPage.tsx')).DeletedPage,
  },
  {
    path: '/backups',
    get name() {
      return t('shell.backups');
    },
    load: async () => (await import('../pages/maintenance/BackupsPage.tsx')).BackupsPage,
  },
  {
    path: '/join/:token',
    get name() {
      return t('shell.thisPage');
    },
    load: async () => (await import('../pages/signIn/JoinPage.tsx')).JoinPage,
  },
  {
    path: '/reset/:token',
    get name() {
      return t('shell.thisPage');
    },
    load: async () => (await import('../pages/signIn/ResetPage.tsx')).ResetPage,
  },
  {
    path: '/confirm/:token',
    get name() {
      return t('shell.thisPage');
    },
    load: async () => (await import('../pages/signIn/ConfirmPage.tsx')).ConfirmPage,
  },
];

const SHELL: FetchedPageProps = {
  path: '/plans/:planId',
  get name() {
    return t('shell.thePlan');
  },
  load: async () => (await loadShell()).PlanShell,
};

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
  // All that is shown follows the language; what was being typed stays where it is.
  useLanguage();
  return (
    <QueryClientProvider client={client}>
      <NoticesProvider>
        <BrowserRouter>
          <ErrorBoundary>
            <Gate>
              <Routes>
                <Route
                  path="/"
                  element={
                    <>
                      <PlansPage />
                      <KeysOutsidePlans />
                    </>
                  }
                />
                {FETCHED.map((page) => (
                  <Route key={page.path} path={page.path} element={<FetchedPage key={page.path} {...page} />} />
                ))}
                <Route path="/plans/:planId" element={<FetchedPage {...SHELL} />}>
                  <Route index element={<Navigate to={FIRST_PAGE} replace />} />
                  {PAGES.map(({ path, Page }) => (
                    <Route key={path} path={path} element={<Page />} />
                  ))}
                </Route>
                <Route path="*" element={<NotFound />} />
              </Routes>
            </Gate>
          </ErrorBoundary>
        </BrowserRouter>
      </NoticesProvider>
    </QueryClientProvider>
  );
}

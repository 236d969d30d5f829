import { useSaving } from '../plan-session/SessionProvider.tsx';
import { FetchedPage, type FetchedPageProps } from './FetchedPage.tsx';

/** A page of a plan: it is fetched anew as soon as the plan's session finds the server back. */
export function LoadedPage(props: Omit<FetchedPageProps, 'reachable'>) {
  return <FetchedPage {...props} reachable={useSaving().reachable} />;
}

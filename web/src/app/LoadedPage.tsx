import { useSaving } from '../plan-session/SessionProvider.tsx';
import { Fetched, type FetchedProps } from './Fetched.tsx';

/** A page of a plan: it is fetched anew as soon as the plan's session finds the server back. */
export function LoadedPage(props: Omit<FetchedProps, 'reachable'>) {
  return <Fetched {...props} reachable={useSaving().reachable} />;
}

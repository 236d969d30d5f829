import { useQuery } from '@tanstack/react-query';
import { useEffect, type ComponentType } from 'react';
import { messages } from '../messages/shell.ts';
import { Loading } from '../ui/Loading.tsx';

export interface FetchedPageProps {
  readonly path: string;
  readonly name: string;
  readonly load: () => Promise<ComponentType>;
  /** Whether the server answered last, where that is known. */
  readonly reachable?: boolean;
}

/**
 * A page whose program is fetched when it is first opened. Where the server is away it says so in its place, and comes by
 * itself once the server answers again; the rest of the application goes on.
 *
 * It is no lazy component: what such a one waits for is shown only 300 ms after its placeholder was.
 */
export function FetchedPage({ path, name, load, reachable = false }: FetchedPageProps) {
  const { data, error, refetch, isFetching } = useQuery({
    queryKey: ['program', path],
    // A component is a function, which a query would take for nothing.
    queryFn: async () => ({ Page: await load() }),
    staleTime: Infinity,
    gcTime: Infinity,
    retry: false,
    networkMode: 'always',
  });
  const isMissing = error !== null;
  useEffect(() => {
    if (!isMissing) return;
    const again = () => void refetch();
    if (reachable) again();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
    // Asked once each time the server is back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isMissing, reachable]);
  if (data) return <data.Page />;
  if (!isMissing) return <Loading />;
  return (
    <div className="quiet-page" role="alert">
      <h2>{messages.pageNotLoaded(name)}</h2>
      <p>{messages.pageNeedsServer}</p>
      <p>
        <button type="button" className="btn btn-primary" disabled={isFetching} onClick={() => void refetch()}>
          {messages.tryAgain}
        </button>
      </p>
    </div>
  );
}

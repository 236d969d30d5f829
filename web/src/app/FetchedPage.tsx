import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, type ComponentType } from 'react';
import { t } from '../language/language.ts';
import { Loading } from '../ui/Loading.tsx';

export interface FetchedPageProps {
  readonly path: string;
  readonly name: string;
  readonly load: () => Promise<ComponentType>;
  /** True when the server answered last, where that is known. */
  readonly reachable?: boolean;
}

/** States how long it is waited before a page that could not be fetched is asked for again, at first and at most, in milliseconds. */
const AGAIN_FIRST = 2000;
const AGAIN_MOST = 30_000;

/**
 * A page whose program is fetched when it is first opened. Where the server is away it says so in its place, and comes by
 * itself once the server answers again; the rest of the application goes on.
 *
 * It is no lazy component: what such a one waits for is shown only 300 ms after its placeholder was.
 */
export function FetchedPage({ path, name, load, reachable = false }: FetchedPageProps) {
  const { data, errorUpdateCount, refetch } = useQuery({
    queryKey: ['program', path],
    // A component is a function, which a query would take for nothing.
    queryFn: async () => ({ Page: await load() }),
    staleTime: Infinity,
    gcTime: Infinity,
    retry: false,
    networkMode: 'always',
  });
  // What is said stays while it is asked for again.
  const isMissing = !data && errorUpdateCount > 0;
  useEffect(() => {
    if (!isMissing) return;
    const again = () => void refetch();
    const timer = setTimeout(again, Math.min(AGAIN_MOST, AGAIN_FIRST * 2 ** (errorUpdateCount - 1)));
    window.addEventListener('online', again);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('online', again);
    };
  }, [isMissing, errorUpdateCount, refetch]);
  const wasReachable = useRef(reachable);
  useEffect(() => {
    if (isMissing && reachable && !wasReachable.current) void refetch();
    wasReachable.current = reachable;
  }, [isMissing, reachable, refetch]);
  if (data) return <data.Page />;
  if (!isMissing) return <Loading />;
  return (
    <div className="quiet-page" role="alert">
      <h2>{t('shell.pageNotLoaded', { name })}</h2>
      <p>{t('shell.pageNeedsServer')}</p>
      <p>
        <button type="button" className="btn btn-primary" onClick={() => void refetch()}>
          {t('shell.tryAgain')}
        </button>
      </p>
    </div>
  );
}

import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { t } from '../language/language.ts';
import { Loading } from './Loading.tsx';

interface QueryResultProps<T> {
  /** States what was asked for: there, not yet there, or not to be had for now. */
  readonly query: { readonly data: T | undefined; readonly error: Error | null; readonly refetch: () => unknown };
  readonly children: (data: T) => ReactNode;
}

/** Shows what was fetched; until then that it is awaited, or why it is not there and a way to ask again. */
export function QueryResult<T>({ query: { data, error, refetch }, children }: QueryResultProps<T>) {
  return (
    <>
      {data === undefined && !error && <Loading />}
      {error && (
        <div className="quiet-page" role="alert">
          <p>{error.message}</p>
          <Button onClick={() => void refetch()}>{t('ui.tryAgain')}</Button>
        </div>
      )}
      {data !== undefined && children(data)}
    </>
  );
}

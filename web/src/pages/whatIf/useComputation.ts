import type { Document } from '@haushalt/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Computations } from './worker.ts';

/** Describes how a computation stands: its last result stays in sight while the next one is under way. */
export interface Computation<T> {
  readonly result: T | null;
  /** True when the result is that of the plan and the terms as they are now. */
  readonly isCurrent: boolean;
  /** States how far it is, from 0 to 1; `null` when nothing is under way. */
  readonly done: number | null;
  readonly error: string | null;
  readonly cancel: () => void;
}

interface State<T> extends Pick<Computation<T>, 'result' | 'done' | 'error'> {
  /** The plan and the terms the result is computed from. */
  readonly source: { readonly document: Document; readonly key: string } | null;
}

/** States how long a computation waits for the next change before it begins, in milliseconds. */
const PAUSE = 120;

/**
 * Computes something of a plan in a worker, anew whenever the plan or the terms change. What is under way is ended by the next one, by `cancel`,
 * and when the page is left.
 */
export function useComputation<T>(
  document: Document,
  terms: readonly unknown[],
  compute: (worker: Remote<Computations>, progress: (done: number) => void) => Promise<T> | null,
): Computation<T> {
  const key = JSON.stringify(terms);
  const [state, setState] = useState<State<T>>({ result: null, source: null, done: null, error: null });
  const latest = useRef(compute);
  useEffect(() => {
    latest.current = compute;
  });
  const worker = useRef<Worker | null>(null);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);

  useEffect(() => {
    const timer = setTimeout(() => {
      stop();
      const started = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
      worker.current = started;
      const ended = () => worker.current !== started;
      const progress = proxy((done: number) => {
        if (!ended()) setState((before) => ({ ...before, done }));
      });
      const computed = latest.current(wrap<Computations>(started), progress);
      if (computed === null) {
        stop();
        return setState({ result: null, source: { document, key }, done: null, error: null });
      }
      setState((before) => ({ ...before, done: 0, error: null }));
      computed.then(
        (result) => {
          if (ended()) return;
          stop();
          setState({ result, source: { document, key }, done: null, error: null });
        },
        (error: unknown) => {
          if (ended()) return;
          stop();
          setState({
            result: null,
            source: { document, key },
            done: null,
            error: error instanceof Error ? error.message : String(error),
          });
        },
      );
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [document, key, stop]);
  useEffect(() => stop, [stop]);

  const cancel = useCallback(() => {
    stop();
    setState((before) => ({ ...before, done: null }));
  }, [stop]);
  const { source, ...shown } = state;
  return { ...shown, isCurrent: source?.document === document && source.key === key, cancel };
}

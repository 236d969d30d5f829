import { useCallback, useEffect, useRef } from 'react';

/** A function that stays the same from render to render and calls the latest one; for parts that are drawn seldom. */
export function useStable<A extends unknown[], R>(latest: (...args: A) => R): (...args: A) => R {
  const kept = useRef(latest);
  useEffect(() => {
    kept.current = latest;
  });
  return useCallback((...args: A) => kept.current(...args), []);
}

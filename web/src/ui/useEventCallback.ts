import { useCallback, useEffect, useRef } from 'react';

/** A function that stays the same from render to render and calls the latest one; for parts that are drawn seldom. */
export function useEventCallback<A extends unknown[], R>(latest: (...args: A) => R): (...args: A) => R {
  const stable = useRef(latest);
  useEffect(() => {
    stable.current = latest;
  });
  return useCallback((...args: A) => stable.current(...args), []);
}

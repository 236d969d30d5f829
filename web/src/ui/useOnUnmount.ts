import { useEffect, useRef } from 'react';

/** Does something once a component has gone for good, as it was when it was drawn last. */
export function useOnUnmount(does: () => void): void {
  const latest = useRef(does);
  useEffect(() => {
    latest.current = does;
  });
  const isThere = useRef(false);
  useEffect(() => {
    isThere.current = true;
    return () => {
      isThere.current = false;
      // While it is developed, React takes every component away once and puts it back at once.
      queueMicrotask(() => {
        if (!isThere.current) latest.current();
      });
    };
  }, []);
}

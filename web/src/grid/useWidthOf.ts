import { useLayoutEffect, useState, type RefObject } from 'react';

/** The width of an element without its scroll bar, in pixels; 0 before it is laid out. */
export function useWidthOf(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const observed = element.current;
    if (!observed || typeof ResizeObserver === 'undefined') return undefined;
    const observer = new ResizeObserver(() => setWidth(observed.clientWidth));
    observer.observe(observed);
    return () => observer.disconnect();
  }, [element]);
  return width;
}

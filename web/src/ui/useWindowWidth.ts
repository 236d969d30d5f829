import { useSyncExternalStore } from 'react';

/** Up to this width, in pixels, a window is one of a phone; `$narrow` of the styles. */
const NARROW = 640;

/** The width of the window in pixels. */
export function useWindowWidth(): number {
  return useSyncExternalStore(onResize, () => window.innerWidth);
}

/** Returns whether the window is as narrow as a phone's. */
export function useIsNarrow(): boolean {
  return useSyncExternalStore(onResize, isNarrow);
}

/** Returns whether the window is as narrow as a phone's at this moment. */
export function isNarrow(): boolean {
  return window.innerWidth < NARROW;
}

function onResize(changed: () => void): () => void {
  window.addEventListener('resize', changed);
  return () => window.removeEventListener('resize', changed);
}

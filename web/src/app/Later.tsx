import { useDeferredValue, type ReactNode } from 'react';

/** Draws what it holds after everything more urgent: an edit is on the screen before what explains it. */
export function Later({ children }: { readonly children: ReactNode }) {
  return useDeferredValue(children);
}

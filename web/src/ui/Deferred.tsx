import { startTransition, useEffect, useRef, useState, type ReactNode } from 'react';
import { afterPainting } from './afterPainting.ts';

/**
 * Draws what it holds once everything more urgent is on the screen: an edit is seen before what explains it. While one
 * change follows the other, what is drawn is always of the latest.
 */
export function Deferred({ children }: { readonly children: ReactNode }) {
  const [shown, show] = useState(children);
  const latest = useRef(children);
  const callOff = useRef<(() => void) | null>(null);
  useEffect(() => {
    latest.current = children;
    callOff.current ??= afterPainting(() => {
      callOff.current = null;
      startTransition(() => show(latest.current));
    });
  }, [children]);
  useEffect(
    () => () => {
      callOff.current?.();
      callOff.current = null;
    },
    [],
  );
  return shown;
}

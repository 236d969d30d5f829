import { useEffect, useState, type ComponentType } from 'react';

/** A part of the interface whose program is fetched when it is first drawn. */
export interface Part<P> {
  /** The component, once it is there. */
  component: ComponentType<P> | null;
  readonly load: () => Promise<ComponentType<P>>;
}

export function partOf<P>(load: () => Promise<ComponentType<P>>): Part<P> {
  return { component: null, load };
}

/**
 * The component of a part, `null` until it is there, and whether the server could not be reached for it. It is asked for
 * again when the network is back, or when the part is drawn anew.
 *
 * It is no lazy component: React shows what such a one waits for only 300 ms after its placeholder, and a failed load ends
 * the page around it.
 */
export function usePart<P>(part: Part<P>): readonly [component: ComponentType<P> | null, hasFailed: boolean] {
  const [component, setComponent] = useState(() => part.component);
  const [hasFailed, setFailed] = useState(false);
  useEffect(() => {
    if (component) return undefined;
    const fetch = () =>
      void part.load().then(
        (loaded) => {
          part.component = loaded;
          setComponent(() => loaded);
        },
        () => setFailed(true),
      );
    fetch();
    window.addEventListener('online', fetch);
    return () => window.removeEventListener('online', fetch);
  }, [part, component]);
  return [component, hasFailed];
}

import { useEffect, useState, type ComponentType } from 'react';

/** A part of the interface whose program is fetched when it is first drawn. */
export interface Part<P> {
  /** What draws it, once it is there. */
  there: ComponentType<P> | null;
  readonly load: () => Promise<ComponentType<P>>;
}

export function partOf<P>(load: () => Promise<ComponentType<P>>): Part<P> {
  return { there: null, load };
}

/**
 * What draws a part, or `null` until it is there. What did not arrive is asked for again when the network is back, or when
 * the part is drawn anew. It is no lazy component: what such a one waits for is shown only 300 ms after its placeholder,
 * and its absence ends the page around it.
 */
export function usePart<P>(part: Part<P>): ComponentType<P> | null {
  const [there, setThere] = useState(() => part.there);
  useEffect(() => {
    if (there) return undefined;
    const fetch = () =>
      void part.load().then(
        (component) => {
          part.there = component;
          setThere(() => component);
        },
        () => {},
      );
    fetch();
    window.addEventListener('online', fetch);
    return () => window.removeEventListener('online', fetch);
  }, [part, there]);
  return there;
}

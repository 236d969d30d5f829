import { useCallback, useState } from 'react';

/**
 * Something that is kept in this browser under a key. What was kept is read by `read`, which takes nothing for granted: it
 * may come from another version, or not be there. Where the browser has no room, it is kept as long as the page.
 */
export function useStored<T>(key: string, read: (stored: unknown) => T): [T, (next: T | ((before: T) => T)) => void] {
  const [value, setValue] = useState<T>(() => read(parsed(localStorage.getItem(key))));
  const keep = useCallback(
    (next: T | ((before: T) => T)) =>
      setValue((before) => {
        const now = typeof next === 'function' ? (next as (before: T) => T)(before) : next;
        try {
          localStorage.setItem(key, JSON.stringify(now));
        } catch {
          // There is no room; it is forgotten with the page.
        }
        return now;
      }),
    [key],
  );
  return [value, keep];
}

function parsed(text: string | null): unknown {
  if (text === null) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

/** One of some options, or the usual one. */
export function oneOf<const O>(options: readonly O[], stored: unknown, usual: O): O {
  return options.includes(stored as O) ? (stored as O) : usual;
}

/** The parts of what was kept, if it has parts at all. */
export function partsOf(stored: unknown): Readonly<Record<string, unknown>> {
  return typeof stored === 'object' && stored !== null ? (stored as Record<string, unknown>) : {};
}

import { useCallback, useState } from 'react';
import { partsOf, useStored } from './useStored.ts';

/** Under what is kept of forms that are not sent yet; whoever signs out leaves none of it. */
export const DRAFTS = 'haushalt:draft:';

/** Describes what a form is filled in with before any of it is stored. */
export interface Draft<T> {
  /** All that is given: what was there at first, and over it what has been changed. */
  readonly given: T;
  readonly put: (part: Partial<T>) => void;
  /** True when some of it was filled in at an earlier visit. */
  readonly isKept: boolean;
  /** Puts back what was there at first. */
  readonly startOver: () => void;
  /** Forgets it, and closes the form: it was sent, or is not wanted. */
  readonly close: () => void;
}

/**
 * Keeps what is filled into a form in this browser, under a name, until the form is sent or closed: a reload, Back or a visit
 * to another page takes nothing of it. Only what was changed is kept, so that the rest is as it has become meanwhile; what is
 * kept of a field that is not there, or is of another type, is left out.
 */
export function useDraft<T extends object>(name: string, initial: () => T, onClose: () => void): Draft<T> {
  const key = `${DRAFTS}${name}`;
  const [first] = useState(initial);
  const [changed, setChanged] = useStored<Partial<T>>(key, (stored) => changesOf(first, stored));
  const [isKept, setKept] = useState(() => Object.keys(changed).length > 0);
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return {
    given: { ...first, ...changed },
    put: useCallback((part) => setChanged((before) => ({ ...before, ...part })), [setChanged]),
    isKept,
    startOver: () => {
      setChanged({});
      setKept(false);
      forget();
    },
    close: () => {
      forget();
      onClose();
    },
  };
}

/** Returns what was kept of a form, as far as it fits its fields. */
function changesOf<T extends object>(first: T, stored: unknown): Partial<T> {
  const fits = ([field, value]: [string, unknown]) => {
    if (!(field in first)) return false;
    const before = (first as Record<string, unknown>)[field];
    return before === null || value === null || typeof before === typeof value;
  };
  return Object.fromEntries(Object.entries(partsOf(stored)).filter(fits)) as Partial<T>;
}

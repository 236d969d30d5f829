import { useCallback, useEffect, useState } from 'react';
import { dropFile, keepFile, keptFile } from './storedFile.ts';
import { useStored } from './useStored.ts';

/** A file that is being looked through, and what has been said of it, before any of it is stored. */
export interface OpenFile<T> {
  /** The file; `null` where none is open, where it is still fetched, and where what is looked through is no file. */
  readonly file: File | null;
  /** States what has been said of it; `null` where nothing is open. */
  readonly said: T | null;
  /** Tells one that is opened from the next. */
  readonly stamp: number;
  readonly open: (file: File | null, value: T) => void;
  readonly change: (next: (value: T) => T) => void;
  readonly close: () => void;
}

/**
 * Keeps a file and what is said of it in this browser under a key, so that both outlive a reload, Back, and a visit to another
 * page, until it is closed. What was kept is read by `read`, which gives `null` for what makes no sense; `isFile` tells
 * whether it is said of a file.
 */
export function useOpenFile<T>(
  key: string,
  read: (stored: unknown) => T | null,
  isFile: (value: T) => boolean = () => true,
): OpenFile<T> {
  const [kept, setKept] = useStored<T | null>(key, read);
  const [opened, setOpened] = useState<{ file: File | null; stamp: number }>({ file: null, stamp: 0 });
  const isToBeFetched = kept !== null && isFile(kept) && opened.file === null;
  useEffect(() => {
    if (!isToBeFetched) return;
    let isWanted = true;
    void keptFile(key).then((file) => {
      if (!isWanted) return;
      if (file) setOpened(({ stamp }) => ({ file, stamp: stamp + 1 }));
      else setKept(null);
    });
    return () => {
      isWanted = false;
    };
  }, [isToBeFetched, key, setKept]);

  return {
    file: kept === null ? null : opened.file,
    said: kept,
    stamp: opened.stamp,
    open: useCallback(
      (file, first) => {
        if (file) void keepFile(key, file);
        setKept(first);
        setOpened(({ stamp }) => ({ file, stamp: stamp + 1 }));
      },
      [key, setKept],
    ),
    change: useCallback((next) => setKept((before) => before && next(before)), [setKept]),
    close: useCallback(() => {
      void dropFile(key);
      setKept(null);
      setOpened(({ stamp }) => ({ file: null, stamp }));
    }, [key, setKept]),
  };
}

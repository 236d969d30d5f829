import { useEffect, useRef } from 'react';
import { useNotices } from './Notices.tsx';

interface Draft {
  readonly text: string;
  /** Whether anything has been typed that is not taken yet. */
  readonly isOpen: boolean;
  /** Takes what has been typed; why not, where it cannot be. */
  readonly take: () => string | null;
}

/**
 * Lets no typed text go unseen: when its field goes, because another page, year or row comes in its place, what has been
 * typed is taken, or it is said that it was not, and why.
 */
export function useUnfinished(draft: Draft): void {
  const notices = useNotices();
  const latest = useRef({ draft, notices });
  useEffect(() => {
    latest.current = { draft, notices };
  });
  const isThere = useRef(false);
  useEffect(() => {
    isThere.current = true;
    return () => {
      isThere.current = false;
      // While it is developed, React takes every component away once and puts it back at once.
      queueMicrotask(() => {
        const { draft: last, notices: at } = latest.current;
        if (isThere.current || !last.isOpen) return;
        const refusal = last.take();
        if (refusal !== null) at.say({ text: `“${last.text}” was not taken. ${refusal}`, tone: 'warning' });
      });
    };
  }, []);
}

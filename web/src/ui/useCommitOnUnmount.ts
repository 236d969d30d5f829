import { useNotices } from './Notices.tsx';
import { useOnUnmount } from './useOnUnmount.ts';
import { t } from '../language/language.ts';

interface Draft {
  readonly text: string;
  /** True when anything has been typed that is not taken yet. */
  readonly isOpen: boolean;
  /** Takes what has been typed; why not, where it cannot be. */
  readonly take: () => string | null;
}

/**
 * Lets no typed text go unseen: when its field goes, because another page, year or row comes in its place, what has been
 * typed is taken, or it is said that it was not, and why.
 */
export function useCommitOnUnmount(draft: Draft): void {
  const notices = useNotices();
  useOnUnmount(() => {
    if (!draft.isOpen) return;
    const refusal = draft.take();
    if (refusal !== null) notices.say({ text: t('ui.notAccepted', { text: draft.text, refusal }), tone: 'warning' });
  });
}

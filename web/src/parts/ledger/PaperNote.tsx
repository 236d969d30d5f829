import { planOf, writeCount } from '@haushalt/core';
import { t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { EntryPages } from './useEntryPages.ts';

/** Says on a printed page which entries of a list are not on it. */
export function PaperNote({ found: { onPaper, total } }: { readonly found: EntryPages }) {
  const { locale } = planOf(useSessionState().document);
  if (onPaper === 'all') return null;
  return (
    <p>
      {onPaper === 'arrived'
        ? t('entries.notAllOnPaper')
        : t('entries.visibleOnPaper', { count: writeCount(total, locale) })}
    </p>
  );
}

import type { ReactNode } from 'react';
import { t } from '../../language/language.ts';
import '../../parts/people/people.scss';

/** A page that asks for little. */
export function CenteredCard({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="slip">
      <header className="slip-head plans-head">
        <span className="wordmark">{t('people.haushalt')}</span>
        <span className="plans-motto">{t('people.slogan')}</span>
      </header>
      <h1>{title}</h1>
      {children}
    </main>
  );
}

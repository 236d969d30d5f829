import type { ReactNode } from 'react';
import { LANGUAGES, OWN_NAMES } from '@haushalt/language';
import { chooseLanguage, t, useLanguage } from '../../language/language.ts';
import '../../parts/people/people.scss';

/** A page that asks for little. */
export function CenteredCard({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  const spoken = useLanguage();
  return (
    <main className="centered-card">
      <header className="centered-card-head plans-head">
        <span className="wordmark">{t('people.haushalt')}</span>
        <span className="plans-motto">{t('people.slogan')}</span>
      </header>
      <h1>{title}</h1>
      {children}
      <p className="centered-card-languages">
        {LANGUAGES.map((language) => (
          <button
            key={language}
            type="button"
            className="jump"
            lang={language}
            aria-pressed={language === spoken}
            onClick={() => void chooseLanguage(language).catch(() => undefined)}
          >
            {OWN_NAMES[language]}
          </button>
        ))}
      </p>
    </main>
  );
}

import { Link } from 'react-router';
import { t } from '../language/language.ts';

/** The page for an address that leads nowhere. */
export function NotFound() {
  return (
    <main className="quiet-page">
      <h1>{t('shell.pageNotFound')}</h1>
      <p>
        {t('shell.checkAddress')} <Link to="/">{t('shell.goToYourPlans')}</Link>
      </p>
    </main>
  );
}

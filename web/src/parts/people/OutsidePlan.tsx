import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { t } from '../../language/language.ts';
import { PersonMenu } from './PersonMenu.tsx';

interface OutsidePlanProps {
  readonly title: string;
  /** States what stands beside the title. */
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** A page that belongs to no plan: oneself, deleted plans, backups. */
export function OutsidePlan({ title, actions, children }: OutsidePlanProps) {
  return (
    <div className="plans-page">
      <header className="plans-head">
        <Link to="/" className="wordmark">
          {t('people.haushalt')}
        </Link>
        <Link to="/" className="plans-motto">
          {t('people.plans')}
        </Link>
        <PersonMenu />
      </header>
      <main>
        <div className="plans-title">
          <h1>{title}</h1>
          {actions && <div className="plans-actions">{actions}</div>}
        </div>
        {children}
      </main>
    </div>
  );
}

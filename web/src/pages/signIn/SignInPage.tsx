import { t } from '../../language/language.ts';
import { SignInForm } from '../../parts/people/SignInForm.tsx';
import type { Me } from '../../plan-session/peopleApi.ts';
import { CenteredCard } from './CenteredCard.tsx';

/** Asks who one is, before anything is shown. */
export function SignInPage({ me, onDone }: { readonly me: Me; readonly onDone: (id: string) => void }) {
  return (
    <CenteredCard title={t('people.signIn')}>
      {me.isDemo && <p className="quiet">{t('people.isDemo')}</p>}
      <SignInForm mail={me.mail} onDone={onDone} />
    </CenteredCard>
  );
}

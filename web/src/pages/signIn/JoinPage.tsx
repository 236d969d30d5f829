import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { t } from '../../language/language.ts';
import { useMe } from '../../parts/people/me.ts';
import { NewPersonForm } from '../../parts/people/NewPersonForm.tsx';
import { SignInForm } from '../../parts/people/SignInForm.tsx';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { CenteredCard } from './CenteredCard.tsx';

const WAYS = [
  {
    value: 'new',
    get words() {
      return t('people.createAccount');
    },
  },
  {
    value: 'known',
    get words() {
      return t('people.haveAccount');
    },
  },
] as const;

/** Where a link to a shared plan leads: what it offers, and what it takes to have it. */
export function JoinPage() {
  const { token = '' } = useParams();
  const me = useMe();
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('new');
  const [refusal, setRefusal] = useState<string | null>(null);
  const { data: offer, error } = useQuery({
    queryKey: ['link', token],
    queryFn: () => peopleApi.link(token),
    retry: false,
  });
  // What was there before belongs to nobody, or to somebody else: the plan is opened on a page that begins anew.
  const open = (planId: string) => window.location.assign(`/plans/${planId}`);
  const use = async () => {
    try {
      open((await peopleApi.useLink(token)).planId);
    } catch (failed) {
      setRefusal((failed as Error).message);
    }
  };
  if (error)
    return (
      <CenteredCard title={t('people.linkNotOpened')}>
        <p role="alert">{error.message}</p>
        <Link to="/">{t('people.goToYourPlans')}</Link>
      </CenteredCard>
    );
  if (!offer || !me) return <Loading />;
  return (
    <CenteredCard title={t('people.sharesWithYou', { who: offer.sharedBy, plan: offer.plan })}>
      {offer.mine === null ? <p>{t(`people.youMay.${offer.role}`)}</p> : <p>{t('people.hasAccess')}</p>}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      {me.person ? (
        <Button onClick={() => void use()}>{t('people.openThePlan')}</Button>
      ) : (
        <>
          <Segments label={t('people.join')} value={way} options={WAYS} onChange={setWay} />
          {way === 'new' ? (
            <NewPersonForm
              submit={t('people.join')}
              onSubmit={async (person) => open((await peopleApi.joinByLink(token, person)).planId)}
            />
          ) : (
            <SignInForm mail={me.mail} onDone={() => void use()} />
          )}
        </>
      )}
    </CenteredCard>
  );
}

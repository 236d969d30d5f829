import { useMutation, useQueryClient } from '@tanstack/react-query';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { t } from '../../language/language.ts';
import { ME } from '../../parts/people/me.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { CenteredCard } from './CenteredCard.tsx';

/** Where the link leads that is mailed to an address somebody wants. A program that looks into mails confirms nothing. */
export function ConfirmPage() {
  const { token = '' } = useParams();
  const client = useQueryClient();
  const confirm = useMutation({
    mutationFn: () => peopleApi.confirmAddress(token),
    onSuccess: () => client.invalidateQueries({ queryKey: ME }),
  });
  return (
    <CenteredCard title={t('people.confirmAddress')}>
      {confirm.isSuccess ? (
        <p role="status">{t('people.addressConfirmed')}</p>
      ) : (
        <>
          <p>{t('people.confirmAddressHint')}</p>
          {confirm.error && (
            <p className="refusal mb-3" role="alert">
              {confirm.error.message}
            </p>
          )}
          <Button autoFocus disabled={confirm.isPending} onClick={() => confirm.mutate()}>
            {t('people.confirm')}
          </Button>
        </>
      )}
      <p className="mt-3">
        <Link to="/">{t('people.goToYourPlans')}</Link>
      </p>
    </CenteredCard>
  );
}

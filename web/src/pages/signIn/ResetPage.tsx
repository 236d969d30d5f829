import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useParams } from 'react-router';
import { t } from '../../language/language.ts';
import { PasswordField } from '../../parts/people/PasswordField.tsx';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { CenteredCard } from './CenteredCard.tsx';

/** Where the link to a new password leads. */
export function ResetPage() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const set = async () => {
    setBusy(true);
    try {
      await peopleApi.reset(token, password);
      window.location.assign('/');
    } catch (error) {
      setRefusal((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <CenteredCard title={t('people.newPassword')}>
      <p>{t('people.choosePassword')}</p>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void set();
        }}
      >
        <PasswordField
          label={t('people.password')}
          isNew
          autoFocus
          value={password}
          isWrong={refusal !== null}
          onChange={(typed) => {
            setRefusal(null);
            setPassword(typed);
          }}
        />
        {refusal && (
          <p className="refusal" role="alert">
            {refusal}
          </p>
        )}
        <Button type="submit" disabled={isBusy || password === ''}>
          {t('people.setPassword')}
        </Button>
      </Form>
    </CenteredCard>
  );
}

import { useState, type FormEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { t } from '../../language/language.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { PasswordField } from './PasswordField.tsx';

interface SignInFormProps {
  /** Where the mail box is; `null` where a link cannot be sent. */
  readonly mail: string | null;
  /** Who is to sign in again, where that is known. */
  readonly who?: string;
  readonly onDone: (id: string) => void;
}

/** Name and password; or a link to a new one by mail. */
export function SignInForm({ mail, who: name = '', onDone }: SignInFormProps) {
  const [who, setWho] = useState(name);
  const [password, setPassword] = useState('');
  const [stay, setStay] = useState(true);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [isForgotten, setForgotten] = useState(false);
  const [isSent, setSent] = useState(false);
  const attempt = async (event: FormEvent, perform: () => Promise<void>) => {
    event.preventDefault();
    setBusy(true);
    setRefusal(null);
    try {
      await perform();
    } catch (error) {
      setRefusal((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const whoField = (
    <Form.Group controlId="who">
      <Form.Label>{t('people.nameOrAddress')}</Form.Label>
      <Form.Control
        autoFocus={name === ''}
        value={who}
        maxLength={200}
        autoComplete="username"
        onChange={(event) => setWho(event.target.value)}
      />
    </Form.Group>
  );
  const refused = refusal && (
    <p className="refusal" role="alert">
      {refusal}
    </p>
  );

  if (isForgotten && mail === null)
    return (
      <div className="forgotten-password">
        <p>{t('people.askAdministrator')}</p>
        <Button variant="link" onClick={() => setForgotten(false)}>
          {t('people.back')}
        </Button>
      </div>
    );
  if (isForgotten && isSent)
    return (
      <div className="forgotten-password" role="status">
        <p>{t('people.linkSent', { minutes: 60 })}</p>
        <p>
          <a href={mail!} target="_blank" rel="noreferrer">
            {t('people.openMailbox')}
          </a>
        </p>
        <Button variant="link" onClick={() => setForgotten(false)}>
          {t('people.back')}
        </Button>
      </div>
    );
  if (isForgotten)
    return (
      <Form
        noValidate
        onSubmit={(event) =>
          void attempt(event, async () => {
            await peopleApi.forgotten(who.trim());
            setSent(true);
          })
        }
      >
        {whoField}
        {refused}
        <div className="centered-card-actions">
          <Button type="submit" disabled={isBusy || who.trim() === ''}>
            {t('people.sendMeALink')}
          </Button>
          <Button variant="link" onClick={() => setForgotten(false)}>
            {t('people.back')}
          </Button>
        </div>
      </Form>
    );
  return (
    <Form
      noValidate
      onSubmit={(event) =>
        void attempt(event, async () => onDone((await peopleApi.signIn(who.trim(), password, stay)).id))
      }
    >
      {whoField}
      <PasswordField
        label={t('people.password')}
        value={password}
        autoFocus={name !== ''}
        isWrong={refusal !== null}
        onChange={setPassword}
      />
      <Form.Check
        id="stay"
        label={t('people.staySignedIn')}
        checked={stay}
        onChange={(event) => setStay(event.target.checked)}
      />
      {refused}
      <div className="centered-card-actions">
        <Button type="submit" disabled={isBusy || who.trim() === '' || password === ''}>
          {t('people.signIn')}
        </Button>
        <Button
          variant="link"
          onClick={() => {
            setSent(false);
            setForgotten(true);
          }}
        >
          {t('people.forgotten')}
        </Button>
      </div>
    </Form>
  );
}

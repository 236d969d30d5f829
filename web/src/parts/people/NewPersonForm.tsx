import { useState, type FormEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { t } from '../../language/language.ts';
import type { NewPerson } from '../../plan-session/peopleApi.ts';
import { ServerRefusal } from '../../plan-session/refusals.ts';
import { PasswordField } from './PasswordField.tsx';

interface NewPersonFormProps {
  readonly submit: string;
  readonly onSubmit: (person: NewPerson) => Promise<unknown>;
}

/** Asks who someone is who signs in here for the first time. */
export function NewPersonForm({ submit, onSubmit }: NewPersonFormProps) {
  const [given, setGiven] = useState<NewPerson>({ name: '', address: '', password: '', stay: true });
  const [refusal, setRefusal] = useState<{ readonly message: string; readonly path: string | undefined } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const put = (part: Partial<NewPerson>) => {
    setRefusal(null);
    setGiven((before) => ({ ...before, ...part }));
  };
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await onSubmit({ ...given, name: given.name.trim(), address: given.address.trim() });
    } catch (error) {
      setRefusal({ message: (error as Error).message, path: error instanceof ServerRefusal ? error.path : undefined });
      setBusy(false);
    }
  };
  return (
    <Form noValidate onSubmit={(event) => void send(event)}>
      <Form.Group controlId="person-name">
        <Form.Label>{t('people.yourName')}</Form.Label>
        <Form.Control
          autoFocus
          value={given.name}
          maxLength={80}
          autoComplete="name"
          isInvalid={refusal?.path === 'name'}
          onChange={(event) => put({ name: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="person-address">
        <Form.Label>{t('people.yourAddress')}</Form.Label>
        <Form.Control
          type="email"
          value={given.address}
          maxLength={200}
          autoComplete="email"
          aria-describedby="person-address-why"
          isInvalid={refusal?.path === 'address'}
          onChange={(event) => put({ address: event.target.value })}
        />
        <Form.Text id="person-address-why">{t('people.yourAddressHint')}</Form.Text>
      </Form.Group>
      <PasswordField
        label={t('people.password')}
        isNew
        own={[given.name, given.address]}
        value={given.password}
        isWrong={refusal?.path === 'password'}
        onChange={(password) => put({ password })}
      />
      <Form.Check
        id="person-stay"
        label={t('people.staySignedIn')}
        checked={given.stay}
        onChange={(event) => put({ stay: event.target.checked })}
      />
      {refusal && (
        <p className="refusal" role="alert">
          {refusal.message}
        </p>
      )}
      <Button type="submit" disabled={isBusy || given.name.trim() === '' || given.password === ''}>
        {submit}
      </Button>
    </Form>
  );
}

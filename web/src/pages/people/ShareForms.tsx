import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { addDays, planOf, today } from '@haushalt/core';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { DateField } from '../../fields/CalendarField.tsx';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { useMe } from '../../parts/people/me.ts';
import { ROLES } from '../../parts/people/roles.ts';
import type { Role } from '../../plan-session/api.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { copyText } from '../../ui/copyText.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { Segments } from '../../ui/Segments.tsx';

const inAMonth = () => addDays(today(), 30);

/** Shares the plan: by mail with someone, or by a link one hands over. */
export function ShareForms({ planId }: { readonly planId: string }) {
  return (
    <section className="share">
      <h3>{t('people.share')}</h3>
      <div className="share-ways">
        <ByMail planId={planId} />
        <ByLink planId={planId} />
      </div>
    </section>
  );
}

function RoleChoice({
  id,
  value,
  onChange,
}: {
  readonly id: string;
  readonly value: Role;
  readonly onChange: (role: Role) => void;
}) {
  return (
    <Form.Group controlId={id}>
      <Form.Label>{t('people.role')}</Form.Label>
      <Select wide id={id} value={value} onChange={(event) => onChange(event.target.value as Role)}>
        {ROLES.map((role) => (
          <option key={role} value={role}>
            {t(`people.roles.${role}`)}
          </option>
        ))}
      </Select>
    </Form.Group>
  );
}

function ByMail({ planId }: { readonly planId: string }) {
  const me = useMe();
  const client = useQueryClient();
  const notices = useNotices();
  const [address, setAddress] = useState('');
  const [role, setRole] = useState<Role>('viewer');
  const [refusal, setRefusal] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const share = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    try {
      await peopleApi.invite(planId, address.trim(), role);
      notices.say({ text: t('people.invited', { address: address.trim() }) });
      setAddress('');
      await client.invalidateQueries({ queryKey: ['people', planId] });
    } catch (error) {
      setRefusal((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Form noValidate onSubmit={(event) => void share(event)}>
      <h4>{t('people.inviteByMail')}</h4>
      <Form.Group controlId="share-address">
        <Form.Label>{t('people.theirAddress')}</Form.Label>
        <Form.Control
          size="sm"
          type="email"
          value={address}
          maxLength={200}
          autoComplete="off"
          isInvalid={refusal !== null}
          onChange={(event) => {
            setRefusal(null);
            setAddress(event.target.value);
          }}
        />
      </Form.Group>
      <RoleChoice id="share-role" value={role} onChange={setRole} />
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      <div className="share-actions">
        <Button size="sm" type="submit" disabled={isBusy || address.trim() === ''}>
          {t('people.invite')}
        </Button>
        {me?.mail && (
          <a href={me.mail} target="_blank" rel="noreferrer">
            {t('people.openMailbox')}
          </a>
        )}
      </div>
    </Form>
  );
}

function ByLink({ planId }: { readonly planId: string }) {
  const client = useQueryClient();
  const notices = useNotices();
  const { locale } = planOf(useSessionState().document);
  const [role, setRole] = useState<Role>('viewer');
  const [until, setUntil] = useState<string | null>(inAMonth);
  const [once, setOnce] = useState(true);
  const [made, setMade] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    setRefusal(null);
    try {
      const { path } = await peopleApi.addLink(planId, { role, until, once });
      setMade(window.location.origin + path);
      await client.invalidateQueries({ queryKey: ['people', planId] });
    } catch (error) {
      setRefusal((error as Error).message);
    }
  };
  const copy = async () => {
    await copyText(made!);
    notices.say({ text: t('people.copied') });
  };
  return (
    <Form noValidate onSubmit={(event) => void make(event)}>
      <h4>{t('people.shareLink')}</h4>
      <RoleChoice id="link-role" value={role} onChange={setRole} />
      <div className="share-until">
        <Segments
          label={t('people.expires')}
          value={until === null ? 'forever' : 'day'}
          options={[
            { value: 'day', words: t('people.expiresOn') },
            { value: 'forever', words: t('people.noExpiry') },
          ]}
          onChange={(way) => setUntil(way === 'forever' ? null : inAMonth())}
        />
        {until !== null && <DateField label={t('people.expires')} value={until} locale={locale} onChange={setUntil} />}
      </div>
      <Segments
        label={t('people.usage')}
        value={once ? 'once' : 'often'}
        options={[
          { value: 'once', words: t('people.singleUse') },
          { value: 'often', words: t('people.reusable') },
        ]}
        onChange={(way) => setOnce(way === 'once')}
      />
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      <div className="share-actions">
        <Button size="sm" type="submit">
          <Icon name="link" /> {t('people.createLink')}
        </Button>
      </div>
      {made && (
        <div className="share-made" role="status">
          <p>{t('people.copyLinkNow')}</p>
          <div className="share-link">
            <Form.Control
              size="sm"
              readOnly
              value={made}
              aria-label={t('people.copyLinkNow')}
              onFocus={(event) => event.target.select()}
            />
            <Button size="sm" variant="outline-primary" onClick={() => void copy()}>
              <Icon name="copy" /> {t('people.copy')}
            </Button>
          </div>
        </div>
      )}
    </Form>
  );
}

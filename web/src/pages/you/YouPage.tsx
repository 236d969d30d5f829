import { LANGUAGES, OWN_NAMES, languageOf, type Language } from '@haushalt/language';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { chooseLanguage, languageOfBrowser, t } from '../../language/language.ts';
import { ServerRefusal } from '../../plan-session/refusals.ts';
import { ME, useMe } from '../../parts/people/me.ts';
import { NewPersonForm } from '../../parts/people/NewPersonForm.tsx';
import { PasswordField } from '../../parts/people/PasswordField.tsx';
import { OutsidePlan } from '../../parts/people/OutsidePlan.tsx';
import { MY_DATA, peopleApi, type Me } from '../../plan-session/peopleApi.ts';
import { dayOf, momentOf } from '../../language/moments.ts';
import { Icon } from '../../ui/Icon.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { browserIn } from './browserIn.ts';
import './you.scss';

/** Shows what is one's own: name and address, password, where one is signed in, one's data. */
export function YouPage() {
  const me = useMe();
  const client = useQueryClient();
  if (!me?.person) return <Loading />;
  return (
    <OutsidePlan title={t('people.yourAccount')}>
      <LanguageChoice person={me.person} />
      {me.signsIn ? (
        <Own person={me.person} hasMail={me.mail !== null} />
      ) : (
        <section className="you-first">
          <p>{t('people.signInIsOff')}</p>
          <p>{t('people.firstPersonHint')}</p>
          <NewPersonForm
            submit={t('people.turnOnSignIn')}
            onSubmit={async (person) => {
              await peopleApi.first(person);
              await client.invalidateQueries();
            }}
          />
        </section>
      )}
    </OutsidePlan>
  );
}

function Own({ person, hasMail }: { readonly person: NonNullable<Me['person']>; readonly hasMail: boolean }) {
  return (
    <div className="you">
      <NameAndAddress person={person} hasMail={hasMail} />
      <Password name={person.name} />
      <Sessions />
      <section>
        <h2>{t('people.yourData')}</h2>
        <p>{t('people.yourDataHint')}</p>
        <a className="btn btn-outline-primary" href={MY_DATA} download>
          <Icon name="saveFile" /> {t('people.saveAsFile')}
        </a>
      </section>
      <Leaving isAdmin={person.isAdmin} />
    </div>
  );
}

/** The language of pages, mails and files; what is being typed below stays. */
function LanguageChoice({ person }: { readonly person: NonNullable<Me['person']> }) {
  const client = useQueryClient();
  const notices = useNotices();
  const choose = useMutation({
    mutationFn: async (language: Language | '') => {
      await chooseLanguage(language);
      await peopleApi.setLanguage(language);
    },
    onSuccess: () => {
      notices.say({ text: t('people.languageChanged') });
      return client.invalidateQueries();
    },
    onError: (error) =>
      notices.say({
        text: error instanceof ServerRefusal ? error.message : t('people.languageNotLoaded'),
        tone: 'warning',
      }),
  });
  return (
    <section className="you-language">
      <Form.Group controlId="own-language">
        <Form.Label>{t('people.language')}</Form.Label>
        <Select
          value={choose.isPending ? choose.variables : person.language}
          aria-describedby="own-language-hint"
          onChange={({ target }) => choose.mutate(target.value === '' ? '' : languageOf([target.value]))}
        >
          <option value="">{t('people.languageOfBrowser', { language: OWN_NAMES[languageOfBrowser()] })}</option>
          {LANGUAGES.map((language) => (
            <option key={language} value={language} lang={language}>
              {OWN_NAMES[language]}
            </option>
          ))}
        </Select>
        <Form.Text id="own-language-hint">{t('people.languageHint')}</Form.Text>
      </Form.Group>
    </section>
  );
}

function NameAndAddress({
  person,
  hasMail,
}: {
  readonly person: NonNullable<Me['person']>;
  readonly hasMail: boolean;
}) {
  const client = useQueryClient();
  const notices = useNotices();
  const [name, setName] = useState(person.name);
  const present = person.wantedAddress || person.address;
  const [address, setAddress] = useState(present);
  const [password, setPassword] = useState('');
  const isOtherAddress = address.trim().toLowerCase() !== present;
  const change = useMutation({
    mutationFn: () => peopleApi.changeMe(name.trim(), address.trim(), password),
    onSuccess: async () => {
      notices.say({ text: t('people.saved') });
      setPassword('');
      await client.invalidateQueries({ queryKey: ME });
    },
  });
  const isSame = name.trim() === person.name && !isOtherAddress;
  return (
    <section>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <Form.Group controlId="own-name">
          <Form.Label>{t('people.yourName')}</Form.Label>
          <Form.Control
            value={name}
            maxLength={80}
            autoComplete="name"
            onChange={(event) => setName(event.target.value)}
          />
        </Form.Group>
        <Form.Group controlId="own-address">
          <Form.Label>{t('people.yourAddress')}</Form.Label>
          <Form.Control
            type="email"
            value={address}
            maxLength={200}
            autoComplete="email"
            aria-describedby="own-address-why"
            onChange={(event) => setAddress(event.target.value)}
          />
          <Form.Text id="own-address-why">
            {person.wantedAddress === ''
              ? t('people.yourAddressHint')
              : hasMail
                ? t('people.confirmationSent', { address: person.wantedAddress })
                : t('people.addressNeedsMail')}
          </Form.Text>
        </Form.Group>
        {isOtherAddress && (
          <PasswordField label={t('people.passwordForAddress')} value={password} onChange={setPassword} />
        )}
        {change.error && (
          <p className="refusal" role="alert">
            {change.error.message}
          </p>
        )}
        <Button type="submit" variant="outline-primary" disabled={isSame || name.trim() === '' || change.isPending}>
          {t('people.save')}
        </Button>
      </Form>
    </section>
  );
}

function Password({ name }: { readonly name: string }) {
  const client = useQueryClient();
  const notices = useNotices();
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const change = useMutation({
    mutationFn: () => peopleApi.changePassword(now, next),
    onSuccess: async () => {
      setNow('');
      setNext('');
      notices.say({ text: t('people.passwordChanged') });
      await client.invalidateQueries({ queryKey: ['sessions'] });
    },
  });
  return (
    <section>
      <h2>{t('people.changePassword')}</h2>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <PasswordField label={t('people.currentPassword')} value={now} onChange={setNow} />
        <PasswordField label={t('people.nextPassword')} isNew own={[name]} value={next} onChange={setNext} />
        {change.error && (
          <p className="refusal" role="alert">
            {change.error.message}
          </p>
        )}
        <Button type="submit" variant="outline-primary" disabled={now === '' || next === '' || change.isPending}>
          {t('people.changePassword')}
        </Button>
      </Form>
    </section>
  );
}

function Sessions() {
  const client = useQueryClient();
  const notices = useNotices();
  const { data: sessions } = useQuery({ queryKey: ['sessions'], queryFn: peopleApi.sessions });
  const end = useMutation({
    mutationFn: peopleApi.endSession,
    onSuccess: () => notices.say({ text: t('people.signedOutThere') }),
    onError: (error) => notices.say({ text: error.message, tone: 'warning' }),
    onSettled: () => client.invalidateQueries({ queryKey: ['sessions'] }),
  });
  if (!sessions || sessions.length === 0) return null;
  return (
    <section>
      <h2>{t('people.sessions')}</h2>
      <ul className="ruled-list">
        {sessions.map(({ id, agent, createdAt, seenAt, isThis }) => (
          <li key={id}>
            <span>
              <strong>{browserIn(agent) || t('people.someBrowser')}</strong>
              {isThis && ` (${t('people.thisBrowser')})`}
              <small className="quiet">
                {t('people.since', { day: dayOf(createdAt) })}, {t('people.lastSeen', { day: momentOf(seenAt) })}
              </small>
            </span>
            {!isThis && (
              <Button size="sm" variant="outline-primary" onClick={() => end.mutate(id)}>
                {t('people.signOutThere')}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Leaving({ isAdmin }: { readonly isAdmin: boolean }) {
  const [isOpen, setOpen] = useState(false);
  const [password, setPassword] = useState('');
  const [names, setNames] = useState<'kept' | 'replaced'>('kept');
  const leave = useMutation({
    mutationFn: () => peopleApi.leave(password, names),
    onSuccess: () => window.location.assign('/'),
  });
  return (
    <section>
      <h2>{t('people.deleteAccount')}</h2>
      <p>{isAdmin ? t('people.administratorStays') : t('people.deleteAccountHint')}</p>
      {!isAdmin && !isOpen && (
        <Button variant="outline-primary" onClick={() => setOpen(true)}>
          {t('people.deleteAccount')} …
        </Button>
      )}
      {isOpen && (
        <Form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            leave.mutate();
          }}
        >
          {(['kept', 'replaced'] as const).map((each) => (
            <Form.Check
              key={each}
              type="radio"
              id={`names-${each}`}
              name="names"
              label={each === 'kept' ? t('people.keepNameInHistory') : t('people.replaceNameInHistory')}
              checked={names === each}
              onChange={() => setNames(each)}
            />
          ))}
          <PasswordField label={t('people.currentPassword')} value={password} onChange={setPassword} />
          {leave.error && (
            <p className="refusal" role="alert">
              {leave.error.message}
            </p>
          )}
          <Button type="submit" disabled={password === '' || leave.isPending}>
            {t('people.deleteAccountNow')}
          </Button>
        </Form>
      )}
    </section>
  );
}

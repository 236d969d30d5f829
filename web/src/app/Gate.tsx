import { languageOf } from '@haushalt/language';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import Modal from 'react-bootstrap/Modal';
import { useLocation } from 'react-router';
import { SignInPage } from '../pages/signIn/SignInPage.tsx';
import { ME } from '../parts/people/me.ts';
import { SignInForm } from '../parts/people/SignInForm.tsx';
import { peopleApi, type Me } from '../plan-session/peopleApi.ts';
import { SIGNED_IN, SIGNED_OUT } from '../plan-session/request.ts';
import { Loading } from '../ui/Loading.tsx';
import { chooseLanguage, t, useLanguage } from '../language/language.ts';

/** Pages that are for who has their address, signed in or not. */
const OPEN = /^\/(join|reset|confirm)\//;

/**
 * Lets in who is known, and asks everyone else to sign in. Whoever is signed out while a page is open signs in again in
 * front of it: what they were at stays where it is.
 */
export function Gate({ children }: { readonly children: ReactNode }) {
  const client = useQueryClient();
  const { pathname } = useLocation();
  const { data: me, error, refetch } = useQuery({ queryKey: ME, queryFn: peopleApi.me, staleTime: Infinity });
  const isSpoken = useLanguageOf(me?.person ?? null);
  const lastKnown = useRef<Me['person']>(null);
  const [isOut, setOut] = useState(false);
  useEffect(() => {
    if (me?.person) lastKnown.current = me.person;
  }, [me]);
  useEffect(() => {
    const out = () => setOut(true);
    window.addEventListener(SIGNED_OUT, out);
    return () => window.removeEventListener(SIGNED_OUT, out);
  }, []);

  if (error && !me)
    return (
      <main className="quiet-page" role="alert">
        <p>{error.message}</p>
        <button type="button" className="btn btn-primary" onClick={() => void refetch()}>
          {t('people.tryAgain')}
        </button>
      </main>
    );
  if (!me) return <Loading />;
  if (OPEN.test(pathname)) return children;
  const signedIn = (id: string) => {
    setOut(false);
    // Somebody else sees nothing of what was here.
    if (lastKnown.current !== null && lastKnown.current.id !== id) return window.location.assign('/');
    void client.invalidateQueries({ queryKey: ME });
    void client.invalidateQueries();
    window.dispatchEvent(new Event(SIGNED_IN));
  };
  if (me.person === null) return <SignInPage me={me} onDone={signedIn} />;
  if (!isSpoken) return <Loading />;
  return (
    <>
      {children}
      {isOut && (
        <Modal show centered animation={false} backdrop="static" keyboard={false} aria-labelledby="again-title">
          <Modal.Body className="centered-card centered-card-again">
            <h1 id="again-title">{t('people.signInToContinue')}</h1>
            <p>{t('people.signedOut')}</p>
            <SignInForm mail={me.mail} who={me.person.name} onDone={signedIn} />
          </Modal.Body>
        </Modal>
      )}
    </>
  );
}

/** Speaks the language a person chose, before anything of theirs is shown; returns whether it is spoken. */
function useLanguageOf(person: Me['person']): boolean {
  const spoken = useLanguage();
  const [greeted, setGreeted] = useState<string | null>(null);
  const isSpoken = person === null || greeted === person.id || person.language === '' || person.language === spoken;
  useEffect(() => {
    if (person === null || greeted === person.id) return;
    if (isSpoken) return setGreeted(person.id);
    // Where it cannot be loaded, the language there is has to do.
    const greet = () => setGreeted(person.id);
    void chooseLanguage(languageOf([person.language])).then(greet, greet);
  }, [person, greeted, isSpoken]);
  return isSpoken;
}

import { isMonth, planOf } from '@haushalt/core';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { nameOf, monthInWords, t } from '../../language/language.ts';
import { useOthers, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Initials } from './Initials.tsx';
import { presence } from '../../plan-session/presence.ts';
import './people.scss';

/** States how long it is told what somebody else has done, in milliseconds, and how many of those here are shown. */
const TOLD_FOR = 6000;
const SHOWN = 4;

interface PresentProps {
  readonly planId: string;
  /** Returns what the pages of a plan are called, by their address. */
  readonly pageName: (path: string) => string | undefined;
}

/** Who else has the plan open and where they are, and for a moment what they have just done. */
export function Present({ planId, pageName }: PresentProps) {
  const { present, told } = useOthers();
  const { document } = useSessionState();
  const { locale } = planOf(document);
  const { pathname, search } = useLocation();
  const page = pathname.split('/')[3] ?? '';
  const row = new URLSearchParams(search).get('show') ?? '';
  const isTogether = present.length > 0;
  useEffect(() => presence.onPage(planId, page, row), [planId, page, row]);
  useEffect(() => {
    presence.together(isTogether);
    return () => presence.together(false);
  }, [isTogether]);
  const [shownUntil, setShownUntil] = useState<number | null>(null);
  useEffect(() => {
    if (!told) return undefined;
    setShownUntil(told.revision);
    const timer = setTimeout(() => setShownUntil(null), TOLD_FOR);
    return () => clearTimeout(timer);
  }, [told]);
  const people = [...new Map(present.map((each) => [each.id, each])).values()];
  const where = (person: (typeof people)[number]) =>
    [pageName(person.page), nameOf(document, person.row), isMonth(person.column) ? monthInWords(person.column, locale) : ''].filter(Boolean).join(', '); // prettier-ignore
  if (people.length === 0) return null;
  return (
    <span className="present">
      {told && shownUntil === told.revision && (
        <span className="present-note" role="status">
          {t('people.hasChanged', { name: told.person, what: told.label })}
        </span>
      )}
      {people.slice(0, SHOWN).map((each) => (
        <Initials
          key={each.id}
          id={each.id}
          name={each.name}
          title={t('people.isHere', { name: each.name, where: where(each), hasWhere: where(each) !== '' })}
        />
      ))}
      {people.length > SHOWN && <span className="present-more">+{people.length - SHOWN}</span>}
    </span>
  );
}

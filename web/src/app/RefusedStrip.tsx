import { entryOf, rowInWords, type Document, type EntryChange } from '@haushalt/core';
import { say, t } from '../language/language.ts';
import type { RejectedCommand } from '../plan-session/orders.ts';
import { useRefused, useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { Icon } from '../ui/Icon.tsx';
import './refused.scss';

/** Shows what could not be made of one's own changes: what is there now beside what one meant, until it is seen to. */
export function RefusedStrip() {
  const session = useSession();
  const { base } = useSessionState();
  const refused = useRefused();
  if (refused.length === 0) return null;
  return (
    <section className="refused-strip" role="alert" aria-label={t('session.notSaved', { count: refused.length })}>
      <p className="refused-head">
        <Icon name="warning" />
        <strong>{t('session.notSaved', { count: refused.length })}</strong>
        <span>{t('session.keptHere')}</span>
        {refused.length > 1 && (
          <button
            type="button"
            className="btn btn-link"
            onClick={() => refused.forEach(({ id }) => session.discardPending(id))}
          >
            {t('session.discardAll')}
          </button>
        )}
      </p>
      <ul>
        {refused.map((each) => (
          <li key={each.id}>
            <div>
              <strong>{say(each.what)}</strong> <span>{say(each.why)}</span>
              <WhatIsThere refused={each} document={base} />
            </div>
            <button type="button" className="btn btn-sm btn-outline-primary" onClick={() => session.tryAgain(each)}>
              {t('session.tryAgain')}
            </button>
            <button type="button" className="btn btn-sm btn-link" onClick={() => session.discardPending(each.id)}>
              {t('session.discard')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Of how many entries it is told how they differ. */
const MAX_CHANGES_SHOWN = 5;

/** The entries that stood against a change, as they were then, beside what they were to be. */
function WhatIsThere({ refused, document }: { readonly refused: RejectedCommand; readonly document: Document }) {
  const { order, now } = refused;
  if (order.kind !== 'entries.set') return null;
  const wanted = new Map(order.entries.map(({ entry, after }) => [entry, after]));
  return now.slice(0, MAX_CHANGES_SHOWN).map(({ entry, now: before }) => {
    const after = wanted.get(entry) ?? null;
    if (before === null) return after && <p key={entry}>{t('session.noLongerExists')}</p>;
    const change: EntryChange = {
      table: 'entries',
      id: entry,
      before: entryOf(entry, before),
      after: after && entryOf(entry, after),
    };
    return rowInWords(change, document, document).map(({ name, fields }) => (
      <p key={entry}>
        {say(name)}
        {fields.map((field) => (
          <span key={say(field.name)} className="refused-field">
            {say(field.name)}: {t('session.current', { now: field.before ?? t('session.nothing') })},{' '}
            {t('session.yours', { mine: field.after ?? t('session.nothing') })}
          </span>
        ))}
      </p>
    ));
  });
}

import { describeCommand, planOf } from '@haushalt/core';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { say, t } from '../../language/language.ts';
import { isStep } from '../../plan-session/orders.ts';
import { useOthers, useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { saveBlob } from '../../ui/saveBlob.ts';

/** A plan that is not to be seen or changed any more: says why, and keeps what had not been sent of it. */
export function EndedPage() {
  const session = useSession();
  const { base } = useSessionState();
  const { ended } = useOthers();
  if (!ended) return null;
  const { message, unsent } = ended;
  const words = unsent.map(({ order }) => (isStep(order) ? order.kind : describeCommand(order, base)));
  const keep = () => {
    const { name } = planOf(base);
    const text = JSON.stringify(
      { plan: name, unsent: unsent.map(({ order }, index) => ({ what: words[index], order })) },
      null,
      2,
    );
    saveBlob(new Blob([text], { type: 'application/json' }), `${name} – unsent.json`);
  };
  return (
    <main className="quiet-page">
      <h1>{t('people.accessLost')}</h1>
      <p role="alert">{say(message)}</p>
      {unsent.length > 0 && (
        <div className="ended-unsent">
          <p>{t('people.notStored', { count: unsent.length })}</p>
          <ul>
            {words.slice(0, 20).map((each, index) => (
              <li key={unsent[index]!.id}>{say(each)}</li>
            ))}
          </ul>
          <p>
            <Button onClick={keep}>
              <Icon name="saveFile" /> {t('people.saveUnsent')}
            </Button>{' '}
            <Button variant="link" onClick={() => session.discard()}>
              {t('people.discardAll')}
            </Button>
          </p>
        </div>
      )}
      <Link to="/" onClick={() => unsent.length === 0 && session.discard()}>
        {t('people.goToYourPlans')}
      </Link>
    </main>
  );
}

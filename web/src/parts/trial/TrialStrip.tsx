import { now, planOf } from '@haushalt/core';
import Dropdown from 'react-bootstrap/Dropdown';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { doneSince, momentsOf, trialBefore, trialFromNow, type Trial } from './trial.ts';
import './trial.scss';
import { say, t } from '../../language/language.ts';

interface TrialStripProps {
  readonly trial: Trial;
  readonly onTrial: (trial: Trial | null) => void;
}

/** States how many past changes are offered as moments to compare with. */
const MOMENTS = 10;

/** While something is tried: since when figures are compared, and how to keep the changes or go back. */
export function TrialStrip({ trial, onTrial }: TrialStripProps) {
  const session = useSession();
  const notices = useNotices();
  const { document, base, scenario, history } = useSessionState();
  const count = doneSince(trial, history);
  const { locale } = planOf(document);

  const goBack = () => {
    const refusal = session.undoSeveral(count);
    if (refusal) notices.say({ text: say(refusal.message), tone: 'warning' });
    else notices.say({ text: t('trial.changesAreUndone', { count }) });
    onTrial(null);
  };

  return (
    <div className="trial-strip">
      <Icon name="trial" />
      <strong>{t('trial.trying')}</strong>
      <Dropdown>
        <Dropdown.Toggle as="button" type="button" className="tool" title={t('trial.compareFrom')}>
          {trial.since} <Icon name="down" />
        </Dropdown.Toggle>
        <Dropdown.Menu className="look-menu">
          <Dropdown.Item
            as="button"
            type="button"
            onClick={() => onTrial(trialFromNow(document, history, now(), locale))}
          >
            {t('trial.fromNowOn')}
          </Dropdown.Item>
          {momentsOf(history)
            .slice(-MOMENTS)
            .reverse()
            .map((item) => (
              <Dropdown.Item
                as="button"
                type="button"
                key={item.commandId}
                onClick={() => onTrial(trialBefore(base, scenario?.id ?? null, history, item.commandId))}
              >
                {t('trial.sinceBefore', { label: item.label })}
              </Dropdown.Item>
            ))}
        </Dropdown.Menu>
      </Dropdown>
      <span>{t('trial.changeCount', { count })}</span>
      <span className="trial-tools">
        <button type="button" className="btn btn-sm btn-primary" onClick={() => onTrial(null)}>
          {t('trial.keep', { count })}
        </button>
        {count > 0 && (
          <button type="button" className="btn btn-sm btn-outline-primary" onClick={goBack}>
            {t('trial.goBack')}
          </button>
        )}
      </span>
    </div>
  );
}

import { useMutation } from '@tanstack/react-query';
import { scenarioInWords } from '@haushalt/core';
import { NavLink, useNavigate } from 'react-router';
import { api, newId } from '../plan-session/api.ts';
import { useRole, useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { Icon } from '../ui/Icon.tsx';
import { useNotices } from '../ui/Notices.tsx';
import { say, t } from '../language/language.ts';

/** Says to who may only look that what they change is only tried, and how to have a plan of their own. */
export function LookingStrip({ planId }: { readonly planId: string }) {
  const session = useSession();
  const { canEdit, tried } = useRole();
  const navigate = useNavigate();
  const notices = useNotices();
  const copy = useMutation({
    mutationFn: () => api.duplicate(planId, newId()),
    onSuccess: ({ id }) => void navigate(`/plans/${id}`),
    onError: (error) => notices.say({ text: error.message, tone: 'warning' }),
  });
  if (canEdit) return null;
  return (
    <div className={`looking-strip ${tried > 0 ? 'is-trying' : ''}`}>
      <Icon name="show" /> <span>{t('people.viewerTries', { tried })}</span>
      {tried > 0 && (
        <button type="button" className="btn btn-link" onClick={() => session.stopTrying()}>
          {t('people.backToPlan')}
        </button>
      )}
      <button type="button" className="btn btn-link" disabled={copy.isPending} onClick={() => copy.mutate()}>
        {t('people.makeACopy')}
      </button>
    </div>
  );
}

/** Says unmistakably that a scenario is active, and leads back to the plan. */
export function ScenarioStrip({ planId }: { readonly planId: string }) {
  const session = useSession();
  const { scenario, base } = useSessionState();
  if (!scenario) return null;
  const parts = scenarioInWords(base, scenario.id);
  return (
    <div className="scenario-strip">
      <Icon name="whatIf" />
      <strong>{t('shell.scenario', { name: scenario.name })}</strong>
      <span className="scenario-words">
        {t('shell.scenarioDiffers', { partCount: parts.length, parts: parts.map((part) => say(part)).join('; ') })}
      </span>
      <NavLink to={`/plans/${planId}/what-if?way=scenarios`}>{t('shell.compare')}</NavLink>
      <button type="button" className="btn btn-sm btn-primary" onClick={() => session.activate(null)}>
        {t('shell.backToPlan')}
      </button>
    </div>
  );
}

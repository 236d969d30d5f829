import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { api } from '../../plan-session/api.ts';
import { peopleApi, type MomentName } from '../../plan-session/peopleApi.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { dayOf, momentOf } from '../../language/moments.ts';
import { ComparisonShown } from './ComparisonShown.tsx';
import { GoBackDialog } from './GoBackDialog.tsx';
import { stepInWords } from './stepInWords.ts';

interface Choice {
  readonly key: string;
  readonly words: string;
}

/** Two moments side by side: now, snapshots, steps, or another plan, such as a copy. */
export function CompareView() {
  const { planId = '' } = useParams();
  const session = useSession();
  // What is shown follows the plan, whoever changes it.
  useSessionState();
  const [search, setSearch] = useSearchParams();
  const [chosen, setChosen] = useState<ReadonlyMap<string, string>>(new Map());
  const [isRestoring, setRestoring] = useState<'whole' | 'lines' | null>(null);
  const { data: snapshots } = useQuery({ queryKey: ['snapshots', planId], queryFn: () => peopleApi.snapshots(planId) });
  const { data: steps } = useQuery({
    queryKey: ['history', planId, {}, session.knownRevision],
    queryFn: () => peopleApi.history(planId, {}),
  });
  const { data: list } = useQuery({ queryKey: ['plans'], queryFn: api.plans });
  const ofSnapshots: Choice[] = (snapshots ?? []).map(({ id, name, at }) => ({
    key: `snapshot:${id}`,
    words: t('history.theSnapshot', { name, day: dayOf(at) }),
  }));
  const ofSteps: Choice[] = (steps ?? [])
    .filter(({ isKept }) => isKept)
    .map(({ revision, label, at, kind }) => ({
      key: `revision:${revision}`,
      words: `${momentOf(at)}: ${stepInWords(kind, label)}`,
    }));
  const ofPlans: Choice[] = (list?.plans ?? [])
    .filter(({ id }) => id !== planId)
    .map(({ id, name }) => ({ key: `plan:${id}`, words: t('history.otherPlan', { name }) }));
  const now: Choice = { key: 'now', words: t('history.currentPlan') };
  const before = search.get('before') ?? ofSnapshots[0]?.key ?? ofSteps[1]?.key ?? ofPlans[0]?.key ?? '';
  const after = search.get('after') ?? 'now';
  const put = (key: 'before' | 'after', value: string) => {
    setChosen(new Map());
    setSearch({ view: 'compare', before, after, [key]: value });
  };
  const words = [now, ...ofSnapshots, ...ofSteps, ...ofPlans].find(({ key }) => key === before)?.words ?? before;
  const choose = (id: string, name: string) =>
    setChosen((earlier) => {
      const next = new Map(earlier);
      if (!next.delete(id)) next.set(id, name);
      return next;
    });
  const groups = [
    { name: t('history.snapshots'), choices: ofSnapshots },
    { name: t('history.changes'), choices: ofSteps },
    { name: t('history.compare'), choices: ofPlans },
  ];
  const select = (key: 'before' | 'after', label: string, value: string) => (
    <label className="compare-moment">
      <span>{label}</span>
      <Select value={value} aria-label={label} onChange={(event) => put(key, event.target.value)}>
        {value === '' && <option value="" />}
        <option value={now.key}>{now.words}</option>
        {groups.map(
          ({ name, choices }) =>
            choices.length > 0 && (
              <optgroup key={name} label={name}>
                {choices.map((choice) => (
                  <option key={choice.key} value={choice.key}>
                    {choice.words}
                  </option>
                ))}
              </optgroup>
            ),
        )}
      </Select>
    </label>
  );
  const [from, to] = [momentNamed(before), momentNamed(after)];
  return (
    <>
      <div className="history-find">
        {select('before', t('history.earlierVersion'), before)}
        {select('after', t('history.laterVersion'), after)}
        {session.canEdit && after === 'now' && from && before !== after && from.kind !== 'plan' && (
          <span className="compare-back">
            {chosen.size > 0 && (
              <button type="button" className="tool" onClick={() => setRestoring('lines')}>
                <Icon name="undo" /> {t('history.restoreLines', { count: chosen.size })}
              </button>
            )}
            <button type="button" className="tool" onClick={() => setRestoring('whole')}>
              <Icon name="undo" /> {t('history.restoreEarlier')}
            </button>
          </span>
        )}
      </div>
      {before === after || !from || !to ? (
        <p className="empty-state">{t('history.sameVersion')}</p>
      ) : (
        <ComparisonShown
          key={`${before} ${after}`}
          planId={planId}
          before={from}
          after={to}
          {...(session.canEdit && after === 'now' ? { chosen, onChoose: choose } : {})}
        />
      )}
      {isRestoring && from && (
        <GoBackDialog
          planId={planId}
          to={from}
          what={words}
          rows={isRestoring === 'lines' ? [...chosen.keys()] : null}
          names={[...chosen.values()]}
          onClose={() => {
            setRestoring(null);
            setChosen(new Map());
          }}
        />
      )}
    </>
  );
}

/** The moment an address names; `null` for none. */
function momentNamed(key: string): MomentName | null {
  if (key === 'now') return { kind: 'now' };
  const [kind, id = ''] = key.split(':');
  if (kind === 'revision' && /^\d+$/.test(id)) return { kind, revision: Number(id) };
  if (kind === 'snapshot' && id !== '') return { kind, id };
  return kind === 'plan' && id !== '' ? { kind, planId: id } : null;
}

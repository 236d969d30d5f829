import { useMutation, useQueryClient } from '@tanstack/react-query';
import { yearInWords, yearOf } from '@haushalt/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { listOf } from '@haushalt/language';
import { writeWithUnit, monthInWords, t } from '../../language/language.ts';
import { useMe } from '../../parts/people/me.ts';
import { api, newId, type ListOfPlans, type PlanSummary } from '../../plan-session/api.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';
import { Icon } from '../../ui/Icon.tsx';
import { useNotices } from '../../ui/Notices.tsx';
import { RenamePlan } from './RenamePlan.tsx';
import { useStored } from '../../ui/useStored.ts';

/** The plans and how they stand, which feeds which, and what those that are chosen come to together. */
export function PlanList({ list }: { readonly list: ListOfPlans }) {
  const { plans, feeds } = list;
  const [left, setLeft] = useStored('haushalt:leftOutOfSum', asIds);
  const isSummed = plans.length > 1;
  const nameOf = (id: string) => plans.find((plan) => plan.id === id)?.name ?? '';
  const toggle = (id: string) => setLeft((before) => (before.includes(id) ? before.filter((each) => each !== id) : [...before, id])); // prettier-ignore
  return (
    <table className="plan-list">
      <thead>
        <tr>
          {isSummed && (
            <th scope="col" className="plan-choice">
              <span className="visually-hidden">{t('plans.inTotal')}</span>
            </th>
          )}
          <th scope="col">{t('plans.plan')}</th>
          <th scope="col">{t('plans.months')}</th>
          <th scope="col" className="tabular">
            {t('plans.netOfYear')}
          </th>
          <th scope="col">{t('plans.monthsInTheRed')}</th>
          <th scope="col">
            <span className="visually-hidden">{t('plans.actions')}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {plans.map((plan) => (
          <PlanRow
            key={plan.id}
            plan={plan}
            linksFrom={feeds.filter(({ to }) => to === plan.id).map(({ from }) => nameOf(from))}
            choice={
              isSummed && (
                <td className="plan-choice">
                  <input
                    type="checkbox"
                    className="form-check-input"
                    aria-label={t('plans.includeInTotal', { name: plan.name })}
                    checked={!left.includes(plan.id)}
                    onChange={() => toggle(plan.id)}
                  />
                </td>
              )
            }
          />
        ))}
      </tbody>
      {isSummed && <Sums plans={plans.filter(({ id }) => !left.includes(id))} feeds={feeds} />}
    </table>
  );
}

const asIds = (stored: unknown): readonly string[] =>
  Array.isArray(stored) ? stored.filter((each): each is string => typeof each === 'string') : [];

/** Shows what plans of one currency come to together; money that one takes from another is in it twice, and it says so. */
function Sums({ plans, feeds }: { readonly plans: readonly PlanSummary[]; readonly feeds: ListOfPlans['feeds'] }) {
  const groups = [...Map.groupBy(plans, ({ currency }) => currency).values()].filter((alike) => alike.length > 1);
  if (groups.length === 0) return null;
  return (
    <tfoot>
      {groups.map((alike) => {
        const [first] = alike as [PlanSummary];
        const ids = new Set(alike.map(({ id }) => id));
        const isTwice = feeds.some(({ from, to }) => ids.has(from) && ids.has(to));
        const sum = alike.reduce((total, { netOfYear }) => total + (netOfYear ?? 0), 0);
        const years = [...new Set(alike.map(({ year, yearBegins }) => yearInWords(year, yearBegins)))];
        return (
          <tr key={first.currency}>
            <td />
            <th scope="row" colSpan={2}>
              {t('plans.totalOfPlans', { count: alike.length })}
              {isTwice && <small>{t('plans.countedTwice')}</small>}
            </th>
            <td className="tabular">
              <span className={sum < 0 ? 'negative' : undefined}>{writeWithUnit(sum, 'money', first)}</span>
              <small>{years.join(', ')}</small>
            </td>
            <td colSpan={2} />
          </tr>
        );
      })}
    </tfoot>
  );
}

interface PlanRowProps {
  readonly plan: PlanSummary;
  /** The plans it takes figures from, by name. */
  readonly linksFrom: readonly string[];
  readonly choice: ReactNode;
}

function PlanRow({ plan, linksFrom, choice }: PlanRowProps) {
  const me = useMe();
  const [renaming, setRenaming] = useState(false);
  const client = useQueryClient();
  const notices = useNotices();
  const refresh = () => client.invalidateQueries({ queryKey: ['plans'] });
  const failed = (error: Error) => notices.say({ text: error.message, tone: 'warning' });
  const restore = useMutation({ mutationFn: () => api.restore(plan.id), onSuccess: refresh, onError: failed });
  const duplicate = useMutation({
    mutationFn: () => api.duplicate(plan.id, newId()),
    onSuccess: refresh,
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: () => api.remove(plan.id),
    onSuccess: async () => {
      notices.say({
        text: t('plans.isDeleted', { name: plan.name }),
        action: { label: t('plans.undo'), run: () => restore.mutate() },
      });
      await refresh();
    },
    onError: failed,
  });
  const leave = useMutation({
    mutationFn: () => peopleApi.removePerson(plan.id, me!.person!.id),
    onSuccess: async () => {
      notices.say({ text: t('plans.youHaveLeft', { name: plan.name }) });
      await refresh();
    },
    onError: failed,
  });
  const net = plan.netOfYear;
  const red = plan.monthsInTheRed;

  return (
    <tr>
      {choice}
      <th scope="row">
        {renaming ? (
          <RenamePlan plan={plan} onDone={() => setRenaming(false)} />
        ) : (
          <Link to={`/plans/${plan.id}/budget`}>{plan.name}</Link>
        )}
        {plan.role !== 'owner' && <small>{t(`plans.roles.${plan.role}`)}</small>}
        {linksFrom.length > 0 && <small>{t('plans.followsFigures', { plans: listOf(linksFrom, 'comma') })}</small>}
      </th>
      <td>
        {t('plans.monthCount', { months: plan.months })}
        <small>
          {monthInWords(plan.firstMonth, plan.locale, 'short')} – {monthInWords(plan.lastMonth, plan.locale, 'short')}
        </small>
      </td>
      <td className="tabular">
        <span className={net !== null && net < 0 ? 'negative' : undefined}>
          {net === null ? '–' : writeWithUnit(net, 'money', plan)}
        </span>
        <small>{yearInWords(plan.year, plan.yearBegins)}</small>
      </td>
      <td>
        <span className={red > 0 ? 'in-the-red' : 'in-the-black'}>{red === 0 ? t('plans.noMonths') : red}</span>
        {red > 0 && (
          <small>
            {yearOf(plan.firstMonth)}
            {yearOf(plan.lastMonth) > yearOf(plan.firstMonth) ? ` – ${yearOf(plan.lastMonth)}` : ''}
          </small>
        )}
      </td>
      <td className="row-actions">
        {plan.role !== 'viewer' && (
          <button
            type="button"
            className="tool"
            onClick={() => setRenaming(true)}
            aria-label={t('plans.renamePlan', { name: plan.name })}
          >
            <Icon name="edit" /> {t('plans.rename')}
          </button>
        )}
        <button
          type="button"
          className="tool"
          onClick={() => duplicate.mutate()}
          disabled={duplicate.isPending}
          aria-label={t('plans.duplicatePlan', { name: plan.name })}
        >
          <Icon name="copy" /> {t('plans.duplicate')}
        </button>
        {plan.role !== 'owner' && (
          <button
            type="button"
            className="tool"
            onClick={() => leave.mutate()}
            disabled={leave.isPending}
            aria-label={t('plans.leavePlan', { name: plan.name })}
          >
            <Icon name="delete" /> {t('plans.leave')}
          </button>
        )}
        {plan.role === 'owner' && (
          <button
            type="button"
            className="tool"
            onClick={() => remove.mutate()}
            disabled={remove.isPending}
            aria-label={t('plans.deletePlan', { name: plan.name })}
          >
            <Icon name="delete" /> {t('plans.delete')}
          </button>
        )}
      </td>
    </tr>
  );
}

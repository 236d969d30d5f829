import {
  NET,
  OVERDUE_DAYS,
  TOTAL_EXPENSES,
  addDays,
  budgetIn,
  expectedIn,
  lastDay,
  minorUnitsIn,
  monthOfDay,
  planOf,
  spendingIn,
  today,
} from '@haushalt/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { nameOf, writeWithUnit, dayInWords, monthInWords, t } from '../../language/language.ts';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { paceOf } from '../../parts/ledger/pace.ts';
import { useForecasts } from '../../parts/ledger/useForecasts.ts';
import { useAllEntries, useBalances, useLedger } from '../../parts/ledger/useLedger.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { tightest } from './glance.ts';
import { Icon } from '../../ui/Icon.tsx';

/** States how many of what is over, and of what is expected next, are named. */
const MOST = 4;

/** Shows how the present month stands: what remains, what is over, what is expected next, and the lowest balance ahead. */
export function ThisMonth({ planId }: { readonly planId: string }) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const ledger = useLedger(planId);
  const { balances } = useBalances(planId);
  const forecasts = useForecasts(ledger, balances, 1);
  const now = today();
  const month = monthOfDay(now);
  const period = model.calendar.months.indexOf(month);
  const days = { from: `${month}-01`, to: lastDay(month) };
  const { entries } = useAllEntries(planId, days);
  const { spending, expected } = useMemo(
    () => ({
      spending: period < 0 ? [] : spendingIn(model, ledger, { from: period, to: period + 1 }),
      expected: expectedIn(document, budgetIn(model), ledger.settled, addDays(now, -OVERDUE_DAYS), lastDay(month)),
    }),
    [model, document, ledger, period, now, month],
  );
  const pace = useMemo(() => paceOf(model, entries, month, now), [model, entries, month, now]);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const minor = (amount: number) => money(amount / minorUnitsIn(document));
  // A plan nothing was entered for says nothing here.
  if (period < 0 || ledger.isLoading || (ledger.actuals.lines.size === 0 && document.accounts.size === 0)) return null;
  const expenses = spending.find(({ id }) => id === TOTAL_EXPENSES);
  const over = spending.filter(
    (row) => row.kind === 'line' && row.side === 'expense' && row.standing === 'over' && row.id !== NET,
  );
  const lowest = tightest(forecasts ?? [], minorUnitsIn(document));
  return (
    <section className="overview-month" aria-label={monthInWords(month, plan.locale)}>
      <h3>
        <Link to={`/plans/${planId}/spending`}>{monthInWords(month, plan.locale)}</Link>
      </h3>
      <dl>
        <div>
          <dt>{t('overview.leftToSpend')}</dt>
          <dd className={expenses && expenses.remaining < 0 ? 'negative' : ''}>{money(expenses?.remaining ?? 0)}</dd>
        </div>
        <div>
          <dt>{t('overview.overBudget')}</dt>
          <dd>
            {over.length === 0 ? (
              <span className="quiet">{t('overview.noLine')}</span>
            ) : (
              <span className="hurts">
                <Icon name="alarm" />{' '}
                {over
                  .slice(0, MOST)
                  .map((row) => t('overview.overBy', { name: row.name, by: money(-row.remaining) }))
                  .join(', ')}
              </span>
            )}
          </dd>
        </div>
        <div>
          <dt>{t('overview.expectedNext')}</dt>
          <dd>
            {expected.length === 0 ? (
              <span className="quiet">{t('overview.nothingMore')}</span>
            ) : (
              <ul>
                {expected.slice(0, MOST).map(({ standing, due, what, line, amount }) => (
                  <li key={`${standing}:${due}`}>
                    {dayInWords(due, plan.locale, 'short')} {what || nameOf(document, line)}{' '}
                    <span className="tabular">{minor(amount)}</span>
                    {due < now && (
                      <span className="hurts">
                        {' '}
                        <Icon name="caution" /> {t('overview.overdue')}
                      </span>
                    )}
                  </li>
                ))}
                {expected.length > MOST && (
                  <li>
                    <Link to={`/plans/${planId}/spending?view=standing`}>
                      {t('overview.andMore', { count: expected.length - MOST })}
                    </Link>
                  </li>
                )}
              </ul>
            )}
          </dd>
        </div>
        {lowest && (
          <div>
            <dt>{t('overview.lowestBalance')}</dt>
            <dd>
              <Link to={`/plans/${planId}/accounts?account=${lowest.account.id}`}>{lowest.account.name}</Link>{' '}
              {t('overview.lowestOn', {
                balance: minor(lowest.lowest.balance),
                day: dayInWords(lowest.lowest.date, plan.locale, 'short'),
              })}
              {lowest.belowLimit && (
                <span className="hurts">
                  {' '}
                  <Icon name="alarm" /> {t('overview.belowItsLimit')}
                </span>
              )}
            </dd>
          </div>
        )}
      </dl>
      <PictureView picture={pace} height={150} />
    </section>
  );
}

import {
  OVERDUE_DAYS,
  addDays,
  budgetIn,
  expectedIn,
  firstDay,
  lastDay,
  minorUnitsIn,
  monthOfDay,
  planOf,
  today,
  writeFigure,
  type AccountRow,
  type Balances,
  type Forecast,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { Select } from '../../fields/Select.tsx';
import { writeWithUnit, dayInWords, t } from '../../language/language.ts';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { useForecasts } from '../../parts/ledger/useForecasts.ts';
import type { Ledger } from '../../parts/ledger/useLedger.ts';
import { useRole, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { AccountEntries } from './AccountEntries.tsx';
import { Reconciling } from './Reconciling.tsx';
import { Reconciliations } from './Reconciliations.tsx';

interface AccountViewProps {
  readonly planId: string;
  readonly account: AccountRow;
  readonly ledger: Ledger;
  readonly balances: Balances;
  readonly onEdit: () => void;
  readonly onImport: () => void;
  /** Asks the bank for its statement; `null` where there is none to ask. */
  readonly onFetch: (() => void) | null;
}

/** Number of months a forecast may go ahead. */
const AHEAD = [1, 2, 3, 6, 12];

/** One account: its balance, how it goes on, and its entries; or the statement it is reconciled with. */
export function AccountView({ planId, account, ledger, balances, onEdit, onImport, onFetch }: AccountViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [months, setMonths] = useState(2);
  const [isReconciling, setReconciling] = useState(false);
  const [showsPast, setShowsPast] = useState(false);
  const now = today();
  // The month before stands beside what is foreseen.
  const from = firstDay(monthOfDay(addDays(firstDay(monthOfDay(now)), -1)));
  const forecasts = useForecasts(ledger, balances, months, from);
  const forecast = forecasts?.find((each) => each.account.id === account.id) ?? null;
  const money = (minor: number) => writeWithUnit(minor / minorUnitsIn(document), 'money', plan);
  const { settled } = ledger;
  const expected = useMemo(
    () =>
      expectedIn(document, budgetIn(model), settled, addDays(now, -OVERDUE_DAYS), lastDay(monthOfDay(now)))
        .filter((each) => each.account === account.id || each.toAccount === account.id)
        .reverse(),
    [document, model, settled, now, account.id],
  );
  const picture = useMemo(
    () => forecast && pictureOf(forecast, plan, minorUnitsIn(document)),
    [forecast, plan, document],
  );

  // A statement is read by the server, and nothing of it can be tried on one's own page alone.
  const whoMay = useRole().canEdit ? {} : { isDisabled: true, title: t('accounts.editorsImportOnly') };
  return (
    <section className="account-view" aria-label={account.name}>
      <div className="section-head">
        <h3>
          {account.name} <small>{account.closed ? t('accounts.closed') : t(`accounts.kinds.${account.kind}`)}</small>
        </h3>
        <p className="account-now">
          {t('accounts.balanceOn', { day: dayInWords(now, plan.locale) })}{' '}
          <strong>{money(balances.on(account.id, now))}</strong>
        </p>
        <button type="button" className="tool" onClick={onEdit}>
          <Icon name="edit" /> {t('accounts.edit')}
        </button>
        {onFetch && <ToolbarButton icon="fetch" words={t('accounts.fetchFromBank')} {...whoMay} onClick={onFetch} />}
        <ToolbarButton icon="openFile" words={t('accounts.importStatement')} {...whoMay} onClick={onImport} />
        <button
          type="button"
          className="tool"
          aria-pressed={isReconciling}
          onClick={() => setReconciling(!isReconciling)}
        >
          <Icon name="checks" /> {t('accounts.reconcile')}
        </button>
        <button type="button" className="tool" aria-pressed={showsPast} onClick={() => setShowsPast(!showsPast)}>
          <Icon name="pages" /> {t('accounts.reconciliations')}
        </button>
      </div>
      {isReconciling ? (
        <Reconciling planId={planId} account={account} balances={balances} onClose={() => setReconciling(false)} />
      ) : (
        <>
          {showsPast && <Reconciliations planId={planId} account={account} onClose={() => setShowsPast(false)} />}
          {forecast && picture && (
            <div className="forecast">
              <div className="forecast-words">
                <label>
                  {t('accounts.forecastUntil')}
                  <Select value={months} onChange={(event) => setMonths(Number(event.target.value))}>
                    {AHEAD.map((count) => (
                      <option key={count} value={count}>
                        {t('accounts.monthsAhead', { count: count - 1 })}
                      </option>
                    ))}
                  </Select>
                </label>
                <p>
                  {t('accounts.lowest', {
                    balance: money(forecast.lowest.balance),
                    day: dayInWords(forecast.lowest.date, plan.locale),
                  })}
                </p>
                {forecast.belowLimit ? (
                  <p className="below-limit">
                    <Icon name="alarm" />{' '}
                    {t('accounts.belowLimitOn', {
                      limit: money(account.limit! * minorUnitsIn(document)),
                      day: dayInWords(forecast.belowLimit.date, plan.locale),
                    })}
                  </p>
                ) : account.limit !== null ? (
                  <p className="quiet">
                    <Icon name="good" />{' '}
                    {t('accounts.staysAbove', { limit: money(account.limit * minorUnitsIn(document)) })}
                  </p>
                ) : null}
                <p className="quiet">{t('accounts.forecastIncludes')}</p>
              </div>
              <PictureView picture={picture} height={170} />
            </div>
          )}
          <AccountEntries planId={planId} account={account} balances={balances} expected={expected} />
        </>
      )}
    </section>
  );
}

/** The balance day by day: what was, and what is foreseen. */
function pictureOf({ account, days }: Forecast, plan: ReturnType<typeof planOf>, units: number): Picture {
  const firstAhead = days.findIndex(({ isForecast }) => isForecast);
  const limit = account.limit;
  return {
    label: t('accounts.balanceOf', { name: account.name }),
    categoryName: t('accounts.day'),
    categories: days.map(({ date }) => dayInWords(date, plan.locale, 'short')),
    axis: plan.currency,
    write: (value) => writeFigure(value, 'money', plan),
    series: [
      {
        label: t('accounts.balance'),
        mark: 'steps',
        tone: 'net',
        values: days.map(({ balance, isForecast }) => (isForecast ? null : balance / units)),
      },
      {
        label: t('accounts.forecast'),
        mark: 'steps',
        tone: 'setAside',
        // It begins where the balance ends.
        values: days.map(({ balance }, index) => (index < firstAhead - 1 ? null : balance / units)),
      },
      ...(limit === null
        ? []
        : [
            {
              label: t('accounts.limit'),
              mark: 'line' as const,
              tone: 'expense' as const,
              values: days.map(() => limit),
            },
          ]),
    ],
  };
}

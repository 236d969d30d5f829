import {
  addDays,
  effectOn,
  givenOf,
  inMinorUnits,
  monthOfDay,
  minorUnitsIn,
  planOf,
  today,
  writeFigure,
  type AccountRow,
  type Balances,
  type LedgerEntry,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { DateField } from '../../fields/CalendarField.tsx';
import { FigureField } from '../../fields/FigureField.tsx';
import { say, writeWithUnit, dayInWords, t } from '../../language/language.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { useAllEntries } from '../../parts/ledger/useLedger.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import { partsOf, useStored } from '../../ui/useStored.ts';

interface ReconcilingProps {
  readonly planId: string;
  readonly account: AccountRow;
  readonly balances: Balances;
  readonly onClose: () => void;
}

/** Describes what has been given and ticked so far; kept in this browser until it is finished. */
interface Ticking {
  readonly on: string;
  readonly balance: number | null;
  readonly ticked: readonly string[];
}

/** Compares an account with a statement: entries are ticked until there is no difference. */
export function Reconciling({ planId, account, balances, onClose }: ReconcilingProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const send = useSend();
  const [refusal, setRefusal] = useState<string | null>(null);
  const [ticking, setTicking] = useStored<Ticking>(`haushalt:reconcile:${planId}:${account.id}`, readTicking);
  const { on, balance } = ticking;
  const { entries, isLoading, problem } = useAllEntries(planId, {
    accounts: [account.id],
    to: on,
    descending: false,
    state: 'open',
  });
  const open = useMemo(() => entries.filter((entry) => reconciledIn(entry, account.id) === ''), [entries, account.id]);
  const ticked = new Set(ticking.ticked);
  const money = (minor: number) => writeWithUnit(minor / units, 'money', plan);
  // What was reconciled earlier counts as it is; what is open, if it is ticked.
  const sum = (source: readonly LedgerEntry[]) =>
    source.reduce((total, entry) => total + effectOn(entry, account.id), 0);
  const clearedBalance = balances.on(account.id, on) - sum(open.filter(({ id }) => !ticked.has(id)));
  const stated = balance === null ? null : inMinorUnits(document, balance);
  const difference = stated === null ? null : stated - clearedBalance;
  const tick = (id: string) =>
    setTicking((before) => ({
      ...before,
      ticked: before.ticked.includes(id) ? before.ticked.filter((each) => each !== id) : [...before.ticked, id],
    }));
  const finish = () => {
    if (balance === null || difference !== 0) return;
    const chosen = open.filter(({ id }) => ticked.has(id));
    const refused = send(
      {
        kind: 'account.reconcile',
        id: newId(),
        settings: { account: account.id, on, balance, finished: today() },
        entries: chosen.map((entry) => ({ entry: entry.id, before: givenOf(entry) })),
      },
      t('accounts.reconciledWith', { name: account.name, day: dayInWords(on, plan.locale) }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    setTicking({ on: addDays(on, 31), balance: null, ticked: [] });
    onClose();
  };

  return (
    <div className="reconciling">
      <div className="reconcile-terms">
        <label>
          <span>{t('accounts.statementOf')}</span>
          <DateField
            label={t('accounts.statementOf')}
            value={on}
            locale={plan.locale}
            onChange={(day) => setTicking((before) => ({ ...before, on: day }))}
          />
        </label>
        <FigureField
          label={t('accounts.closingBalance')}
          unit="money"
          value={balance}
          onChange={(figure) => setTicking((before) => ({ ...before, balance: figure }))}
        />
        <dl>
          <div>
            <dt>{t('accounts.cleared')}</dt>
            <dd className="tabular">{money(clearedBalance)}</dd>
          </div>
          <div className={difference === 0 ? 'is-nil' : ''}>
            <dt>{t('accounts.difference')}</dt>
            <dd className="tabular" aria-live="polite">
              {difference === null ? t('accounts.closingBalanceMissing') : money(difference)}
            </dd>
          </div>
        </dl>
        <button type="button" className="btn btn-primary btn-sm" disabled={difference !== 0} onClick={finish}>
          {t('accounts.finish')}
        </button>
        <button type="button" className="btn btn-link btn-sm" onClick={onClose}>
          {t('accounts.later')}
        </button>
      </div>
      {difference !== null && difference !== 0 && (
        <p className="quiet" role="status">
          {t('accounts.finishNeedsNoDifference', { none: money(0) })}{' '}
          <Link to={`/plans/${planId}/spending?month=${monthOfDay(on)}`}>{t('accounts.enterMissingEntry')}</Link>
        </p>
      )}
      {(refusal ?? problem) !== null && (
        <p className="refusal" role="alert">
          {refusal ?? problem}
        </p>
      )}
      {open.length === 0 && !isLoading ? (
        <p className="quiet">{t('accounts.nothingToTick')}</p>
      ) : (
        <>
          <p className="quiet">
            {t('accounts.tickWhatItLists')}{' '}
            <button
              type="button"
              className="btn btn-link btn-sm"
              onClick={() =>
                setTicking((before) => ({
                  ...before,
                  ticked: ticked.size === open.length ? [] : open.map(({ id }) => id),
                }))
              }
            >
              {ticked.size === open.length ? t('accounts.tickNone') : t('accounts.tickAll')}
            </button>
          </p>
          <ul className="tick-list">
            {open.map((entry) => (
              <li key={entry.id}>
                <label>
                  <input type="checkbox" checked={ticked.has(entry.id)} onChange={() => tick(entry.id)} />
                  <span className="entry-day">{dayInWords(entry.date, plan.locale, 'short')}</span>
                  <span className="tick-words">
                    {entry.what} <small>{whereTo(entry, document)}</small>
                  </span>
                  <span className="tabular">{writeFigure(effectOn(entry, account.id) / units, 'money', plan)}</span>
                  {ticked.has(entry.id) && <Icon name="good" />}
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

/** The reconciliation an entry was ticked in, on the side of an account; empty while it is open. */
export function reconciledIn(entry: LedgerEntry, account: string): string {
  return entry.account === account ? entry.reconciled : entry.toReconciled;
}

function readTicking(stored: unknown): Ticking {
  const { on, balance, ticked } = partsOf(stored);
  return {
    on: typeof on === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(on) ? on : today(),
    balance: typeof balance === 'number' ? balance : null,
    ticked: Array.isArray(ticked) ? ticked.filter((each) => typeof each === 'string') : [],
  };
}

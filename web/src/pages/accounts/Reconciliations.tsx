import {
  effectOn,
  givenOf,
  planOf,
  rowsWhere,
  writeFigure,
  minorUnitsIn,
  type AccountRow,
  type ReconciliationRow,
} from '@haushalt/core';
import { useState } from 'react';
import { writeWithUnit, dayInWords, t } from '../../language/language.ts';
import { useAllEntries } from '../../parts/ledger/useLedger.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { reconciledIn } from './Reconciling.tsx';

interface ReconciliationsProps {
  readonly planId: string;
  readonly account: AccountRow;
  readonly onClose: () => void;
}

/** The statements an account was reconciled with, and what was ticked in each. */
export function Reconciliations({ planId, account, onClose }: ReconciliationsProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const [shown, setShown] = useState<string | null>(null);
  const rows = [...rowsWhere(document.reconciliations, 'account', account.id)].sort((a, b) => (a.on < b.on ? 1 : -1));
  const { entries } = useAllEntries(planId, { accounts: [account.id], state: 'reconciled', descending: false });
  const tickedIn = (id: string) => entries.filter((entry) => reconciledIn(entry, account.id) === id);
  const takeBack = ({ id, on }: ReconciliationRow) =>
    send(
      {
        kind: 'account.unreconcile',
        id,
        entries: tickedIn(id).map((entry) => ({ entry: entry.id, before: givenOf(entry) })),
      },
      t('accounts.reopened', { day: dayInWords(on, plan.locale) }),
    );
  return (
    <section className="reconciliations" aria-label={t('accounts.reconciliations')}>
      <div className="section-head">
        <h4>{t('accounts.reconciliations')}</h4>
        <button type="button" className="btn-close" aria-label={t('accounts.closeList')} onClick={onClose} />
      </div>
      {rows.length === 0 && <p className="quiet">{t('accounts.neverReconciled')}</p>}
      <ul>
        {rows.map((row) => (
          <li key={row.id}>
            <button
              type="button"
              className="jump"
              aria-expanded={shown === row.id}
              onClick={() => setShown(shown === row.id ? null : row.id)}
            >
              {t('accounts.statementOn', { day: dayInWords(row.on, plan.locale) })}
            </button>
            <span className="tabular">{writeWithUnit(row.balance, 'money', plan)}</span>
            <small>
              {t('accounts.finishedOn', { day: dayInWords(row.finished, plan.locale), count: tickedIn(row.id).length })}
            </small>
            <button type="button" className="btn btn-link btn-sm" onClick={() => takeBack(row)}>
              {t('accounts.reopen')}
            </button>
            {shown === row.id && (
              <ul className="tick-list">
                {tickedIn(row.id).map((entry) => (
                  <li key={entry.id}>
                    <span className="entry-day">{dayInWords(entry.date, plan.locale, 'short')}</span>
                    <span className="tick-words">{entry.what}</span>
                    <span className="tabular">
                      {writeFigure(effectOn(entry, account.id) / minorUnitsIn(document), 'money', plan)}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

import { inOrder, minorUnitsIn, planOf, today, type AccountRow } from '@haushalt/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { writeWithUnit, t } from '../../language/language.ts';
import { useForecasts } from '../../parts/ledger/useForecasts.ts';
import { useBalances, useLedger } from '../../parts/ledger/useLedger.ts';
import { api } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { useStored } from '../../ui/useStored.ts';
import { AccountForm } from './AccountForm.tsx';
import { AccountView } from './AccountView.tsx';
import { ImportStatement } from './ImportStatement.tsx';
import { useOpenStatement } from './statementDraft.ts';
import '../../parts/ledger/ledger.scss';
import './accounts.scss';

/** Shows what is in which account, and what will be. */
export function AccountsPage() {
  const { planId = '' } = useParams();
  const { document } = useSessionState();
  const plan = planOf(document);
  const [search, setSearch] = useSearchParams();
  const [edited, setEdited] = useState<AccountRow | 'new' | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const statement = useOpenStatement(planId);
  const take = (file: File) => statement.open({ kind: 'file', file }, chosen?.id ?? null);
  const { data: outside } = useQuery({ queryKey: ['outside'], queryFn: api.outside, staleTime: Infinity });
  const ledger = useLedger(planId);
  const { balances, problem } = useBalances(planId);
  const accounts = useMemo(() => inOrder(document.accounts.values()), [document.accounts]);
  const forecasts = useForecasts(ledger, balances, 1);
  // Coming back, one is where one was.
  const [latest, setLatest] = useStored(`haushalt:account:${planId}`, (stored) =>
    typeof stored === 'string' ? stored : '',
  );
  const chosen =
    [search.get('account'), latest].flatMap((id) => accounts.filter((each) => each.id === id))[0] ?? accounts[0];
  const money = (minor: number) => writeWithUnit(minor / minorUnitsIn(document), 'money', plan);
  const now = today();
  const total = accounts.reduce((sum, { id }) => sum + (balances?.on(id, now) ?? 0), 0);
  const choose = (id: string) => {
    setLatest(id);
    setSearch(
      (before) => {
        before.set('account', id);
        return before;
      },
      { replace: true },
    );
  };

  return (
    <div
      className="accounts"
      // A statement may be dropped anywhere on the page.
      onDragOver={(event) => event.dataTransfer.types.includes('Files') && event.preventDefault()}
      onDrop={(event) => {
        const [dropped] = event.dataTransfer.files;
        if (!dropped) return;
        event.preventDefault();
        take(dropped);
      }}
    >
      <input
        ref={picker}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label={t('accounts.statementFile')}
        accept=".csv,.txt,.tsv,.ofx,.qfx,.xml,.sta,.mt940,.940,.camt,.c53,.c52"
        onChange={(event) => {
          const [picked] = event.target.files ?? [];
          event.target.value = '';
          if (picked) take(picked);
        }}
      />
      <div className="page-head">
        <h2>{t('accounts.accounts')}</h2>
        <button type="button" className="btn btn-primary btn-sm" onClick={() => setEdited('new')}>
          {t('accounts.newAccount')}
        </button>
        {balances !== null && accounts.length > 0 && (
          <p className="year-summary">{t('accounts.allTogether', { total: money(total) })}</p>
        )}
      </div>
      {problem !== null && (
        <p className="refusal" role="alert">
          {t('accounts.cannotBeShown', { problem })}
        </p>
      )}
      {accounts.length === 0 ? (
        <div className="empty-state">
          <h3>{t('accounts.noAccounts')}</h3>
          <p>{t('accounts.introduction')}</p>
          <button type="button" className="btn btn-primary" onClick={() => setEdited('new')}>
            {t('accounts.newAccount')}
          </button>
        </div>
      ) : (
        <div className="accounts-body">
          <ul className="account-list" aria-label={t('accounts.accounts')}>
            {accounts.map((account) => {
              const forecast = forecasts?.find((each) => each.account.id === account.id);
              return (
                <li key={account.id}>
                  <button
                    type="button"
                    aria-current={account === chosen}
                    className={`account-card ${account.closed ? 'is-closed' : ''}`}
                    onClick={() => choose(account.id)}
                  >
                    <span className="account-name" title={account.name}>
                      {account.name}
                    </span>
                    <small>{account.closed ? t('accounts.closed') : t(`accounts.kinds.${account.kind}`)}</small>
                    <span className="account-balance tabular">
                      {balances ? money(balances.on(account.id, now)) : '…'}
                    </span>
                    {forecast?.belowLimit && (
                      <small className="below-limit">
                        <Icon name="alarm" />{' '}
                        {forecast.belowLimit.date === now ? t('accounts.belowLimitNow') : t('accounts.belowLimitSoon')}
                      </small>
                    )}
                  </button>
                </li>
              );
            })}
          </ul>
          {statement.source && statement.draft && (
            <ImportStatement
              key={statement.stamp}
              planId={planId}
              source={statement.source}
              draft={statement.draft}
              balances={balances}
              onChange={statement.change}
              onCorrect={statement.correct}
              onClose={statement.close}
            />
          )}
          {!statement.draft && chosen && balances && (
            <AccountView
              key={chosen.id}
              planId={planId}
              account={chosen}
              ledger={ledger}
              balances={balances}
              onEdit={() => setEdited(chosen)}
              onImport={() => picker.current?.click()}
              onFetch={
                outside?.bank && chosen.number !== ''
                  ? () => statement.open({ kind: 'bank', account: chosen.id }, chosen.id)
                  : null
              }
            />
          )}
        </div>
      )}
      {edited !== null && (
        <AccountForm
          account={edited === 'new' ? null : edited}
          isUsed={edited !== 'new' && (balances?.countOf(edited.id) ?? 0) > 0}
          onDone={choose}
          onClose={() => setEdited(null)}
        />
      )}
    </div>
  );
}

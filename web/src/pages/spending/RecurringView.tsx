import {
  OVERDUE_DAYS,
  addDays,
  addMonths,
  budgetIn,
  dayOfMonth,
  expectedIn,
  inOrder,
  lastDay,
  monthOfDay,
  nextDue,
  numberOfDay,
  planOf,
  today,
  writeFigure,
  type Document,
  type Expected,
  type RecurringEntryRow,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { nameOf, dayInWords, t, wordsLocale } from '../../language/language.ts';

import { EntryList, whereTo } from '../../parts/ledger/EntryList.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { Icon } from '../../ui/Icon.tsx';
import type { ViewProps } from './MonthView.tsx';
import { StandingForm } from './RecurringForm.tsx';

/** On a phone amounts are in sight instead; what is left out stands in the form. */
const WHERE_WIDE = 'd-none d-md-table-cell';

/** States how far ahead what is expected is listed. */
const MONTHS_AHEAD = 2;

interface StandingViewProps extends ViewProps {
  /** Opens the form of entries, which is not on this view, for an expected entry with another day or amount. */
  readonly onConfirmWithForm: (expected: Expected) => void;
}

/** Recurring entries: what recurs, and what of it is expected next. */
export function StandingView({ ledger, entering, onConfirmWithForm }: StandingViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const [edited, setEdited] = useState<RecurringEntryRow | 'new' | null>(null);
  const now = today();
  const rows = useMemo(() => inOrder(document.standingEntries.values()), [document]);
  const expected = useMemo(() => {
    const until = lastDay(addMonths(monthOfDay(now), MONTHS_AHEAD - 1));
    return expectedIn(document, budgetIn(model), ledger.settled, addDays(now, -OVERDUE_DAYS), until);
  }, [document, model, ledger.settled, now]);
  const remove = (row: RecurringEntryRow) =>
    send(
      { kind: 'standing.delete', standing: row.id },
      t('spending.recurringDeleted', { what: calledIn(row, document) }),
    );
  const skip = ({ standing, due, what }: Expected) =>
    send({ kind: 'standing.skip', standing, due, skipped: true }, t('entries.skipped', { what }));
  const confirm = (each: Expected, withForm: boolean) =>
    withForm ? onConfirmWithForm(each) : entering.confirm(each, false);
  const budget = budgetIn(model);
  const amountOf = (row: RecurringEntryRow, next: string | null) => {
    const figure = row.amount ?? (next === null || row.line === null ? null : budget(row.line, monthOfDay(next)));
    return figure === null ? '' : writeFigure(figure, 'money', plan);
  };
  const overdue = expected.filter(({ due }) => due < now);

  return (
    <div className="recurring-view">
      <section aria-label={t('spending.recurringEntries')}>
        <div className="section-head">
          <h3>{t('spending.recurringEntries')}</h3>
          <button type="button" className="btn btn-primary btn-sm" onClick={() => setEdited('new')}>
            {t('spending.newRecurring')}
          </button>
        </div>
        {rows.length === 0 ? (
          <p className="quiet">{t('spending.noRecurring')}</p>
        ) : (
          <table className="ledger-table">
            <thead>
              <tr>
                <th scope="col">{t('entries.description')}</th>
                <th scope="col" className={WHERE_WIDE}>
                  {t('entries.line')}
                </th>
                <th scope="col" className={WHERE_WIDE}>
                  {t('entries.account')}
                </th>
                <th scope="col">{t('spending.frequency')}</th>
                <th scope="col">{t('spending.next')}</th>
                <th scope="col" className="figure">
                  {t('entries.amount')}
                </th>
                <th scope="col">
                  <span className="visually-hidden">{t('spending.actions')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => {
                const next = nextDue(row, addDays(now, -1));
                return (
                  <tr key={row.id}>
                    <td>
                      <button type="button" className="jump" onClick={() => setEdited(row)}>
                        {calledIn(row, document)}
                      </button>
                    </td>
                    <td className={WHERE_WIDE}>
                      {whereTo({ line: row.line ?? '', toAccount: row.toAccount ?? '' }, document)}
                    </td>
                    <td className={`whole short ${WHERE_WIDE}`}>
                      {document.accounts.get(row.account ?? '')?.name ?? ''}
                    </td>
                    <td>{rhythmInWords(row, plan.locale)}</td>
                    <td className="whole">
                      {next === null ? t('spending.ended') : dayInWords(next, plan.locale, 'short')}
                    </td>
                    <td className="figure whole">
                      {row.amount === null && <small>{t('spending.budgetAmount')} </small>}
                      {amountOf(row, next)}
                    </td>
                    <td>
                      <button
                        type="button"
                        className="tool"
                        aria-label={t('spending.deleteRecurring', { what: calledIn(row, document) })}
                        onClick={() => remove(row)}
                      >
                        <Icon name="delete" />
                      </button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </section>
      <section className="spending-entries">
        {overdue.length > 0 && (
          <p className="overdue-note">
            <Icon name="caution" /> {t('spending.overdue', { count: overdue.length, what: overdue[0]!.what })}
          </p>
        )}
        <EntryList
          title={t('spending.expectedNext')}
          entries={[]}
          total={0}
          isLoading={false}
          problem={ledger.problem}
          ofOneLine={false}
          expected={expected}
          empty={t('spending.nothingExpected')}
          today={now}
          onChange={() => {}}
          onRemove={() => {}}
          onConfirm={confirm}
          onSkip={skip}
        />
      </section>
      {edited !== null && <StandingForm row={edited === 'new' ? null : edited} onClose={() => setEdited(null)} />}
    </div>
  );
}

function calledIn(row: RecurringEntryRow, document: Document): string {
  return (
    row.what || nameOf(document, row.line ?? '') || whereTo({ line: '', toAccount: row.toAccount ?? '' }, document)
  );
}

/** Returns how often a recurring entry comes, in words: "every 2 weeks, on Fridays", "every month on day 3". */
export function rhythmInWords(row: RecurringEntryRow, locale: string): string {
  const weekday = () =>
    new Intl.DateTimeFormat(wordsLocale(locale), { weekday: 'long', timeZone: 'UTC' }).format(
      Date.parse(`${row.from}T00:00Z`),
    );
  const dayOfYear = () => dayInWords(dayOfMonth(monthOfDay(row.from), numberOfDay(row)), locale, 'short');
  const on = row.rhythm === 'week' ? 'date' : row.lastDay ? 'lastDay' : row.rhythm === 'year' ? 'date' : 'number';
  return t('spending.frequencyInWords', {
    count: row.every,
    rhythm: row.rhythm,
    on,
    day: row.rhythm === 'week' ? weekday() : row.rhythm === 'year' ? dayOfYear() : numberOfDay(row),
    ends: row.until !== null,
    until: row.until === null ? '' : dayInWords(row.until, locale),
  });
}

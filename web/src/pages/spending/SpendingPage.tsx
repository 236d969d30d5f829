import {
  beginningOf,
  groupsWithLines,
  monthOfDay,
  planOf,
  yearIn,
  yearsOf,
  type Calendar,
  type Expected,
  type LedgerEntry,
  type Month,
} from '@haushalt/core';
import { useEffect, useMemo } from 'react';
import { Link, useLocation, useParams, useSearchParams } from 'react-router';
import { t } from '../../language/language.ts';
import { EntryForm } from '../../parts/ledger/EntryForm.tsx';
import { QuickEntry } from '../../parts/ledger/QuickEntry.tsx';
import { useEntering } from '../../parts/ledger/useEntering.ts';
import { useEarlier, useLedger } from '../../parts/ledger/useLedger.ts';
import { MonthSwitch } from '../../parts/plan/MonthSwitch.tsx';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { presentMonth } from '../../parts/plan/useYear.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useIsNarrow } from '../../ui/useWindowWidth.ts';
import { useEventCallback } from '../../ui/useEventCallback.ts';
import { oneOf } from '../../ui/useStored.ts';
import { Assigning } from './Assigning.tsx';
import { EntriesView } from './EntriesView.tsx';
import { MonthView } from './MonthView.tsx';
import { SheetView } from './SheetView.tsx';
import { StandingView } from './RecurringView.tsx';
import { YearView } from './YearView.tsx';
import { keysOfSpending } from './spendingKeys.ts';
import '../../parts/ledger/ledger.scss';
import './spending.scss';

const VIEWS = ['month', 'year', 'sheet', 'entries', 'standing', 'assigning'] as const;
type View = (typeof VIEWS)[number];

/** Shows what really happened: entries, and how they stand to the budget, line by line and month by month. */
export function SpendingPage() {
  const { planId = '' } = useParams();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const isNarrow = useIsNarrow();
  const { months } = model.calendar;
  const { view, month, show } = useShown(model.calendar);
  const ledger = useLedger(planId);
  const earlier = useEarlier(planId);
  const entering = useEntering(planId, month);
  // An entry that is to be changed, or an expected one to be confirmed, may come along from another page.
  const { state: arrived } = useLocation() as { state: { entry?: LedgerEntry; expected?: Expected } | null };
  const latestChange = useEventCallback(entering.change);
  const latestConfirm = useEventCallback(entering.confirm);
  useEffect(() => {
    if (arrived?.entry) latestChange(arrived.entry);
    if (arrived?.expected) latestConfirm(arrived.expected, true);
  }, [arrived, latestChange, latestConfirm]);
  const hasLines = useMemo(
    () => groupsWithLines(document).some(({ group, lines }) => group.side !== 'memo' && lines.length > 0),
    [document],
  );
  const year = yearIn(document, month);
  const goTo = (next: Month) => {
    show({ month: next });
    entering.redate();
  };
  const goToYear = (next: number) => {
    const first = beginningOf(next, plan.yearBegins);
    goTo(months.find((each) => each >= first) ?? months.at(-1)!);
  };

  const keys = useEventCallback(
    keysOfSpending({
      month,
      months,
      goTo,
      begin: () => {
        if (view !== 'month' && view !== 'entries') show({ view: 'month' });
        entering.begin();
      },
    }),
  );
  useEffect(() => {
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [keys]);

  if (!hasLines)
    return (
      <div className="empty-state">
        <h2>{t('spending.noBudget')}</h2>
        <p>{t('spending.noBudgetHint')}</p>
        <Link className="btn btn-primary" to={`/plans/${planId}/budget`}>
          {t('spending.openBudget')}
        </Link>
      </div>
    );
  const words: Record<View, string> = {
    month: t('spending.monthView'),
    year: t('spending.yearView'),
    sheet: t('spending.sheetView'),
    entries: t('spending.entries'),
    standing: t('spending.recurringEntries'),
    assigning:
      ledger.unassigned > 0 ? t('spending.assignmentOpen', { count: ledger.unassigned }) : t('spending.assignment'),
  };
  const shown = { planId, month, ledger, entering };
  const openEntry = (entry: LedgerEntry) => {
    show({ view: 'month', month: monthOfDay(entry.date) });
    entering.change(entry);
  };
  const confirmWithForm = (expected: Expected) => {
    show({ view: 'month', month: monthOfDay(expected.due) });
    entering.confirm(expected, true);
  };
  return (
    <div className="spending">
      <div className="page-head">
        <h2>{t('spending.spending')}</h2>
        {(view === 'month' || view === 'sheet') && (
          <MonthSwitch months={months} month={month} locale={plan.locale} onChange={goTo} />
        )}
        {view === 'year' && (
          <YearSwitch years={yearsOf(model.calendar)} year={year} begins={plan.yearBegins} onChange={goToYear} />
        )}
        <Segments
          label={t('spending.view')}
          value={view}
          options={VIEWS.map((value) => ({ value, words: words[value] }))}
          onChange={(next) => show({ view: next })}
        />
      </div>
      {(view === 'month' || view === 'entries') && isNarrow && (
        <QuickEntry
          draft={entering.draft}
          earlier={earlier}
          onChange={entering.setDraft}
          onEnter={entering.enter}
          onLeave={() => entering.discard()}
        />
      )}
      {(view === 'month' || view === 'entries') && !isNarrow && (
        <EntryForm
          draft={entering.draft}
          earlier={earlier}
          month={view === 'month' ? month : null}
          firstField={entering.firstField}
          onChange={entering.setDraft}
          onEnter={entering.enter}
          onLeave={() => {
            entering.discard();
            window.document.querySelector<HTMLElement>('[role=grid]')?.focus();
          }}
        />
      )}
      {view === 'month' && <MonthView {...shown} />}
      {view === 'year' && <YearView {...shown} year={year} onOpenEntry={openEntry} />}
      {view === 'sheet' && <SheetView {...shown} onOpenEntry={openEntry} />}
      {view === 'entries' && <EntriesView {...shown} />}
      {view === 'standing' && <StandingView {...shown} onConfirmWithForm={confirmWithForm} />}
      {view === 'assigning' && <Assigning {...shown} earlier={earlier} />}
    </div>
  );
}

/** Returns what is shown and of which month, kept in the address: at first the present one, or the plan's nearest. */
function useShown(calendar: Calendar) {
  const [search, setSearch] = useSearchParams();
  const view = oneOf(VIEWS, search.get('view'), 'month');
  const wanted = search.get('month');
  const month = calendar.months.find((each) => each === wanted) ?? presentMonth(calendar);
  const show = (next: { readonly view?: View; readonly month?: Month }) =>
    setSearch(
      (before) => {
        for (const [key, value] of Object.entries(next)) before.set(key, value);
        if (before.get('view') === 'month') before.delete('view');
        return before;
      },
      { replace: true },
    );
  return { view, month, show };
}

import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { addDays, planOf, today, toMonth } from '@haushalt/core';
import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useParams, useSearchParams } from 'react-router';
import { DateField } from '../../fields/CalendarField.tsx';
import { Select } from '../../fields/Select.tsx';
import { nameOf, monthInWords, t } from '../../language/language.ts';
import { Initials } from '../../parts/people/Initials.tsx';
import { peopleApi, type HistoryStep } from '../../plan-session/peopleApi.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { QueryResult } from '../../ui/QueryResult.tsx';
import { longDayOf, timeOf } from '../../language/moments.ts';
import { Icon } from '../../ui/Icon.tsx';
import { ComparisonShown } from './ComparisonShown.tsx';
import { GoBackDialog } from './GoBackDialog.tsx';
import { stepInWords } from './stepInWords.ts';

/** States how long it is waited for more letters before it is looked for them, in milliseconds. */
const TYPING = 250;

/** States how far back it is looked. */
const SPANS = [
  {
    value: 'week',
    get words() {
      return t('history.lastWeek');
    },
    days: 7,
  },
  {
    value: 'month',
    get words() {
      return t('history.lastMonth');
    },
    days: 30,
  },
  {
    value: 'year',
    get words() {
      return t('history.lastYear');
    },
    days: 365,
  },
] as const;

const daysAgo = (days: number) => addDays(today(), -days);

/** The history by day and person, in sentences; each step opens to what it changed. */
export function StepsView() {
  const { planId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const session = useSession();
  const { document, history } = useSessionState();
  const { locale } = planOf(document);
  const [typed, setTyped] = useState(search.get('text') ?? '');
  const [text, setText] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setText(typed), TYPING);
    return () => clearTimeout(timer);
  }, [typed]);
  const person = search.get('person') ?? '';
  const from = search.get('from') ?? '';
  const to = search.get('to') ?? '';
  const row = search.get('row') ?? '';
  const month = search.get('month') ?? '';
  const put = (given: Readonly<Record<string, string>>) =>
    setSearch((before) => {
      for (const [key, value] of Object.entries(given))
        if (value === '') before.delete(key);
        else before.set(key, value);
      return before;
    });
  const choose = (span: string) => {
    const days = SPANS.find(({ value }) => value === span)?.days;
    if (days !== undefined) put({ from: daysAgo(days), to: '' });
    else put(span === '' ? { from: '', to: '' } : { from: daysAgo(30), to: daysAgo(0) });
  };
  const filter = { text, person, from, to, row, month: row === '' ? '' : month };
  const { data: people } = useQuery({ queryKey: ['people', planId], queryFn: () => peopleApi.people(planId) });
  const query = useInfiniteQuery({
    // What is done meanwhile appears by itself.
    queryKey: ['history', planId, filter, session.knownRevision, history.length],
    queryFn: ({ pageParam }) =>
      peopleApi.history(planId, { ...filter, ...(pageParam === null ? {} : { before: pageParam }) }),
    initialPageParam: null as number | null,
    getNextPageParam: (page: HistoryStep[]) => (page.length < PAGE ? undefined : page.at(-1)!.revision),
    placeholderData: keepPreviousData,
  });
  const { fetchNextPage, hasNextPage, isFetchingNextPage } = query;
  // Whoever is not in the plan any more may have done something in it.
  const steps = query.data?.pages.flat() ?? [];
  const allPeople = [...(people?.people ?? []), ...steps.map(({ personId: id, person: name }) => ({ id, name }))];
  const whoever = [...new Map(allPeople.map(({ id, name }) => [id, { id, name }])).values()];
  const isFiltered = Object.values(filter).some((value) => value !== '');
  const what = nameOf(document, row) ?? t('history.thisEntry');
  return (
    <>
      <div className="history-find">
        <Form.Control
          size="sm"
          type="search"
          aria-label={t('history.findInHistory')}
          placeholder={t('history.find')}
          value={typed}
          maxLength={200}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Select aria-label={t('history.who')} value={person} onChange={(event) => put({ person: event.target.value })}>
          <option value="">{t('history.everyone')}</option>
          {whoever.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <Select
          aria-label={t('history.when')}
          value={from === '' ? '' : (SPANS.find(({ days }) => from === daysAgo(days) && to === '')?.value ?? 'between')}
          onChange={(event) => choose(event.target.value)}
        >
          <option value="">{t('history.anyTime')}</option>
          {SPANS.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
          <option value="between">{t('history.between')}</option>
        </Select>
        {from !== '' && to !== '' && (
          <>
            <DateField label={t('history.from')} value={from} locale={locale} onChange={(day) => put({ from: day })} />
            <DateField label={t('history.until')} value={to} locale={locale} onChange={(day) => put({ to: day })} />
          </>
        )}
        {isFiltered && (
          <Button
            size="sm"
            variant="link"
            onClick={() => {
              setTyped('');
              setText('');
              setSearch({ view: 'steps' });
            }}
          >
            {t('history.showAll')}
          </Button>
        )}
      </div>
      {row !== '' && (
        <p className="history-of">
          <Icon name="filter" />{' '}
          {t('history.onlyChangesOf', {
            what: month === '' ? what : t('history.inMonth', { what, month: monthInWords(toMonth(month), locale) }),
          })}
        </p>
      )}
      <QueryResult query={query}>
        {({ pages }) => (
          <>
            {pages.flat().length === 0 && (
              <p className="empty-state">{isFiltered ? t('history.nothingFound') : t('history.nothingYet')}</p>
            )}
            {[...Map.groupBy(pages.flat(), ({ at }) => longDayOf(at))].map(([day, ofDay]) => (
              <section key={day} className="history-day">
                <h3>{day}</h3>
                <ol>
                  {ofDay.map((step) => (
                    <Step key={step.commandId} planId={planId} step={step} />
                  ))}
                </ol>
              </section>
            ))}
          </>
        )}
      </QueryResult>
      {hasNextPage && (
        <Button size="sm" variant="outline-primary" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {t('history.earlierChanges')}
        </Button>
      )}
    </>
  );
}

/** States how many steps come at once. */
const PAGE = 100;

function Step({ planId, step }: { readonly planId: string; readonly step: HistoryStep }) {
  const [isOpen, setOpen] = useState(false);
  const [isRestoring, setRestoring] = useState(false);
  const session = useSession();
  const { revision, personId, person, at, label, kind, state, isKept } = step;
  const moment = { kind: 'revision', revision } as const;
  return (
    <li className={`history-step ${state === 'undone' ? 'is-undone' : ''}`}>
      <button type="button" className="history-line" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        <Icon name={isOpen ? 'down' : 'right'} />
        <span className="history-time">{timeOf(at)}</span>
        <Initials id={personId} name={person} />
        <span className="history-label">
          {stepInWords(kind, label)}
          {state === 'undone' && <small>{t('history.undone')}</small>}
        </span>
      </button>
      {isOpen && (
        <div className="history-detail">
          {isKept ? (
            <ComparisonShown
              planId={planId}
              before={{ kind: 'revision', revision: revision - 1 }}
              after={moment}
              isShort
            />
          ) : (
            <p className="quiet">{t('history.detailsNotKept')}</p>
          )}
          <div className="history-tools">
            <Link className="tool" to={`?view=compare&before=revision:${revision}&after=now`}>
              <Icon name="transfer" /> {t('history.compareWithNow')}
            </Link>
            {session.canEdit && (
              <button type="button" className="tool" onClick={() => setRestoring(true)}>
                <Icon name="undo" /> {t('history.restoreVersion')}
              </button>
            )}
          </div>
        </div>
      )}
      {isRestoring && (
        <GoBackDialog
          planId={planId}
          to={moment}
          what={t('history.afterChange', { label })}
          rows={null}
          names={[]}
          onClose={() => setRestoring(false)}
        />
      )}
    </li>
  );
}

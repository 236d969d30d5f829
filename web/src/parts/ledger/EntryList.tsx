import {
  minorUnitsIn,
  planOf,
  titleOfItem,
  writeFigure,
  type Document,
  type Expected,
  type LedgerEntry,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { nameOf, dayInWords, t } from '../../language/language.ts';
import { signOf } from './draft.ts';

interface EntryListProps {
  readonly title: string;
  readonly entries: readonly LedgerEntry[];
  readonly total: number;
  readonly isLoading: boolean;
  /** Why the entries cannot be shown. */
  readonly problem: string | null;
  /** True when the entries are of one line, whose name need not stand with each. */
  readonly ofOneLine: boolean;
  /** States what is expected of them, and on which day that would be late. */
  readonly expected: readonly Expected[];
  readonly today: string;
  /** States what is said where there is nothing. */
  readonly empty?: string;
  readonly onChange: (entry: LedgerEntry) => void;
  readonly onRemove: (entry: LedgerEntry) => void;
  readonly onConfirm: (expected: Expected, withForm: boolean) => void;
  readonly onSkip: (expected: Expected) => void;
}

/** The entries behind a figure, the newest first, with what is still expected; each can be changed or removed. */
export function EntryList(props: EntryListProps) {
  const { title, entries, total, isLoading, problem, ofOneLine, expected, today, onChange, onRemove } = props;
  const { document } = useSessionState();
  const plan = planOf(document);
  const amountOf = (entry: Pick<LedgerEntry, 'line' | 'toAccount' | 'amount'>) =>
    (entry.amount * signOf(entry, document)) / minorUnitsIn(document);
  const figure = (value: number) => (
    <span className={`entry-sum tabular ${value < 0 ? 'negative' : ''}`}>{writeFigure(value, 'money', plan)}</span>
  );
  return (
    <section className="entry-list" aria-label={t('entries.entries')}>
      <h3>
        {title}{' '}
        {problem === null && (total > 0 || expected.length === 0) && (
          <small>{t('entries.entryCount', { total })}</small>
        )}
      </h3>
      {problem !== null && (
        <p className="refusal" role="alert">
          {t('entries.notShown', { problem })}
        </p>
      )}
      {expected.length > 0 && (
        <ul className="expected-list" aria-label={t('entries.expected')}>
          {expected.map((each) => (
            <li key={`${each.standing}:${each.due}`}>
              <button
                type="button"
                className="entry is-expected"
                title={t('entries.confirmWithForm')}
                onClick={() => props.onConfirm(each, true)}
              >
                <span className="entry-day">{dayInWords(each.due, plan.locale, 'short')}</span>
                <span className="entry-words">
                  {each.what || nameOf(document, each.line)}
                  <small>
                    {each.due < today ? (
                      <span className="overdue">
                        <Icon name="caution" /> {t('entries.overdue')}
                      </span>
                    ) : (
                      t('entries.expected')
                    )}
                    {[whereTo(each, document)]
                      .filter((where) => !ofOneLine && where !== each.what)
                      .map((where) => ` · ${where}`)}
                  </small>
                </span>
                {figure(amountOf(each))}
              </button>
              <button
                type="button"
                className="tool"
                aria-label={t('entries.confirm', { what: each.what, hasWhat: each.what !== '' })}
                title={t('entries.confirmAsExpected')}
                onClick={() => props.onConfirm(each, false)}
              >
                <Icon name="good" />
              </button>
              <button
                type="button"
                className="tool"
                aria-label={t('entries.skip', { what: each.what, hasWhat: each.what !== '' })}
                title={t('entries.skipOnce')}
                onClick={() => props.onSkip(each)}
              >
                <Icon name="skip" />
              </button>
            </li>
          ))}
        </ul>
      )}
      {problem === null && total === 0 && expected.length === 0 && !isLoading && (
        <p className="quiet">{props.empty ?? t('entries.none')}</p>
      )}
      <ul>
        {entries.map((entry) => (
          <li key={entry.id}>
            <button type="button" className="entry" title={t('entries.save')} onClick={() => onChange(entry)}>
              <span className="entry-day">{dayInWords(entry.date, plan.locale, 'short')}</span>
              <span className="entry-words">
                {entry.what || <em>{t('entries.noDescription')}</em>}
                {entry.receipt !== '' && <span className="entry-mark">{t('entries.partOfReceipt')}</span>}
                <small>
                  {[
                    ofOneLine ? '' : whereTo(entry, document),
                    document.accounts.get(entry.account)?.name ?? '',
                    itemInWords(entry.item, document),
                    entry.note,
                  ]
                    .filter((part) => part !== '')
                    .join(' · ')}
                </small>
              </span>
              {figure(amountOf(entry))}
            </button>
            <button
              type="button"
              className="tool"
              aria-label={t('entries.remove', { what: entry.what, hasWhat: entry.what !== '' })}
              onClick={() => onRemove(entry)}
            >
              <Icon name="delete" />
            </button>
          </li>
        ))}
      </ul>
      {entries.length < total && <p className="quiet">{t('entries.newestShown', { count: entries.length })}</p>}
    </section>
  );
}

/** Returns what an entry belongs to, in words: its line, the account it is transferred to, or that it is not assigned. */
export function whereTo({ line, toAccount }: Pick<LedgerEntry, 'line' | 'toAccount'>, document: Document): string {
  const account = document.accounts.get(toAccount)?.name;
  const name = line === '' ? null : (nameOf(document, line) ?? t('entries.deletedLine'));
  if (account === undefined) return name ?? t('entries.notAssigned');
  return [name, t('entries.toAccount', { account })].filter((part) => part !== null).join(' ');
}

/** The item of a list an entry is for, with its list. */
function itemInWords(id: string, document: Document): string {
  const item = document.listItems.get(id);
  return item ? `${document.lists.get(item.list)?.name ?? ''}: ${titleOfItem(document, item)}` : '';
}

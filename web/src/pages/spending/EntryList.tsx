import { minorUnitsIn, nameOf, planOf, writeFigure, type LedgerEntry } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

interface EntryListProps {
  readonly title: string;
  readonly entries: readonly LedgerEntry[];
  readonly total: number;
  readonly isLoading: boolean;
  /** Why the entries cannot be shown. */
  readonly problem: string | null;
  /** Whether the entries are of one line, whose name need not stand with each. */
  readonly ofOneLine: boolean;
  readonly onChange: (entry: LedgerEntry) => void;
  readonly onRemove: (entry: LedgerEntry) => void;
}

/** The entries behind a figure, the newest first; each can be changed or removed. */
export function EntryList({
  title,
  entries,
  total,
  isLoading,
  problem,
  ofOneLine,
  onChange,
  onRemove,
}: EntryListProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const day = new Intl.DateTimeFormat(plan.locale, { day: 'numeric', month: 'short', timeZone: 'UTC' });
  return (
    <section className="entry-list" aria-label="Entries">
      <h3>
        {title} {problem === null && <small>{total === 1 ? 'one entry' : `${total} entries`}</small>}
      </h3>
      {problem !== null && (
        <p className="refusal" role="alert">
          The entries cannot be shown. {problem}
        </p>
      )}
      {problem === null && total === 0 && !isLoading && (
        <p className="quiet">Nothing has been entered yet. Write above what was paid or came in.</p>
      )}
      <ul>
        {entries.map((entry) => (
          <li key={entry.id}>
            <button type="button" className="entry" title="Change it" onClick={() => onChange(entry)}>
              <span className="entry-day">{day.format(new Date(`${entry.date}T00:00:00Z`))}</span>
              <span className="entry-words">
                {entry.what || <em>no words</em>}
                <small>
                  {[ofOneLine ? '' : (nameOf(document, entry.line) ?? 'a line that is gone'), entry.account]
                    .filter((part) => part !== '')
                    .join(' · ')}
                </small>
              </span>
              <span className={`entry-sum tabular ${entry.amount < 0 ? 'negative' : ''}`}>
                {writeFigure(entry.amount / units, 'money', plan)}
              </span>
            </button>
            <button
              type="button"
              className="tool"
              aria-label={`Remove ${entry.what || 'the entry'}`}
              onClick={() => onRemove(entry)}
            >
              <Icon name="delete" />
            </button>
          </li>
        ))}
      </ul>
      {entries.length < total && <p className="quiet">The newest {entries.length} are shown.</p>}
    </section>
  );
}

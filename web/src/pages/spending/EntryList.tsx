import { minorUnitsIn, nameOf, planOf, writeFigure, type LedgerEntry } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { messages } from '../../messages/spending.ts';

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
    <section className="entry-list" aria-label={messages.entries}>
      <h3>
        {title} {problem === null && <small>{messages.entryCount(total)}</small>}
      </h3>
      {problem !== null && (
        <p className="refusal" role="alert">
          {messages.theEntriesCannotBeShown(problem)}
        </p>
      )}
      {problem === null && total === 0 && !isLoading && <p className="quiet">{messages.nothingHasBeenEnteredYet}</p>}
      <ul>
        {entries.map((entry) => (
          <li key={entry.id}>
            <button type="button" className="entry" title={messages.changeIt} onClick={() => onChange(entry)}>
              <span className="entry-day">{day.format(new Date(`${entry.date}T00:00:00Z`))}</span>
              <span className="entry-words">
                {entry.what || <em>{messages.noWords}</em>}
                <small>
                  {[ofOneLine ? '' : (nameOf(document, entry.line) ?? messages.aLineThatIsGone), entry.account]
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
              aria-label={messages.remove(entry.what)}
              onClick={() => onRemove(entry)}
            >
              <Icon name="delete" />
            </button>
          </li>
        ))}
      </ul>
      {entries.length < total && <p className="quiet">{messages.theNewestAreShown(entries.length)}</p>}
    </section>
  );
}

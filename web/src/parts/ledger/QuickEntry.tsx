import { addDays, notationOf, planOf, today, type EarlierEntry, type EntryEdit, type Refusal } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { DateField } from '../../fields/CalendarField.tsx';
import { SearchField } from '../../fields/SearchField.tsx';
import { nameOf, say, dayInWords, t } from '../../language/language.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { DescriptionField } from './DescriptionField.tsx';
import { accountOptions, completedFrom, editsFrom, targetOptions, type EntryDraft } from './draft.ts';

interface QuickEntryProps {
  readonly draft: EntryDraft;
  readonly earlier: readonly EarlierEntry[];
  readonly onChange: (draft: EntryDraft) => void;
  readonly onEnter: (edits: readonly EntryEdit[]) => Refusal | null;
  readonly onLeave: () => void;
}

/** States how many lines and accounts used last are at hand. */
const LINES_AT_HAND = 6;

/** An entry with one hand, on a phone: big keys for the amount, and the lines used last first. */
export function QuickEntry({ draft, earlier, onChange, onEnter, onLeave }: QuickEntryProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [hasMore, setMore] = useState(false);
  const decimal = notationOf(plan.locale).decimal;
  const now = today();
  const change = (part: Partial<EntryDraft>) => {
    setRefusal(null);
    onChange({ ...draft, ...part });
  };
  const recent = useMemo(
    () =>
      [...new Set(earlier.map(({ line }) => line))].filter((line) => document.lines.has(line)).slice(0, LINES_AT_HAND),
    [earlier, document],
  );
  // Where nothing was entered yet, the first lines of day-to-day costs are as good as any.
  const lines = recent.length > 0 ? recent : targetOptions(document, '').map(({ value }) => value).filter((value) => document.lines.has(value)).slice(-LINES_AT_HAND); // prettier-ignore
  const press = (key: string) => {
    const typed = key === '⌫' ? draft.amount.slice(0, -1) : `${draft.amount}${key}`;
    change({ amount: typed });
  };
  const enter = () => {
    const edits = editsFrom(draft, document);
    const refused = 'message' in edits ? edits.message : (onEnter(edits)?.message ?? null);
    setRefusal(say(refused));
  };
  const chips = (label: string, options: readonly { value: string; words: string }[], chosen: string, choose: (value: string) => void) => (
    <div className="chips" role="group" aria-label={label}>
      {options.map(({ value, words }) => (
        <button key={value} type="button" aria-pressed={chosen === value} onClick={() => choose(chosen === value ? '' : value)}>
          {words}
        </button>
      ))}
    </div>
  ); // prettier-ignore
  return (
    <section className="quick-entry" aria-label={draft.before ? t('entries.edit') : t('entries.newEntry')}>
      <output className="quick-amount tabular" aria-label={t('entries.amount')}>
        {draft.amount === '' ? '0' : draft.amount} <small>{plan.currency}</small>
      </output>
      {chips(
        t('entries.line'),
        lines.map((value) => ({ value, words: nameOf(document, value) ?? '' })),
        draft.target,
        (target) => change({ target }),
      )}
      <div className="keypad" role="group" aria-label={t('entries.keys')}>
        {['1', '2', '3', '4', '5', '6', '7', '8', '9', decimal, '0', '⌫'].map((key) => (
          <button
            key={key}
            type="button"
            aria-label={key === '⌫' ? t('entries.deleteKey') : key}
            onClick={() => press(key)}
          >
            {key}
          </button>
        ))}
        <button type="button" onClick={() => press('+')} aria-label={t('entries.plusKey')}>
          +
        </button>
        <button type="button" className="keypad-enter" onClick={enter}>
          {draft.before ? t('entries.save') : t('entries.add')}
        </button>
      </div>
      {refusal !== null && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      <details open={hasMore} onToggle={(event) => setMore(event.currentTarget.open)}>
        <summary>
          {[dayInWords(draft.date, plan.locale, 'short'), draft.what, document.accounts.get(draft.account)?.name ?? '']
            .filter((part) => part !== '')
            .join(' · ')}
        </summary>
        {hasMore && (
          <div className="quick-more">
            {chips(
              t('entries.date'),
              [
                { value: now, words: t('entries.today') },
                { value: addDays(now, -1), words: t('entries.yesterday') },
              ],
              draft.date,
              (date) => date !== '' && change({ date }),
            )}
            <DateField
              label={t('entries.date')}
              value={draft.date}
              locale={plan.locale}
              onChange={(date) => change({ date })}
            />
            <DescriptionField
              value={draft.what}
              earlier={earlier}
              isInvalid={false}
              describedBy=""
              onChange={(what) => change({ what })}
              onChoose={(each) => change(completedFrom(draft, each, document))}
            />
            <SearchField
              label={t('entries.line')}
              options={targetOptions(document, draft.account)}
              value={draft.target}
              placeholder={t('entries.notAssigned')}
              onChange={(target) => change({ target })}
            />
            {chips(t('entries.account'), accountOptions(document, draft.account), draft.account, (account) =>
              change({ account }),
            )}
            <button type="button" className="btn btn-link btn-sm" onClick={onLeave}>
              {t('entries.cancel')}
            </button>
          </div>
        )}
      </details>
    </section>
  );
}

import {
  RECURRING_FREQUENCIES,
  addDays,
  minorUnitsIn,
  planOf,
  readAmount,
  sideOfLine,
  today,
  writeForEntry,
  type RecurringEntryRow,
  type RecurringFrequency,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { DateField } from '../../fields/CalendarField.tsx';
import { SearchField } from '../../fields/SearchField.tsx';
import { Select } from '../../fields/Select.tsx';
import { say, t } from '../../language/language.ts';

import { AccountSelect } from '../../parts/ledger/AccountSelect.tsx';
import { accountOptions, readTarget, targetOptions, transferTo } from '../../parts/ledger/draft.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';

interface StandingFormProps {
  /** The one that is changed; `null` for a new one. */
  readonly row: RecurringEntryRow | null;
  readonly onClose: () => void;
}

/** Shows what is said of a recurring entry: what, where, how much, how often; a change holds for all of it, or from a day on. */
export function StandingForm({ row, onClose }: StandingFormProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const [refusal, setRefusal] = useState<string | null>(null);
  const initial = () => ({
    what: row?.what ?? '',
    target: row === null ? '' : row.line === null ? transferTo(row.toAccount ?? '') : row.line,
    toAccount: row !== null && row.line !== null ? (row.toAccount ?? '') : '',
    account: row?.account ?? accountOptions(document)[0]?.value ?? '',
    amount: row?.amount == null ? '' : writeForEntry(row.amount, 'money', plan.locale),
    rhythm: row?.rhythm ?? ('month' as RecurringFrequency),
    every: String(row?.every ?? 1),
    from: row?.from ?? today(),
    lastDay: row?.lastDay ?? false,
    until: row?.until ?? null,
    /** The day a change holds from; `null` where it holds for all of it. */
    fromHere: null as string | null,
  });
  const draft = useDraft(`${plan.id}:standing:${row?.id ?? ''}`, initial, onClose);
  const { given } = draft;
  const { fromHere } = given;
  const setFromHere = (day: string | null) => draft.put({ fromHere: day });
  const put = (part: Partial<typeof given>) => {
    setRefusal(null);
    draft.put(part);
  };
  const isAside = sideOfLine(document, given.target) === 'setAside';
  const save = () => {
    const { line, toAccount } = readTarget(given.target);
    const typed = given.amount.trim();
    const read = typed === '' ? null : readAmount(typed, document);
    if (read && !read.ok) return setRefusal(say(read.message));
    const to = toAccount !== '' ? toAccount : isAside ? given.toAccount : '';
    const settings = {
      what: given.what.trim(),
      line: line === '' ? null : line,
      account: given.account === '' ? null : given.account,
      toAccount: to === '' ? null : to,
      amount: read === null ? null : read.amount / minorUnitsIn(document),
      rhythm: given.rhythm,
      every: Number(given.every),
      lastDay: given.rhythm !== 'week' && given.lastDay,
      until: given.until,
    };
    const refused = send(
      row !== null && fromHere !== null
        ? {
            kind: 'standing.changeFrom',
            standing: row.id,
            as: newId(),
            from: fromHere,
            // Its days stay, unless a first day is given here as well.
            ...(given.from === row.from ? {} : { first: given.from }),
            settings,
          }
        : { kind: 'standing.set', standing: row?.id ?? newId(), settings: { ...settings, from: given.from } },
      t('spending.recurringSaved'),
      true,
    );
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  };
  const date = (label: string, value: string, onChange: (day: string) => void) => (
    <DateField label={label} value={value} locale={plan.locale} onChange={onChange} />
  );

  return (
    <FormDialog
      title={row === null ? t('spending.newRecurring') : t('spending.editRecurring')}
      submit={t('spending.save')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Form.Group className="wide" controlId="standing-what">
        <Form.Label>{t('entries.description')}</Form.Label>
        <Form.Control
          size="sm"
          // What is asked for first has the keyboard.
          autoFocus
          value={given.what}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => put({ what: event.target.value })}
        />
      </Form.Group>
      <label>
        <span className="form-label">{t('entries.line')}</span>
        <SearchField
          label={t('entries.line')}
          options={targetOptions(document, given.account)}
          value={given.target}
          placeholder={t('spending.choose')}
          onChange={(target) => put({ target })}
        />
      </label>
      <label>
        <span className="form-label">{t('entries.account')}</span>
        <AccountSelect
          wide
          value={given.account}
          none={t('entries.noAccount')}
          onChange={(account) => put({ account })}
        />
      </label>
      {isAside && (
        <label>
          <span className="form-label">{t('entries.toAccountField')}</span>
          <AccountSelect
            wide
            value={given.toAccount}
            none={t('entries.noAccount')}
            except={given.account}
            onChange={(toAccount) => put({ toAccount })}
          />
        </label>
      )}
      <Form.Group controlId="standing-amount">
        <Form.Label>{t('entries.amount')}</Form.Label>
        <Form.Control
          size="sm"
          className="tabular"
          value={given.amount}
          placeholder={t('spending.budgetOfMonth')}
          autoComplete="off"
          onChange={(event) => put({ amount: event.target.value })}
        />
      </Form.Group>
      <fieldset className="rhythm-fields">
        <legend className="form-label">{t('spending.frequency')}</legend>
        {t('spending.everyField')}
        <Form.Control
          size="sm"
          type="number"
          min={1}
          max={120}
          aria-label={t('spending.interval')}
          value={given.every}
          onChange={(event) => put({ every: event.target.value })}
        />
        <Select
          aria-label={t('spending.frequency')}
          value={given.rhythm}
          onChange={(event) => put({ rhythm: event.target.value as RecurringFrequency })}
        >
          {RECURRING_FREQUENCIES.map((rhythm) => (
            <option key={rhythm} value={rhythm}>
              {t(`spending.rhythms.${rhythm}`)}
            </option>
          ))}
        </Select>
        {given.rhythm !== 'week' && (
          <Form.Check
            id="standing-last-day"
            label={t('spending.onLastDayOfMonth')}
            checked={given.lastDay}
            onChange={(event) => put({ lastDay: event.target.checked })}
          />
        )}
      </fieldset>
      <label>
        <span className="form-label">{t('spending.firstDue')}</span>
        {date(t('spending.firstDue'), given.from, (from) => put({ from }))}
      </label>
      <div>
        <Form.Check
          id="standing-until"
          label={t('spending.endsOn')}
          checked={given.until !== null}
          onChange={(event) => put({ until: event.target.checked ? addDays(given.from, 364) : null })}
        />
        {given.until !== null && date(t('spending.endsOn'), given.until, (until) => put({ until }))}
      </div>
      {row !== null && (
        <div className="wide">
          <Form.Check
            id="standing-from-here"
            label={t('spending.applyFrom')}
            checked={fromHere !== null}
            onChange={(event) => setFromHere(event.target.checked ? today() : null)}
          />
          {fromHere !== null && date(t('spending.applyFrom'), fromHere, setFromHere)}
        </div>
      )}
    </FormDialog>
  );
}

import {
  dateRemark,
  minorUnitsIn,
  planOf,
  sideOfLine,
  writeFigure,
  type EarlierEntry,
  type EntryEdit,
  type Month,
  type Refusal,
} from '@haushalt/core';
import { isBlank } from './useEntering.ts';
import { useEffect, useId, useMemo, useRef, useState, type FormEvent, type Ref } from 'react';
import Form from 'react-bootstrap/Form';
import { DateField } from '../../fields/CalendarField.tsx';
import { SearchField } from '../../fields/SearchField.tsx';
import { say, t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { WhoChanged } from '../people/WhoChanged.tsx';
import { AccountSelect } from './AccountSelect.tsx';
import { DescriptionField } from './DescriptionField.tsx';
import {
  completedFrom,
  editsFrom,
  itemOptions,
  leftToSplit,
  targetOptions,
  type DraftField,
  type EntryDraft,
  type SplitPart,
} from './draft.ts';

interface EntryFormProps {
  readonly draft: EntryDraft;
  readonly earlier: readonly EarlierEntry[];
  /** The month that is shown; an entry of another one is said to be. `null` where all are. */
  readonly month: Month | null;
  readonly firstField: Ref<HTMLInputElement>;
  readonly onChange: (draft: EntryDraft) => void;
  /** Enters it; why not, where that cannot be. */
  readonly onEnter: (edits: readonly EntryEdit[]) => Refusal | null;
  /** Leaves a change of an entry as it was. */
  readonly onLeave: () => void;
}

/** One line of the account book to be written: a new entry, or one that is changed. What cannot be taken stays as typed. */
export function EntryForm({ draft, earlier, month, firstField, onChange, onEnter, onLeave }: EntryFormProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const targets = useMemo(() => targetOptions(document, draft.account), [document, draft.account]);
  const items = useMemo(() => itemOptions(document), [document]);
  const [refusal, setRefusal] = useState<{ message: string; field: DraftField | null } | null>(null);
  const [hasNote, setHasNote] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const wordsId = useId();
  // Another entry is another matter.
  useEffect(() => {
    setRefusal(null);
    setHasNote(false);
  }, [draft.id]);

  const change = (part: Partial<EntryDraft>) => {
    setRefusal(null);
    onChange({ ...draft, ...part });
  };
  const refuse = (message: string, field: DraftField | null) => {
    setRefusal({ message, field });
    if (field !== null) form.current?.querySelector<HTMLElement>(`[name=${field}]`)?.focus();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // A field that says what is wrong with it keeps the entry from being made of what it held before.
    if (!form.current!.checkValidity()) return form.current!.querySelector<HTMLElement>(':invalid')?.focus();
    const edits = editsFrom(draft, document);
    if ('message' in edits) return refuse(edits.message, edits.field);
    const refused = onEnter(edits);
    if (refused) refuse(say(refused.message), null);
  };
  const field = (name: DraftField) => ({ name, 'aria-invalid': refusal?.field === name, 'aria-describedby': wordsId });
  const isSplit = draft.parts.length > 0;
  const isAside = sideOfLine(document, draft.target) === 'setAside';
  const remark = draft.date === '' ? null : dateRemark(document, draft.date, month);
  const isNew = draft.before === null;
  const isConfirming = isNew && draft.standing !== '';
  const title = isConfirming ? t('entries.confirmTitle') : isNew ? t('entries.newEntry') : t('entries.edit');

  return (
    <form
      ref={form}
      className={`entry-form ${isNew ? '' : 'is-change'}`}
      aria-label={title}
      noValidate
      data-blank={isBlank(draft) || undefined}
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onLeave();
      }}
    >
      <div className="entry-fields">
        <label>
          {t('entries.date')}
          <DateField
            label={t('entries.date')}
            name="date"
            value={draft.date}
            locale={plan.locale}
            onChange={(date) => change({ date })}
          />
        </label>
        <label className="entry-what">
          {t('entries.description')}
          <DescriptionField
            value={draft.what}
            earlier={earlier}
            inputRef={firstField}
            isInvalid={refusal?.field === 'what'}
            describedBy={wordsId}
            onChange={(what) => change({ what })}
            onChoose={(each) => change(completedFrom(draft, each, document))}
          />
        </label>
        {!isSplit && (
          <label className="entry-line">
            {t('entries.line')}
            <SearchField
              label={t('entries.line')}
              name="target"
              options={targets}
              value={draft.target}
              placeholder={t('entries.notAssigned')}
              isInvalid={refusal?.field === 'target'}
              describedBy={wordsId}
              onChange={(target) => change({ target })}
            />
          </label>
        )}
        <label className="entry-account">
          {t('entries.account')}
          <AccountSelect
            wide
            {...field('account')}
            value={draft.account}
            none={t('entries.noAccount')}
            onChange={(account) => change({ account })}
          />
        </label>
        {isAside && !isSplit && (
          <label className="entry-account">
            {t('entries.toAccountField')}
            <AccountSelect
              wide
              {...field('toAccount')}
              value={draft.toAccount}
              none={t('entries.noAccount')}
              except={draft.account}
              onChange={(toAccount) => change({ toAccount })}
            />
          </label>
        )}
        {items.length > 0 && (
          <label className="entry-item">
            {t('entries.item')}
            <SearchField
              label={t('entries.item')}
              name="item"
              options={[{ value: '', words: t('entries.noItem') }, ...items]}
              value={draft.item}
              isInvalid={refusal?.field === 'item'}
              describedBy={wordsId}
              onChange={(item) => change({ item })}
            />
          </label>
        )}
        <label className="entry-amount">
          {t('entries.amount')}
          <Form.Control
            size="sm"
            {...field('amount')}
            value={draft.amount}
            inputMode="text"
            autoComplete="off"
            onFocus={(event) => event.target.select()}
            onChange={(event) => change({ amount: event.target.value })}
          />
        </label>
        <div className="entry-buttons">
          <button type="submit" className="btn btn-primary btn-sm">
            {isConfirming ? t('entries.confirmEntry') : isNew ? t('entries.add') : t('entries.save')}
          </button>
          {!hasNote && draft.note === '' && (
            <button type="button" className="tool" title={t('entries.addNote')} onClick={() => setHasNote(true)}>
              <Icon name="note" />
              <span className="visually-hidden">{t('entries.addNote')}</span>
            </button>
          )}
          {!isSplit && (
            <button
              type="button"
              className="tool"
              title={t('entries.splitOver')}
              onClick={() => change({ parts: [partOf(draft.target), partOf('')], target: '' })}
            >
              <Icon name="fit" />
              <span className="visually-hidden">{t('entries.splitOver')}</span>
            </button>
          )}
          {draft.before && <WhoChanged row={draft.before.id} isBare />}
          {(!isNew || isConfirming || isSplit) && (
            <button type="button" className="btn btn-link btn-sm" onClick={onLeave}>
              {t('entries.cancel')}
            </button>
          )}
        </div>
      </div>
      {(hasNote || draft.note !== '') && (
        <label className="entry-note">
          {t('entries.note')}
          <Form.Control
            size="sm"
            {...field('note')}
            value={draft.note}
            maxLength={500}
            // It was asked for just now.
            ref={(element: HTMLInputElement | null) => {
              if (hasNote && draft.note === '') element?.focus();
            }}
            onChange={(event) => change({ note: event.target.value })}
          />
        </label>
      )}
      {isSplit && (
        <SplitParts
          draft={draft}
          isInvalid={refusal?.field === 'parts'}
          describedBy={wordsId}
          onChange={(parts) => change(parts.length < 2 ? { parts: [], target: parts[0]?.line ?? '' } : { parts })}
        />
      )}
      <p id={wordsId} className={refusal ? 'refusal' : 'remark'} role={refusal || remark ? 'alert' : undefined}>
        {say(refusal?.message ?? remark)}
      </p>
    </form>
  );
}

function partOf(line: string): SplitPart {
  return { id: newId(), line: line.startsWith('to:') ? '' : line, amount: '' };
}

interface SplitPartsProps {
  readonly draft: EntryDraft;
  readonly isInvalid: boolean;
  readonly describedBy: string;
  readonly onChange: (parts: readonly SplitPart[]) => void;
}

/** The lines a receipt is split over, with what is still to be split. */
function SplitParts({ draft, isInvalid, describedBy, onChange }: SplitPartsProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const lines = useMemo(() => targetOptions(document, '').filter(({ value }) => document.lines.has(value)), [document]);
  const left = leftToSplit(draft, document);
  const { parts } = draft;
  const put = (position: number, change: Partial<SplitPart>) =>
    onChange(parts.map((part, index) => (index === position ? { ...part, ...change } : part)));
  const isRest = (part: SplitPart) => part.amount === '' && parts.filter(({ amount }) => amount === '').length === 1;
  const money = (minor: number) => writeFigure(minor / minorUnitsIn(document), 'money', plan);
  return (
    <fieldset className="entry-parts" aria-describedby={describedBy}>
      <legend className="visually-hidden">{t('entries.splitOver')}</legend>
      {parts.map((part, position) => (
        <div key={part.id} className="entry-part">
          <SearchField
            label={t('entries.part', { nth: position + 1 })}
            name="parts"
            options={lines}
            value={part.line}
            placeholder={t('entries.line')}
            isInvalid={isInvalid && part.line === ''}
            onChange={(line) => put(position, { line })}
          />
          <Form.Control
            size="sm"
            className="tabular"
            aria-label={`${t('entries.part', { nth: position + 1 })}, ${t('entries.amount')}`}
            aria-invalid={isInvalid && left !== 0}
            value={part.amount}
            placeholder={isRest(part) && left !== null ? money(left) : t('entries.rest')}
            autoComplete="off"
            onChange={(event) => put(position, { amount: event.target.value })}
          />
          <button
            type="button"
            className="tool"
            aria-label={t('entries.removePart', { nth: position + 1 })}
            onClick={() => onChange(parts.filter((_, index) => index !== position))}
          >
            <Icon name="delete" />
          </button>
        </div>
      ))}
      <button type="button" className="btn btn-link btn-sm" onClick={() => onChange([...parts, partOf('')])}>
        {t('entries.addPart')}
      </button>
      <output>
        {left === null ? '' : left === 0 ? t('entries.allIsSplit') : t('entries.stillToSplit', { amount: money(left) })}
      </output>
    </fieldset>
  );
}

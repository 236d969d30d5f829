import { monthOfYear, readCalculated, toMonth, type Month } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useRef, useState, type KeyboardEvent } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { draftLine, type DraftGroup, type DraftLine } from './draft.ts';
import type { Comes } from './readyMade.ts';
import { say, monthInWords, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

const COMES: Readonly<Record<Comes, string>> = {
  get monthly() {
    return t('start.aMonth');
  },
  get quarterly() {
    return t('start.aQuarter');
  },
  get yearly() {
    return t('start.aYear');
  },
};

interface DraftLinesProps {
  readonly groups: readonly DraftGroup[];
  readonly onChange: (groups: readonly DraftGroup[]) => void;
  /** States what is wrong with one of the lines. */
  readonly refusal: { readonly key: string; readonly message: string } | null;
  readonly locale: string;
  readonly firstMonth: Month;
  readonly onEnter: () => void;
}

/** The lines of a new plan by group, to be picked, named and given their first figures. */
export function DraftLines({ groups, onChange, refusal, locale, firstMonth, onEnter }: DraftLinesProps) {
  const change = (position: number, lines: readonly DraftLine[]) =>
    onChange(groups.map((group, index) => (index === position ? { ...group, lines } : group)));
  /** Enter goes from figure to figure, and on from the last. */
  const enter = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const fields = [...event.currentTarget.querySelectorAll<HTMLElement>('.draft-amount')];
    const index = fields.indexOf(event.target as HTMLElement);
    if (index < 0) return;
    const next = fields[index + 1];
    if (next) next.focus();
    else onEnter();
  };
  return (
    <div className="draft-groups" onKeyDown={enter} role="presentation">
      {groups.map((group, index) => (
        <fieldset key={group.name} className={`draft-group side-${group.side}`}>
          <legend>
            <Icon name={group.side} /> {group.name}
          </legend>
          {group.lines.map((line) => (
            <DraftRow
              key={line.key}
              line={line}
              isMoney={group.side !== 'memo'}
              refusal={refusal?.key === line.key ? refusal.message : null}
              locale={locale}
              onChange={(next) =>
                change(
                  index,
                  group.lines.map((other) => (other.key === next.key ? next : other)),
                )
              }
            />
          ))}
          <AddLine
            group={group.name}
            isMoney={group.side !== 'memo'}
            onAdd={(name, text) =>
              change(index, [...group.lines, { ...draftLine(name, 'monthly', true, monthOfYear(firstMonth)), text }])
            }
          />
        </fieldset>
      ))}
    </div>
  );
}

interface DraftRowProps {
  readonly line: DraftLine;
  readonly isMoney: boolean;
  readonly refusal: string | null;
  readonly locale: string;
  readonly onChange: (line: DraftLine) => void;
}

function DraftRow({ line, isMoney, refusal, locale, onChange }: DraftRowProps) {
  const read = readCalculated(line.text, locale);
  const problem = refusal ?? (line.picked && !read.ok ? read.message : null);
  return (
    <div className={`draft-line ${line.picked ? '' : 'is-left-out'}`}>
      <Form.Check.Input
        type="checkbox"
        checked={line.picked}
        aria-label={t('start.keep', { name: line.name })}
        onChange={(event) => onChange({ ...line, picked: event.target.checked })}
      />
      <Form.Control
        size="sm"
        className="draft-name"
        value={line.name}
        aria-label={t('start.nameOfLine')}
        autoComplete="off"
        disabled={!line.picked}
        onChange={(event) => onChange({ ...line, name: event.target.value })}
      />
      <Form.Control
        size="sm"
        className="tabular draft-amount"
        value={line.text}
        aria-label={isMoney ? t('start.amount', { name: line.name }) : t('start.figure', { name: line.name })}
        aria-invalid={problem !== null}
        inputMode="decimal"
        autoComplete="off"
        onChange={(event) => onChange({ ...line, text: event.target.value, picked: true })}
      />
      <Select
        className="draft-comes"
        value={line.comes}
        aria-label={t('start.frequencyOf', { name: line.name })}
        disabled={!line.picked}
        onChange={(event) => onChange({ ...line, comes: event.target.value as Comes })}
      >
        {Object.entries(COMES).map(([comes, words]) => (
          <option key={comes} value={comes}>
            {words}
          </option>
        ))}
      </Select>
      {line.comes === 'yearly' && (
        <Select
          className="draft-comes"
          value={line.month}
          aria-label={t('start.monthOf', { name: line.name })}
          disabled={!line.picked}
          onChange={(event) => onChange({ ...line, month: Number(event.target.value) })}
        >
          {Array.from({ length: 12 }, (_, index) => (
            <option key={index} value={index + 1}>
              {t('start.inMonth', {
                month: monthInWords(toMonth(`2026-${String(index + 1).padStart(2, '0')}`), locale, 'name'),
              })}
            </option>
          ))}
        </Select>
      )}
      {problem && (
        <small className="refusal" role="alert">
          {say(problem)}
        </small>
      )}
    </div>
  );
}

interface AddLineProps {
  readonly group: string;
  readonly isMoney: boolean;
  readonly onAdd: (name: string, text: string) => void;
}

/** A line to be added: its name, Tab, its amount, Tab or Enter, and the name of the next one. */
function AddLine({ group, isMoney, onAdd }: AddLineProps) {
  const [name, setName] = useState('');
  const [text, setText] = useState('');
  const nameField = useRef<HTMLInputElement>(null);
  const amountField = useRef<HTMLInputElement>(null);
  const isNamed = name.trim() !== '';
  const add = () => {
    if (!isNamed) return;
    onAdd(name.trim(), text);
    setName('');
    setText('');
  };
  const keyDown = (event: KeyboardEvent) => {
    const isOn = event.key === 'Enter' || (event.key === 'Tab' && !event.shiftKey);
    if (!isOn || !isNamed) {
      // An empty name leaves Enter nothing to do here.
      if (event.key === 'Enter') event.stopPropagation();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    if (event.target === nameField.current) return amountField.current?.focus();
    add();
    nameField.current?.focus();
  };
  return (
    <div
      className="draft-add"
      onKeyDown={keyDown}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) add();
      }}
    >
      <Icon name="add" />
      <Form.Control
        size="sm"
        ref={nameField}
        value={name}
        placeholder={t('start.addLine')}
        aria-label={t('start.addLineTo', { group })}
        autoComplete="off"
        maxLength={80}
        onChange={(event) => setName(event.target.value)}
      />
      <Form.Control
        size="sm"
        ref={amountField}
        className="tabular draft-new-amount"
        value={text}
        tabIndex={isNamed ? 0 : -1}
        aria-label={
          isNamed
            ? isMoney
              ? t('start.amount', { name })
              : t('start.figure', { name })
            : t('start.amountOfNewLine', { group })
        }
        inputMode="decimal"
        autoComplete="off"
        onChange={(event) => setText(event.target.value)}
      />
    </div>
  );
}

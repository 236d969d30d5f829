import {
  Model,
  REACHES,
  stretchAround,
  monthInWords,
  notationOf,
  planOf,
  unitFindings,
  readStored,
  writeWithUnit,
  type Command,
  type FormulaProblem,
  type LineRow,
  type Month,
  type Reach,
} from '@haushalt/core';
import {
  Fragment,
  useDeferredValue,
  useImperativeHandle,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type Ref,
} from 'react';
import { flushSync } from 'react-dom';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { MonthSelect } from '../../app/MonthSelect.tsx';
import { useUnfinished } from '../../app/useUnfinished.ts';
import { completableNames, formulaField } from '../../formula/formulaField.ts';
import { looksLikeFormula, readEntry, type Entry } from '../../formula/entry.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { firstReach, replacedBy } from './reach.ts';

/** Where to go after an entry: down, right, or nowhere. */
export type Onward = 'down' | 'right' | 'stay';

export interface CellEditorHandle {
  /** Confirms what has been typed, if anything; `false` when it cannot be, and the editor stays. */
  leave(): boolean;
  focus(): void;
}

interface CellEditorProps {
  readonly line: LineRow;
  readonly month: Month;
  readonly period: number;
  /** The text to begin with, and whether it replaces what is there or is to be changed. */
  readonly start: { readonly text: string; readonly selected: boolean; readonly asRule: boolean };
  readonly handle: Ref<CellEditorHandle>;
  readonly onDone: (onward: Onward) => void;
}

const REACH_KEYS: Readonly<Record<Reach, string>> = {
  month: '',
  onward: 'Ctrl+Enter',
  until: '',
  every: 'Ctrl+Shift+Enter',
};

/** Takes a figure or a rule for one month of a line, with its reach. */
export function CellEditor({ line, month, period, start, handle, onDone }: CellEditorProps) {
  const session = useSession();
  const { document } = useSessionState();
  const plan = planOf(document);
  const [text, setText] = useState(start.text);
  // Whether it is read as a formula, and whether the formula field stands where it is typed: once there, it stays.
  const isFormula = start.asRule || looksLikeFormula(text);
  const [Field, setField] = useState(() => (isFormula ? formulaField() : null));
  const [caret, setCaret] = useState(text.length);
  const [chosenReach, setReach] = useState<Reach | null>(start.asRule ? 'onward' : null);
  const [refusal, setRefusal] = useState<FormulaProblem | null>(null);
  const anchor = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);

  const { months } = session.state.model.calendar;
  const [from, setFrom] = useState(month);
  const [until, setUntil] = useState(() => months[stretchAround(session.state.model.calendar, period, 'year').to - 1]!);

  const reach = chosenReach ?? firstReach(document, line.id, isFormula);
  const entry = useMemo(() => readEntry(text, isFormula, line.unit, document), [text, isFormula, line.unit, document]);
  const problem = entry.kind === 'problem' ? entry.problem : refusal;
  const changed = text !== start.text || !start.selected;

  useLayoutEffect(() => {
    input.current?.focus({ preventScroll: true });
    if (start.selected) input.current?.select();
  }, [start.selected]);

  const finished = useRef(false);
  const finish = (onward: Onward) => {
    finished.current = true;
    onDone(onward);
  };
  useUnfinished({
    text,
    get isOpen() {
      return !finished.current && changed && text.trim() !== '';
    },
    take: () => {
      const command = commandFor(entry, line.id, reach === 'until' ? from : month, reach, until);
      return command ? (session.send(command)?.message ?? null) : (problem?.message ?? 'It cannot be read.');
    },
  });

  const confirm = (onward: Onward, as: Reach = reach): boolean => {
    const command = commandFor(entry, line.id, as === 'until' ? from : month, as, until);
    if (!command) return false;
    const refused = session.send(command);
    if (refused) {
      setRefusal({ message: refused.message, place: refused.place ?? { from: 0, to: text.length } });
      return false;
    }
    finish(onward);
    return true;
  };

  /** What has not been changed is left as it is: a figure that comes from its rule is no exception for having been looked at. */
  const leaveOrConfirm = (onward: Onward): boolean => {
    if (changed || chosenReach !== (start.asRule ? 'onward' : null)) return confirm(onward);
    finish(onward);
    return true;
  };

  useImperativeHandle(handle, () => ({
    leave: () => leaveOrConfirm('stay'),
    focus: () => {
      const field = window.document.querySelector<HTMLElement>('.entry-popover .cm-content');
      (field ?? input.current)?.focus({ preventScroll: true });
    },
  }));

  const change = (next: string) => {
    setText(next);
    setRefusal(null);
  };
  /** Takes what is typed in the plain field; a formula goes on in the formula field, within this keystroke. */
  const typed = (field: HTMLInputElement, isComposing: boolean) => {
    const next = field.value;
    if (isComposing || !looksLikeFormula(next)) return change(next);
    flushSync(() => {
      change(next);
      setCaret(field.selectionStart ?? next.length);
      setField(() => formulaField());
    });
  };

  const key = (name: string): boolean => {
    switch (name) {
      case 'Enter':
        leaveOrConfirm('down');
        return true;
      case 'Tab':
        leaveOrConfirm('right');
        return true;
      case 'Ctrl-Enter':
        confirm('down', 'onward');
        return true;
      case 'Ctrl-Shift-Enter':
        confirm('down', 'every');
        return true;
      case 'Escape':
        finish('stay');
        return true;
      case 'PageUp':
      case 'PageDown': {
        // The last month of a stretch, one earlier or later.
        if (reach !== 'until') return false;
        const at = months.indexOf(until) + (name === 'PageDown' ? 1 : -1);
        if (months[at] && months[at] >= from) setUntil(months[at]);
        return true;
      }
      case 'ArrowUp':
      case 'ArrowDown': {
        const at = REACHES.indexOf(reach) + (name === 'ArrowDown' ? 1 : REACHES.length - 1);
        setReach(REACHES[at % REACHES.length]!);
        return true;
      }
      default:
        return false;
    }
  };

  const keyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    const ctrl = event.ctrlKey || event.metaKey;
    const name = event.key === 'Enter' && ctrl ? (event.shiftKey ? 'Ctrl-Shift-Enter' : 'Ctrl-Enter') : event.key;
    if (!event.nativeEvent.isComposing && key(name)) event.preventDefault();
  };

  return (
    <div ref={anchor} className="cell-editor" onDoubleClick={(event) => event.stopPropagation()}>
      {Field ? (
        <span className="cell-editor-rule">rule …</span>
      ) : (
        <input
          ref={input}
          value={text}
          aria-label={`${line.name}, ${monthInWords(month, plan.locale)}`}
          aria-invalid={problem !== null}
          aria-describedby="cell-editor-words"
          autoComplete="off"
          spellCheck={false}
          inputMode="decimal"
          onChange={(event) => typed(event.target, (event.nativeEvent as InputEvent).isComposing)}
          onCompositionEnd={(event) => typed(event.currentTarget, false)}
          onPaste={(event) => {
            // A text field would silently join the lines of what is pasted; people are to be told instead.
            const pasted = event.clipboardData.getData('text');
            if (!/[\t\n\r]/.test(pasted.trim())) return;
            event.preventDefault();
            setRefusal({
              message: 'What you are pasting is more than one figure. Paste a single one here.',
              place: { from: 0, to: 0 },
            });
          }}
          onKeyDown={keyDown}
        />
      )}
      <Overlay target={anchor} show placement="bottom-start" popperConfig={{ strategy: 'fixed' }} transition={false}>
        <Popover
          className={`entry-popover ${Field ? 'is-rule' : ''}`}
          onPointerDown={(event) => event.stopPropagation()}
        >
          <Popover.Body onKeyDown={(event) => event.stopPropagation()}>
            {Field && (
              <Field
                value={text}
                caret={caret}
                isBeingTyped={!start.selected || text !== start.text}
                label={`Rule of ${line.name}`}
                names={completableNames(document)}
                notation={notationOf(plan.locale)}
                problem={problem}
                describedBy="cell-editor-words"
                onChange={change}
                onKey={key}
              />
            )}
            <p
              id="cell-editor-words"
              role={problem ? 'alert' : 'status'}
              className={problem ? 'entry-problem' : 'entry-result'}
            >
              {problem ? (
                problemInWords(problem, isFormula)
              ) : (
                <Result entry={entry} line={line} period={period} month={month} reach={reach} until={until} />
              )}
            </p>
            {entry.kind === 'formula' && !problem && <Findings stored={entry.stored} line={line} />}
            <div role="radiogroup" aria-label="Reach" className="reach-list">
              {REACHES.map((option) => (
                <Fragment key={option}>
                  <button
                    type="button"
                    role="radio"
                    aria-checked={option === reach}
                    tabIndex={-1}
                    onPointerDown={(event) => event.preventDefault()}
                    onClick={() =>
                      option === 'until' && reach !== 'until' ? setReach('until') : confirm('stay', option)
                    }
                  >
                    <span>{reachLabel(option, option === 'until' ? from : month, until, plan.locale)}</span>
                    <ReplacedNote
                      line={line.id}
                      month={option === 'until' ? from : month}
                      until={until}
                      reach={option}
                    />
                    {(option === reach || REACH_KEYS[option]) && (
                      <kbd>{option === reach ? 'Enter' : REACH_KEYS[option]}</kbd>
                    )}
                  </button>
                  {option === 'until' && reach === 'until' && (
                    <span className="reach-months">
                      <MonthSelect
                        label="From month"
                        months={months.filter((other) => other <= until)}
                        value={from}
                        locale={plan.locale}
                        onChange={setFrom}
                      />
                      <MonthSelect
                        label="Until month"
                        months={months.filter((other) => other >= from)}
                        value={until}
                        locale={plan.locale}
                        onChange={setUntil}
                      />
                      <small>Page Up, Page Down: the last month</small>
                    </span>
                  )}
                </Fragment>
              ))}
            </div>
          </Popover.Body>
        </Popover>
      </Overlay>
    </div>
  );
}

function commandFor(entry: Entry, line: string, month: Month, reach: Reach, last: Month): Command | null {
  const until = reach === 'until' ? { until: last } : {};
  switch (entry.kind) {
    case 'figure':
      return { kind: 'line.setFigure', line, month, reach, ...until, figure: entry.figure };
    case 'formula':
      return { kind: 'line.setFormula', line, month, reach, ...until, formula: entry.stored };
    case 'problem':
      return null;
  }
}

function problemInWords(problem: FormulaProblem, isFormula: boolean): string {
  return isFormula && problem.place.to > 0 ? `Column ${problem.place.from + 1}: ${problem.message}` : problem.message;
}

function reachLabel(reach: Reach, month: Month, until: Month, locale: string): string {
  const when = monthInWords(month, locale);
  switch (reach) {
    case 'month':
      return `${when} only`;
    case 'onward':
      return `From ${when} on`;
    case 'until':
      return `From ${when} until ${monthInWords(until, locale)}`;
    case 'every':
      return 'Every month';
  }
}

interface ReplacedNoteProps {
  readonly line: string;
  readonly month: Month;
  readonly until: Month;
  readonly reach: Reach;
}

function ReplacedNote({ line, month, until, reach }: ReplacedNoteProps) {
  const { document } = useSessionState();
  const { steps, exceptions } = replacedBy(document, line, month, reach, until);
  const parts = [
    steps > 0 ? `${steps} dated ${steps === 1 ? 'step' : 'steps'}` : '',
    exceptions > 0 ? `${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? null : <small>replaces {parts.join(' and ')}</small>;
}

interface ResultProps {
  readonly entry: Entry;
  readonly line: LineRow;
  readonly period: number;
  readonly month: Month;
  readonly reach: Reach;
  readonly until: Month;
}

/** What an entry will give in its month, computed while it is typed. */
function Result({ entry, line, period, month, reach, until }: ResultProps) {
  const session = useSession();
  const { document } = useSessionState();
  const stored = useDeferredValue(entry.kind === 'formula' ? entry.stored : null);
  const plan = planOf(document);
  const preview = useMemo(
    () =>
      stored === null
        ? null
        : session.preview({
            kind: 'line.setFormula',
            line: line.id,
            month,
            reach,
            ...(reach === 'until' ? { until: until < month ? month : until } : {}),
            formula: stored,
          }),
    [stored, line.id, month, reach, until, session],
  );
  if (entry.kind === 'figure') {
    return entry.figure === null ? 'Leaves it empty.' : writeWithUnit(entry.figure, line.unit, plan);
  }
  if (!preview) return ' ';
  if (!preview.ok) return <span className="entry-problem">{preview.refusal.message}</span>;
  return (
    <>
      {monthInWords(month, plan.locale)}: <strong>{resultText(preview.model, line, period)}</strong>
    </>
  );
}

function resultText(model: Model, line: LineRow, period: number): string {
  const value = model.seriesOf(line.id)!.valueAt(period);
  return Number.isNaN(value) ? 'no figure' : writeWithUnit(value, line.unit, planOf(model.document));
}

/** Doubts about a rule's units; they do not keep it from being confirmed. */
function Findings({ stored, line }: { readonly stored: string; readonly line: LineRow }) {
  const { document } = useSessionState();
  const { locale } = planOf(document);
  const findings = unitFindings(readStored(stored), document, line.unit, notationOf(locale));
  return findings.map(({ message, mend }) => (
    <p key={message} className="entry-finding">
      {message} {mend && `Did you mean ${mend.replacement}?`}
    </p>
  ));
}

import type { Message } from '@haushalt/language';
import {
  REACHES,
  notationOf,
  periodOf,
  planOf,
  type FormulaProblem,
  type LineRow,
  type Month,
  type Reach,
  type PlanModel,
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
} from 'react';
import { flushSync } from 'react-dom';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { MonthField } from '../../../fields/CalendarField.tsx';
import { completableNames, formulaField } from '../../../fields/formula/formulaField.ts';
import { RuleDoubts } from '../../../fields/formula/RuleDoubts.tsx';
import { looksLikeFormula, readEntry, type Entry } from '../../../fields/formula/entry.ts';
import type { EditorProps } from '../../../grid/editing.ts';
import type { Draft } from '../../../grid/state.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { isRule, reachOf, replacedBy } from './reach.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import {
  keysInWords,
  messageFor,
  say,
  writeWithUnit,
  monthInWords,
  t,
  listInWords,
} from '../../../language/language.ts';

type FigureEditorProps = EditorProps<BudgetRow, BudgetColumn>;
type LineRowShown = Extract<BudgetRow, { kind: 'line' }>;

const REACH_KEYS: Readonly<Record<Reach, string>> = {
  month: '',
  onward: 'Ctrl+Enter',
  until: '',
  every: 'Ctrl+Shift+Enter',
};

/** Takes a figure or a rule for one month of a line, with its reach. */
export function CellEditor({ editing, row, column, handle, onDraft, onConfirm, onCancel }: FigureEditorProps) {
  const { document, model } = useSessionState();
  const { line } = row as LineRowShown;
  const month = column.month!;
  const period = periodOf(model.calendar, month);
  const plan = planOf(document);
  const { draft, isTyped, refusal } = editing;
  const { text } = draft;
  const isFormula = isRule(draft);
  // Whether the formula field stands where it is typed: once there, it stays.
  const [Field, setField] = useState(() => (isFormula ? formulaField() : null));
  const [caret, setCaret] = useState(text.length);
  const [warning, setWarning] = useState<Message | null>(null);
  const anchor = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);

  const { months } = model.calendar;
  const { reach, from, until } = reachOf(draft, document, line.id, month);
  const entry = useMemo(() => readEntry(text, isFormula, line.unit, document), [text, isFormula, line.unit, document]);
  const notice = warning === null ? refusal : { message: warning, place: { from: 0, to: 0 } };
  const problem: FormulaProblem | null =
    entry.kind === 'problem'
      ? entry.problem
      : notice && { message: notice.message, place: notice.place ?? { from: 0, to: text.length } };

  useLayoutEffect(() => {
    input.current?.focus({ preventScroll: true });
    if (!isTyped) input.current?.select();
    // Only when the editor opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  // What stands below the cell has another size with the formula field, or with a problem said: it is placed anew, so that
  // none of it lies beyond the window.
  const hasProblem = problem !== null;
  useLayoutEffect(() => {
    window.dispatchEvent(new Event('resize'));
  }, [Field, hasProblem]);

  useImperativeHandle(handle, () => ({
    focus: () => {
      const field = window.document.querySelector<HTMLElement>('.entry-popover .cm-content');
      (field ?? input.current)?.focus({ preventScroll: true });
    },
  }));

  const choose = (options: Draft['options']) => onDraft({ ...draft, options: { ...draft.options, ...options } });
  const change = (next: string) => {
    setWarning(null);
    onDraft({ ...draft, text: next });
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
        onConfirm('down');
        return true;
      case 'Tab':
        onConfirm('right');
        return true;
      case 'Ctrl-Enter':
        onConfirm('down', { reach: 'onward' });
        return true;
      case 'Ctrl-Shift-Enter':
        onConfirm('down', { reach: 'every' });
        return true;
      case 'Escape':
        onCancel();
        return true;
      case 'PageUp':
      case 'PageDown': {
        // The last month of a stretch, one earlier or later.
        if (reach !== 'until') return false;
        const index = months.indexOf(until) + (name === 'PageDown' ? 1 : -1);
        if (months[index] && months[index] >= from) choose({ until: months[index] });
        return true;
      }
      case 'ArrowUp':
      case 'ArrowDown': {
        const index = REACHES.indexOf(reach) + (name === 'ArrowDown' ? 1 : REACHES.length - 1);
        choose({ reach: REACHES[index % REACHES.length]! });
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
    <div ref={anchor} className="cell-editor" role="presentation" onDoubleClick={(event) => event.stopPropagation()}>
      {Field ? (
        <span className="cell-editor-rule">{t('budget.ruleEllipsis')}</span>
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
            setWarning(messageFor('budget.entry.moreThanOne'));
          }}
          onKeyDown={keyDown}
        />
      )}
      <Overlay
        target={anchor}
        show
        placement="bottom-start"
        flip
        popperConfig={{ strategy: 'fixed' }}
        transition={false}
      >
        <Popover
          className={`entry-popover ${Field ? 'is-rule' : ''}`}
          onPointerDown={(event) => event.stopPropagation()}
        >
          <Popover.Body onKeyDown={(event) => event.stopPropagation()}>
            {Field && (
              <Field
                value={text}
                caret={caret}
                isBeingTyped={isTyped || text !== editing.began.text}
                label={t('budget.ruleOf', { name: line.name })}
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
            {entry.kind === 'formula' && !problem && <RuleDoubts text={text} unit={line.unit} onChange={change} />}
            <div role="radiogroup" aria-label={t('budget.reach')} className="reach-list">
              {REACHES.map((option) => (
                <Fragment key={option}>
                  <button
                    type="button"
                    role="radio"
                    aria-checked={option === reach}
                    tabIndex={-1}
                    onPointerDown={(event) => event.preventDefault()}
                    onClick={() =>
                      option === 'until' && reach !== 'until'
                        ? choose({ reach: 'until' })
                        : onConfirm('stay', { reach: option })
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
                      <kbd>{keysInWords(option === reach ? 'Enter' : REACH_KEYS[option])}</kbd>
                    )}
                  </button>
                  {option === 'until' && reach === 'until' && (
                    <span className="reach-months">
                      <MonthField
                        label={t('budget.fromMonth')}
                        months={months.filter((other) => other <= until)}
                        value={from}
                        locale={plan.locale}
                        onChange={(chosen) => choose({ from: chosen })}
                      />
                      <MonthField
                        label={t('budget.untilMonth')}
                        months={months.filter((other) => other >= from)}
                        value={until}
                        locale={plan.locale}
                        onChange={(chosen) => choose({ until: chosen })}
                      />
                      <small>{t('budget.reachKeys')}</small>
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

function problemInWords(problem: FormulaProblem, isFormula: boolean): string {
  return isFormula && problem.place.to > 0
    ? t('budget.problemAtColumn', { from: problem.place.from + 1, message: problem.message })
    : say(problem.message);
}

function reachLabel(reach: Reach, month: Month, until: Month, locale: string): string {
  const when = monthInWords(month, locale);
  switch (reach) {
    case 'month':
      return t('budget.reachOnly', { when });
    case 'onward':
      return t('budget.reachOnward', { when });
    case 'until':
      return t('budget.reachUntil', { when, month: monthInWords(until, locale) });
    case 'every':
      return t('budget.reachEvery');
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
  const parts = [t('budget.replacedSteps', { steps }), t('budget.replacedExceptions', { exceptions })].filter(
    (part) => part !== '',
  );
  return parts.length === 0 ? null : <small>{t('budget.replaces', { parts: listInWords(parts) })}</small>;
}

interface ResultProps {
  readonly entry: Entry;
  readonly line: LineRow;
  readonly period: number;
  readonly month: Month;
  readonly reach: Reach;
  readonly until: Month;
}

/** Shows what an entry will give in its month, computed while it is typed. */
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
    return entry.figure === null ? t('budget.leavesEmpty') : writeWithUnit(entry.figure, line.unit, plan);
  }
  if (!preview) return ' ';
  if (!preview.ok) return <span className="entry-problem">{say(preview.refusal.message)}</span>;
  return (
    <>
      {monthInWords(month, plan.locale)}: <strong>{resultText(preview.model, line, period)}</strong>
    </>
  );
}

function resultText(model: PlanModel, line: LineRow, period: number): string {
  const value = model.seriesOf(line.id)!.valueAt(period);
  return Number.isNaN(value) ? 'no figure' : writeWithUnit(value, line.unit, planOf(model.document));
}

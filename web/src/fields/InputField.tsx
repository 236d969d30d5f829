import type { Text } from '@haushalt/language';
import {
  BLANK,
  commandForInput,
  figureAsFormula,
  figureOfFormula,
  notationOf,
  planOf,
  readStored,
  toShown,
  unitFindings,
  writeForEntry,
  type Document,
  type PlacedInput,
} from '@haushalt/core';
import { useId, useRef, useState, type CompositionEvent, type FocusEvent, type KeyboardEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { flushSync } from 'react-dom';
import { nudged } from './stepped.ts';
import { useNotices } from '../ui/Notices.tsx';
import { selectAll } from '../ui/selectAll.ts';
import { useInlineEdit } from './useInlineEdit.ts';
import { completableNames, formulaField } from './formula/formulaField.ts';
import { RuleDoubts } from './formula/RuleDoubts.tsx';
import { looksLikeFormula, readEntry } from './formula/entry.ts';
import { useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { Slider } from './Slider.tsx';
import { say, writeWithUnit, t } from '../language/language.ts';

interface InputFieldProps {
  readonly input: PlacedInput;
  readonly label: string;
  /** The period its value is read in, shown where it is a formula. */
  readonly period: number;
  readonly placeholder?: string;
  /** The month its value is told for, where it may differ from month to month. */
  readonly when?: string;
  /** States what the calculator says of the figure given here, when it cannot answer because of it. */
  readonly complaint?: string | null;
  /** True when values can be tried with a slider. */
  readonly slider?: boolean;
}

/**
 * Shows what a calculator is given: a figure or a formula, typed in place. Enter or leaving it commits, Escape leaves it as it
 * was; what cannot be taken stays as typed, with the reason below.
 */
export function InputField(props: InputFieldProps) {
  const { input, label, period, placeholder, when, complaint = null, slider = false } = props;
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const notation = notationOf(plan.locale);
  // The formula field, from the keystroke on that makes a formula of what is typed until it is taken or left.
  const [Field, setField] = useState<ReturnType<typeof formulaField>>(null);
  const isSwapping = useRef(false);
  const [caret, setCaret] = useState(0);
  const native = useRef<HTMLInputElement>(null);
  const wordsId = useId();

  const { formula, unit } = input;
  const entry = entryText(input, document);
  const field = useInlineEdit({
    entry,
    take(text) {
      const typed = readEntry(text, looksLikeFormula(text), unit, document);
      if (typed.kind === 'problem') return say(typed.problem.message);
      const stored =
        typed.kind === 'formula' ? typed.stored : typed.figure === null ? null : figureAsFormula(typed.figure);
      return say(session.send(commandForInput(document, input.id, stored))?.message);
    },
  });
  const { draft, text, refusal } = field;
  const isFormula = draft === null ? formula !== null && figureOfFormula(formula) === null : looksLikeFormula(draft);
  const typed = draft !== null && isFormula ? readEntry(draft, true, unit, document) : null;
  const problem = typed?.kind === 'problem' ? typed.problem : null;
  const series = model.seriesOf(input.id);
  const value = series?.valueAt(period) ?? NaN;
  const missing = series?.codeAt(period) === BLANK ? t('fields.nothing') : t('fields.noFigure');

  const reset = () => {
    field.reset();
    setField(null);
  };
  const commit = (): boolean => {
    const isTaken = field.commit();
    if (isTaken) setField(null);
    return isTaken;
  };
  /** Gives the input another figure or formula. */
  const give = (stored: string | null) => {
    const refused = session.send(commandForInput(document, input.id, stored));
    field.setRefusal(say(refused?.message ?? null));
  };
  /** Takes what is typed in the plain field; a formula goes on in the formula field, within this keystroke. */
  const typedHere = (plain: HTMLInputElement, isComposing: boolean) => {
    const next = plain.value;
    if (isComposing || !looksLikeFormula(next) || !field.isFocused) return field.change(next);
    isSwapping.current = true;
    flushSync(() => {
      field.change(next);
      setCaret(plain.selectionStart ?? next.length);
      setField(() => formulaField());
    });
    isSwapping.current = false;
  };
  /** The plain field has the focus again once the formula field is gone. */
  const refocus = () => setTimeout(() => native.current?.focus());
  const keyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      if (commit()) setTimeout(() => selectAll(native.current));
    } else if (event.key === 'Escape') {
      reset();
      setTimeout(() => selectAll(native.current));
    } else if (draft === null && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      const given = formula === null ? null : figureOfFormula(formula);
      if (given === null) return;
      event.preventDefault();
      give(figureAsFormula(nudged(given, unit, event.key === 'ArrowUp' ? 1 : -1)));
    }
  };
  const left = (event: FocusEvent<HTMLDivElement>) => {
    if (event.currentTarget.contains(event.relatedTarget)) return;
    // The plain field gives way to the formula field while something is typed: that is no leaving.
    if (isSwapping.current) return;
    field.setFocused(false);
    commit();
  };
  const findings = formula !== null && draft === null ? unitFindings(readStored(formula), document, unit) : [];

  return (
    <div className="input-field" onBlur={left}>
      <div className="input-entry">
        {Field ? (
          <Field
            value={text}
            caret={caret}
            isBeingTyped
            label={t('fields.formulaOf', { label })}
            names={completableNames(document)}
            notation={notation}
            problem={problem}
            describedBy={wordsId}
            onChange={field.change}
            onKey={(key) => {
              if (key === 'Enter') {
                if (commit()) refocus();
              } else if (key === 'Escape') {
                reset();
                refocus();
              } else return false;
              return true;
            }}
          />
        ) : (
          <Form.Control
            size="sm"
            ref={native}
            className={isFormula ? 'is-formula' : ''}
            aria-label={label}
            aria-invalid={(refusal ?? complaint) !== null}
            aria-describedby={wordsId}
            data-unchanged={draft === null ? '' : undefined}
            autoComplete="off"
            spellCheck={false}
            placeholder={placeholder}
            title={isFormula ? text : undefined}
            value={field.isFocused || draft !== null ? text : shownText(input, document)}
            onFocus={field.focusAndSelect}
            onChange={(event) =>
              typedHere(event.target as HTMLInputElement, (event.nativeEvent as InputEvent).isComposing)
            }
            onCompositionEnd={(event: CompositionEvent<HTMLInputElement>) => typedHere(event.currentTarget, false)}
            onKeyDown={keyDown}
          />
        )}
        {isFormula && draft === null && (
          <span className="input-value">
            {t('fields.equals', {
              figure: value === value ? writeWithUnit(value, unit, plan) : missing,
              month: when,
              hasMonth: when !== undefined,
            })}
          </span>
        )}
      </div>
      <div id={wordsId} className="input-words">
        {refusal ? (
          <p className="refusal" role="alert">
            {refusal}
          </p>
        ) : (
          complaint !== null && draft === null && <p className="refusal">{complaint}</p>
        )}
        {draft !== null && isFormula && <RuleDoubts text={text} unit={unit} onChange={field.change} />}
        {findings.map(({ message, fix, place }) => (
          <p key={say(message)} className="entry-finding">
            {say(message)}{' '}
            {fix && (
              <button
                type="button"
                className="jump"
                onClick={() => {
                  give(`${formula!.slice(0, place.from)}${fix.replacement}${formula!.slice(place.to)}`);
                }}
              >
                {t('fields.write', { replacement: fix.replacement })}
              </button>
            )}
          </p>
        ))}
      </div>
      {slider && <InputSlider input={input} label={label} />}
    </div>
  );
}

/** A slider under an input that is a figure, or an assumption by itself. */
function InputSlider({ input, label }: { readonly input: PlacedInput; readonly label: string }) {
  const session = useSession();
  const notices = useNotices();
  const { document } = useSessionState();
  const plan = planOf(document);
  const { formula, unit, id } = input;
  if (formula === null) return null;
  const figure = figureOfFormula(formula);
  const assumption = document.assumptions.get(/^\{([\w-]+)\}$/.exec(formula)?.[1] ?? '');
  const shared = assumption && assumption.formula === null ? assumption : null;
  if (figure === null && !shared) return null;
  const commandFor = (value: number) =>
    shared
      ? ({ kind: 'assumption.set', assumption: shared.id, settings: { value } } as const)
      : commandForInput(document, id, figureAsFormula(value));
  const tell = (refused: { readonly message: Text } | null) => {
    if (refused) notices.say({ text: say(refused.message), tone: 'warning' });
  };
  return (
    <Slider
      of={shared ?? { name: label, unit, value: figure!, low: null, high: null }}
      plan={plan}
      onTry={(value) => tell(session.tryOut(value === null ? null : commandFor(value)))}
      onKeep={(value) => tell(session.send(commandFor(value)))}
    />
  );
}

/** Returns what there is to edit of an input. */
function entryText({ formula, unit }: PlacedInput, document: Document): string {
  if (formula === null) return '';
  const { locale } = planOf(document);
  const figure = figureOfFormula(formula);
  if (figure === null) return toShown(formula, document, notationOf(locale));
  return writeForEntry(figure, unit, locale);
}

/** Returns what stands in an input while nobody types. */
function shownText(input: PlacedInput, document: Document): string {
  const figure = input.formula === null ? null : figureOfFormula(input.formula);
  return figure === null ? entryText(input, document) : writeWithUnit(figure, input.unit, planOf(document));
}

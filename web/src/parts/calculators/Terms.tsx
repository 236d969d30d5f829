import {
  inputsOf,
  isNoFigure,
  noFigureInWords,
  planOf,
  type Calculator,
  type PlacedInput,
  type Unit,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import type { ReactNode } from 'react';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { InputField } from '../../fields/InputField.tsx';
import { say, writeWithUnit, t } from '../../language/language.ts';

/** One of the terms of which any can be the unknown. */
export interface Term {
  readonly column: string;
  readonly label: string;
  /** States what it comes to where it is computed; `null` while there is no answer. */
  readonly computed: number | null;
  readonly unit: Unit;
  /** States what stands after its field. */
  readonly after?: ReactNode;
  readonly placeholder?: string;
}

interface TermsProps {
  readonly calculator: Calculator;
  readonly terms: readonly Term[];
  readonly unknown: string;
  readonly period: number;
  readonly sliders: boolean;
  readonly onUnknown: (column: string) => void;
}

/** The terms of a loan or fund: one of them is chosen to follow from the others, and is computed. */
export function Terms({ calculator, terms, unknown, period, sliders, onUnknown }: TermsProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const inputs = inputsOf(document, calculator);
  const complaintOf = useComplaints(calculator, period);
  return (
    <fieldset className="terms">
      <legend className="visually-hidden">{t('calculators.termsLegend')}</legend>
      {terms.map(({ column, label, computed, unit, after, placeholder }) => {
        const input = inputs.find((each) => each.id === `${calculator.row.id}:${column}`)!;
        return (
          <div key={column} className={`term ${column === unknown ? 'is-unknown' : ''}`}>
            <label className="term-choice" title={t('calculators.calculateFromOthers', { label: label.toLowerCase() })}>
              <Form.Check.Input
                type="radio"
                name={`unknown-${calculator.row.id}`}
                aria-label={t('calculators.calculate', { label: label.toLowerCase() })}
                checked={column === unknown}
                onChange={() => onUnknown(column)}
              />
              <span aria-hidden="true">=</span>
            </label>
            <span className="term-label">{label}</span>
            {column === unknown ? (
              <output className="term-computed" aria-label={label}>
                {computed === null ? t('calculators.notKnownYet') : writeWithUnit(computed, unit, plan)}
              </output>
            ) : (
              <InputField
                key={input.id}
                input={input}
                label={label}
                period={period}
                complaint={complaintOf(column)}
                slider={sliders}
                {...(placeholder === undefined ? {} : { placeholder })}
              />
            )}
            {after}
          </div>
        );
      })}
    </fieldset>
  );
}

interface InputRowProps {
  readonly calculator: Calculator;
  readonly column: string;
  readonly label: string;
  readonly period: number;
  readonly sliders?: boolean;
  readonly placeholder?: string;
  /** The month its value is told for, where it may differ from month to month. */
  readonly when?: string;
  readonly after?: ReactNode;
}

/** One input with its name before it. */
export function InputRow({
  calculator,
  column,
  label,
  period,
  sliders = false,
  placeholder,
  after,
  when,
}: InputRowProps) {
  const { document } = useSessionState();
  const complaintOf = useComplaints(calculator, period);
  const input: PlacedInput = inputsOf(document, calculator).find(
    (each) => each.id === `${calculator.row.id}:${column}`,
  )!;
  const formula = (calculator.row as unknown as Readonly<Record<string, string | null>>)[column] ?? null;
  return (
    <div className="term">
      <span className="term-label">{label}</span>
      <InputField
        key={input.id}
        // What is filled in from elsewhere is no entry of its own.
        input={{ ...input, formula: formula }}
        label={label}
        period={period}
        complaint={complaintOf(column)}
        slider={sliders}
        {...(placeholder === undefined ? {} : { placeholder })}
        {...(when === undefined ? {} : { when })}
      />
      {after}
    </div>
  );
}

/** Returns what a calculator that cannot answer in a period says of the input that is to blame. */
export function useComplaints({ row }: Calculator, period: number): (column: string) => string | null {
  const { model } = useSessionState();
  const { answer } = model.calculationOf(row.id)!;
  const answerOfPeriod = 'months' in answer ? answer.months[period] : answer;
  return (column) =>
    say(isNoFigure(answerOfPeriod) && answerOfPeriod.column === column ? noFigureInWords(model, answerOfPeriod) : null);
}

import { isFraction, planOf, readFigure, writeForEntry, type Unit } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { useSessionState } from '../plan-session/SessionProvider.tsx';
import { say, t } from '../language/language.ts';

type FigureFieldProps = {
  readonly label: string;
  readonly unit: Unit;
  /** True when it stands among words that say what it is, so that its label is for screen readers alone. */
  readonly isBare?: boolean;
  readonly placeholder?: string;
  readonly first?: boolean;
} & (
  | {
      /** There has to be a figure: where there is none, that is said, and nothing is changed. */
      readonly isNeeded: true;
      readonly value: number;
      /** Told of every figure that can be read while it is typed. */
      readonly onChange: (figure: number) => void;
    }
  | {
      readonly isNeeded?: false;
      readonly value: number | null;
      /** Told of every figure while it is typed; of `null` where none is given or it cannot be read. */
      readonly onChange: (figure: number | null) => void;
    }
);

/** The field for one figure in the plan's notation; what is no figure stays as typed, with the reason beside it. */
export function FigureField(props: FigureFieldProps) {
  const { label, unit, value, isBare, placeholder, first } = props;
  const { locale } = planOf(useSessionState().document);
  const [draft, setDraft] = useState<string | null>(null);
  const read = draft === null ? null : readFigure(draft, locale, unit);
  const problem =
    read === null
      ? null
      : !read.ok
        ? read.message
        : props.isNeeded && read.figure === null
          ? t('fields.figureMissing')
          : null;
  const sign = isBare && isFraction(unit) ? ' %' : '';
  const field = (
    <>
      <Form.Control
        size="sm"
        className={isBare ? undefined : 'form-control form-control-sm tabular'}
        aria-label={isBare ? label : undefined}
        aria-invalid={problem !== null}
        inputMode="decimal"
        autoComplete="off"
        placeholder={placeholder}
        value={draft ?? (value === null ? '' : `${writeForEntry(value, unit, locale)}${sign}`)}
        {...(first ? { 'data-first': true } : {})}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          const next = readFigure(event.target.value, locale, unit);
          const figure = next.ok ? next.figure : null;
          if (!props.isNeeded) props.onChange(figure);
          else if (figure !== null) props.onChange(figure);
        }}
        onBlur={() => problem === null && setDraft(null)}
      />
      {problem !== null && (
        <small className="refusal" role="alert">
          {say(problem)}
        </small>
      )}
    </>
  );
  if (isBare) return <span className="value-field">{field}</span>;
  return (
    <label className="figure-field">
      <span>{label}</span>
      {field}
    </label>
  );
}

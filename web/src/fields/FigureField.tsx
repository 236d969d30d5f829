import { planOf, readFigure, writeForEntry, type Unit } from '@haushalt/core';
import { useState } from 'react';
import { useSessionState } from '../plan-session/SessionProvider.tsx';

interface FigureFieldProps {
  readonly label: string;
  readonly unit: Unit;
  readonly value: number | null;
  readonly onChange: (figure: number | null) => void;
  readonly placeholder?: string;
  readonly first?: boolean;
}

/** A field for one figure in the plan's notation; what is no figure is said below it, and stays. */
export function FigureField({ label, unit, value, onChange, placeholder, first }: FigureFieldProps) {
  const { locale } = planOf(useSessionState().document);
  const [text, setText] = useState(() => (value === null ? '' : writeForEntry(value, unit, locale)));
  const read = readFigure(text, locale, unit);
  return (
    <label className="figure-field">
      <span>{label}</span>
      <input
        className="form-control form-control-sm tabular"
        value={text}
        placeholder={placeholder}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={!read.ok}
        {...(first ? { 'data-first': true } : {})}
        onChange={(event) => {
          setText(event.target.value);
          const next = readFigure(event.target.value, locale, unit);
          onChange(next.ok ? next.figure : null);
        }}
      />
      {!read.ok && (
        <small className="refusal" role="alert">
          {read.message}
        </small>
      )}
    </label>
  );
}

import { isFraction, readFigure, writeForEntry, type Unit } from '@haushalt/core';
import { useState } from 'react';

interface ValueFieldProps {
  readonly label: string;
  readonly unit: Unit;
  readonly locale: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

/** A figure in a unit; what is no figure stays as typed, with the reason beside it, and nothing is computed with it. */
export function ValueField({ label, unit, locale, value, onChange }: ValueFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const read = draft === null ? null : readFigure(draft, locale, unit);
  const problem =
    read === null ? null : !read.ok ? read.message : read.figure === null ? 'A figure is needed here.' : null;
  return (
    <span className="value-field">
      <input
        aria-label={label}
        aria-invalid={problem !== null}
        inputMode="decimal"
        value={draft ?? `${writeForEntry(value, unit, locale)}${isFraction(unit) ? ' %' : ''}`}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value);
          const next = readFigure(event.target.value, locale, unit);
          if (next.ok && next.figure !== null) onChange(next.figure);
        }}
        onBlur={() => problem === null && setDraft(null)}
      />
      {problem && (
        <span className="refusal" role="alert">
          {problem}
        </span>
      )}
    </span>
  );
}

import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { formulaField } from './formulaField.ts';
import type { FormulaFieldProps } from './types.ts';

type FormulaInputProps = Omit<FormulaFieldProps, 'isBeingTyped' | 'caret' | 'describedBy'> & {
  readonly autoFocus?: boolean;
};

/** A field that holds nothing but formulas: the formula field, or where that could not be fetched, a plain one. */
export function FormulaInput({ autoFocus = false, ...props }: FormulaInputProps) {
  const [Field] = useState(() => formulaField());
  if (Field) return <Field isBeingTyped={false} {...props} />;
  const { label, value, onChange, onKey } = props;
  return (
    <Form.Control
      size="sm"
      aria-label={label}
      autoFocus={autoFocus}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      onKeyDown={(event) => {
        if (onKey(event.key)) event.preventDefault();
      }}
    />
  );
}

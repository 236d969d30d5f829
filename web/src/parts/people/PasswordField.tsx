import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import InputGroup from 'react-bootstrap/InputGroup';
import { t, say } from '../../language/language.ts';
import { peopleApi } from '../../plan-session/peopleApi.ts';

interface PasswordFieldProps {
  readonly label: string;
  readonly value: string;
  /** True when one is chosen, so that its strength is said; else it is one that is known. */
  readonly isNew?: boolean;
  /** Name and address, which make no password. */
  readonly own?: readonly string[];
  readonly autoFocus?: boolean;
  readonly isWrong?: boolean;
  readonly onChange: (value: string) => void;
}

/** Asks for a password; one that is chosen says how strong it is. */
export function PasswordField({
  label,
  value,
  isNew = false,
  own = [],
  autoFocus = false,
  isWrong = false,
  onChange,
}: PasswordFieldProps) {
  const id = useId();
  const [isShown, setShown] = useState(false);
  return (
    <div>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <InputGroup>
        <Form.Control
          id={id}
          type={isShown ? 'text' : 'password'}
          value={value}
          maxLength={200}
          autoFocus={autoFocus}
          isInvalid={isWrong}
          autoComplete={isNew ? 'new-password' : 'current-password'}
          onChange={(event) => onChange(event.target.value)}
        />
        <button
          type="button"
          className="btn btn-outline-primary"
          aria-pressed={isShown}
          onClick={() => setShown(!isShown)}
        >
          {isShown ? t('people.hide') : t('people.show')}
        </button>
      </InputGroup>
      {isNew && value !== '' && <StrengthOf password={value} own={own} />}
    </div>
  );
}

function StrengthOf({ password, own }: { readonly password: string; readonly own: readonly string[] }) {
  const typed = useDeferredValue(password);
  const { data } = useQuery({
    queryKey: ['strength', typed, own],
    queryFn: () => peopleApi.strength(typed, own),
    staleTime: Infinity,
    gcTime: 0,
    placeholderData: (before) => before,
  });
  if (!data) return null;
  return (
    <div className="strength">
      <div className="strength-bar" role="img" aria-label={t('people.strength', { score: data.score })}>
        {[1, 2, 3, 4].map((step) => (
          <span key={step} className={data.score >= step ? 'is-reached' : ''} />
        ))}
      </div>
      <span role="status">{say(data.words)}</span>
    </div>
  );
}

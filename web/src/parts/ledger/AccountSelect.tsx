import type { ComponentProps } from 'react';
import { Select } from '../../fields/Select.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { accountOptions } from './draft.ts';

interface AccountSelectProps extends Omit<ComponentProps<typeof Select>, 'value' | 'onChange'> {
  /** The account chosen, by its id; empty for none. A closed account is offered only where it is chosen. */
  readonly value: string;
  /** States what choosing none is called. */
  readonly none: string;
  /** An account that cannot be chosen: where something comes from, it does not go. */
  readonly except?: string;
  readonly onChange: (account: string) => void;
}

/** Chooses one of the accounts, or none. */
export function AccountSelect({ value, none, except, onChange, ...rest }: AccountSelectProps) {
  const { document } = useSessionState();
  return (
    <Select {...rest} value={value} onChange={(event) => onChange(event.target.value)}>
      <option value="">{none}</option>
      {accountOptions(document, value)
        .filter((account) => account.value !== except)
        .map((account) => (
          <option key={account.value} value={account.value}>
            {account.words}
          </option>
        ))}
    </Select>
  );
}

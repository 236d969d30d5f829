import Form from 'react-bootstrap/Form';
import type { FormSelectProps } from 'react-bootstrap';

interface SelectProps extends FormSelectProps {
  /** True when it is as wide as what it stands in, as below a label; else as wide as its words. */
  readonly wide?: boolean;
}

/** Chooses one of a few things. Where there are many, `SearchField` finds them by their words. */
export function Select({ wide = false, className = '', ...rest }: SelectProps) {
  return <Form.Select size="sm" {...rest} className={`${wide ? '' : 'is-narrow'} ${className}`} />;
}

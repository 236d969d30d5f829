import { useId, useImperativeHandle, type KeyboardEvent, type ReactNode, type Ref } from 'react';
import Form from 'react-bootstrap/Form';
import { useInlineEdit } from './useInlineEdit.ts';

interface CommitFieldProps {
  readonly className?: string;
  readonly label: string;
  /** States what stands there while nobody is typing, and what there is to edit. */
  readonly shown: string;
  readonly entry: string;
  readonly placeholder?: string;
  /** Takes what was typed; returns why it cannot. */
  readonly onCommit: (text: string) => string | null;
  readonly onStep?: (direction: 1 | -1) => void;
  readonly multiline?: boolean;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly name?: string;
  /** The language a text is in, by which the browser checks its spelling. */
  readonly language?: string;
  /** States what stands within the field, at its end. */
  readonly after?: ReactNode;
}

/**
 * A text that is changed in place: Enter or leaving it commits, Escape leaves it as it was. What cannot be taken stays
 * as typed, with the reason below.
 */
export function CommitField(props: CommitFieldProps) {
  const {
    className = '',
    label,
    shown,
    entry,
    placeholder,
    onCommit,
    onStep,
    multiline,
    inputRef,
    name,
    language,
    after,
  } = props;
  const field = useInlineEdit({ entry, take: onCommit });
  const { draft, refusal } = field;
  const refusalId = useId();
  useImperativeHandle(inputRef, () => field.input.current as HTMLInputElement);

  const keyDown = (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    if (event.key === 'Enter' && !(multiline && event.shiftKey)) {
      // In a form it goes on to what Enter does there, unless it cannot be taken.
      if (!field.commit() || multiline || event.currentTarget.form === null) event.preventDefault();
    } else if (event.key === 'Escape') {
      // Where there is something to be left as it was, the key is done with.
      if (draft !== null) event.preventDefault();
      field.reset();
      event.currentTarget.select();
    } else if (onStep && draft === null && !event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      onStep(event.key === 'ArrowUp' ? 1 : -1);
    }
  };
  const common = {
    className: `${className} ${refusal ? 'is-refused' : ''}`,
    'aria-label': label,
    'aria-invalid': refusal !== null,
    'aria-describedby': refusalId,
    'data-unchanged': draft === null ? '' : undefined,
    placeholder,
    lang: language,
    spellCheck: language !== undefined,
    value: draft ?? (field.isFocused ? entry : shown),
    onBlur: () => {
      field.setFocused(false);
      field.commit();
    },
    onKeyDown: keyDown,
  } as const;
  return (
    <>
      {multiline ? (
        <Form.Control
          size="sm"
          as="textarea"
          {...common}
          ref={field.input as Ref<HTMLTextAreaElement & HTMLInputElement>}
          onFocus={() => field.setFocused(true)}
          rows={2}
          maxLength={2000}
          onChange={(event) => field.change(event.target.value)}
        />
      ) : (
        <Form.Control
          size="sm"
          {...common}
          ref={field.input as Ref<HTMLInputElement>}
          name={name}
          onFocus={field.focusAndSelect}
          autoComplete="off"
          onChange={(event) => field.change(event.target.value)}
        />
      )}
      {after}
      {refusal && (
        <p className="refusal" id={refusalId} role="alert">
          {refusal}
        </p>
      )}
    </>
  );
}

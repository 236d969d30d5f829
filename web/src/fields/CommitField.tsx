import { useId, useState, type FocusEvent, type KeyboardEvent } from 'react';
import { flushSync } from 'react-dom';
import { selectAll } from '../ui/selectAll.ts';
import { useUnfinished } from '../ui/useUnfinished.ts';

interface CommitFieldProps {
  readonly className: string;
  readonly label: string;
  /** What stands there while nobody is typing, and what there is to edit. */
  readonly shown: string;
  readonly entry: string;
  /** Takes what was typed; returns why it cannot. */
  readonly onCommit: (text: string) => string | null;
  readonly onNudge?: (direction: 1 | -1) => void;
  readonly multiline?: boolean;
}

/**
 * A text that is changed in place: Enter or leaving it commits, Escape leaves it as it was. What cannot be taken stays
 * as typed, with the reason below.
 */
export function CommitField({ className, label, shown, entry, onCommit, onNudge, multiline }: CommitFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const refusalId = useId();

  const commit = () => {
    if (draft === null || draft === entry) return reset();
    const refused = onCommit(draft);
    if (refused) setRefusal(refused);
    else reset();
  };
  const reset = () => {
    setDraft(null);
    setRefusal(null);
  };
  useUnfinished({ text: draft ?? '', isOpen: draft !== null && draft !== entry, take: () => onCommit(draft ?? '') });
  const keyDown = (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    if (event.key === 'Enter' && !(multiline && event.shiftKey)) {
      event.preventDefault();
      commit();
    } else if (event.key === 'Escape') {
      reset();
      event.currentTarget.select();
    } else if (onNudge && draft === null && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      onNudge(event.key === 'ArrowUp' ? 1 : -1);
    }
  };
  const common = {
    className: `${className} ${refusal ? 'is-refused' : ''}`,
    'aria-label': label,
    'aria-invalid': refusal !== null,
    'aria-describedby': refusalId,
    value: draft ?? (focused ? entry : shown),
    onBlur: () => {
      setFocused(false);
      commit();
    },
    onKeyDown: keyDown,
  };
  /** The whole text is selected, so that typing replaces it: at once, and again after a click has set the caret. */
  const focusAndSelect = (event: FocusEvent<HTMLInputElement>) => {
    const input = event.currentTarget;
    flushSync(() => setFocused(true));
    input.select();
    requestAnimationFrame(() => {
      if (input.value === entry) selectAll(input);
    });
  };
  const change = (text: string) => {
    setDraft(text);
    setRefusal(null);
  };

  return (
    <>
      {multiline ? (
        <textarea
          {...common}
          onFocus={() => setFocused(true)}
          rows={2}
          maxLength={2000}
          onChange={(event) => change(event.target.value)}
        />
      ) : (
        <input
          {...common}
          onFocus={focusAndSelect}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => change(event.target.value)}
        />
      )}
      {refusal && (
        <p className="refusal" id={refusalId} role="alert">
          {refusal}
        </p>
      )}
    </>
  );
}

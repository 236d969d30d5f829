import { say } from '../language/language.ts';
import { useId, useImperativeHandle, useLayoutEffect, useRef } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import type { EditorProps } from './editing.ts';
import type { MoveAfterCommit } from './state.ts';
import type { GridColumn, GridRow } from './types.ts';

interface TextEditorProps extends Omit<EditorProps<GridRow, GridColumn>, 'row' | 'column'> {
  /** States what is typed. */
  readonly label: string;
  /** Where Enter goes on to. */
  readonly onward?: MoveAfterCommit;
  /** The language it is in, by which the browser checks its spelling. */
  readonly language?: string;
  /** States what may be meant, offered while it is typed. */
  readonly suggestions?: readonly string[];
}

/** A text in a cell, to be changed in place. */
export function TextEditor({
  label,
  onward = 'stay',
  language,
  suggestions = [],
  editing: { draft, isTyped, refusal },
  handle,
  onDraft,
  onConfirm,
  onCancel,
}: TextEditorProps) {
  const [refusalId, listId] = [useId(), useId()];
  const input = useRef<HTMLInputElement>(null);

  useLayoutEffect(() => {
    input.current?.focus({ preventScroll: true });
    if (!isTyped) input.current?.select();
    // Only when the editor opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useImperativeHandle(handle, () => ({ focus: () => input.current?.focus({ preventScroll: true }) }));

  return (
    <span className="name-editor">
      <input
        ref={input}
        value={draft.text}
        aria-label={label}
        aria-invalid={refusal !== null}
        aria-describedby={refusalId}
        autoComplete="off"
        lang={language}
        spellCheck={language !== undefined}
        list={suggestions.length > 0 ? listId : undefined}
        onChange={(event) => onDraft({ ...draft, text: event.target.value })}
        onBlur={() => onConfirm('stay')}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.nativeEvent.isComposing) return;
          if (event.key === 'Enter') onConfirm(onward);
          else if (event.key === 'Tab') onConfirm('right');
          else if (event.key === 'Escape') onCancel();
          else return;
          event.preventDefault();
        }}
      />
      {suggestions.length > 0 && (
        <datalist id={listId}>
          {suggestions.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      <Overlay
        target={input}
        show={refusal !== null}
        placement="bottom-start"
        flip
        popperConfig={{ strategy: 'fixed' }}
        transition={false}
      >
        <Popover className="entry-popover">
          <Popover.Body>
            <p className="entry-problem" id={refusalId} role="alert">
              {say(refusal?.message)}
            </p>
          </Popover.Body>
        </Popover>
      </Overlay>
    </span>
  );
}

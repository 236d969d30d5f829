import { useImperativeHandle, useLayoutEffect, useRef } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import type { EditorProps } from '../../../grid/editing.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { messages } from '../../../messages/budget.ts';

/** A line's name, to be changed in place. */
export function NameEditor({
  editing: { draft, isTyped, refusal },
  handle,
  onDraft,
  onConfirm,
  onCancel,
}: EditorProps<BudgetRow, BudgetColumn>) {
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
        aria-label={messages.nameOfTheLine}
        aria-invalid={refusal !== null}
        aria-describedby="name-editor-refusal"
        autoComplete="off"
        onChange={(event) => onDraft({ ...draft, text: event.target.value })}
        onBlur={() => onConfirm('stay')}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.nativeEvent.isComposing) return;
          if (event.key === 'Enter') onConfirm('stay');
          else if (event.key === 'Tab') onConfirm('right');
          else if (event.key === 'Escape') onCancel();
          else return;
          event.preventDefault();
        }}
      />
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
            <p className="entry-problem" id="name-editor-refusal" role="alert">
              {refusal?.message}
            </p>
          </Popover.Body>
        </Popover>
      </Overlay>
    </span>
  );
}

import type { LineRow } from '@haushalt/core';
import { useLayoutEffect, useImperativeHandle, useRef, useState, type Ref } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { useUnfinished } from '../../app/useUnfinished.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import type { CellEditorHandle, Onward } from './CellEditor.tsx';

interface NameEditorProps {
  readonly line: LineRow | null;
  readonly text: string;
  readonly handle: Ref<CellEditorHandle>;
  readonly onDone: (onward: Onward) => void;
}

/** A line's name, to be changed in place. */
export function NameEditor({ line, text, handle, onDone }: NameEditorProps) {
  const session = useSession();
  const [name, setName] = useState(text);
  const [refusal, setRefusal] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const finished = useRef(false);

  useLayoutEffect(() => {
    input.current?.focus({ preventScroll: true });
    if (text === line?.name) input.current?.select();
    // Only when the editor opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const finish = (onward: Onward) => {
    finished.current = true;
    onDone(onward);
  };
  /** Takes the name; says whether it could be. */
  const save = (onward: Onward): boolean => {
    if (finished.current || !line) return true;
    const refused = name.trim() === line.name ? null : take();
    setRefusal(refused);
    if (refused === null) finish(onward);
    return refused === null;
  };
  const take = () => session.send({ kind: 'line.set', line: line!.id, settings: { name } })?.message ?? null;
  useUnfinished({
    text: name,
    get isOpen() {
      return !finished.current && line !== null && name.trim() !== line.name;
    },
    take,
  });
  useImperativeHandle(handle, () => ({
    leave: () => save('stay'),
    focus: () => input.current?.focus({ preventScroll: true }),
  }));

  return (
    <span className="name-editor">
      <input
        ref={input}
        value={name}
        aria-label="Name of the line"
        aria-invalid={refusal !== null}
        aria-describedby="name-editor-refusal"
        autoComplete="off"
        onChange={(event) => {
          setName(event.target.value);
          setRefusal(null);
        }}
        onBlur={() => void save('stay')}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.nativeEvent.isComposing) return;
          if (event.key === 'Enter') save('stay');
          else if (event.key === 'Tab') save('right');
          else if (event.key === 'Escape') finish('stay');
          else return;
          event.preventDefault();
        }}
      />
      <Overlay
        target={input}
        show={refusal !== null}
        placement="bottom-start"
        popperConfig={{ strategy: 'fixed' }}
        transition={false}
      >
        <Popover className="entry-popover">
          <Popover.Body>
            <p className="entry-problem" id="name-editor-refusal" role="alert">
              {refusal}
            </p>
          </Popover.Body>
        </Popover>
      </Overlay>
    </span>
  );
}

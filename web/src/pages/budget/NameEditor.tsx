import type { LineRow } from '@haushalt/core';
import { useEffect, useRef, useState } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import type { Onward } from './CellEditor.tsx';

interface NameEditorProps {
  readonly line: LineRow | null;
  readonly text: string;
  readonly onDone: (onward: Onward) => void;
}

/** A line's name, to be changed in place. */
export function NameEditor({ line, text, onDone }: NameEditorProps) {
  const session = useSession();
  const [name, setName] = useState(text);
  const [refusal, setRefusal] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const finished = useRef(false);

  useEffect(() => {
    input.current?.focus({ preventScroll: true });
    if (text === line?.name) input.current?.select();
    // Only when the editor opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const finish = (onward: Onward) => {
    finished.current = true;
    onDone(onward);
  };
  const save = (onward: Onward) => {
    if (finished.current || !line) return;
    if (name.trim() === line.name) return finish(onward);
    const refused = session.send({ kind: 'line.set', line: line.id, settings: { name } });
    if (refused) setRefusal(refused.message);
    else finish(onward);
  };

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
        onBlur={() => save('stay')}
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

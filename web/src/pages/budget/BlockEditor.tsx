import { planOf, readFigure, unitOf, writeWithUnit, type Command } from '@haushalt/core';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { BlockCell } from './blocks.ts';
import type { Onward } from './CellEditor.tsx';

interface BlockEditorProps {
  readonly cells: readonly BlockCell[];
  readonly text: string;
  readonly onDone: (onward: Onward) => void;
}

type As = Extract<Command, { kind: 'figures.set' }>['as'];

/** Takes one figure for all cells of a block, as exceptions or as stretches of the lines' rules. */
export function BlockEditor({ cells, text: start, onDone }: BlockEditorProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [text, setText] = useState(start);
  const [chosen, setAs] = useState<As | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const anchor = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus({ preventScroll: true }), []);

  const unit = unitOf(document, cells[0]!.line);
  const read = readFigure(text, plan.locale, unit);
  const lines = new Set(cells.map((cell) => cell.line)).size;
  // Lines without a rule get one; lines that have one get exceptions.
  const as = chosen ?? (cells.every((cell) => model.stepsOf(cell.line).length === 0) ? 'rule' : 'exceptions');
  const problem = read.ok ? refusal : read.message;

  const confirm = (how: As = as): void => {
    if (!read.ok) return;
    const figures = cells.map(({ line, month }) => ({ line, month, figure: read.figure }));
    const refused = session.send({ kind: 'figures.set', figures, as: how });
    if (refused) setRefusal(refused.message);
    else onDone('stay');
  };
  const keyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    switch (event.key) {
      case 'Enter':
      case 'Tab':
        confirm();
        break;
      case 'Escape':
        onDone('stay');
        break;
      case 'ArrowUp':
      case 'ArrowDown':
        setAs(as === 'rule' ? 'exceptions' : 'rule');
        break;
      default:
        return;
    }
    event.preventDefault();
  };
  const options: readonly (readonly [As, string, string])[] = [
    ['exceptions', `In these ${cells.length} months alone`, 'as exceptions; the rules stay as they are'],
    [
      'rule',
      'As the rule in these months',
      lines === 1 ? 'the line’s rule goes on after them' : `the ${lines} lines’ rules go on after them`,
    ],
  ];

  return (
    <div ref={anchor} className="cell-editor" onDoubleClick={(event) => event.stopPropagation()}>
      <input
        ref={input}
        value={text}
        aria-label={`${cells.length} figures`}
        aria-invalid={problem !== null}
        aria-describedby="block-editor-words"
        autoComplete="off"
        inputMode="decimal"
        onChange={(event) => {
          setText(event.target.value);
          setRefusal(null);
        }}
        onKeyDown={keyDown}
      />
      <Overlay target={anchor} show placement="bottom-start" popperConfig={{ strategy: 'fixed' }} transition={false}>
        <Popover className="entry-popover" onPointerDown={(event) => event.stopPropagation()}>
          <Popover.Body>
            <p
              id="block-editor-words"
              role={problem ? 'alert' : 'status'}
              className={problem ? 'entry-problem' : 'entry-result'}
            >
              {problem ??
                (read.ok && read.figure !== null
                  ? `${writeWithUnit(read.figure, unit, plan)} into each of ${cells.length} months${lines > 1 ? ` of ${lines} lines` : ''}`
                  : `Leaves ${cells.length} months empty.`)}
            </p>
            <div role="radiogroup" aria-label="How" className="reach-list">
              {options.map(([how, label, note]) => (
                <button
                  key={how}
                  type="button"
                  role="radio"
                  aria-checked={how === as}
                  tabIndex={-1}
                  onPointerDown={(event) => event.preventDefault()}
                  onClick={() => confirm(how)}
                >
                  <span>{label}</span>
                  <small>{note}</small>
                  {how === as && <kbd>Enter</kbd>}
                </button>
              ))}
            </div>
          </Popover.Body>
        </Popover>
      </Overlay>
    </div>
  );
}

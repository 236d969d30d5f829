import { planOf, readFigure, unitOf, writeWithUnit, type Command } from '@haushalt/core';
import { useLayoutEffect, useImperativeHandle, useRef, useState, type KeyboardEvent, type Ref } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { useUnfinished } from '../../app/useUnfinished.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { BlockCell } from './blocks.ts';
import type { CellEditorHandle, Onward } from './CellEditor.tsx';

interface BlockEditorProps {
  readonly cells: readonly BlockCell[];
  readonly text: string;
  readonly handle: Ref<CellEditorHandle>;
  readonly onDone: (onward: Onward) => void;
}

type As = Extract<Command, { kind: 'figures.set' }>['as'];

/** Takes one figure for all cells of a block, as exceptions or as stretches of the lines' rules. */
export function BlockEditor({ cells, text: start, handle, onDone }: BlockEditorProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [text, setText] = useState(start);
  const [chosen, setAs] = useState<As | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const anchor = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => input.current?.focus({ preventScroll: true }), []);

  // What is typed is read as each line counts: 5 is 5.00 for money, and 5 % for a percentage.
  const units = [...new Set(cells.map(({ line }) => unitOf(document, line)))];
  const reads = new Map(units.map((unit) => [unit, readFigure(text, plan.locale, unit)]));
  const read = [...reads.values()].find(({ ok }) => !ok) ?? reads.get(units[0]!)!;
  const figureOf = (line: string): number | null => {
    const own = reads.get(unitOf(document, line))!;
    return own.ok ? own.figure : null;
  };
  const lines = new Set(cells.map((cell) => cell.line)).size;
  // Lines without a rule get one; lines that have one get exceptions.
  const as = chosen ?? (cells.every((cell) => model.stepsOf(cell.line).length === 0) ? 'rule' : 'exceptions');
  const problem = read.ok ? refusal : read.message;

  const finished = useRef(false);
  const finish = () => {
    finished.current = true;
    onDone('stay');
  };
  const take = (how: As = as): string | null => {
    if (!read.ok) return read.message;
    const figures = cells.map(({ line, month }) => ({ line, month, figure: figureOf(line) }));
    return session.send({ kind: 'figures.set', figures, as: how })?.message ?? null;
  };
  const confirm = (how: As = as): boolean => {
    const refused = take(how);
    if (read.ok) setRefusal(refused);
    if (refused === null) finish();
    return refused === null;
  };
  useUnfinished({
    text,
    get isOpen() {
      return !finished.current && text.trim() !== '';
    },
    take,
  });
  useImperativeHandle(handle, () => ({
    leave: () => {
      if (text.trim() !== '') return confirm();
      finish();
      return true;
    },
    focus: () => input.current?.focus({ preventScroll: true }),
  }));
  const keyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    switch (event.key) {
      case 'Enter':
      case 'Tab':
        confirm();
        break;
      case 'Escape':
        finish();
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
                  ? `${units.map((unit) => writeWithUnit(reads.get(unit)!.ok ? (reads.get(unit) as { figure: number }).figure : 0, unit, plan)).join(' or ')} into each of ${cells.length} months${lines > 1 ? ` of ${lines} lines` : ''}`
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

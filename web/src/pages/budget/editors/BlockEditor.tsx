import { planOf, readFigure } from '@haushalt/core';
import { useImperativeHandle, useLayoutEffect, useRef, type KeyboardEvent } from 'react';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import type { EditorProps } from '../../../grid/editing.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { blockAs, unitsOfBlock, type BlockAs } from './blockDraft.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import { say, writeWithUnit, t, listInWords } from '../../../language/language.ts';

/** Takes one figure for all cells of a block, as exceptions or as stretches of the lines' rules. */
export function BlockEditor({ editing, handle, onDraft, onConfirm, onCancel }: EditorProps<BudgetRow, BudgetColumn>) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const { draft } = editing;
  const cells = editing.block ?? [];
  const anchor = useRef<HTMLDivElement>(null);
  const input = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => input.current?.focus({ preventScroll: true }), []);
  useImperativeHandle(handle, () => ({ focus: () => input.current?.focus({ preventScroll: true }) }));

  const reads = unitsOfBlock(cells, document).map((unit) => ({
    unit,
    read: readFigure(draft.text, plan.locale, unit),
  }));
  const read = (reads.find((each) => !each.read.ok) ?? reads[0]!).read;
  const lines = new Set(cells.map((cell) => cell.row)).size;
  const as = blockAs(draft, cells, document);
  const problem = read.ok ? (editing.refusal?.message ?? null) : read.message;
  const figures = listInWords(
    reads.map((each) => writeWithUnit((each.read.ok && each.read.figure) || 0, each.unit, plan)),
    'or',
  );
  const keyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    switch (event.key) {
      case 'Enter':
      case 'Tab':
        onConfirm('stay');
        break;
      case 'Escape':
        onCancel();
        break;
      case 'ArrowUp':
      case 'ArrowDown':
        onDraft({ ...draft, options: { as: as === 'rule' ? 'exceptions' : 'rule' } });
        break;
      default:
        return;
    }
    event.preventDefault();
  };
  const options: readonly (readonly [BlockAs, string, string])[] = [
    ['exceptions', t('budget.block.monthsOnly', { cellCount: cells.length }), t('budget.block.asExceptions')],
    ['rule', t('budget.block.asRule'), t('budget.block.rulesContinue', { lines })],
  ];

  return (
    <div ref={anchor} className="cell-editor" role="presentation" onDoubleClick={(event) => event.stopPropagation()}>
      <input
        ref={input}
        value={draft.text}
        aria-label={t('budget.block.figuresSelected', { cellCount: cells.length })}
        aria-invalid={problem !== null}
        aria-describedby="block-editor-words"
        autoComplete="off"
        inputMode="decimal"
        onChange={(event) => onDraft({ ...draft, text: event.target.value })}
        onKeyDown={keyDown}
      />
      <Overlay
        target={anchor}
        show
        placement="bottom-start"
        flip
        popperConfig={{ strategy: 'fixed' }}
        transition={false}
      >
        <Popover className="entry-popover" onPointerDown={(event) => event.stopPropagation()}>
          <Popover.Body>
            <p
              id="block-editor-words"
              role={problem ? 'alert' : 'status'}
              className={problem ? 'entry-problem' : 'entry-result'}
            >
              {say(
                problem ??
                  (read.ok && read.figure !== null
                    ? t('budget.block.intoEach', { figures, cellCount: cells.length, lines })
                    : t('budget.block.leavesEmpty', { cellCount: cells.length })),
              )}
            </p>
            <div role="radiogroup" aria-label={t('budget.block.how')} className="reach-list">
              {options.map(([how, label, note]) => (
                <button
                  key={how}
                  type="button"
                  role="radio"
                  aria-checked={how === as}
                  tabIndex={-1}
                  onPointerDown={(event) => event.preventDefault()}
                  onClick={() => onConfirm('stay', { as: how })}
                >
                  <span>{label}</span>
                  <small>{note}</small>
                  {how === as && <kbd>{t('budget.enterKey')}</kbd>}
                </button>
              ))}
            </div>
          </Popover.Body>
        </Popover>
      </Overlay>
    </div>
  );
}

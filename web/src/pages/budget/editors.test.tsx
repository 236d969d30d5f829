// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import { toMonth, type Document } from '@haushalt/core';
import { createRef } from 'react';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { loadFormulaField } from '../../formula/formulaField.ts';
import { inPlan } from '../../testing/inPlan.tsx';
import { BlockEditor } from './BlockEditor.tsx';
import { CellEditor, type CellEditorHandle } from './CellEditor.tsx';
import { NameEditor } from './NameEditor.tsx';

const MARCH = toMonth('2026-03');
const document = sketch({
  lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Heating: null }, Memo: { Rate: 0.02 } },
  units: { Rate: 'percent' },
});
const line = (name: string, of: Document = document) => [...of.lines.values()].find((row) => row.name === name)!;

beforeAll(loadFormulaField);
afterEach(cleanup);

function editCell(text = '800', selected = true) {
  const onDone = vi.fn();
  const handle = createRef<CellEditorHandle>();
  const editor = (
    <CellEditor
      line={line('Rent')}
      month={MARCH}
      period={2}
      start={{ text, selected, asRule: false }}
      handle={handle}
      onDone={onDone}
    />
  );
  const view = inPlan(document, editor);
  const rent = () => view.session.state.model.seriesOf(line('Rent').id)!.valueAt(2);
  const exceptions = () => view.session.state.document.exceptions.size;
  return { ...view, onDone, handle, rent, exceptions };
}

describe('the editor of a figure', () => {
  it('makes no exception of a figure that has only been looked at', async () => {
    const { user, onDone, exceptions } = editCell();
    await user.keyboard('{Enter}');
    expect(onDone).toHaveBeenCalledWith('down');
    expect(exceptions()).toBe(0);
  });

  it('takes a figure for its month, once', async () => {
    const { user, rent, exceptions, leave } = editCell();
    await user.keyboard('912.5{Enter}');
    leave();
    await Promise.resolve();
    expect([rent(), exceptions()]).toEqual([912.5, 1]);
  });

  it('takes what is typed when another page or row comes in its place, or says that it cannot be taken', async () => {
    const first = editCell();
    await first.user.keyboard('777');
    first.leave();
    await waitFor(() => expect(first.rent()).toBe(777));
    cleanup();
    const second = editCell();
    await second.user.keyboard('7,7,7');
    second.leave();
    expect(await screen.findByText(/“7,7,7” was not taken/)).toBeTruthy();
    expect(second.rent()).toBe(800);
  });

  it('leaves it as it was on Escape, wherever it then goes', async () => {
    const { user, rent, leave } = editCell();
    await user.keyboard('777{Escape}');
    leave();
    await Promise.resolve();
    expect(rent()).toBe(800);
  });

  it('goes on in the formula field within the keystroke that makes a formula of it', async () => {
    const { user, rent, onDone } = editCell('P', false);
    await user.keyboard('ay / 4');
    const field = screen.getByRole('textbox', { name: 'Rule of Rent' });
    expect(field.textContent).toBe('Pay / 4');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(onDone).toHaveBeenCalled());
    expect(rent()).toBe(500);
  });

  it('begins with a figure and becomes a formula without losing a letter', async () => {
    const { user } = editCell();
    await user.keyboard('2*Pay');
    expect(screen.getByRole('textbox', { name: 'Rule of Rent' }).textContent).toBe('2*Pay');
  });
});

describe('the editor of a block', () => {
  const cells = (...names: string[]) => names.map((name) => ({ line: line(name).id, month: MARCH, value: null }));

  it('reads what is typed as each line counts', async () => {
    const onDone = vi.fn();
    const { user, session } = inPlan(
      document,
      <BlockEditor cells={cells('Rent', 'Rate')} text="" handle={null} onDone={onDone} />,
    );
    await user.keyboard('5{Enter}');
    const at = (name: string) => session.state.model.seriesOf(line(name).id)!.valueAt(2);
    expect([at('Rent'), at('Rate')]).toEqual([5, 0.05]);
  });
});

describe('the editor of a name', () => {
  it('keeps a name that cannot be while it is typed, and says so when it goes', async () => {
    const handle = createRef<CellEditorHandle>();
    const { user, leave, session } = inPlan(
      document,
      <NameEditor line={line('Rent')} text="Rent" handle={handle} onDone={() => {}} />,
    );
    await user.clear(screen.getByRole('textbox'));
    await user.keyboard('Heating{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/already a line called Heating/);
    expect(handle.current!.leave()).toBe(false);
    leave();
    expect(await screen.findByText(/“Heating” was not taken/)).toBeTruthy();
    expect(line('Rent', session.state.document).name).toBe('Rent');
  });
});

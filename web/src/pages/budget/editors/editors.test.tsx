// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import type { Document } from '@haushalt/core';
import { useEffect, useMemo, useState } from 'react';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { sketch } from '../../../../../core/src/testing/plans.ts';
import { loadFormulaField } from '../../../fields/formula/formulaField.ts';
import { inPlan } from '../../../testing/inPlan.tsx';
import { selectOne } from '../../../grid/selection.ts';
import { useGrid } from '../../../grid/useGrid.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { cellsIn } from '../block/blocks.ts';
import { budgetColumns, scopeOf } from '../../../parts/lines/columns.ts';
import { blockEditing, budgetEditing } from './editing.ts';
import { budgetRows } from '../../../parts/lines/rows.ts';
import { USUAL_VIEW } from '../../../parts/lines/view.ts';

const document = sketch({
  lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Heating: null }, Memo: { Rate: 0.02 } },
  units: { Rate: 'percent' },
});
const line = (name: string, plan: Document = document) => [...plan.lines.values()].find((row) => row.name === name)!;

beforeAll(loadFormulaField);
afterEach(cleanup);

/** The budget's grid without its picture: an editor open in some cells, and where the selection is. */
function Typing({ names, column, typed }: { names: readonly string[]; column: number; typed: string | null }) {
  const session = useSession();
  const { model } = useSessionState();
  const rows = useMemo(() => budgetRows(model, USUAL_VIEW, scopeOf(model, USUAL_VIEW, 2026)).rows, [model]);
  const columns = useMemo(() => budgetColumns(model, USUAL_VIEW, rows, 2026), [model, rows]);
  const cells = names.map((name) => ({ row: rows.findIndex(({ label }) => label === name), column }));
  const control = useGrid({
    rows,
    columns,
    editingOf: useMemo(() => budgetEditing(session), [session]),
    block: (selection) => blockEditing(session, cellsIn(selection, rows, columns, model)),
    send: (command) => session.send(command),
  });
  const { select, open, type, place, isBlock } = control;
  const [begun, setBegun] = useState(false);
  useEffect(() => {
    if (begun) return;
    if (!isBlock && cells.length > 1) return select({ ranges: cells.map((each) => ({ anchor: each, focus: each })) });
    setBegun(true);
    if (cells.length > 1) return type(typed ?? '');
    select(selectOne(cells[0]!));
    open(cells[0]!, typed);
    // Until the editor is open, and not again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [begun, isBlock]);
  const pressElsewhere = () => control.dispatch({ kind: 'press', place: { row: 1, column: 1 }, how: 'one' });
  return (
    <>
      <p>{`${rows[place.row]?.label} ${columns[place.column]?.id}`}</p>
      <button type="button" onClick={pressElsewhere}>
        Elsewhere
      </button>
      <button type="button" onClick={() => open({ row: 1, column: 3 })}>
        Another editor
      </button>
      {control.editor}
    </>
  );
}

function edit(names: readonly string[], column: number, typed: string | null = null) {
  return inPlan(document, <Typing names={names} column={column} typed={typed} />);
}

function editCell(typed: string | null = null) {
  const view = edit(['Rent'], 3, typed);
  const rent = () => view.session.state.model.seriesOf(line('Rent').id)!.valueAt(2);
  const exceptions = () => view.session.state.document.exceptions.size;
  return { ...view, rent, exceptions };
}

describe('the editor of a figure', () => {
  it('makes no exception of a figure that has only been looked at', async () => {
    const { user, exceptions } = editCell();
    await user.keyboard('{Enter}');
    expect(screen.getByText('Heating 2026-03')).toBeTruthy();
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
    expect(await screen.findByText(/“7,7,7” was not accepted/)).toBeTruthy();
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
    const { user, rent } = editCell('P');
    await user.keyboard('ay / 4');
    const field = screen.getByRole('textbox', { name: 'Rule of Rent' });
    expect(field.textContent).toBe('Pay / 4');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(screen.queryByRole('textbox')).toBeNull());
    expect(rent()).toBe(500);
  });

  it('begins with a figure and becomes a formula without losing a letter', async () => {
    const { user } = editCell();
    await user.keyboard('2*Pay');
    expect(screen.getByRole('textbox', { name: 'Rule of Rent' }).textContent).toBe('2*Pay');
  });
});

describe('the editor of a block', () => {
  it('reads what is typed as each line counts', async () => {
    const { user, session } = edit(['Rent', 'Rate'], 3, '5');
    await user.keyboard('{Enter}');
    const valueAt = (name: string) => session.state.model.seriesOf(line(name).id)!.valueAt(2);
    expect([valueAt('Rent'), valueAt('Rate')]).toEqual([5, 0.05]);
  });
});

describe('the editor of a name', () => {
  it('keeps a name that cannot be while it is typed, and says so when it goes', async () => {
    const { user, leave, session } = edit(['Rent'], 0);
    await user.clear(screen.getByRole('textbox'));
    await user.keyboard('Heating{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/already a line named Heating/);
    // Nor does a click elsewhere take it, or lose it.
    await user.click(screen.getByText('Elsewhere'));
    expect(screen.getByRole('textbox')).toHaveProperty('value', 'Heating');
    expect(screen.getByText('Rent label')).toBeTruthy();
    // Nor does opening another editor, which stays closed; and it is still read as a name.
    await user.click(screen.getByText('Another editor'));
    await user.keyboard('{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/already a line named Heating/);
    leave();
    expect(await screen.findByText(/“Heating” was not accepted/)).toBeTruthy();
    expect(line('Rent', session.state.document).name).toBe('Rent');
  });
});

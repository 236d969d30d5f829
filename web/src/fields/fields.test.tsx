// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import { inputsOf, parsePlan, calculatorsOf } from '@haushalt/core';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { InputField } from './InputField.tsx';
import { loadFormulaField } from './formula/formulaField.ts';
import { RuleDoubts } from './formula/RuleDoubts.tsx';
import { FormulaView } from '../parts/explanation/FormulaView.tsx';
import { explainFigure } from '@haushalt/core';
import { sketch } from '../../../core/src/testing/plans.ts';
import { inPlan, sessionOf } from '../testing/inPlan.tsx';
import { CommitField } from './CommitField.tsx';
import { AssumptionsPanel } from '../parts/assumptions/AssumptionsPanel.tsx';

beforeAll(loadFormulaField);
afterEach(cleanup);

describe('a text that is changed in place', () => {
  const field = (onCommit: (text: string) => string | null) => (
    <CommitField className="x" label="Value" shown="2.4 %" entry="2.4" onCommit={onCommit} />
  );
  const plan = sketch({ lines: { Costs: { Rent: 800 } } });

  it('is taken on Enter, on leaving it, and when it goes', async () => {
    const onTake = vi.fn(() => null);
    const { user, leave } = inPlan(plan, field(onTake));
    await user.type(screen.getByLabelText('Value'), '{Control>}a{/Control}3{Enter}');
    expect(onTake).toHaveBeenLastCalledWith('3');
    await user.type(screen.getByLabelText('Value'), '{Control>}a{/Control}4');
    await user.tab();
    expect(onTake).toHaveBeenLastCalledWith('4');
    await user.type(screen.getByLabelText('Value'), '{Control>}a{/Control}5');
    leave();
    await waitFor(() => expect(onTake).toHaveBeenLastCalledWith('5'));
    expect(onTake).toHaveBeenCalledTimes(3);
  });

  it('that cannot be taken stays as typed, and is told when it goes', async () => {
    const { user, leave } = inPlan(
      plan,
      field(() => 'That is no figure.'),
    );
    await user.type(screen.getByLabelText('Value'), '{Control>}a{/Control}x{Enter}');
    expect((screen.getByLabelText('Value') as HTMLInputElement).value).toBe('x');
    leave();
    expect(await screen.findByText(/“x” was not accepted. That is no figure./)).toBeTruthy();
  });
});

describe('what a calculator is given', () => {
  const document = parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    assumptions: [{ name: 'Loan rate', unit: 'ratePerYear', value: 0.05 }],
    loans: [{ id: 'bike', name: 'Bike', first: '2026-01', amount: 5400, rate: 0.059, months: 42 }],
  });
  const inputs = inputsOf(document, calculatorsOf(document)[0]!);
  const rate = inputs.find(({ column }) => column === 'rate')!;

  it('goes on in the formula field within the keystroke that makes a formula of it, and is taken', async () => {
    const { user, session } = inPlan(document, <InputField input={rate} label="Yearly rate" period={0} />);
    await user.click(screen.getByRole('textbox', { name: 'Yearly rate' }));
    await user.keyboard('{Control>}a{/Control}Loan rate * 2');
    expect(screen.getByRole('textbox', { name: 'Formula of Yearly rate' }).textContent).toBe('Loan rate * 2');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(session.state.model.seriesOf('bike.rate')!.valueAt(0)).toBeCloseTo(0.1, 12));
  });

  it('is taken when the page is left while it is typed', async () => {
    const { user, session, leave } = inPlan(document, <InputField input={rate} label="Yearly rate" period={0} />);
    await user.click(screen.getByRole('textbox', { name: 'Yearly rate' }));
    await user.keyboard('{Control>}a{/Control}7');
    leave();
    await waitFor(() => expect(session.state.model.seriesOf('bike.rate')!.valueAt(0)).toBeCloseTo(0.07, 12));
  });
});

describe('the assumptions panel', () => {
  it('shows assumptions under their headings, and takes what is typed when it is closed', async () => {
    const document = sketch({ assumptions: { Inflation: ['ratePerYear', 0.024] }, lines: { Costs: { Rent: 800 } } });
    const { user, session, leave } = inPlan(
      document,
      <AssumptionsPanel wanted={null} onShown={() => {}} onClose={() => {}} />,
    );
    await user.type(screen.getByLabelText('Value of Inflation'), '{Control>}a{/Control}3.5');
    leave();
    await waitFor(() => expect([...session.state.document.assumptions.values()][0]!.value).toBe(0.035));
  });
});

describe('a rule in the calculation', () => {
  it('forgets the part that was chosen when another rule is shown', async () => {
    const document = sketch({ lines: { Costs: { Rent: 800, A: 'Rent * 2', B: 'Rent * 3' } } });
    const { model } = sessionOf(document).state;
    const idOf = (name: string) => [...document.lines.values()].find((row) => row.name === name)!.id;
    const rule = (name: string) => {
      const explanation = explainFigure(model, idOf(name), 0);
      return (
        <FormulaView explanation={explanation} expression={explanation.expression!} model={model} onJump={() => true} />
      );
    };
    const { user, show } = inPlan(document, rule('A'));
    await user.tab();
    await user.keyboard('{ArrowRight}{ArrowRight}');
    expect(screen.getByRole('status').textContent).toContain('Rent = 800.00');
    show(rule('B'));
    expect(screen.queryByRole('status')).toBeNull();
  });
});

describe('doubts about a rule that is written', () => {
  const plan = sketch({
    assumptions: { Inflation: ['ratePerYear', 0.024] },
    lines: { Costs: { Rent: 800, Days: 3 } },
  });

  it('are said at once, in the plan’s notation, and mended in the text', async () => {
    const changed = vi.fn();
    const { user } = inPlan(plan, <RuleDoubts text="100 + Rent * Inflation" unit="money" onChange={changed} />);
    expect(screen.getByText(/Applies the yearly rate Inflation to a monthly amount\./)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Write monthly(Inflation)' }));
    expect(changed).toHaveBeenCalledWith('100 + Rent * monthly(Inflation)');
  });

  it('say which of a name and a calendar word was taken, and offer the other', async () => {
    const changed = vi.fn();
    const { user } = inPlan(plan, <RuleDoubts text="Rent * days" unit="money" onChange={changed} />);
    expect(screen.getByText(/Days means the item of that name in this plan/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Write days()' }));
    expect(changed).toHaveBeenCalledWith('Rent * days()');
    cleanup();
    inPlan(plan, <RuleDoubts text="Rent * days()" unit="money" onChange={changed} />);
    expect(screen.queryByText(/Days means/)).toBeNull();
  });
});

// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { parsePlan, type Document, type LoanAnswer } from '@haushalt/core';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { loadFormulaField } from '../../fields/formula/formulaField.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { inPlan } from '../../testing/inPlan.tsx';
import { LoanTerms } from './LoanTerms.tsx';

beforeAll(loadFormulaField);
afterEach(cleanup);

const plan = (rate: number | string) =>
  parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
    assumptions: [{ name: 'Prime', unit: 'ratePerYear', value: 0.03 }],
    assumptionSteps: [{ assumption: 'Prime', from: '2027-01', value: 0.06 }],
    loans: [{ id: 'van', name: 'Van', amount: 12_000, rate, months: 36, first: '2026-01' }],
  });

/** The terms of the van's loan, as a page of the plan shows them. */
function Terms() {
  const { document, model } = useSessionState();
  const { answer } = model.calculationOf('van')!;
  const loan: LoanAnswer | null = answer.kind === 'loan' ? answer.loan : null;
  return (
    <>
      <LoanTerms loan={document.loans.get('van')!} answer={loan} sliders={false} />
      <output aria-label="Months in all">{loan?.rows.length}</output>
    </>
  );
}

const open = (document: Document) => {
  const { user, session } = inPlan(document, <Terms />);
  return { user, session, loan: () => session.state.document.loans.get('van')!, extras: () => [...session.state.document.loanExtras.values()] }; // prettier-ignore
};

describe('the terms of a loan', () => {
  it('ask what a new rate changes where the rate can change, and the loan follows', async () => {
    const { user, loan } = open(plan('Prime'));
    expect(screen.getByLabelText('Months in all').textContent).toBe('36');
    const choice = screen.getByRole('radiogroup', { name: 'A new rate changes' });
    expect(choice.querySelector('[aria-checked=true]')?.textContent).toBe('payment');
    await user.click(screen.getByRole('radio', { name: 'term' }));
    expect(loan().atNewRate).toBe('term');
    await vi.waitFor(() => expect(Number(screen.getByLabelText('Months in all').textContent)).toBeGreaterThan(36));
  });

  it('do not ask it of a rate that is a figure, or that follows from the others', () => {
    open(plan(0.05));
    expect(screen.queryByRole('radiogroup', { name: 'A new rate changes' })).toBeNull();
    cleanup();
    const sought = plan('Prime');
    const van = sought.loans.get('van')!;
    open({ ...sought, loans: new Map([['van', { ...van, unknown: 'rate', payment: '400' }]]) } as Document);
    expect(screen.queryByRole('radiogroup', { name: 'A new rate changes' })).toBeNull();
  });

  it('have extra payments, each of which shortens the term or lowers the payment', async () => {
    const { user, extras } = open(plan(0.05));
    await user.click(screen.getByRole('button', { name: 'Add extra payment' }));
    expect(extras()).toMatchObject([{ every: 'monthly', from: '2026-02', amount: '50', lowers: 'term' }]);
    const months = () => Number(screen.getByLabelText('Months in all').textContent);
    await vi.waitFor(() => expect(months()).toBeLessThan(36));
    await user.selectOptions(screen.getByLabelText('Effect of extra payment 1'), 'lowers the payment');
    expect(extras()).toMatchObject([{ lowers: 'payment' }]);
    await user.selectOptions(screen.getByLabelText('Frequency of extra payment 1'), 'once, in');
    await vi.waitFor(() => expect(months()).toBe(36));
    await user.click(screen.getByRole('button', { name: 'Remove extra payment 1' }));
    expect(extras()).toEqual([]);
  });

  it('end an extra payment with a year of the plan, wherever that begins', async () => {
    const april = plan(0.05);
    const [row] = april.plan.values();
    const { user } = open({ ...april, plan: new Map([[row!.id, { ...row!, yearBegins: 4 }]]) } as Document);
    await user.click(screen.getByRole('button', { name: 'Add extra payment' }));
    const ends = screen.getByLabelText('Last month of extra payment 1') as HTMLSelectElement;
    expect([...ends.options].map(({ value }) => value)).toEqual(['', '2026-03', '2027-03', '2028-03']);
  });
});

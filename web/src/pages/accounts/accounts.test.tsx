// @vitest-environment jsdom
import { Balances, daySumsAfter, effectOn, entryOf, namesOf, type EntryChange, type EntryGiven } from '@haushalt/core';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { inPlan } from '../../testing/inPlan.tsx';
import { serveEntries } from '../../testing/ledgerServer.ts';
import { AccountForm } from './AccountForm.tsx';
import { AccountEntries } from './AccountEntries.tsx';
import { useEffect } from 'react';
import { ImportStatement } from './ImportStatement.tsx';
import { useOpenStatement } from './statementDraft.ts';
import { Reconciling } from './Reconciling.tsx';
import { Reconciliations } from './Reconciliations.tsx';

const document = sketch({
  accounts: { Bank: { opening: 100, number: 'XX1' }, Card: { kind: 'card' } },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300 } },
});
const idOf = (name: string) => namesOf(document).find(name)!.id;
const bank = document.accounts.get('bank')!;
const entry = (id: string, given: Partial<EntryGiven>) =>
  entryOf(id, { date: '2026-03-14', amount: -4250, what: 'Shop', line: idOf('Food'), account: 'bank', ...given });
const balancesOf = (entries: ReturnType<typeof entry>[]) =>
  new Balances(document, daySumsAfter([], entries.map((after): EntryChange => ({ table: 'entries', id: after.id, before: null, after })))); // prettier-ignore

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
});

describe('an account', () => {
  it('is opened with its balance and day', async () => {
    const done = vi.fn();
    const plan = inPlan(document, <AccountForm account={null} isUsed={false} onDone={done} onClose={() => {}} />);
    await plan.user.type(screen.getByRole('textbox', { name: 'Name' }), 'bank');
    await plan.user.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getByRole('alert').textContent).toContain('already');
    await plan.user.type(screen.getByRole('textbox', { name: 'Name' }), ' two');
    await plan.user.selectOptions(screen.getByRole('combobox', { name: 'Kind' }), 'savings');
    const opening = screen.getByRole('textbox', { name: 'Opening balance' });
    await plan.user.clear(opening);
    await plan.user.type(opening, '1,250.50');
    await plan.user.click(screen.getByRole('button', { name: 'Save' }));
    expect([...plan.session.state.document.accounts.values()].at(-1)).toMatchObject({ name: 'bank two', kind: 'savings', opening: 1250.5, openingOn: '2026-01-01' }); // prettier-ignore
    expect(done).toHaveBeenCalledOnce();
  });

  it('with entries is closed, not deleted', async () => {
    const plan = inPlan(document, <AccountForm account={bank} isUsed onDone={() => {}} onClose={() => {}} />);
    expect(screen.getByRole('button', { name: 'Delete account' })).toHaveProperty('disabled', true);
    await plan.user.click(screen.getByRole('checkbox', { name: /^Closed/ }));
    await plan.user.click(screen.getByRole('button', { name: 'Save' }));
    expect(plan.session.state.document.accounts.get('bank')!.closed).toBe(true);
  });

  it('sees both ends of transfers', () => {
    const moved = entry('t', { line: '', toAccount: 'card', amount: -500 });
    expect([effectOn(moved, 'bank'), effectOn(moved, 'card'), effectOn(moved, 'x')]).toEqual([-500, 500, 0]);
  });
});

describe('the entries of an account', () => {
  it('have what is expected before them, from either side of a transfer, and balances after them', async () => {
    const entries = [entry('a', {}), entry('b', { amount: -1000, what: 'Kiosk' })];
    serveEntries(entries);
    const due = { standing: 's', line: '', account: 'card', toAccount: 'bank', amount: -25_000 };
    const expected = [{ ...due, due: '2099-03-01', what: 'Back to the bank' }, { ...due, due: '2025-03-01', what: 'Long ago' }]; // prettier-ignore
    inPlan(document, <AccountEntries planId="p" account={bank} balances={balancesOf(entries)} expected={expected} />);
    const rows = async (name: string) =>
      within((await screen.findByRole('gridcell', { name })).closest<HTMLElement>('[role=row]')!)
        .getAllByRole('gridcell')
        .map(({ textContent }) => textContent.trim());
    expect((await rows('Back to the bank')).slice(2, 5)).toEqual(['from Card', '250.00', 'expected']);
    expect((await rows('Long ago')).slice(3, 5)).toEqual(['250.00', 'overdue']);
    const balances = [(await rows('Shop'))[4], (await rows('Kiosk'))[4]];
    expect(balances.sort()).toEqual(['47.50', expect.stringMatching(/^(57\.50|90\.00)$/)]);
  });
});

describe('reconciling', () => {
  const entries = [entry('a', {}), entry('b', { what: 'Pay', amount: 200_000, line: idOf('Pay') }), entry('c', { what: 'Later', date: '2026-04-02' })]; // prettier-ignore

  it('is finished when what is ticked leaves no difference, and can be taken back', async () => {
    serveEntries(entries);
    const plan = inPlan(document, <Reconciling planId="p" account={bank} balances={balancesOf(entries)} onClose={() => {}} />); // prettier-ignore
    const on = screen.getByRole('textbox', { name: 'Statement of' });
    await plan.user.clear(on);
    await plan.user.type(on, '31/3/2026{Tab}');
    expect(await screen.findByText('Shop')).toBeDefined();
    expect(screen.queryByText('Later')).toBeNull();
    await plan.user.type(screen.getByRole('textbox', { name: 'Closing balance' }), '2057.50');
    const finish = screen.getByRole('button', { name: 'Finish' });
    expect(finish).toHaveProperty('disabled', true);
    // Why, and where to what is missing, is said.
    expect(screen.getByText(/^You can finish when the difference is €0\.00\. Your ticks are kept\./)).toBeDefined();
    expect(screen.getByRole('link', { name: 'Enter a missing entry' }).getAttribute('href')).toContain('/spending?month=2026-03'); // prettier-ignore
    await plan.user.click(screen.getByRole('checkbox', { name: /Shop/ }));
    expect(screen.getByText('€2,000.00')).toBeDefined();
    await plan.user.click(screen.getByRole('button', { name: 'Tick all' }));
    expect(screen.getByText('€0.00')).toBeDefined();
    expect(screen.queryByText(/^You can finish/)).toBeNull();
    await plan.user.click(finish);
    const [row] = [...plan.session.state.document.reconciliations.values()];
    expect(row).toMatchObject({ account: 'bank', on: '2026-03-31', balance: 2057.5 });
    expect(plan.session.state.ledger.map(({ change }) => change.after?.reconciled)).toEqual([row!.id, row!.id]);
    plan.show(<Reconciliations planId="p" account={bank} onClose={() => {}} />);
    await plan.user.click(await screen.findByRole('button', { name: 'Statement of 31 March 2026' }));
    expect(await screen.findByText('Pay')).toBeDefined();
    await plan.user.click(screen.getByRole('button', { name: 'Reopen' }));
    expect(plan.session.state.document.reconciliations.size).toBe(0);
    expect(plan.session.state.ledger.at(-1)!.change.after!.reconciled).toBe('');
  });
});

describe('a statement', () => {
  const line = (part: object) => ({
    date: '2026-03-14',
    what: 'Shop',
    amount: -4250,
    reference: '',
    place: 'Line 2',
    ...part,
  });
  const nothing = { known: null, expected: null, assignment: null, similar: null };
  const answer = {
    format: 'csv',
    csv: { format: { separator: ',', encoding: 'utf-8', decimal: '.', dates: 'dmy', heading: 1, date: 'Date', what: 'Text', amount: 'Sum', paid: '', received: '', reference: '', balance: '' }, headings: ['Date', 'Text', 'Sum'], sample: [['14/03/2026', 'Shop', '-42.50']] },
    problem: null,
    unreadable: [] as string[],
    statements: [
      {
        number: '',
        account: 'bank',
        closing: { date: '2026-03-31', amount: 57.5 },
        preview: [
          { ...nothing, line: line({}), state: 'new', assignment: { line: idOf('Food'), toAccount: '', by: { kind: 'rule', rule: 'r' } } },
          { ...nothing, line: line({ what: 'Mystery', amount: -999 }), state: 'new' },
          { ...nothing, line: line({ what: 'Old' }), state: 'known', known: entry('k', { what: 'Old' }) },
        ],
        counts: { new: 2, known: 1, expected: 0, assigned: 1, unassigned: 1 },
      },
    ],
  }; // prettier-ignore
  const file = new File(['x'], 'May.csv');
  function Opened({ onClose }: { readonly onClose: () => void }) {
    const { open, source, draft, change, correct } = useOpenStatement('p');
    useEffect(() => {
      localStorage.clear();
      open({ kind: 'file', file }, 'bank');
      // It is opened once.
      // eslint-disable-next-line react-hooks/exhaustive-deps
    }, []);
    return source && draft && <ImportStatement planId="p" source={source} draft={draft} balances={balancesOf([])} onChange={change} onCorrect={correct} onClose={onClose} />; // prettier-ignore
  }
  const shown = (more: Parameters<typeof serveEntries>[1]) => {
    const server = serveEntries([], more);
    const closed = vi.fn();
    const plan = inPlan(document, <Opened onClose={closed} />); // prettier-ignore
    return { ...plan, closed, server };
  };

  it('says what is in it, and takes in what is left of it as one step', async () => {
    const plan = shown({ '/statements': () => answer });
    expect(await screen.findByText('2 new, 0 expected, 1 already entered.')).toBeDefined();
    expect(screen.getByText(/The statement’s balance on 31 March 2026 is €57\.50; after the import, the balance here is €47\.51/)).toBeDefined(); // prettier-ignore
    await plan.user.click(screen.getAllByRole('checkbox', { name: 'Import this entry' })[1]!);
    expect(screen.getByText('After the import, the balance on 31 March 2026 equals the statement’s.')).toBeDefined();
    await plan.user.click(screen.getByRole('button', { name: 'Import one entry' }));
    expect(plan.session.state.ledger.map(({ change }) => change.after)).toMatchObject([{ what: 'Shop', line: idOf('Food'), account: 'bank', amount: -4250 }]); // prettier-ignore
    expect(plan.session.state.document.accounts.get('bank')).toMatchObject({ statedOn: '2026-03-31', stated: 57.5 });
    expect(plan.session.state.document.statementFormats.get('bank')).toMatchObject({ what: 'Text' });
    expect(plan.closed).toHaveBeenCalled();
    plan.session.undo();
    expect(plan.session.state.document.accounts.get('bank')!.stated).toBeNull();
  });

  it('tells which lines are left out, and takes in the others', async () => {
    const unreadable = Array.from(
      { length: 7 },
      (_, nth) => `Line ${nth + 2}, column “Amount”: “much” is not a valid amount.`,
    );
    const plan = shown({ '/statements': () => ({ ...answer, unreadable }) });
    const text = (await screen.findByText(/^7 lines cannot be read and are left out\./)).textContent;
    expect(text).toContain('Line 2, column “Amount”: “much” is not a valid amount.');
    expect(text).toContain('and 2 more');
    await plan.user.click(screen.getByRole('button', { name: 'Import 2 entries' }));
    expect(plan.session.state.ledger).toHaveLength(2);
  });

  it('is read otherwise when that is said', async () => {
    const plan = shown({ '/statements': () => answer });
    await plan.user.click(await screen.findByText('How the file is read'));
    await plan.user.selectOptions(screen.getByRole('combobox', { name: 'Dates' }), 'mdy');
    await waitFor(() => expect(plan.server.asked.at(-1)).toContain('mdy'));
  });

  it('that cannot be read says why, and that nothing was stored', async () => {
    const refused = new Response(JSON.stringify({ error: { message: 'Line 3: “much” is not a valid amount.' } }), { status: 422 }); // prettier-ignore
    shown({ '/statements': () => refused });
    const text = (await screen.findByRole('alert')).textContent;
    expect(text).toContain('Line 3: “much” is not a valid amount.');
    expect(text).toContain('Nothing was stored.');
  });

  it('can be left while it is read', async () => {
    const plan = shown({ '/statements': () => new Promise(() => {}) });
    await plan.user.click(within(screen.getByRole('region', { name: 'Statement from May.csv' })).getByRole('button', { name: 'Cancel' })); // prettier-ignore
    expect(plan.closed).toHaveBeenCalled();
  });

  it('of an account nobody knows asks which it is', async () => {
    const plan = shown({ '/statements': () => ({ ...answer, csv: null, statements: [{ ...answer.statements[0], account: null, number: 'XX9', preview: [] }] }) }); // prettier-ignore
    const choice = await screen.findByRole('combobox', { name: /Account for XX9/ });
    await plan.user.selectOptions(choice, 'card');
    await waitFor(() => expect(plan.server.asked.at(-1)).toContain('account=card'));
  });

  it('of several accounts nobody knows asks for each', async () => {
    const select = (number: string) => ({ ...answer.statements[0], account: null, number, preview: [] });
    const plan = shown({ '/statements': () => ({ ...answer, csv: null, statements: [select('XX8'), select('XX9')] }) });
    await plan.user.selectOptions(await screen.findByRole('combobox', { name: /Account for XX8/ }), 'card');
    await plan.user.selectOptions(screen.getByRole('combobox', { name: /Account for XX9/ }), 'bank');
    const text = () => new URLSearchParams(plan.server.asked.at(-1)!.split('?')[1]).get('accounts');
    await waitFor(() => expect(JSON.parse(text() ?? '{}')).toEqual({ XX8: 'card', XX9: 'bank' }));
  });
});

// @vitest-environment jsdom
import { entryOf, namesOf, toMonth, type EntryGiven, type Expected, type LedgerEntry } from '@haushalt/core';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { EntryForm } from '../../parts/ledger/EntryForm.tsx';
import { QuickEntry } from '../../parts/ledger/QuickEntry.tsx';
import { useEarlier, useLedger } from '../../parts/ledger/useLedger.ts';
import { useEntering } from '../../parts/ledger/useEntering.ts';
import { inPlan } from '../../testing/inPlan.tsx';
import { serveEntries } from '../../testing/ledgerServer.ts';
import { Assigning } from './Assigning.tsx';
import { EntriesView } from './EntriesView.tsx';
import { StandingView } from './RecurringView.tsx';

const document = sketch({
  months: 60,
  accounts: { Bank: {}, Card: { kind: 'card' }, Nest: { kind: 'savings' } },
  lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300, Gifts: 20 }, 'set aside': { Fund: 100 } },
});
const idOf = (name: string) => namesOf(document).find(name)!.id;
const MARCH = toMonth('2026-03');
const entry = (id: string, given: Partial<EntryGiven>): LedgerEntry =>
  entryOf(id, {
    date: '2026-03-14',
    amount: -4250,
    what: 'Weekly shop',
    line: idOf('Food'),
    account: 'card',
    ...given,
  });

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
});

/** Returns what the pages around the views give them. */
function useViews() {
  const ledger = useLedger('p');
  const earlier = useEarlier('p');
  const entering = useEntering('p', MARCH);
  return { planId: 'p', month: MARCH, ledger, earlier, entering };
}

function Form() {
  const { earlier, entering } = useViews();
  return (
    <EntryForm
      draft={entering.draft}
      earlier={earlier}
      month={MARCH}
      firstField={entering.firstField}
      onChange={entering.setDraft}
      onEnter={entering.enter}
      onLeave={entering.discard}
    />
  );
}
function Quick() {
  const { earlier, entering } = useViews();
  return (
    <QuickEntry
      draft={entering.draft}
      earlier={earlier}
      onChange={entering.setDraft}
      onEnter={entering.enter}
      onLeave={entering.discard}
    />
  );
}
const Entries = () => <EntriesView {...useViews()} />;
const Standing = ({ onConfirmWithForm = () => {} }: { readonly onConfirmWithForm?: (expected: Expected) => void }) => (
  <StandingView {...useViews()} onConfirmWithForm={onConfirmWithForm} />
);
const Assign = () => <Assigning {...useViews()} />;

/** The entries a session has made or changed. */
const made = ({ session }: ReturnType<typeof inPlan>) => session.state.ledger.map(({ change }) => change.after);

describe('the line an entry is written in', () => {
  it('completes a description with its line, account and amount, and takes it with Enter', async () => {
    serveEntries([entry('e1', {})]);
    const plan = inPlan(document, <Form />);
    const what = await screen.findByRole('combobox', { name: 'Description' });
    await plan.user.type(what, 'we');
    await screen.findByRole('option', { name: /Weekly shop/ }, { timeout: 10_000 });
    await plan.user.keyboard('{Enter}');
    expect(screen.getByRole('textbox', { name: 'Amount' })).toHaveProperty('value', '42.5');
    await plan.user.keyboard('{Enter}');
    expect(made(plan)).toMatchObject([{ what: 'Weekly shop', line: idOf('Food'), account: 'card', amount: -4250 }]);
    expect(what).toHaveProperty('value', '');
  });

  it('keeps what cannot be taken, with the reason, and what is typed over a visit elsewhere', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Form />);
    const amount = screen.getByRole('textbox', { name: 'Amount' });
    await plan.user.type(screen.getByRole('combobox', { name: 'Description' }), 'Kite');
    await plan.user.type(amount, '12+{Enter}');
    expect(screen.getByRole('alert').textContent).not.toBe('');
    expect(amount).toHaveProperty('value', '12+');
    expect(made(plan)).toEqual([]);
    plan.leave();
    plan.show(<Form />);
    expect(screen.getByRole('combobox', { name: 'Description' })).toHaveProperty('value', 'Kite');
    expect(screen.getByRole('textbox', { name: 'Amount' })).toHaveProperty('value', '12+');
  });

  it('says which month a day goes into before it is stored, and that a plan does not have it', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Form />);
    const date = screen.getByRole('textbox', { name: 'Date' });
    await plan.user.clear(date);
    await plan.user.type(date, '2/4/2026{Tab}');
    expect(screen.getByRole('alert').textContent).toBe('This entry is in April 2026; you are viewing March 2026.');
    await plan.user.clear(date);
    await plan.user.type(date, '31/12/2025{Tab}');
    expect(screen.getByRole('alert').textContent).toContain('December 2025 is outside the plan');
  });

  it('splits a receipt, and asks for the account of what is set aside', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Form />);
    await plan.user.type(screen.getByRole('textbox', { name: 'Amount' }), '20');
    await plan.user.click(screen.getByRole('button', { name: 'Split across several lines' }));
    await plan.user.type(screen.getByRole('combobox', { name: 'Part 1' }), 'Food{Enter}');
    await plan.user.type(screen.getByRole('textbox', { name: 'Part 1, Amount' }), '15');
    expect(screen.getByText('Still to split: 5.00')).toBeDefined();
    await plan.user.type(screen.getByRole('combobox', { name: 'Part 2' }), 'Gifts{Enter}');
    await plan.user.click(screen.getByRole('button', { name: 'Add entry' }));
    expect(made(plan)).toMatchObject([
      { line: idOf('Food'), amount: -1500 },
      { line: idOf('Gifts'), amount: -500 },
    ]);
    await plan.user.type(screen.getByRole('combobox', { name: 'Line' }), 'Fund{Enter}');
    expect(screen.getByRole('combobox', { name: 'To account' })).toBeDefined();
  });

  it('takes a description nobody wrote before with one Enter', async () => {
    serveEntries([entry('e1', {})]);
    const plan = inPlan(document, <Form />);
    await plan.user.type(screen.getByRole('textbox', { name: 'Amount' }), '5');
    await plan.user.type(await screen.findByRole('combobox', { name: 'Description' }), 'Something new{Enter}');
    expect(made(plan)).toMatchObject([{ what: 'Something new', amount: -500 }]);
  });

  it('is discarded by Escape, and put back from the notice', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Form />);
    await plan.user.type(screen.getByRole('combobox', { name: 'Description' }), 'Kite{Escape}');
    expect(screen.getByRole('combobox', { name: 'Description' })).toHaveProperty('value', '');
    await plan.user.click(await screen.findByRole('button', { name: 'Restore' }));
    expect(screen.getByRole('combobox', { name: 'Description' })).toHaveProperty('value', 'Kite');
    expect(made(plan)).toEqual([]);
  });

  it('takes a note', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Form />);
    await plan.user.type(screen.getByRole('textbox', { name: 'Amount' }), '3');
    await plan.user.click(screen.getByRole('button', { name: 'Note' }));
    await plan.user.type(screen.getByRole('textbox', { name: 'Note' }), 'With coupons{Enter}');
    expect(made(plan)).toMatchObject([{ note: 'With coupons', amount: -300 }]);
  });
});

describe('an entry with one hand', () => {
  it('has the lines used last at hand, and big keys for the amount', async () => {
    serveEntries([entry('e1', { date: '2026-03-01' }), entry('e2', { line: idOf('Gifts'), what: 'Kite' })]);
    const plan = inPlan(document, <Quick />);
    const chips = await screen.findByRole('group', { name: 'Line' });
    await waitFor(() => expect(within(chips).getAllByRole('button').map((chip) => chip.textContent)).toEqual(['Gifts', 'Food'])); // prettier-ignore
    await plan.user.click(within(chips).getByRole('button', { name: 'Food' }));
    for (const key of ['1', '2', '9', 'Delete the last digit', '.', '5', 'plus', '3'])
      await plan.user.click(screen.getByRole('button', { name: key }));
    expect(screen.getByRole('status', { name: 'Amount' }).textContent).toBe('12.5+3 EUR');
    await plan.user.click(screen.getByRole('button', { name: 'Add entry' }));
    expect(made(plan)).toMatchObject([{ line: idOf('Food'), amount: -1550 }]);
  });

  it('says what is wrong, and has more behind it', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Quick />);
    await plan.user.click(screen.getByRole('button', { name: 'Add entry' }));
    expect(screen.getByRole('alert').textContent).toBe('Enter an amount.');
    await plan.user.click(screen.getByText('1 Mar · Bank'));
    await plan.user.click(await screen.findByRole('button', { name: 'Card' }));
    await plan.user.click(screen.getByRole('button', { name: '7' }));
    await plan.user.click(screen.getByRole('button', { name: 'Add entry' }));
    expect(made(plan)).toMatchObject([{ account: 'card', amount: -700, line: '' }]);
  });
});

describe('all entries', () => {
  const all = [entry('a', {}), entry('b', { what: 'Café', amount: -300, account: 'bank' }), entry('c', { what: 'Wage', line: idOf('Pay'), amount: 200_000 })]; // prettier-ignore

  it('are found with what they come to', async () => {
    serveEntries(all);
    const plan = inPlan(document, <Entries />);
    expect(await screen.findByText('3 entries, received €2,000.00, paid €45.50.')).toBeDefined();
    await plan.user.type(screen.getByRole('searchbox'), 'cafe');
    expect(await screen.findByText('One entry, received €0.00, paid €3.00.')).toBeDefined();
    await plan.user.clear(screen.getByRole('searchbox'));
    await plan.user.selectOptions(screen.getByRole('combobox', { name: 'Account' }), 'card');
    expect(await screen.findByText('2 entries, received €2,000.00, paid €42.50.')).toBeDefined();
    await plan.user.type(screen.getByRole('textbox', { name: 'Maximum amount' }), '10');
    expect(await screen.findByText('No matching entries.')).toBeDefined();
  });

  it('are exported as they were found', async () => {
    serveEntries(all);
    const plan = inPlan(document, <Entries />);
    await plan.user.type(screen.getByRole('searchbox'), 'shop');
    const link = screen.getByRole('link', { name: 'CSV' });
    await waitFor(() => expect(link.getAttribute('href')).toContain('/entries.csv?'));
    expect(link.getAttribute('href')).toContain('text=shop');
  });
});

describe('recurring entries', () => {
  it('are made, change from a day on, and go', async () => {
    serveEntries([]);
    const plan = inPlan(document, <Standing />);
    expect(screen.getByText(/There are no recurring entries yet/)).toBeDefined();
    await plan.user.click(screen.getByRole('button', { name: 'New recurring entry' }));
    const dialog = screen.getByRole('dialog');
    await plan.user.type(within(dialog).getByRole('textbox', { name: 'Description' }), 'Rent');
    await plan.user.click(within(dialog).getByRole('button', { name: 'Save' }));
    expect(within(dialog).getByRole('alert').textContent).toContain('Choose a line');
    await plan.user.type(within(dialog).getByRole('combobox', { name: 'Line' }), 'Rent{Enter}');
    await plan.user.click(within(dialog).getByRole('button', { name: 'Save' }));
    const rows = () => [...plan.session.state.document.standingEntries.values()];
    expect(rows()).toMatchObject([
      { what: 'Rent', line: idOf('Rent'), amount: null, rhythm: 'month', account: 'bank' },
    ]);
    await plan.user.click(screen.getAllByRole('button', { name: 'Rent' })[0]!);
    const change = screen.getByRole('dialog');
    await plan.user.type(within(change).getByRole('textbox', { name: 'Amount' }), '850');
    await plan.user.click(within(change).getByRole('checkbox', { name: 'Apply the changes only from this date' }));
    await plan.user.click(within(change).getByRole('button', { name: 'Save' }));
    expect(rows().map(({ amount }) => amount)).toContain(850);
    await plan.user.click(screen.getAllByRole('button', { name: /Delete the recurring entry Rent/ })[0]!);
    expect(rows().length).toBeLessThan(2);
  });
});

describe('what is not assigned', () => {
  const open = [entry('a', { line: '', what: 'Corner 4471' }), entry('b', { line: '', what: 'Bread', amount: -100 }), entry('c', { what: 'Bread', amount: -120 })]; // prettier-ignore

  it('is proposed like earlier ones, and taken all at once', async () => {
    serveEntries([...open, entry('d', { line: '', what: 'bread', amount: -5, date: '2026-03-15' })]);
    const plan = inPlan(document, <Assign />);
    await plan.user.click(await screen.findByRole('button', { name: 'Accept all 2 proposals' }));
    expect(made(plan)).toMatchObject([{ line: idOf('Food') }, { line: idOf('Food') }]);
  });

  it('has rules, made, put in order and taken away', async () => {
    serveEntries(open);
    const plan = inPlan(document, <Assign />);
    const add = async (text: string, line: string) => {
      await plan.user.click(screen.getByRole('button', { name: 'New rule' }));
      const dialog = screen.getByRole('dialog');
      await plan.user.type(within(dialog).getByRole('textbox', { name: 'Text to find' }), text);
      await plan.user.type(within(dialog).getByRole('combobox', { name: 'Assign to' }), `${line}{Enter}`);
      await within(dialog).findByText(/not assigned\./);
      await plan.user.click(within(dialog).getByRole('button', { name: 'Save' }));
    };
    await add('corner', 'Gifts');
    // Those the rule is for are assigned with it.
    expect(made(plan)).toMatchObject([{ id: 'a', line: idOf('Gifts') }]);
    await add('zoo', 'Food');
    const words = () => [...screen.getByRole('region', { name: 'Assignment rules' }).querySelectorAll('li')].map((row) => row.textContent); // prettier-ignore
    expect(words()).toEqual(['contains “corner”Gifts', 'contains “zoo”Food']);
    await plan.user.click(screen.getByRole('button', { name: 'Move rule zoo up' }));
    expect(words()).toEqual(['contains “zoo”Food', 'contains “corner”Gifts']);
    await plan.user.click(screen.getByRole('button', { name: 'Delete the rule zoo' }));
    expect(words()).toHaveLength(1);
  });

  it('says so when all is', async () => {
    serveEntries([entry('c', {})]);
    inPlan(document, <Assign />);
    expect(await screen.findByText('All entries are assigned.')).toBeDefined();
  });
});

import { english } from '../../../../core/src/testing/english.ts';
// @vitest-environment jsdom
import { applyChanges, columnsOf, decide, itemsOf, titleOfItem, type Command, type Document } from '@haushalt/core';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { inPlan } from '../../testing/inPlan.tsx';
import { serveEntries } from '../../testing/ledgerServer.ts';
import { ListsPage } from './ListsPage.tsx';

const PLAN = sketch({ months: 12, lines: { income: { Pay: 2000 }, costs: { Rent: 800, Food: 300 } } });

function after(document: Document, ...commands: readonly Command[]): Document {
  return commands.reduce((before, command) => {
    const decision = decide(before, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(before, decision.changes);
  }, document);
}

const ITEMS: readonly Record<string, string | number>[] = [
  { item: 'Tap', trade: 'Plumber', price: 80, actual: 90, due: '2026-03-31' },
  { item: 'Tiles', trade: 'Tiler', price: 12.5, actual: 12.5, due: '2026-04-30' },
  { item: 'Grout', trade: 'Tiler', price: 7 },
];

/** A plan with a list of three items in two trades, one of which departs from a rule. */
const document = after(
  PLAN,
  {
    kind: 'list.add',
    id: 'list',
    name: 'Bath',
    columns: [
      { id: 'item', settings: { name: 'Item', kind: 'text' } },
      { id: 'trade', settings: { name: 'Trade', kind: 'choice', options: 'Plumber\nTiler', groups: true } },
      { id: 'price', settings: { name: 'Price', unit: 'money', total: true } },
      { id: 'twice', settings: { name: 'Twice', kind: 'rule', unit: 'money', formula: 'Price * 2', total: true } },
      { id: 'actual', settings: { name: 'Actual', unit: 'money' } },
      { id: 'status', settings: { name: 'Status', kind: 'status', estimated: 'price', actual: 'actual', total: true } },
      { id: 'due', settings: { name: 'Due', kind: 'date' } },
    ],
    items: ITEMS.map((row, index) => ({ id: `i${index}`, cells: Object.entries(row).map(([column, value]) => ({ column, value })) })), // prettier-ignore
    before: null,
  },
  { kind: 'listCells.set', cells: [{ item: 'i0', column: 'twice', value: 150 }] },
);

beforeEach(() => {
  localStorage.clear();
  serveEntries([]);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The page of lists, with what a person sees and does on it. */
function onPage(shownDocument: Document = document) {
  const plan = inPlan(shownDocument, <ListsPage />);
  const now = () => plan.session.state.document;
  const press = (name: string | RegExp, inside = screen as Pick<typeof screen, 'getByRole'>) =>
    plan.user.click(inside.getByRole('button', { name }));
  const panel = () => within(screen.getByRole('complementary'));
  return {
    ...plan,
    now,
    press,
    panel,
    openColumn: async (name: string) => {
      await plan.user.click(screen.getByTitle(name));
      return panel();
    },
    choose: (label: string, option: string, inside = screen as Pick<typeof screen, 'getByRole'>) =>
      plan.user.selectOptions(inside.getByRole('combobox', { name: label }), option),
    column: (name: string) => columnsOf(now(), 'list').find((each) => each.name === name)!,
    titles: () => itemsOf(now(), 'list').map((item) => titleOfItem(now(), item)),
    cell: (item: string, column: string) => now().listCells.get(`${item}:${column}`),
  };
}

describe('the page of lists', () => {
  it('without a list says what lists are for, and begins one that is ready-made', async () => {
    const page = onPage(PLAN);
    await page.press('New list');
    await page.user.click(screen.getByRole('button', { name: /Estimate and actual/ }));
    expect(screen.getByRole('grid', { name: 'Estimate and actual' })).toBeDefined();
    expect([...page.now().lists.values()].map(({ name }) => name)).toEqual(['Estimate and actual']);
  });

  it('finds texts and figures, and says how many there are', async () => {
    const page = onPage();
    const find = screen.getByRole('searchbox', { name: 'Find' });
    await page.user.type(find, 'gro');
    expect(screen.getByText('1 of 3 items')).toBeDefined();
    await page.user.clear(find);
    await page.user.type(find, '25.00');
    expect(screen.getByText('1 of 3 items')).toBeDefined();
    expect(screen.getByRole('row', { name: /Tiles/ })).toBeDefined();
    await page.user.clear(find);
    await page.user.type(find, 'nobody');
    expect(screen.getByText('No matching items.')).toBeDefined();
  });

  it('puts a new item where it was asked for: in the group of the selected one, among those that are shown', async () => {
    const page = onPage();
    await page.user.click(within(screen.getByRole('row', { name: /Tiles/ })).getAllByText('12.50')[0]!); // prettier-ignore
    await page.press('Insert');
    // Until it is called something it goes by its trade.
    expect(page.titles()).toEqual(['Tap', 'Tiler', 'Tiles', 'Grout']);
    // What is typed now is the new item's, not that of the one below.
    await page.user.keyboard('Sealant{Enter}');
    expect(page.titles()).toEqual(['Tap', 'Sealant', 'Tiles', 'Grout']);
    const made = itemsOf(page.now(), 'list')[1]!.id;
    expect(page.cell(made, 'trade')?.text).toBe('Tiler');
    await page.choose('Trade', 'Plumber');
    await page.press('Insert');
    const filtered = itemsOf(page.now(), 'list').map(({ id }) => page.cell(id, 'trade')?.text);
    expect(filtered.filter((trade) => trade === 'Plumber')).toHaveLength(2);
  });

  it('says what became of each column of what is pasted, and takes it back', async () => {
    const page = onPage();
    const tiles = screen.getByRole('row', { name: /Tiles/ });
    const [price] = within(tiles).getAllByText('12.50');
    await page.user.click(price!);
    await page.user.paste('10\t99\t11\n20\t99\t21');
    expect(page.cell('i1', 'price')?.figure).toBe(10);
    expect(page.cell('i1', 'twice')).toBeUndefined();
    expect(page.cell('i2', 'actual')?.figure).toBe(21);
    expect(screen.getByText('2 rows pasted. Twice follows its rule and was left out.')).toBeDefined();
    expect(screen.getByRole('button', { name: 'Undo' })).toBeDefined();
    expect(page.session.undo()).toBeNull();
    expect(page.cell('i1', 'price')?.figure).toBe(12.5);
    await page.user.click(await within(screen.getByRole('row', { name: /Grout/ })).findByText('14.00'));
    await page.user.paste('15');
    expect(screen.getByText('One row pasted. The figures in Twice are now exceptions to its rule.')).toBeDefined();
  });

  it('shows a list as it is set: name, note, earlier and later, duplicated, deleted', async () => {
    const page = onPage();
    await page.press('Settings');
    const dialog = within(screen.getByRole('dialog'));
    await page.user.clear(dialog.getByRole('textbox', { name: 'List name' }));
    await page.user.type(dialog.getByRole('textbox', { name: 'List name' }), 'Rent');
    await page.press('Save', dialog);
    expect(dialog.getByRole('alert').textContent).toContain('There is already a line named Rent');
    await page.press('Duplicate', dialog);
    expect([...page.now().lists.values()].map(({ name }) => name)).toEqual(['Bath', 'Bath copy']);
    await page.press('Settings');
    await page.press('Delete', within(screen.getByRole('dialog')));
    expect(page.now().lists.size).toBe(1);
  });
});

describe('the panel of a column', () => {
  it('lists the items that depart from its rule, and lets the rule hold again', async () => {
    const page = onPage();
    const panel = await page.openColumn('Twice');
    expect(panel.getByText('One item is an exception to the rule')).toBeDefined();
    expect(panel.getByText('150.00')).toBeDefined();
    await page.press('Use the rule for Tap', panel);
    expect(page.cell('i0', 'twice')).toBeUndefined();
    expect(panel.queryByText('One item is an exception to the rule')).toBeNull();
  });

  it('takes a rule, says what is wrong with one, and what is doubtful', async () => {
    const page = onPage();
    const panel = await page.openColumn('Twice');
    const rule = panel.getByRole('textbox', { name: 'Rule of Twice' });
    await page.user.clear(rule);
    await page.user.type(rule, 'Price * Wrong');
    expect(panel.getByRole('alert').textContent).toContain('Wrong');
    await page.user.clear(rule);
    await page.user.type(rule, 'Twice + 1{Enter}');
    expect(panel.getByRole('alert').textContent).toContain('a circular reference');
    await page.user.clear(rule);
    await page.user.type(rule, 'Price * 3{Enter}');
    expect(page.column('Twice').formula).toBe('{price} * 3');
  });

  it('makes it wider than it is shown, narrower, and moves it', async () => {
    const page = onPage();
    const panel = await page.openColumn('Item');
    const shown = Number.parseFloat(screen.getAllByRole('columnheader')[0]!.style.width) || 180;
    await page.press('Wider', panel);
    expect(page.column('Item').width).toBeGreaterThan(shown);
    await page.press('Narrower', panel);
    expect(page.column('Item').width).toBeLessThanOrEqual(shown);
    await page.press(/Move right/, panel);
    expect(columnsOf(page.now(), 'list').map(({ name }) => name)[1]).toBe('Item');
  });

  it('lets typed entries give way to a rule only when that is said', async () => {
    const page = onPage();
    const panel = await page.openColumn('Actual');
    await page.choose('Type', 'rule', panel);
    expect(page.column('Actual').kind).toBe('figure');
    await page.press(/2 typed values/, panel);
    expect(page.column('Actual').kind).toBe('rule');
  });

  it('keeps what a rule gave where it becomes typed', async () => {
    const page = onPage();
    const panel = await page.openColumn('Twice');
    await page.choose('Type', 'figure', panel);
    expect(['i0', 'i1', 'i2'].map((item) => page.cell(item, 'twice')?.figure)).toEqual([150, 25, 14]);
  });

  it('sets unit, decimals and what stands under it; hides it and shows it again', async () => {
    const page = onPage();
    const panel = await page.openColumn('Price');
    await page.choose('Decimals', '0', panel);
    await page.user.click(panel.getByRole('checkbox', { name: 'Largest' }));
    expect(page.column('Price')).toMatchObject({ decimals: 0, largest: true });
    expect(within(screen.getByRole('row', { name: /Largest/ })).getByText('80')).toBeDefined();
    await page.user.click(panel.getByRole('checkbox', { name: 'Hidden' }));
    expect(screen.queryByTitle('Price')).toBeNull();
    await page.press('Show', panel);
    expect(screen.getByTitle('Price')).toBeDefined();
  });

  it('has thresholds: refused without a figure or word, shown in the list, taken away', async () => {
    const page = onPage();
    const panel = await page.openColumn('Price');
    await page.press(/highlight/i, panel);
    await page.press('Save', panel);
    expect(panel.getByRole('alert').textContent).not.toBe('');
    await page.user.type(panel.getByRole('textbox', { name: 'Word' }), 'dear');
    await page.user.type(panel.getByRole('textbox', { name: 'Limit' }), '50{Tab}');
    await page.press('Save', panel);
    expect([...page.now().highlights.values()]).toMatchObject([{ of: 'price', when: 'above', high: 50, word: 'dear' }]);
    expect(within(screen.getByRole('row', { name: /Tap/ })).getByText('dear:', { exact: false })).toBeDefined();
    await page.press(/dear/, panel);
    expect(page.now().highlights.size).toBe(0);
  });
});

describe('what is put into a list', () => {
  it('a new column follows from another, with a name of its own', async () => {
    const page = onPage();
    await page.press('Column');
    await page.choose('From the column', 'Price', page.panel());
    await page.press(/Running total/, page.panel());
    expect(page.column('Running total').formula).toBe('running({price})');
    await page.press('Column');
    await page.choose('From the column', 'Price', page.panel());
    await page.press(/Running total/, page.panel());
    expect(page.column('Running total 2').formula).toBe('running({price})');
  });

  it('a series goes on as two days begin it, over the end into new items', async () => {
    const page = onPage();
    await page.user.click(within(screen.getByRole('row', { name: /Tap/ })).getByText(/31 Mar/));
    await page.user.keyboard('{Alt>}s{/Alt}');
    const panel = page.panel();
    expect(panel.getByRole('combobox', { name: 'Series' })).toHaveProperty('value', 'monthEnds');
    const count = panel.getByRole('textbox', { name: 'Number' });
    await page.user.clear(count);
    await page.user.type(count, '5{Tab}');
    await page.press('Fill', panel);
    expect(itemsOf(page.now(), 'list').map(({ id }) => page.cell(id, 'due')?.text)).toEqual(['2026-03-31', '2026-04-30', '2026-05-31', '2026-06-30', '2026-07-31']); // prettier-ignore
  });

  it('a pasted table is shown as it is taken for, with what cannot be read', async () => {
    const page = onPage();
    await page.press('New list');
    await page.press(/Paste a table/);
    const dialog = within(screen.getByRole('dialog'));
    await page.user.click(dialog.getByRole('textbox', { name: 'Paste the table here' }));
    await page.user.paste('Thing\tPrice\nChair\t1.234,50\nStool\tfree\nBench\t80,00');
    await page.user.selectOptions(dialog.getAllByRole('combobox', { name: 'Type' })[1]!, 'figure:money');
    expect(dialog.getByText(/One value does not match .* Row 2, Price:/)).toBeDefined();
    await page.press('Create list', dialog);
    const [, made] = [...page.now().lists.values()];
    const price = columnsOf(page.now(), made!.id)[1]!;
    const figures = itemsOf(page.now(), made!.id).map(
      ({ id }) => page.now().listCells.get(`${id}:${price.id}`)?.figure,
    );
    expect(figures).toEqual([1234.5, undefined, 80]);
  });

  it('becomes a line of the budget: what it computes, in one month, or spread over some', async () => {
    const page = onPage();
    await page.press('Add to budget');
    const dialog = within(screen.getByRole('dialog'));
    expect(dialog.getByRole('combobox', { name: 'Follows' })).toHaveProperty('value', 'twice');
    await page.choose('How', 'spread', dialog);
    await page.choose('Month', '2026-04', dialog);
    await page.press('Add to budget', dialog);
    const line = [...page.now().lines.values()].find(({ name }) => name === 'Bath costs')!;
    const series = page.session.state.model.seriesOf(line.id)!;
    expect([...series.values].map((figure) => Math.round((figure || 0) * 100) / 100)).toEqual([0, 0, 0, 31.5, 31.5, 31.5, 31.5, 31.5, 31.5, 0, 0, 0]); // prettier-ignore
  });

  it('has what was filled in again after the page was left, until it is sent', async () => {
    const first = onPage();
    await first.press('Add to budget');
    await first.choose('How', 'spread', within(screen.getByRole('dialog')));
    cleanup();
    const page = onPage();
    await page.press('Add to budget');
    const dialog = within(screen.getByRole('dialog'));
    expect(dialog.getByRole('combobox', { name: 'How' })).toHaveProperty('value', 'spread');
    await page.press('Add to budget', dialog);
    await page.press('Add to budget');
    expect(screen.queryByText('What you entered before is still here.')).toBeNull();
  });

  it('is drawn, and the drawing is kept among the charts', async () => {
    const page = onPage();
    await page.press('Chart');
    const panel = page.panel();
    await waitFor(() => expect(panel.getByRole('checkbox', { name: 'Price' })).toHaveProperty('checked', true));
    await page.press('Add to Charts', panel);
    expect([...page.now().charts.values()]).toMatchObject([{ name: 'Bath', list: 'list', form: 'beside' }]);
  });
});

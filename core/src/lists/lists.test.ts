import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model } from '../engine/model.ts';
import { explainItem } from '../engine/explainedItem.ts';
import { figuresOf } from '../engine/results.ts';
import { findingsOf } from '../analysis/checks/checks.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { toShownInList } from '../plan/document/formulas.ts';
import { columnsOf, itemsOf } from '../plan/document/lists.ts';
import { parsePlan } from '../plan/file/file.ts';
import { toPlanFile } from '../plan/file/writeFile.ts';
import { runs } from '../testing/setup.ts';
import { parseEntries } from '../plan/file/entriesFile.ts';
import { entryOf, type LedgerEntry } from '../plan/schema/entries.ts';
import { itemSumsAfter, modelWithEntries } from './itemEntries.ts';
import { READY_MADE, readyMadeList, type ReadyMadeList } from './readyMade.ts';
import { statusOfItems } from './status.ts';
import { summaryIn } from './summaries.ts';

const PLAN = parsePlan({
  version: 1,
  plan: { name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  assumptions: [
    { id: 'rate', name: 'Discount', unit: 'percent', value: 0.1 },
    { id: 'rent', name: 'Rent', unit: 'money', value: 700 },
  ],
  groups: [{ id: 'costs', name: 'Costs', side: 'expense' }],
  lines: [
    { id: 'kitchen-costs', group: 'Costs', name: 'Kitchen costs' },
    { id: 'all-costs', group: 'Costs', name: 'All costs' },
  ],
});

function after(document: Document, ...commands: readonly Command[]): Document {
  return commands.reduce((before, command) => {
    const decision = decide(before, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(before, decision.changes);
  }, document);
}

/** Why a command is refused. */
function refusalOf(document: Document, command: Command): string {
  const decision = decide(document, command);
  return english(decision.ok ? 'taken' : decision.refusal.message);
}

type Value = number | string | null;

/** A list with columns by key, each a kind and a unit or a rule, and rows of values in the order of the typed columns. */
function listOf(rows: readonly Record<string, Value>[]): Command {
  const rule = (id: string, name: string, formula: string) => ({ id, settings: { name, kind: 'rule', unit: 'money', formula } as const }); // prettier-ignore
  return {
    kind: 'list.add',
    id: 'kitchen',
    name: 'Kitchen',
    columns: [
      { id: 'item', settings: { name: 'Item', kind: 'text' } },
      { id: 'quantity', settings: { name: 'Quantity' } },
      { id: 'price', settings: { name: 'Price each', unit: 'money' } },
      rule('extended', 'Extended', 'Quantity * Price each'),
      rule('discount', 'Less', 'Extended * Discount'),
      rule('total', 'Total price', 'Extended - Less'),
      { id: 'actual', settings: { name: 'Actual', unit: 'money' } },
      { id: 'status', settings: { name: 'Status', kind: 'status', estimated: 'total', actual: 'actual' } },
      rule('running', 'Running', 'running(Total price)'),
      rule('share', 'Share', 'share(Total price)'),
      rule('balance', 'Balance', 'prior(Balance) * 1.01 + Actual'),
      { id: 'due', settings: { name: 'Due', kind: 'date' } },
    ],
    items: rows.map((row, index) => ({
      id: `i${index}`,
      cells: Object.entries(row).map(([column, value]) => ({ column, value })),
    })),
    before: null,
  };
}

const ROWS = [
  { item: 'Tiles', quantity: 12, price: 19.9, actual: 230, due: '2026-05-02' },
  { item: 'Tap', quantity: 1, price: 80, actual: 72, due: '2026-07-20' },
  { item: 'Lamps', quantity: 3, price: 45 },
  { item: 'Paint', price: 30 },
];
const kitchen = after(PLAN, listOf(ROWS));
const figures = (document: Document, column: string) =>
  figuresOf(new Model(document).listOf('kitchen')!.seriesOf(column)!);

describe('names a list has with the calendar, or with the plan', () => {
  const columns = (named: Record<string, string>, formula: string): Command => ({
    kind: 'list.add',
    id: 'hire',
    name: 'Hire',
    columns: [
      ...Object.entries(named).map(([id, name]) => ({ id, settings: { name } })),
      { id: 'cost', settings: { name: 'Cost', kind: 'rule', formula } },
    ],
    items: [{ id: 'h1', cells: Object.keys(named).map((column, index) => ({ column, value: index + 2 })) }],
    before: null,
  });
  const cost = (document: Document) => figuresOf(new Model(document).listOf('hire')!.seriesOf('cost')!)[0];

  it.each([
    [{ days: 'Days', price: 'Price' }, 'Days * Price', 6],
    [{ years: 'Years' }, 'years * 12', 24],
    [{ row: 'Row', month: 'month' }, 'row * 10 + Month', 23],
    [{ days: 'Days' }, 'row() * Days', 2],
  ] as const)('%j: what the person named is meant by %s', (named, formula, figure) => {
    const document = after(PLAN, columns(named, formula));
    expect(cost(document)).toBe(figure);
    const shown = toShownInList(document.listColumns.get('cost')!.formula!, document, 'hire');
    const again = after(document, { kind: 'listColumn.set', column: 'cost', settings: { formula: shown } });
    expect(cost(again)).toBe(figure);
    expect(cost(parsePlan(toPlanFile(again)))).toBe(figure);
  });

  it('are the same after a plan is saved and opened, whatever they begin with', () => {
    const names = fc.constantFrom('B', 'plan.B', 'plan.plan.B', 'plan.', 'Plan.b', 'C', 'plan.C', 'Days');
    fc.assert(
      fc.property(
        fc.uniqueArray(names, { minLength: 1, selector: (name) => name.toLowerCase() }),
        fc.uniqueArray(names, { selector: (name) => name.toLowerCase() }),
        (lines, ofList) => {
          const ids = lines.map((_, index) => `l${index}`);
          const plan = after(PLAN, ...lines.map((name, index): Command => ({ kind: 'line.add', id: ids[index]!, group: 'costs', name, unit: 'number', before: null }))); // prettier-ignore
          const columnIds = ofList.map((_, index) => `c${index}`);
          const uses = [...ids, ...columnIds].map((id, index) => `{${id}} * ${10 ** index}`).join(' + ');
          const document = after(
            plan,
            columns(Object.fromEntries(ofList.map((name, index) => [`c${index}`, name])), uses),
          );
          const stored = document.listColumns.get('cost')!.formula;
          const read = parsePlan(toPlanFile(document));
          expect(read.listColumns.get('cost')!.formula).toBe(stored);
          const shown = toShownInList(stored!, document, 'hire');
          expect(after(document, { kind: 'listColumn.set', column: 'cost', settings: { formula: shown } }).listColumns.get('cost')!.formula).toBe(stored); // prettier-ignore
        },
      ),
      runs(100),
    );
  });
});

describe('a list', () => {
  it('has one rule to a column, for all items there are and all that come', () => {
    expect(figures(kitchen, 'total')).toEqual([12 * 19.9 * 0.9, 72, 121.5, null]);
    const more = after(kitchen, {
      kind: 'listItems.add',
      list: 'kitchen',
      items: [{ id: 'new', cells: [{ column: 'quantity', value: 2 }, { column: 'price', value: 5 }] }],
      before: 'i1',
    }); // prettier-ignore
    expect(figures(more, 'total').map((figure) => figure && Math.round(figure * 100) / 100)).toEqual([214.92, 9, 72, 121.5, null]); // prettier-ignore
    expect(figures(more, 'running').at(-1)).toBeCloseTo(417.42, 9);
  });

  it('goes along its items with prior and running, and reads assumptions in its month', () => {
    const [first, second] = figures(kitchen, 'balance');
    expect(first).toBe(230);
    expect(second).toBeCloseTo(230 * 1.01 + 72, 9);
    const dated = after(
      kitchen,
      { kind: 'assumption.setStep', assumption: 'rate', from: '2026-06' as never, value: 0.2 },
      { kind: 'list.set', list: 'kitchen', settings: { month: '2026-08' as never } },
    );
    expect(figures(dated, 'total')[1]).toBe(64);
  });

  it('lets a single item differ, and says so', () => {
    const changed = after(kitchen, { kind: 'listCells.set', cells: [{ item: 'i2', column: 'total', value: 100 }] });
    expect(figures(changed, 'total')[2]).toBe(100);
    expect(english(explainItem(new Model(changed), 'total', 2).words)).toBe('Typed for this item only, as an exception: €100.00. The rule would give €121.50.'); // prettier-ignore
    const [finding] = findingsOf(new Model(changed)).filter(({ kind }) => kind === 'typedOverRule');
    expect(english(finding!.message)).toBe('Lamps is an exception to the rule of Kitchen.Total price.');
    expect(figures(after(changed, finding!.fix!.command), 'total')[2]).toBe(121.5);
    const own = after(kitchen, { kind: 'listCells.set', cells: [{ item: 'i2', column: 'total', value: null, formula: 'Extended' }] }); // prettier-ignore
    expect(figures(own, 'total')[2]).toBe(135);
  });

  it('explains every figure down to what was typed', () => {
    const explanation = explainItem(new Model(kitchen), 'total', 0);
    expect(explanation).toMatchObject({ formula: 'Extended − Less', worked: '238.80 − 23.88', source: 'formula' });
    expect(explanation.parts.map(({ label, value }) => [label, value])).toEqual([['Extended', 12 * 19.9], ['Less', 12 * 19.9 * 0.1]]); // prettier-ignore
    expect(english(explainItem(new Model(kitchen), 'price', 0).words)).toBe('Typed: €19.90.');
    expect(explainItem(new Model(kitchen), 'status', 1)).toMatchObject({ value: 0, words: 'Estimated less actual amount:' }); // prettier-ignore
  });

  it('says row and column where something is wrong', () => {
    const divided = after(kitchen, {
      kind: 'listColumn.add',
      list: 'kitchen',
      id: 'each',
      settings: { name: 'Each', kind: 'rule', unit: 'money', formula: 'Total price / Quantity' },
      before: null,
    });
    expect(english(explainItem(new Model(divided), 'each', 3).problem)).toBe('Quantity is empty in row 4 (Paint), so Each has no figure.'); // prettier-ignore
    const kinds = findingsOf(new Model(divided)).map(({ kind, message }) => [kind, message]);
    expect(kinds).toContainEqual(['missingFigure', 'Quantity is empty in row 4 (Paint), so Each has no figure.']);
    expect(kinds).toContainEqual(['emptyFactor', 'Paint has no Quantity, so Kitchen.Extended is empty.']); // prettier-ignore
  });

  it('has the rules of single items looked through as those of columns', () => {
    const own = after(kitchen, { kind: 'listCells.set', cells: [{ item: 'i2', column: 'total', value: null, formula: 'Extended * 90%' }, { item: 'i1', column: 'total', value: null, formula: 'Extended * 10%' }] }); // prettier-ignore
    const findings = findingsOf(new Model(own)).filter(({ kind }) => kind === 'typedNumber');
    expect(findings.map(({ message }) => message)).toEqual(['The rule of Kitchen.Total price contains the number 10.0 %, which is the value of Discount.']); // prettier-ignore
    const mended = after(own, findings[0]!.fix!.command);
    expect(toShownInList(mended.listCells.get('i1:total')!.formula!, mended, 'kitchen')).toBe('Extended * Discount');
    const units = after(kitchen, { kind: 'listCells.set', cells: [{ item: 'i1', column: 'total', value: null, formula: 'Extended + Discount' }] }); // prettier-ignore
    expect(findingsOf(new Model(units)).map(({ kind }) => kind)).toContain('units');
  });

  it('takes items of another list for gone', () => {
    const two = after(kitchen, { kind: 'list.add', id: 'other', name: 'Other', columns: [], items: [{ id: 'o1', cells: [] }], before: null }); // prettier-ignore
    for (const command of [
      { kind: 'listItems.delete', list: 'kitchen', items: ['o1'] },
      { kind: 'listItems.move', list: 'kitchen', items: ['o1'], before: null },
      { kind: 'listItems.order', list: 'kitchen', items: ['o1'] },
    ] as const)
      expect(refusalOf(two, command)).toContain('no longer');
  });

  it('refuses circles, names of months, and columns that are in use', () => {
    const set = (formula: string) => refusalOf(kitchen, { kind: 'listColumn.set', column: 'extended', settings: { formula } }); // prettier-ignore
    expect(set('Total price + 1')).toContain('a circular reference');
    expect(set('total(Quantity, year)')).toContain('calculated per item');
    expect(set('at(Quantity, 2026-03)')).toContain('cannot refer to a month');
    expect(set('Quantiy * 2')).toContain('Quantity');
    expect(refusalOf(kitchen, { kind: 'listColumn.delete', column: 'price' })).toContain('Kitchen.Extended');
    expect(refusalOf(kitchen, { kind: 'line.setFormula', line: 'kitchen-costs', month: '2026-01' as never, reach: 'every', formula: 'row * 2' })).toContain('row counts the items of a list'); // prettier-ignore
  });

  it('may have a column called like something in the plan, which is then written as that of the plan', () => {
    const renamed = after(
      kitchen,
      { kind: 'listColumn.set', column: 'discount', settings: { name: 'Discount' } },
      { kind: 'listColumn.add', list: 'kitchen', id: 'rents', settings: { name: 'Rent', unit: 'money' }, before: null },
    );
    const formula = columnsOf(renamed, 'kitchen').find(({ id }) => id === 'discount')!.formula!;
    const shown = toShownInList(formula, renamed, 'kitchen');
    expect(shown).toBe("Extended * 'plan.Discount'");
    const again = after(renamed, { kind: 'listColumn.set', column: 'discount', settings: { formula: shown } });
    expect(columnsOf(again, 'kitchen').find(({ id }) => id === 'discount')!.formula).toBe(formula);
    expect(toPlanFile(parsePlan(JSON.parse(JSON.stringify(toPlanFile(renamed)))))).toEqual(toPlanFile(renamed));
  });

  it('feeds the plan with its totals: in all months, or each item in the month of its day', () => {
    const rule = (document: Document, formula = 'Kitchen.Total price') =>
      after(document, { kind: 'line.setFormula', line: 'kitchen-costs', month: '2026-01' as never, reach: 'every', formula }); // prettier-ignore
    const total = 12 * 19.9 * 0.9 + 72 + 121.5;
    expect(figuresOf(new Model(rule(kitchen)).seriesOf('kitchen-costs')!)[3]).toBeCloseTo(total, 9);
    const placed = rule(kitchen, "Kitchen.'Total price by Due'");
    const months = figuresOf(new Model(placed).seriesOf('kitchen-costs')!);
    expect(months.map((figure) => figure && Math.round(figure))).toEqual([null, null, null, null, 215, null, 72, null, null, null, null, null]); // prettier-ignore
    const model = new Model(placed);
    const cell = { kind: 'listCells.set', cells: [{ item: 'i1', column: 'due', value: '2026-05-30' }] } as const;
    const decision = decide(placed, cell);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    model.update(applyChanges(placed, decision.changes), decision.changes);
    expect(figuresOf(model.seriesOf('kitchen-costs')!)[4]).toBeCloseTo(12 * 19.9 * 0.9 + 72, 9);
    // The total of all items is what it was, whatever else reads the list.
    const both = after(placed, { kind: 'line.setFormula', line: 'all-costs', month: '2026-01' as never, reach: 'every', formula: 'Kitchen.Total price' }); // prettier-ignore
    expect(figuresOf(new Model(both).seriesOf('all-costs')!)[3]).toBeCloseTo(total, 9);
    expect(refusalOf(placed, { kind: 'list.delete', list: 'kitchen' })).toContain('Kitchen costs');
    expect(refusalOf(placed, { kind: 'listColumn.delete', column: 'due' })).toContain('Kitchen costs');
    expect(refusalOf(placed, { kind: 'listColumn.set', column: 'due', settings: { kind: 'text' } })).toContain('Kitchen.Total price by Due'); // prettier-ignore
  });

  it('keeps what a rule means when a column comes to be called like a total by a day', () => {
    const byDay = after(kitchen, { kind: 'line.setFormula', line: 'kitchen-costs', month: '2026-01' as never, reach: 'every', formula: "Kitchen.'Total price by Due'" }); // prettier-ignore
    const named = after(byDay, { kind: 'listColumn.set', column: 'actual', settings: { name: 'Total price by Due' } });
    expect(figuresOf(new Model(named).seriesOf('kitchen-costs')!)).toEqual(figuresOf(new Model(byDay).seriesOf('kitchen-costs')!)); // prettier-ignore
    const again = parsePlan(JSON.parse(JSON.stringify(toPlanFile(named))));
    expect(figuresOf(new Model(again).seriesOf('kitchen-costs')!)).toEqual(figuresOf(new Model(byDay).seriesOf('kitchen-costs')!)); // prettier-ignore
  });

  it('takes along what was typed where a column becomes another kind, or refuses', () => {
    const asText = after(kitchen, { kind: 'listColumn.set', column: 'actual', settings: { unit: 'money' } });
    expect(refusalOf(asText, { kind: 'listColumn.set', column: 'item', settings: { kind: 'figure' } })).toContain('for example “Tiles”'); // prettier-ignore
    expect(refusalOf(kitchen, { kind: 'listColumn.set', column: 'quantity', settings: { kind: 'text' } })).toContain('Kitchen.Extended'); // prettier-ignore
    const chosen = after(kitchen, { kind: 'listColumn.set', column: 'item', settings: { kind: 'choice' } });
    expect(columnsOf(chosen, 'kitchen')[0]!.options.split('\n')).toEqual(['Tiles', 'Tap', 'Lamps', 'Paint']);
    const rule = {
      kind: 'listColumn.set',
      column: 'actual',
      settings: { kind: 'rule', formula: 'Quantity * 3' },
    } as const;
    expect(refusalOf(kitchen, rule)).toContain('2 values typed in Actual would be replaced');
    expect(figures(after(kitchen, { ...rule, replace: true }), 'actual')).toEqual([36, 3, 9, null]);
    const typed = after(kitchen, { kind: 'listColumn.set', column: 'extended', settings: { kind: 'figure' }, figures: [{ item: 'i0', figure: 7 }] }); // prettier-ignore
    expect(figures(typed, 'extended')).toEqual([7, null, null, null]);
  });

  it('goes on from the status of the item before', () => {
    const columns = [
      { id: 'plan', settings: { name: 'Plan', unit: 'money' } },
      { id: 'spent', settings: { name: 'Spent', kind: 'rule', unit: 'money', formula: 'Plan + prior(Standing)' } },
      { id: 'standing', settings: { name: 'Standing', kind: 'status', estimated: 'plan', actual: 'spent' } },
    ] as const;
    const items = [100, 200, 300].map((value, index) => ({ id: `i${index}`, cells: [{ column: 'plan', value }] }));
    const document = after(PLAN, { kind: 'list.add', id: 'chain', name: 'Chain', before: null, columns, items });
    const list = new Model(document).listOf('chain')!;
    expect([0, 1, 2].map((index) => list.seriesOf('spent')!.valueAt(index))).toEqual([100, 200, 300]);
    const typed = after(document, { kind: 'listCells.set', cells: [{ item: 'i0', column: 'spent', value: 90 }] });
    const now = new Model(typed).listOf('chain')!;
    expect([0, 1, 2].map((index) => now.seriesOf('spent')!.valueAt(index))).toEqual([90, 210, 290]);
    expect([0, 1, 2].map((index) => now.seriesOf('standing')!.valueAt(index))).toEqual([10, -10, 10]);
  });

  it('has a status for each item and the whole, which compares only what has been paid', () => {
    const document = after(kitchen, { kind: 'listCells.set', cells: [{ item: 'i2', column: 'actual', value: 121.5 }] });
    const status = columnsOf(document, 'kitchen').find(({ id }) => id === 'status')!;
    const whole = statusOfItems(document, new Model(document).listOf('kitchen')!, status);
    expect(whole).toMatchObject({ counts: { under: 0, on: 2, over: 1 }, open: 0, status: 'over' });
    expect(whole.difference).toBeCloseTo(12 * 19.9 * 0.9 - 230, 9);
  });

  it('is duplicated with all its rules, which name the copy, and its thresholds', () => {
    const threshold = { of: 'total', span: 'month', when: 'above', low: null, high: 200, tone: 'alarm', word: 'dear' } as const; // prettier-ignore
    const watched = after(kitchen, { kind: 'highlight.set', id: 'dear', settings: threshold }); // prettier-ignore
    const copied = after(watched, { kind: 'list.duplicate', list: 'kitchen', id: 'other' }, { kind: 'listCells.set', cells: [{ item: 'i0', column: 'price', value: 0 }] }); // prettier-ignore
    const model = new Model(copied);
    const total = columnsOf(copied, 'other').find(({ name }) => name === 'Total price')!;
    expect(figuresOf(model.listOf('other')!.seriesOf(total.id)!)[0]).toBeCloseTo(12 * 19.9 * 0.9, 9);
    expect(figuresOf(model.listOf('kitchen')!.seriesOf('total')!)[0]).toBe(0);
    expect([...copied.highlights.values()].map(({ of, word }) => [of, word])).toEqual([['total', 'dear'], [total.id, 'dear']]); // prettier-ignore
  });
});

describe('a column that follows the entries of the ledger', () => {
  const follows = after(kitchen, { kind: 'listColumn.set', column: 'actual', settings: { kind: 'entries' }, replace: true }); // prettier-ignore
  const entry = (id: string, item: string, amount: number) => entryOf(id, { date: '2026-05-03', item, amount });
  const changed = (before: LedgerEntry | null, entryAfter: LedgerEntry | null) =>
    ({ table: 'entries', id: (entryAfter ?? before)!.id, before, after: entryAfter }) as const;

  it('has what was paid for each item, as the list alone is computed with it', () => {
    const sums = itemSumsAfter([{ item: 'i0', amount: -20_000 }], [changed(null, entry('e', 'i1', -7_500)), changed(null, entry('r', 'i0', 1_000))]); // prettier-ignore
    const model = new Model(follows);
    const withEntries = modelWithEntries(model, 'kitchen', sums);
    const column = (id: string) => figuresOf(withEntries.listOf('kitchen')!.seriesOf(id)!);
    expect(column('actual')).toEqual([190, 75, null, null]);
    expect(column('status').map((figure) => figure && Math.round(figure * 100) / 100)).toEqual([24.92, -3, null, null]);
    expect(explainItem(withEntries, 'status', 1).parts.map(({ value }) => value)).toEqual([72, 75]);
    // The plan's own figures know nothing of entries.
    expect(figuresOf(model.listOf('kitchen')!.seriesOf('actual')!)).toEqual([null, null, null, null]);
    expect(modelWithEntries(new Model(kitchen), 'kitchen', sums).document).toBe(kitchen);
  });

  it('forgets entries that are taken away or are for another item', () => {
    const first = entry('e', 'i1', -7_500);
    const sums = itemSumsAfter([], [changed(null, first), changed(first, { ...first, item: 'i2' }), changed({ ...first, item: 'i2' }, null)]); // prettier-ignore
    expect([...sums.values()]).toEqual([0, 0]);
  });

  it('is no total a rule of the plan can name, nor is what hangs on it', () => {
    const rule = { kind: 'line.setFormula', line: 'kitchen-costs', month: '2026-01' as never, reach: 'every' } as const;
    expect(refusalOf(follows, { ...rule, formula: 'Kitchen.Status' })).toContain('no figure named Status');
    expect(refusalOf(follows, { ...rule, formula: 'Kitchen.Total price' })).toBe('taken');
    const named = after(kitchen, { ...rule, formula: 'Kitchen.Balance' });
    expect(refusalOf(named, { kind: 'listColumn.set', column: 'actual', settings: { kind: 'entries' }, replace: true })).toContain('A rule of the plan uses Kitchen.Balance'); // prettier-ignore
    expect(refusalOf(follows, { kind: 'listCells.set', cells: [{ item: 'i0', column: 'actual', value: 3 }] })).toContain('Change them in Spending'); // prettier-ignore
  });

  it('knows entries by their items, in the plan file too', () => {
    const entries = [entry('e', 'i1', -7_500), entry('gone', 'nowhere', -100)];
    const file = toPlanFile(follows, entries) as { entries: { item?: string }[] };
    expect(file.entries.map(({ item }) => item)).toEqual(['i1', undefined]);
    expect(parseEntries(JSON.parse(JSON.stringify(file)), parsePlan(JSON.parse(JSON.stringify(file)))).map(({ item }) => item)).toEqual(['i1', '']); // prettier-ignore
    const decision = decide(follows, { kind: 'entries.set', entries: [{ entry: 'n', before: null, after: { date: '2026-05-03', amount: -5, item: 'nowhere' } }] }); // prettier-ignore
    expect(english(decision.ok ? '' : decision.refusal.message)).toBe('This item no longer exists in its list.');
  });
});

describe('ready-made lists', () => {
  it.each(Object.keys(READY_MADE) as ReadyMadeList[])(
    '%s can be begun, twice, and computes without a problem',
    (which) => {
      const twice = after(PLAN, readyMadeList(PLAN, which, 'first', english));
      const document = after(twice, readyMadeList(twice, which, 'second', english));
      expect([...document.lists.keys()]).toEqual(['first', 'second']);
      expect(
        findingsOf(new Model(document)).filter(({ kind }) => kind === 'units' || kind === 'missingFigure'),
      ).toEqual([]);
    },
  );
});

const values = fc.oneof(fc.constant(null), fc.integer({ min: -500, max: 500 }), fc.double({ min: 0, max: 1e6, noNaN: true })); // prettier-ignore
const rows = fc.array(fc.record({ quantity: values, price: values, actual: values }), { maxLength: 30 });

describe('whatever is in a list', () => {
  it('its result is that of an independent loop', () => {
    fc.assert(
      fc.property(rows, (given) => {
        const document = after(PLAN, listOf(given));
        const model = new Model(document);
        let [running, isFound] = [0, false];
        given.forEach(({ quantity, price }, index) => {
          const extended = quantity === null || price === null ? null : quantity * price;
          const total = extended === null ? null : extended - extended * 0.1;
          if (total !== null) [running, isFound] = [running + total, true];
          const series = model.listOf('kitchen')!;
          const value = (column: string) => figuresOf(series.seriesOf(column)!)[index];
          expect(value('total')).toBe(total);
          expect(value('running')).toBe(isFound ? running : null);
        });
        const total = columnsOf(document, 'kitchen').find(({ id }) => id === 'total')!;
        const sum = summaryIn(document, model.listOf('kitchen')!, total, 'total');
        if (!isFound) expect(sum).toBeNull();
        else expect(Math.abs(sum! - running)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(running)));
      }),
      runs(100),
    );
  });

  it('moving, sorting and inserting items changes no total', () => {
    fc.assert(
      fc.property(rows, fc.array(fc.nat(), { minLength: 1, maxLength: 6 }), (given, picks) => {
        let document = after(PLAN, listOf(given));
        const totals = (document: Document) => {
          const list = new Model(document).listOf('kitchen')!;
          const status = columnsOf(document, 'kitchen').find(({ id }) => id === 'status')!;
          const sums = columnsOf(document, 'kitchen')
            .filter(({ id }) => ['extended', 'total', 'actual', 'status'].includes(id))
            .map((column) => ['total', 'average', 'smallest', 'largest', 'count'].map((each) => summaryIn(document, list, column, each as 'total'))); // prettier-ignore
          return [...sums, statusOfItems(document, list, status)];
        };
        const before = totals(document);
        picks.forEach((pick, nth) => {
          const items = itemsOf(document, 'kitchen').map(({ id }) => id);
          const item = items[pick % Math.max(1, items.length)];
          const commands: Command[] = [{ kind: 'listItems.add', list: 'kitchen', items: [{ id: `empty-${nth}`, cells: [] }], before: item ?? null }]; // prettier-ignore
          if (item) {
            commands.push({ kind: 'listItems.move', list: 'kitchen', items: [item], before: items.find((id) => id !== item) ?? null }); // prettier-ignore
            commands.push({
              kind: 'listItems.order',
              list: 'kitchen',
              items: [...items].sort((a, b) => (a < b ? pick % 3 : -1)),
            });
          }
          document = after(document, ...commands);
        });
        expect(totals(document)).toEqual(before);
      }),
      runs(60),
    );
  });
});

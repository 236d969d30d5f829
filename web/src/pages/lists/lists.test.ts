import { english } from '../../../../core/src/testing/english.ts';
import { Model, applyChanges, columnsOf, decide, parsePlan, type Command, type Document } from '@haushalt/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { copiedText } from './copied.ts';
import { readCellText } from './editing.tsx';
import { ALL_ITEMS, rowsOfList, summaryRows, type ListView } from './rows.ts';
import { runs } from '../../../../core/src/testing/setup.ts';

const plan = (locale: string) =>
  parsePlan({
    version: 1,
    plan: { name: 'Test', currency: 'EUR', locale, firstMonth: '2026-01', months: 12 },
    groups: [{ name: 'Costs', side: 'expense' }],
    lines: [{ id: 'rent', group: 'Costs', name: 'Rent' }, { id: 'food', group: 'Costs', name: 'Food, drink' }],
  }); // prettier-ignore

const COLUMNS: Extract<Command, { kind: 'list.add' }>['columns'] = [
  { id: 'item', settings: { name: 'Item', kind: 'text' } },
  { id: 'trade', settings: { name: 'Trade', kind: 'choice', options: 'Tiler\nJoiner', groups: true } },
  { id: 'price', settings: { name: 'Price', unit: 'money', total: true } },
  { id: 'rate', settings: { name: 'Rate', unit: 'percent' } },
  { id: 'due', settings: { name: 'Due', kind: 'date' } },
  { id: 'done', settings: { name: 'Done', kind: 'yesNo' } },
  { id: 'line', settings: { name: 'Line', kind: 'line' } },
  { id: 'twice', settings: { name: 'Twice', kind: 'rule', unit: 'money', formula: 'Price * 2', average: true } },
];

function listOf(rows: readonly Record<string, string | number | null>[], locale = 'en-IE'): Document {
  const document = plan(locale);
  const items = rows.map((row, index) => ({
    id: `i${index}`,
    cells: Object.entries(row).map(([column, value]) => ({ column, value })),
  }));
  const decision = decide(document, {
    kind: 'list.add',
    id: 'list',
    name: 'List',
    columns: COLUMNS,
    items,
    before: null,
  });
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

const document = listOf([
  { item: 'Tap', trade: 'Plumber', price: 80 },
  { item: 'Tiles', trade: 'Tiler', price: 12 },
  { item: 'Grout', trade: 'Tiler' },
  { item: 'Étagère', price: 30 },
]);

/** The rows of the list as it is looked at, by what they are called. */
function shown(view: Partial<ListView>): string[] {
  const figures = new Model(document).listOf('list')!;
  return rowsOfList(document, 'list', figures, { ...ALL_ITEMS, ...view }, 'next').rows.map(({ kind, label }) => (kind === 'item' ? label : `${kind}: ${label}`)); // prettier-ignore
}

describe('the rows of a list', () => {
  it('stand in groups in the order of the choices, with subtotals, and those without a choice last', () => {
    expect(shown({})).toEqual([
      'group: Tiler', 'Tiles', 'Grout', 'subtotal: Tiler, subtotal',
      'group: Plumber', 'Tap', 'subtotal: Plumber, subtotal',
      'group: Without Trade', 'Étagère', 'subtotal: Without Trade, subtotal',
      'new: New item',
    ]); // prettier-ignore
    expect(shown({ collapsed: new Set(['Tiler']) })[1]).toBe('group: Plumber');
  });

  it('are found without regard to case and accents, filtered, and sorted with what is empty last', () => {
    expect(shown({ find: 'ETAGE' })).toEqual(['group: Without Trade', 'Étagère', 'subtotal: Without Trade, subtotal']);
    expect(shown({ filter: { column: 'trade', value: 'Tiler' } }).filter((row) => !row.includes(':'))).toEqual(['Tiles', 'Grout']); // prettier-ignore
    for (const descending of [false, true])
      expect(shown({ sort: { column: 'price', descending }, filter: { column: 'trade', value: 'Tiler' } }).filter((row) => !row.includes(':'))).toEqual(['Tiles', 'Grout']); // prettier-ignore
  });

  it('have below them what some column asks for, in one order', () => {
    expect(summaryRows(columnsOf(document, 'list'), null).map(({ label }) => label)).toEqual(['Total', 'Average']);
  });
});

describe('what is typed into a list', () => {
  const model = new Model(document);
  const column = (id: string) => document.listColumns.get(id)!;
  const read = (id: string, text: string) => {
    const result = readCellText(model, column(id), text);
    return result.ok ? (result.cell.formula ?? result.cell.value) : english(result.refusal.message);
  };

  it('is read as its column has it, or refused with a sentence', () => {
    expect(read('price', '12*3')).toBe(36);
    expect(read('price', '1,234.50')).toBe(1234.5);
    expect(read('price', 'dear')).toContain('dear');
    expect(read('rate', '5')).toBe(0.05);
    expect(read('done', 'Y')).toBe(1);
    expect(read('done', 'perhaps')).toBe('Enter yes or no.');
    expect(read('line', 'food')).toBe('food');
    expect(read('line', 'nothing')).toBe('No line of the budget is named “nothing”.');
    expect(read('due', '30 Feb 2026')).toContain('not a valid date');
    expect(read('twice', 'Price * 3')).toBe('{price} * 3');
    expect(read('twice', '7')).toBe(7);
    expect(read('item', '  two   words ')).toBe('two words');
  });

  it('is the same again when what was copied is pasted, in any notation', () => {
    const item = fc.record({
      item: fc.oneof(fc.constant(null), fc.string({ minLength: 1, maxLength: 20 }).map((text) => text.replace(/\s+/g, ' ').trim() || 'x')),
      price: fc.oneof(fc.constant(null), fc.double({ min: -1e9, max: 1e9, noNaN: true }).map((figure) => figure + 0)),
      rate: fc.oneof(fc.constant(null), fc.integer({ min: -5000, max: 5000 }).map((part) => part / 10_000)),
      due: fc.oneof(fc.constant(null), fc.integer({ min: 0, max: 3000 }).map((days) => new Date(Date.UTC(2022, 0, 1 + days)).toISOString().slice(0, 10))),
      done: fc.constantFrom(null, 0, 1),
      line: fc.constantFrom(null, 'rent', 'food'),
    }); // prettier-ignore
    fc.assert(
      fc.property(fc.array(item, { minLength: 1, maxLength: 6 }), fc.constantFrom('en-IE', 'de-DE'), (rows, locale) => {
        const document = listOf(rows, locale);
        const models = new Model(document);
        const figures = models.listOf('list')!;
        rows.forEach((row, place) => {
          for (const [id, value] of Object.entries(row)) {
            const text = copiedText(document, figures, { item: `i${place}`, place }, document.listColumns.get(id)!);
            const again = readCellText(models, document.listColumns.get(id)!, text);
            expect([id, text, again.ok && again.cell.value]).toEqual([id, text, value]);
          }
        });
      }),
      runs(100),
    );
  });
});

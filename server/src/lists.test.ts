import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { base, call, serveEachTest, start, stop } from './testing/served.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  assumptions: [{ id: 'rate', name: 'Discount', unit: 'percent', value: 0.1 }],
  groups: [{ id: 'costs', name: 'Costs', side: 'expense' }],
  lines: [{ id: 'line', group: 'Costs', name: 'Kitchen costs' }],
  ruleSteps: [{ line: 'Kitchen costs', formula: 'Kitchen.Total price' }],
  lists: [{ id: 'kitchen', name: 'Kitchen' }],
  listColumns: [
    { id: 'item', list: 'Kitchen', name: 'Item', kind: 'text' },
    { id: 'price', list: 'Kitchen', name: 'Price', unit: 'money', total: true },
    { id: 'total', list: 'Kitchen', name: 'Total price', kind: 'rule', unit: 'money', formula: 'Price * (1 - Discount)' },
    { id: 'paid', list: 'Kitchen', name: 'Paid', kind: 'entries' },
    { id: 'status', list: 'Kitchen', name: 'Status', kind: 'status', estimated: 'Total price', actual: 'Paid' },
  ],
  listItems: [{ id: 'tap', list: 'Kitchen' }, { id: 'sink', list: 'Kitchen' }],
  listCells: [
    { item: 'tap', column: 'Item', text: 'Tap; with "quotes"' },
    { item: 'tap', column: 'Price', figure: 80 },
    { item: 'sink', column: 'Item', text: 'Sink' },
    { item: 'sink', column: 'Price', figure: 200 },
  ],
  entries: [{ date: '2026-05-02', what: 'Tap', item: 'tap', amount: -70 }],
}; // prettier-ignore

const command = (given: object, id: string = randomUUID()) =>
  call('POST', '/plans/p1/commands', { id, command: given });
const csv = async () => (await fetch(`${base}/plans/p1/lists/kitchen.csv`)).text();

beforeEach(async () => {
  expect((await call('POST', '/plans/import?id=p1', PLAN)).status).toBe(201);
});

describe('lists', () => {
  it('are stored, changed, taken back and read again after a restart, with all that is in them', async () => {
    const id = randomUUID();
    const cells = [{ item: 'sink', column: 'price', value: 300 }];
    expect(await command({ kind: 'listCells.set', cells }, id)).toMatchObject({
      status: 200,
      body: {
        label: 'Price: 1 value',
        changes: [{ table: 'listCells', before: { figure: 200 }, after: { figure: 300 } }],
      },
    });
    await command({ kind: 'listItems.add', list: 'kitchen', items: [{ id: 'lamp', cells: [{ column: 'item', value: 'Lamp' }] }], before: 'sink' }); // prettier-ignore
    await stop();
    await start();
    const file = (await call('GET', '/plans/p1/file')).body;
    expect(file.listItems.map((row: { id: string }) => row.id)).toEqual(['tap', 'lamp', 'sink']);
    expect(file.listColumns[2]).toMatchObject({ id: 'total', formula: 'Price * (1 - Discount)' });
    expect((await call('POST', '/plans/p1/commands', { id: randomUUID(), command: { kind: 'undo', target: id } })).status).toBe(200); // prettier-ignore
    expect((await call('GET', '/plans/p1/file')).body.listCells).toContainEqual({
      item: 'sink',
      column: 'price',
      figure: 200,
    });
    expect((await call('POST', '/plans/import?id=p2', file)).status).toBe(201);
  });

  it('are handed out as a table, with what entries come to', async () => {
    const lines = (await csv()).trim().split('\r\n');
    expect(lines).toEqual([
      'Item,Price,Total price,Paid,Status',
      '"Tap; with ""quotes""",80,72,70,under',
      'Sink,200,180,,',
    ]);
    expect((await call('GET', '/plans/p1/lists/nothing.csv')).status).toBe(404);
  });

  it('have what entries for their items come to, kept up to date', async () => {
    const items = async () => (await call('GET', '/plans/p1/actuals')).body.items;
    expect(await items()).toEqual([{ item: 'tap', amount: -7000 }]);
    const entry = { date: '2026-05-03', what: 'Sink', item: 'sink', amount: -18_500 };
    await command({ kind: 'entries.set', entries: [{ entry: 'e', before: null, after: entry }] });
    expect(await items()).toEqual([{ item: 'sink', amount: -18_500 }, { item: 'tap', amount: -7000 }]); // prettier-ignore
    await command({ kind: 'entries.set', entries: [{ entry: 'e', before: entry, after: { ...entry, item: 'tap' } }] });
    expect(await items()).toEqual([{ item: 'tap', amount: -25_500 }]);
  });

  it('refuse what cannot be, in a sentence and with nothing half stored', async () => {
    const before = (await call('GET', '/plans/p1/file')).body;
    const refused = async (given: object) => {
      const { status, body } = await command(given);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      return body.error.message as string;
    };
    expect(await refused({ kind: 'listColumn.set', column: 'total', settings: { formula: 'Total price + 1' } })).toContain('a circular reference'); // prettier-ignore
    expect(await refused({ kind: 'listColumn.set', column: 'price', settings: { kind: 'rule', formula: 'Kitchen costs' }, replace: true })).toContain('a circular reference'); // prettier-ignore
    expect(await refused({ kind: 'list.delete', list: 'kitchen' })).toContain('Kitchen costs');
    expect(await refused({ kind: 'listCells.set', cells: [{ item: 'tap', column: 'price', value: 5 }, { item: 'tap', column: 'paid', value: 5 }] })).toContain('follows the entries'); // prettier-ignore
    expect(await refused({ kind: 'listItems.add', list: 'kitchen', items: [{ id: 'x', cells: [], extra: 1 }], before: null })).toBeDefined(); // prettier-ignore
    expect((await call('GET', '/plans/p1/file')).body).toEqual(before);
  });
});

import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { beforeEach, describe, expect, it } from 'vitest';
import { entryOf } from '@haushalt/core';
import { openDatabase } from './store/database.ts';
import { base, call, file, serveEachTest, start, stop } from './testing/served.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
  groups: [{ id: 'costs', name: 'Costs', side: 'expense' }, { id: 'pay', name: 'Income of all', side: 'income' }],
  accounts: [{ id: 'card', name: 'Card', kind: 'card' }, { id: 'joint', name: 'Joint account', opening: 100, openingOn: '2026-01-01' }],
  lines: [{ id: 'food', group: 'Costs', name: 'Food' }, { id: 'rent', group: 'Costs', name: 'Rent' }, { id: 'wage', group: 'Income of all', name: 'Wage' }],
}; // prettier-ignore
const shop = { date: '2026-03-14', what: 'Weekly shop', line: 'food', account: 'card', amount: -4250 };
/** A transfer to the card. */
const topUp = { date: '2026-03-15', what: 'Top up', account: 'joint', toAccount: 'card', amount: -5000 };
/** Sends the command that changes an entry; `as` is the command's own id. */
const put = (id: string, after: unknown = shop, before: unknown = null, as: string = randomUUID()) =>
  call('POST', '/plans/p1/commands', {
    id: as,
    command: { kind: 'entries.set', entries: [{ entry: id, before, after }] },
  });
const step = (kind: 'undo' | 'redo', target: string) =>
  call('POST', '/plans/p1/commands', { id: randomUUID(), command: { kind, target } });
const remove = (id: string, before: unknown = shop) => put(id, null, before);
const list = async (query: string) => (await call('GET', `/plans/p1/entries?${query}`)).body;
const sums = async (plan = 'p1') => (await call('GET', `/plans/${plan}/actuals`)).body.sums;
const year = 'from=2026-01&to=2026-12';

beforeEach(async () => {
  expect((await call('POST', '/plans/import?id=p1', PLAN)).status).toBe(201);
});

describe('entries', () => {
  it('are stored, changed and removed under their id, and are there after a restart', async () => {
    expect(await put('e1')).toMatchObject({
      status: 200,
      body: {
        label: 'Added: Weekly shop, 42.50',
        changes: [{ table: 'entries', id: 'e1', before: null, after: { id: 'e1', toAccount: '', note: '', ...shop } }],
      },
    });
    await put('e1', { ...shop, amount: -4100 }, shop);
    await put('e2', { ...shop, line: 'wage', date: '2026-02-27', what: 'Wage', amount: 200_000 });
    await stop();
    await start();
    expect(await sums()).toEqual([
      { line: 'food', account: 'card', month: '2026-03', amount: -4100, count: 1, days: 14 },
      { line: 'wage', account: 'card', month: '2026-02', amount: 200_000, count: 1, days: 27 },
    ]);
    expect((await remove('e1', { ...shop, amount: -4100 })).status).toBe(200);
    expect(await sums()).toHaveLength(1);
  });

  it('sent again do nothing twice, and never overwrite or bring back what has changed since', async () => {
    await put('e1', shop, null, 'c1');
    expect((await put('e1', shop, null, 'c1')).status).toBe(200);
    expect(await sums()).toMatchObject([{ count: 1 }]);
    await put('e1', { ...shop, amount: 1 }, shop);
    const stale = await put('e1', { ...shop, amount: 2 }, shop);
    expect(stale).toMatchObject({
      status: 409,
      body: { error: { message: expect.stringContaining('has been changed since') } },
    });
    expect((await remove('e1')).status).toBe(409);
    await remove('e1', { ...shop, amount: 1 });
    const gone = await put('e1', { ...shop, amount: 3 }, { ...shop, amount: 1 });
    expect(gone).toMatchObject({
      status: 409,
      body: { error: { message: expect.stringContaining('has been deleted since') } },
    });
    expect(await sums()).toEqual([]);
  });

  it('are taken back and done again like everything else, and stand in the history', async () => {
    await put('e1', shop, null, 'c1');
    await put('e1', { ...shop, amount: -4100 }, shop, 'c2');
    await remove('e1', { ...shop, amount: -4100 });
    expect((await step('undo', 'c1')).status).toBe(409);
    const { history } = (await call('GET', '/plans/p1')).body;
    expect(history.map(({ label }: { label: string }) => label)).toEqual([
      'Added: Weekly shop, 42.50',
      'Changed: Weekly shop, 41.00',
      'Removed: Weekly shop, 41.00',
    ]);
    await step('undo', history[2].commandId);
    await step('undo', 'c2');
    expect(await sums()).toMatchObject([{ amount: -4250, count: 1, days: 14 }]);
    await step('undo', 'c1');
    expect(await sums()).toEqual([]);
    for (const target of ['c1', 'c2']) expect((await step('redo', target)).status).toBe(200);
    expect(await sums()).toMatchObject([{ amount: -4100, count: 1, days: 14 }]);
    expect((await list(year)).entries).toEqual([entryOf('e1', { ...shop, amount: -4100 })]);
  });

  it('are found by any part of a word, in either case', async () => {
    await put('a', { ...shop, what: 'Bäckerei Sonne', note: 'the "old" one' });
    await put('b', { ...shop, what: 'Sunday market 100%' });
    const whatFound = async (text: string) =>
      (await list(`${year}&text=${encodeURIComponent(text)}`)).entries.map(({ id }: { id: string }) => id);
    expect(await whatFound('ÄCKER')).toEqual(['a']);
    // Without regard to accents, in what is looked for or in what there is.
    expect(await whatFound('backerei')).toEqual(['a']);
    expect(await whatFound('ba')).toEqual(['a']);
    expect(await whatFound('sünday')).toEqual(['b']);
    expect(await whatFound('"old"')).toEqual(['a']);
    expect(await whatFound('0%')).toEqual(['b']);
    expect(await whatFound('market 100%')).toEqual(['b']);
    expect(await whatFound('nothing of the kind')).toEqual([]);
    // Two letters once their accent is left out; pieces that are there, but not together.
    expect(await whatFound('a\u0308c')).toEqual(['a']);
    expect(await whatFound('sunket')).toEqual([]);
    await remove('a', { ...shop, what: 'Bäckerei Sonne', note: 'the "old" one' });
    expect(await whatFound('sonne')).toEqual([]);
  });

  it('are listed by month, line and words, the newest first, in pages', async () => {
    await put('a', { ...shop, date: '2026-01-31' });
    await put('b', { ...shop, date: '2026-02-01', what: 'Market', note: 'Cash' });
    await put('c', { ...shop, date: '2026-02-28', line: 'rent', what: 'Rent', account: '' });
    await put('d', { ...shop, date: '2026-03-01' });
    const ids = async (query: string) => (await list(query)).entries.map(({ id }: { id: string }) => id);
    expect(await ids(year)).toEqual(['d', 'c', 'b', 'a']);
    expect(await ids('from=2026-02&to=2026-02')).toEqual(['c', 'b']);
    expect(await ids(`${year}&lines=rent`)).toEqual(['c']);
    expect(await ids(`${year}&lines=rent,food`)).toHaveLength(4);
    expect(await ids(`${year}&text=CASH`)).toEqual(['b']);
    expect(await ids(`${year}&text=%25`)).toEqual([]);
    expect(await list(`${year}&limit=1&offset=1`)).toMatchObject({ total: 4, entries: [{ id: 'c' }] });
  });

  it('are asked for by account, day, amount and state, in any order, with what they come to', async () => {
    await put('a', { ...shop, date: '2026-01-31', amount: -900, what: 'ähnlich' });
    await put('b', { ...shop, date: '2026-02-01', what: 'Zoo', account: 'joint' });
    await put('c', { ...shop, line: 'wage', what: 'Wage', account: 'joint', amount: 100_000 });
    await put('d', topUp);
    await put('e', { date: '2026-03-16', what: 'A riddle', account: 'card', amount: -1 });
    const page = async (query: string) => {
      const { entries, total, received, paid } = await list(query);
      return [entries.map(({ id }: { id: string }) => id).join(''), total, received, paid];
    };
    expect(await page('')).toEqual(['edcba', 5, 100_000, 5151]);
    expect(await page('accounts=card')).toEqual(['eda', 3, 0, 901]);
    expect(await page('accounts=joint')).toEqual(['dcb', 3, 100_000, 4250]);
    expect(await page('from=2026-02-01&to=2026-03-14')).toEqual(['cb', 2, 100_000, 4250]);
    expect(await page('least=4250&most=5000')).toEqual(['db', 2, 0, 4250]);
    expect(await page('state=transfer')).toEqual(['d', 1, 0, 0]);
    expect(await page('state=open&lines=food')).toEqual(['ba', 2, 0, 5150]);
    expect(await page('lines=')).toEqual(['e', 1, 0, 1]);
    expect(await page('order=what&ascending=true')).toEqual(['eadcb', 5, 100_000, 5151]);
    expect(await page('order=amount')).toEqual(['ceabd', 5, 100_000, 5151]);
  });

  it('do to their accounts what happened there, and transfers do it to two', async () => {
    await put('a');
    await put('d', topUp);
    await put('n', { ...topUp, account: '', date: '2026-03-20' });
    const days = async () => (await call('GET', '/plans/p1/balances')).body.days;
    expect(await days()).toEqual([
      { account: 'card', date: '2026-03-14', amount: -4250, count: 1 },
      { account: 'card', date: '2026-03-15', amount: 5000, count: 1 },
      { account: 'card', date: '2026-03-20', amount: 5000, count: 1 },
      { account: 'joint', date: '2026-03-15', amount: -5000, count: 1 },
    ]);
    expect(await sums()).toEqual([
      { line: 'food', account: 'card', month: '2026-03', amount: -4250, count: 1, days: 14 },
    ]);
    await remove('d', topUp);
    expect(await days()).toHaveLength(2);
    const unused = await call('POST', '/plans/p1/commands', { id: 'c8', command: { kind: 'account.delete', account: 'joint' } }); // prettier-ignore
    expect(unused.status).toBe(200);
    const used = await call('POST', '/plans/p1/commands', { id: 'c9', command: { kind: 'account.delete', account: 'card' } }); // prettier-ignore
    expect(used).toMatchObject({
      status: 409,
      body: { error: { message: expect.stringContaining('Card has entries') } },
    });
  });

  it('tell what was entered earlier, the latest of each description, and which recurring entries have happened', async () => {
    await put('a');
    await put('b', { ...shop, what: 'WEEKLY SHOP', date: '2026-04-01', account: 'joint', amount: -100 });
    await put('c', { ...shop, amount: 300, date: '2026-04-02', standing: 's1', due: '2026-04-01' });
    const { earlier } = (await call('GET', '/plans/p1/descriptions')).body;
    expect(earlier).toMatchObject([
      { what: 'Weekly shop', amount: 300, count: 1 },
      { what: 'WEEKLY SHOP', line: 'food', account: 'joint', amount: -100, count: 2, date: '2026-04-01' },
    ]);
    expect((await call('GET', '/plans/p1/actuals')).body.settled).toEqual(['s1:2026-04-01']);
  });

  it('of one command are made all or none, and taken back as one step', async () => {
    const set = (id: string, entries: unknown[]) =>
      call('POST', '/plans/p1/commands', { id, command: { kind: 'entries.set', entries, from: 'May.xml' } });
    const added = (entry: string, after: object = shop) => ({ entry, before: null, after });
    const wrong = await set('c1', [added('a'), added('b', { ...shop, amount: 0 })]);
    expect(wrong).toMatchObject({
      status: 422,
      body: { error: { path: expect.stringContaining('entries.1.after.amount') } },
    });
    expect(await sums()).toEqual([]);
    const many = Array.from({ length: 3000 }, (_, index) => added(`m${index}`, { ...shop, amount: -1 - index }));
    expect((await set('c2', many)).body).toMatchObject({
      label: { id: 'change.entries.import', values: { count: 3000, source: 'May.xml' } },
    });
    expect(await sums()).toMatchObject([{ count: 3000 }]);
    expect((await set('c3', [added('x'), added('m5')])).status).toBe(409);
    expect(await sums()).toMatchObject([{ count: 3000 }]);
    expect((await step('undo', 'c2')).status).toBe(200);
    expect(await sums()).toEqual([]);
  });

  it('tell whoever has the plan open', async () => {
    const abort = new AbortController();
    const response = await fetch(`${base}/plans/p1/events`, { signal: abort.signal });
    const reader = response.body!.getReader();
    await put('e1');
    let text = '';
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      text += new TextDecoder().decode(part.value);
      if (text.includes('event: changes')) break;
    }
    abort.abort();
    expect(text).toContain('"table":"entries"');
  });

  it.each([
    ['a day that is none', { date: '2026-02-30' }, 'date', 'not a valid date'],
    ['an account that is not there', { account: 'gone' }, 'account', 'no longer exists'],
    ['a transfer that is a cost', { toAccount: 'joint' }, 'line', 'neither income nor expense'],
    ['a line that is not there', { line: 'gone' }, 'line', 'no longer exists'],
    ['nothing', { amount: 0 }, 'amount', 'other than zero'],
    ['parts of a cent', { amount: 0.5 }, 'amount', 'whole number'],
    ['a field nobody knows', { colour: 'red' }, 'colour', 'is not known'],
  ] as const)('are refused with %s, with the place', async (_, part, path, words) => {
    const { status, body } = await put('e1', { ...shop, ...part });
    expect(status).toBe(422);
    expect(body.error).toMatchObject({ path: expect.stringContaining(path), message: expect.stringContaining(words) });
    expect(await sums()).toEqual([]);
  });

  it.each(['from=2026-01&to=May', `${year}&limit=many`, 'least=-1', 'state=lost', 'order=line', `${year}&lines=a%20b`, `${year}&colour=red`])(
    'are not listed for the query “%s”',
    async (query) => {
      expect((await call('GET', `/plans/p1/entries?${query}`)).status).toBe(422);
    },
  ); // prettier-ignore

  it('follow the role: a viewer looks, an editor enters, strangers see nothing', async () => {
    await put('e1');
    const database = openDatabase(file);
    const role = database.prepare('update roles set role = ? where planId = ?');
    const status = async () => [
      (await call('GET', '/plans/p1/actuals')).status,
      (await call('GET', `/plans/p1/entries?${year}`)).status,
      (await put('e2')).status,
      (await remove('e2')).status,
    ];
    role.run('viewer', 'p1');
    expect(await status()).toEqual([200, 200, 403, 403]);
    role.run('editor', 'p1');
    expect(await status()).toEqual([200, 200, 200, 200]);
    database.prepare('delete from roles').run();
    expect(await status()).toEqual([404, 404, 404, 404]);
    database.close();
  });
});

describe('entries and their plan', () => {
  it('go with it into a file, a copy, and away with it', async () => {
    await put('e1');
    const saved = (await call('GET', '/plans/p1/file')).body;
    expect(saved.entries).toEqual([
      { date: '2026-03-14', what: 'Weekly shop', line: 'Food', account: 'Card', amount: 42.5 },
    ]);
    await call('POST', '/plans/import?id=p2', saved);
    await call('POST', '/plans/p1/duplicate', { id: 'p3' });
    for (const plan of ['p2', 'p3'])
      expect(await sums(plan)).toEqual([
        { line: 'food', account: 'card', month: '2026-03', amount: -4250, count: 1, days: 14 },
      ]);
    await call('DELETE', '/plans/p1');
    expect((await call('GET', '/plans/p1/actuals')).status).toBe(404);
  });

  it('come back with a line that was deleted and taken back', async () => {
    await put('e1');
    await call('POST', '/plans/p1/commands', { id: 'c1', command: { kind: 'line.delete', line: 'food' } });
    expect((await put('e2')).body.error.path).toBe('entries.0.after.line');
    await call('POST', '/plans/p1/commands', { id: 'c2', command: { kind: 'undo', target: 'c1' } });
    expect(await sums()).toHaveLength(1);
    expect((await put('e2')).status).toBe(200);
  });

  it('hold its currency to their decimals', async () => {
    const change = (id: string, currency: string) =>
      call('POST', '/plans/p1/commands', { id, command: { kind: 'plan.set', settings: { currency } } });
    expect((await change('c1', 'JPY')).status).toBe(200);
    expect((await change('c2', 'EUR')).status).toBe(200);
    await put('e1');
    const refused = await change('c3', 'JPY');
    expect(refused.status).toBe(409);
    expect(refused.body.error).toMatchObject({ path: 'currency', message: expect.stringContaining('entries in EUR') });
    expect((await change('c4', 'CHF')).status).toBe(200);
    const undone = await call('POST', '/plans/p1/commands', { id: 'c5', command: { kind: 'undo', target: 'c4' } });
    expect(undone.status).toBe(200);
  });

  it('of the demo are all read', async () => {
    const demo: unknown = JSON.parse(
      readFileSync(new URL('../../demo/household.haushalt.json', import.meta.url), 'utf8'),
    );
    await call('POST', '/plans/import?id=demo', demo);
    const { entries } = demo as { entries: unknown[] };
    expect((await call('GET', '/plans/demo/entries')).body.total).toBe(entries.length);
  });
});

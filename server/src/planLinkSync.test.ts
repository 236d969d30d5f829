import { describe, expect, it } from 'vitest';
import { calculate, findingsOf, Model } from '@haushalt/core';
import { call, linkSync, serveEachTest, start, stop, store } from './testing/served.ts';
import { firstPerson, joined } from './testing/people.ts';

serveEachTest();

const plan = (name: string, amount: number, months = 12) => ({
  version: 1,
  plan: { name, currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
  groups: [
    { id: 'in', name: 'Income', side: 'income' },
    { id: 'out', name: 'Costs', side: 'expense' },
  ],
  lines: [
    { id: 'sales', group: 'Income', name: 'Sales' },
    { id: 'flour', group: 'Costs', name: 'Flour' },
  ],
  ruleSteps: [
    { line: 'Sales', amount },
    { line: 'Flour', formula: 'Sales * 40%' },
  ],
});
let steps = 0;
const send = async (id: string, command: object) => {
  const answer = await call('POST', `/plans/${id}/commands`, { id: `s${++steps}`, command });
  await linkSync.settled();
  return answer;
};
const follow = (id: string, from: string, lineId = '@net') =>
  send(id, { kind: 'line.follow', line: 'sales', plan: from, of: lineId, source: `${from}.Net`, by: 'local' });
const figures = (id: string, line = 'Sales') => calculate(store.document(id).document).figures(line);
const open = async (id: string, amount: number, months?: number) =>
  expect((await call('POST', `/plans/import?id=${id}`, plan(id, amount, months))).status).toBe(201);

describe('A line that follows another plan', () => {
  it('has its figures month by month, at once, through as many plans as there are', async () => {
    await open('stall', 1000);
    await open('home', 5, 18);
    await open('all', 7);
    expect((await follow('home', 'stall')).status).toBe(200);
    expect((await follow('all', 'home', 'sales')).status).toBe(200);
    expect(figures('home')).toEqual([...Array(12).fill(600), ...Array(6).fill(null)]);
    await send('stall', { kind: 'line.setFigure', line: 'sales', month: '2026-03', reach: 'month', figure: 2000 });
    expect(figures('home').slice(0, 5)).toEqual([600, 600, 1200, 600, 600]);
    expect(figures('all').slice(0, 5)).toEqual([600, 600, 1200, 600, 600]);
    expect(store.document('home').document.feeds.get('sales')).toMatchObject({ source: 'stall.Net', lost: false });
    // What does not change is not brought again.
    const { revision } = store.document('home');
    await send('stall', { kind: 'plan.set', settings: { locale: 'de-DE' } });
    expect(store.document('home').revision).toBe(revision);
    const answer = await call('GET', '/plans');
    expect(answer.body.error).toBeUndefined();
    const { feeds } = answer.body;
    expect(feeds).toEqual(
      expect.arrayContaining([
        { from: 'stall', to: 'home' },
        { from: 'home', to: 'all' },
      ]),
    );
    expect((await call('GET', '/plans/stall/figures')).body.figures).toEqual(expect.arrayContaining([{ id: '@net', name: 'Net' }, { id: 'flour', name: 'Flour' }])); // prettier-ignore
  });

  it('is nobody’s to give other figures, and what it is brought is nobody’s to undo', async () => {
    await open('stall', 1000);
    await open('home', 5);
    const typed = { kind: 'line.setFigure', line: 'sales', month: '2026-03', reach: 'every', figure: 9 };
    await send('home', { ...typed, line: 'flour' });
    await follow('home', 'stall');
    const refused = await send('home', typed);
    expect([refused.status, refused.body.error.message]).toEqual([
      409,
      expect.stringMatching(/Sales follows stall.Net/),
    ]);
    await send('stall', { kind: 'line.setFigure', line: 'sales', month: '2026-03', reach: 'every', figure: 2000 });
    const { history } = (await call('GET', '/plans/home')).body as { history: { label: string }[] };
    expect(history.map(({ label }) => label)).toEqual(['Flour in every month: 9.00', 'Sales follows stall.Net']);
    expect((await send('home', { kind: 'line.fed', line: 'sales', source: 'x', figures: [] })).status).toBe(403);
  });

  it('is undone: the line says what it said before, whatever was brought since', async () => {
    await open('stall', 1000);
    await open('home', 5);
    const before = store.document('home').document.ruleSteps;
    expect((await call('POST', '/plans/home/commands', { id: 'f', command: { kind: 'line.follow', line: 'sales', plan: 'stall', of: '@net', source: 'stall.Net', by: 'local' } })).status).toBe(200); // prettier-ignore
    await linkSync.settled();
    await send('stall', { kind: 'line.setFigure', line: 'sales', month: '2026-03', reach: 'onward', figure: 2000 });
    expect(figures('home')[5]).toBe(1200);
    expect((await send('home', { kind: 'undo', target: 'f' })).status).toBe(200);
    expect([...store.document('home').document.ruleSteps.values()]).toEqual([...before.values()]);
    expect((await send('home', { kind: 'redo', target: 'f' })).status).toBe(200);
    expect(figures('home')[5]).toBe(1200);
    // It stops following, and keeps what it has.
    expect((await send('home', { kind: 'line.unfollow', line: 'sales' })).status).toBe(200);
    await send('stall', { kind: 'line.setFigure', line: 'sales', month: '2026-03', reach: 'every', figure: 1 });
    expect(figures('home')[5]).toBe(1200);
  });

  it('is brought what was missed when the server ended in between', async () => {
    await open('stall', 1000);
    await open('home', 5);
    await follow('home', 'stall');
    // As if the server had been killed before it came to bring it.
    store.carryOut('stall', 'local', 'late', { kind: 'line.setFigure', line: 'sales', month: '2026-03' as never, reach: 'every', figure: 2000 }); // prettier-ignore
    expect(figures('home')[0]).toBe(600);
    await stop();
    await start();
    await linkSync.settled();
    expect(figures('home')[0]).toBe(1200);
  });

  it('shows nobody a plan through a file that claims somebody else’s name', async () => {
    const mara = await firstPerson();
    await mara.ask('POST', '/plans/import?id=secret', plan('secret', 1000));
    await mara.ask('POST', '/plans/import?id=shared', plan('shared', 1));
    const kofi = await joined(mara, 'shared', 'kofi', 'viewer');
    const file = {
      ...plan('trap', 3),
      feeds: [{ line: 'Sales', plan: 'secret', of: '@net', source: 'x', by: 'local' }],
    };
    expect((await kofi.ask('POST', '/plans/import?id=trap', file)).status).toBe(201);
    await mara.ask('POST', '/plans/secret/commands', { id: 'm', command: { kind: 'line.setFigure', line: 'sales', month: '2026-01', reach: 'every', figure: 5000 } }); // prettier-ignore
    await linkSync.settled();
    expect(figures('trap')).toEqual(Array(12).fill(3));
    expect(store.document('trap').document.feeds.get('sales')).toMatchObject({ lost: true });
  });

  it('never comes to follow itself, however that is tried', async () => {
    for (const id of ['a', 'b', 'c']) await open(id, 10);
    expect((await follow('a', 'a')).status).toBe(422);
    expect((await follow('b', 'a')).status).toBe(200);
    expect((await follow('c', 'b')).status).toBe(200);
    const circle = await follow('a', 'c');
    expect([circle.status, circle.body.error.message]).toEqual([
      409,
      expect.stringMatching(/“c” already follows this plan/),
    ]);
    expect(figures('a')).toEqual(Array(12).fill(10));
    // A file that would close a circle is taken without what would.
    const file = { ...plan('a', 3), feeds: [{ line: 'Sales', plan: 'c', of: '@net', source: 'c.Net', by: 'local' }] };
    await call('DELETE', '/plans/a');
    await call('DELETE', '/plans/a/for-good');
    expect((await call('POST', '/plans/import?id=a', file)).status).toBe(201);
    expect(store.document('a').document.feeds.size).toBe(0);
  });

  it('keeps its last figures with a finding when the other plan is deleted or not shared any more, and goes on when it is back', async () => {
    const mara = await firstPerson();
    await mara.ask('POST', '/plans/import?id=stall', plan('stall', 1000));
    const kofi = await joined(mara, 'stall', 'kofi', 'viewer');
    await kofi.ask('POST', '/plans/import?id=own', plan('own', 5));
    const { people } = (await mara.ask('GET', '/plans/stall/people')).body as {
      people: { id: string; name: string }[];
    };
    const id = people.find(({ name }) => name === 'kofi')!.id;
    const command = { kind: 'line.follow', line: 'sales', plan: 'stall', of: '@net', source: 'stall.Net', by: id };
    const inMarasName = await kofi.ask('POST', '/plans/own/commands', {
      id: 'x',
      command: { ...command, by: 'local' },
    });
    expect(inMarasName.status).toBe(422);
    expect((await kofi.ask('POST', '/plans/own/commands', { id: 'f', command })).status).toBe(200);
    await linkSync.settled();
    const findings = () =>
      findingsOf(new Model(store.document('own').document)).filter(({ kind }) => kind === 'lostFeed');
    expect([figures('own')[0], findings()]).toEqual([600, []]);
    await mara.ask('DELETE', `/plans/stall/people/${id}`);
    await linkSync.settled();
    await mara.ask('POST', '/plans/stall/commands', { id: 'm', command: { kind: 'line.setFigure', line: 'sales', month: '2026-01', reach: 'every', figure: 1 } }); // prettier-ignore
    await linkSync.settled();
    expect([figures('own')[0], findings()[0]?.message]).toEqual([600, expect.stringMatching(/stall.Net, which was deleted or is no longer shared/)]); // prettier-ignore
    // Nobody follows what they are not shown.
    await mara.ask('POST', '/plans/import?id=secret', plan('secret', 1));
    expect((await kofi.ask('POST', '/plans/own/commands', { id: 'y', command: { ...command, plan: 'secret' } })).status).toBe(404); // prettier-ignore
    const link = await mara.ask('POST', '/plans/stall/links', { role: 'viewer', until: null, once: true });
    expect((await kofi.ask('POST', `/links/${link.body.path.split('/').at(-1)}/use`, {})).status).toBe(200);
    await linkSync.settled();
    expect([figures('own')[0], findings()]).toEqual([expect.closeTo(0.6), []]);
    await mara.ask('DELETE', '/plans/stall');
    await linkSync.settled();
    expect(findings()).toHaveLength(1);
    await mara.ask('POST', '/plans/stall/restore', {});
    await linkSync.settled();
    expect(findings()).toEqual([]);
  });
});

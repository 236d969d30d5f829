import { readFileSync } from 'node:fs';
import { createServer, get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { calculate, documentFrom, parsePlan, type AnyRow, type TableName } from '@haushalt/core';
import { namesFor } from './http/guard.ts';
import { createApp, createLog, openStore } from './index.ts';
import { openDatabase } from './store/database.ts';
import { base, call, file, serveEachTest, start, stop, store, type Answer } from './testing/served.ts';

const demo = JSON.parse(
  readFileSync(new URL('../../demo/household.haushalt.json', import.meta.url), 'utf8'),
) as unknown;

serveEachTest();

const newPlan = (id = 'p1', months = 12) =>
  call('POST', '/plans', { id, name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months });
const send = (id: string, command: unknown, plan = 'p1') => call('POST', `/plans/${plan}/commands`, { id, command });
const open = async (plan = 'p1') => (await call('GET', `/plans/${plan}`)).body;
const figures = async (name: string, plan = 'p1') =>
  calculate(documentFrom((await open(plan)).tables as Record<TableName, AnyRow[]>)).figures(name);

async function planWithRent(): Promise<void> {
  await newPlan();
  await send('c1', { kind: 'group.add', id: 'g', name: 'Home', side: 'expense', rhythm: 'fixed', before: null });
  await send('c2', { kind: 'line.add', id: 'l', group: 'g', name: 'Rent', unit: 'money', before: null });
  await send('c3', { kind: 'line.setFigure', line: 'l', month: '2026-01', reach: 'every', figure: 800 });
}

describe('plans', () => {
  it('say how they are', async () => {
    expect(await call('GET', '/health')).toEqual({ status: 200, body: { ok: true, version: '1.2.3' } });
  });

  it('are listed however many there are', async () => {
    for (let nth = 0; nth < 30; nth++)
      await call('POST', '/plans', { id: `n${nth}`, name: `N ${nth}`, currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 }); // prettier-ignore
    const { status, body } = await call('GET', '/plans');
    expect([status, body.plans.length]).toEqual([200, 30]);
  });

  it('are created, listed with their standing, duplicated, deleted and restored', async () => {
    expect((await call('GET', '/plans')).body).toEqual({ plans: [], feeds: [] });
    expect((await call('POST', '/plans/import?id=home', demo)).status).toBe(201);
    const [plan] = (await call('GET', '/plans')).body.plans;
    expect(plan).toMatchObject({
      id: 'home',
      name: 'Brandt-Osei household',
      months: 36,
      year: 2026,
      netOfYear: expect.closeTo(9415.6, 2),
      monthsInTheRed: 3,
    });

    expect((await call('POST', '/plans/home/duplicate', { id: 'twin' })).status).toBe(201);
    expect((await call('GET', '/plans')).body.plans.map((row: { name: string }) => row.name)).toEqual([
      'Brandt-Osei household',
      'Brandt-Osei household copy',
    ]);
    expect(await figures('Cumulative net', 'twin')).toEqual(await figures('Cumulative net', 'home'));

    expect((await call('DELETE', '/plans/home')).status).toBe(204);
    expect((await call('GET', '/plans')).body.plans).toHaveLength(1);
    expect(await call('GET', '/plans/home')).toMatchObject({
      status: 404,
      body: { error: { code: 'deleted', message: 'This plan has been deleted.' } },
    });
    expect((await call('POST', '/plans/home/restore', {})).status).toBe(200);
    expect(await figures('Net', 'home')).toEqual(await figures('Net', 'twin'));
  });

  it('come out as the file they went in as', async () => {
    await call('POST', '/plans/import?id=home', demo);
    const { body } = await call('GET', '/plans/home/file');
    const [before, after] = [calculate(parsePlan(demo)), calculate(parsePlan(body))];
    expect(after.figures('Left over')).toEqual(before.figures('Left over'));
  });
});

describe('commands', () => {
  it('are stored with their changes and the new revision', async () => {
    await planWithRent();
    const answer = await send('c4', {
      kind: 'line.setFigure',
      line: 'l',
      month: '2026-03',
      reach: 'month',
      figure: 900,
    });
    expect(answer).toMatchObject({
      status: 200,
      body: { revision: 4, commandId: 'c4', label: 'Rent in March 2026: 900.00', state: 'done' },
    });
    expect(await figures('Rent')).toEqual([800, 800, 900, ...Array(9).fill(800)]);
    await stop();
    await start();
    expect(await figures('Total expenses')).toEqual([800, 800, 900, ...Array(9).fill(800)]);
    expect((await open()).revision).toBe(4);
  });

  it('are carried out once, however often they are sent', async () => {
    await planWithRent();
    const command = { kind: 'line.duplicate', line: 'l', id: 'copy' };
    const [first, second] = [await send('c9', command), await send('c9', command)];
    expect(second).toEqual(first);
    expect((await open()).revision).toBe(4);
    expect((await open()).tables.lines).toHaveLength(2);
  });

  it('that are sent all at once are all there, in some order', async () => {
    await planWithRent();
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, index) =>
        send(`m${index}`, {
          kind: 'line.setFigure',
          line: 'l',
          month: `2026-${String(index + 1).padStart(2, '0')}`,
          reach: 'month',
          figure: index,
        }),
      ),
    );
    expect(answers.map((answer) => answer.body.revision).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 12 }, (_, index) => index + 4),
    );
    expect(await figures('Rent')).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  });

  it('are undone and done again, also after a restart, and new work leaves the undone behind', async () => {
    await planWithRent();
    await send('c4', { kind: 'line.setFigure', line: 'l', month: '2026-01', reach: 'every', figure: 900 });
    await stop();
    await start();
    expect((await send('u1', { kind: 'undo', target: 'c4' })).status).toBe(200);
    expect((await figures('Rent'))[0]).toBe(800);
    expect((await open()).history.at(-1)).toMatchObject({ commandId: 'c4', state: 'undone' });
    expect(await send('u2', { kind: 'undo', target: 'c4' })).toMatchObject({
      status: 409,
      body: { error: { message: 'This has already been undone.' } },
    });
    expect((await send('r1', { kind: 'redo', target: 'c4' })).status).toBe(200);
    expect((await figures('Rent'))[0]).toBe(900);
    await send('u3', { kind: 'undo', target: 'c4' });
    await send('c5', { kind: 'line.setFigure', line: 'l', month: '2026-01', reach: 'every', figure: 1000 });
    expect((await send('r2', { kind: 'redo', target: 'c4' })).status).toBe(409);
    expect((await open()).history.map((entry: { commandId: string }) => entry.commandId)).toEqual([
      'c1',
      'c2',
      'c3',
      'c5',
    ]);
  });

  it('of an earlier version, from a page open since, are carried out', async () => {
    await newPlan();
    const sent = await send('c1', { kind: 'pot.set', pot: 'kitchen', settings: { name: 'Kitchen', deposit: '20' } });
    expect(sent).toMatchObject({ status: 200, body: { kind: 'fund.set' } });
    expect((await call('GET', '/plans/p1')).body.tables.savings).toMatchObject([{ id: 'kitchen', name: 'Kitchen' }]);
  });

  it('that no longer fit are answered with 409 and a sentence, and change nothing', async () => {
    await planWithRent();
    await send('c4', { kind: 'line.setFigure', line: 'l', month: '2026-02', reach: 'month', figure: 1 });
    await send('c5', { kind: 'line.setFigure', line: 'l', month: '2026-02', reach: 'month', figure: 2 });
    const answer = await send('u1', { kind: 'undo', target: 'c4' });
    expect(answer).toMatchObject({
      status: 409,
      body: {
        error: { code: 'conflict', message: 'Rent has been changed since, so the change can no longer be undone.' },
      },
    });
    expect((await figures('Rent'))[1]).toBe(2);
    await send('c6', { kind: 'line.delete', line: 'l' });
    expect(
      await send('c7', { kind: 'line.setFigure', line: 'l', month: '2026-02', reach: 'month', figure: 2 }),
    ).toMatchObject({
      status: 409,
      body: { error: { code: 'gone', message: 'This line is no longer in the plan.' } },
    });
  });

  it('stream to whoever listens, with what was missed', async () => {
    await planWithRent();
    const response = await fetch(`${base}/plans/p1/events?since=2`, { headers: { accept: 'text/event-stream' } });
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    await send('c4', { kind: 'line.set', line: 'l', settings: { name: 'Rent, warm' } });
    let text = '';
    while (!text.includes('id: 4\n')) text += (await reader.read()).value;
    await reader.cancel();
    expect(text).toMatch(/id: 3\nevent: changes\ndata: \{.*"commandId":"c3"/);
    expect(text).toContain('"name":"Rent, warm"');
  });
});

describe('bad input', () => {
  const refused = async (answer: Promise<Answer>, status: number, message: RegExp, path?: string) => {
    const { status: got, body } = await answer;
    expect([got, body.error.message, body.error.path]).toEqual([status, expect.stringMatching(message), path]);
    expect(JSON.stringify(body)).not.toMatch(/\.[tj]s:\d|node_modules|\\n\s+at /);
  };

  it('gets its sentence and its place', async () => {
    await planWithRent();
    const before = await open();
    await refused(newPlan('p601', 601), 422, /can be at most 600/, 'months');
    await refused(newPlan('p1'), 409, /id cannot be used/, 'id');
    await refused(
      call('POST', '/plans', { id: 'x', name: 'X', currency: 'ABC', locale: 'en', firstMonth: '2026-01', months: 1 }),
      422,
      /currency code/,
      'currency',
    );
    await refused(call('POST', '/plans/p1/commands', '{"id":'), 400, /not valid JSON/);
    await refused(
      call('POST', '/plans/p1/commands', 'id=1', { 'content-type': 'application/x-www-form-urlencoded' }),
      415,
      /JSON body is expected/,
    );
    await refused(call('POST', '/plans/p1/commands', JSON.stringify('x'.repeat(26_000_000))), 413, /limit is 24 MB/);
    await refused(send('b1', { kind: 'line.paint', line: 'l' }), 422, /no such command/, 'command.kind');
    await refused(send('b2', { kind: 'line.delete', line: 'l', force: true }), 422, /is not known/, 'command.force');
    await refused(
      send('b3', { kind: 'line.setFigure', line: 'l', month: '2026-13', reach: 'month', figure: 1 }),
      422,
      /month such as 2026-03/,
      'command.month',
    );
    await refused(
      send('b4', { kind: 'line.setFigure', line: 'l', month: '2026-01', reach: 'month', figure: '12' }),
      422,
      /must be a number/,
      'command.figure',
    );
    await refused(
      send('b5', { kind: 'line.setFigure', line: 'nobody', month: '2026-01', reach: 'month', figure: 1 }),
      409,
      /no longer in the plan/,
    );
    await refused(
      send('b6', { kind: 'line.add', id: 'l2', group: 'g', name: 'rent', unit: 'money', before: null }),
      422,
      /already a line named Rent/,
      'name',
    );
    await refused(
      send('b7', { kind: 'line.setFormula', line: 'l', month: '2026-01', reach: 'every', formula: '2 * Rnt' }),
      422,
      /Did you mean Rent/,
      'formula',
    );
    await refused(send('b8', { kind: 'plan.set', settings: {} }), 422, /is empty/, 'command.settings');
    await refused(send('bad id', { kind: 'line.delete', line: 'l' }), 422, /letters, digits/, 'id');
    await refused(call('POST', '/plans/import', { version: 1 }), 422, /settings are missing/, '/plan');
    await refused(call('POST', '/plans', `"${'x'.repeat(3 << 20)}"`), 413, /limit is 2 MB/);
    // The sentence in the language of the request, and the message itself, for whoever writes it in another.
    expect((await call('GET', '/plans/none')).body.error).toEqual({
      code: 'notFound',
      message: 'Plan not found. It may have been deleted, or is no longer shared with you.',
      text: { id: 'server.planNotFound' },
    });
    await refused(call('GET', '/plans/none'), 404, /Plan not found/);
    await refused(call('GET', '/nowhere'), 404, /Nothing was found at GET \/api\/nowhere/);
    expect(await open()).toEqual(before);
  });

  it('of a formula carries its column and suggestions', async () => {
    await planWithRent();
    const { body } = await send('f', {
      kind: 'line.setFormula',
      line: 'l',
      month: '2026-01',
      reach: 'every',
      formula: '2 * Hom',
    });
    expect(body.error).toMatchObject({ place: { from: 4, to: 7 }, suggestions: ['Home'] });
  });
});

describe('access', () => {
  it('is refused to pages of other names that point here', async () => {
    const { app, close } = createApp({ store, version: '1', names: namesFor('127.0.0.1'), log: createLog('silent') });
    const local = createServer(app);
    await new Promise<void>((resolve) => local.listen(0, '127.0.0.1', resolve));
    const ask = (host: string) =>
      new Promise<number | undefined>((resolve) => {
        get({ port: (local.address() as AddressInfo).port, path: '/api/health', headers: { host } }, (response) => {
          response.resume();
          resolve(response.statusCode);
        });
      });
    expect([
      await ask('127.0.0.1:4870'),
      await ask('localhost:1'),
      await ask('[::1]:5'),
      await ask('elsewhere.example'),
    ]).toEqual([200, 200, 200, 403]);
    await close();
    local.closeAllConnections();
    await new Promise((resolve) => local.close(resolve));
  });

  it('follows the role: a viewer looks, an editor changes, only an owner deletes, others see nothing', async () => {
    await planWithRent();
    const database = openDatabase(file);
    const role = (name: string | null) => {
      database.prepare('delete from roles where planId = ?').run('p1');
      if (name)
        database.prepare('insert into roles (planId, personId, role) values (?, ?, ?)').run('p1', 'local', name);
    };
    const status = async () => [
      (await call('GET', '/plans/p1')).status,
      (await send(crypto.randomUUID(), { kind: 'line.set', line: 'l', settings: { note: crypto.randomUUID() } }))
        .status,
      (await call('DELETE', '/plans/p1')).status,
    ];
    role('viewer');
    expect(await status()).toEqual([200, 403, 403]);
    role('editor');
    expect(await status()).toEqual([200, 200, 403]);
    role(null);
    expect(await status()).toEqual([404, 404, 404]);
    expect((await call('GET', '/plans')).body.plans).toEqual([]);
    role('owner');
    expect(await status()).toEqual([200, 200, 204]);
    database.close();
  });
});

describe('calculators', () => {
  const documentOf = async () => documentFrom((await open()).tables as Record<TableName, AnyRow[]>);

  it('are kept with their parts, taken back, and there again after a restart', async () => {
    await newPlan();
    const settings = { name: 'Van', amount: '1200', rate: '0.06', months: '12' };
    expect((await send('c1', { kind: 'loan.set', loan: 'van', settings })).status).toBe(200);
    const extra = { loan: 'van', every: 'once', from: '2026-03', until: null, amount: '100' };
    expect((await send('c2', { kind: 'loan.setExtra', id: 'x', settings: extra })).status).toBe(200);
    await send('c3', { kind: 'taxSchedule.set', schedule: 'tax', settings: { name: 'Bands', income: '20000' } });
    const bands = [{ from: 0, rate: 0.1 }, { from: 10_000, rate: 0.3 }]; // prettier-ignore
    await send('c4', { kind: 'taxSchedule.setBands', schedule: 'tax', validFrom: 2026, bands });
    await send('c5', {
      kind: 'lines.place', group: 'g', newGroup: { name: 'Loans', side: 'expense' },
      lines: [{ id: 'l', name: 'Van payment', unit: 'money', formula: 'Van.payment' }],
    }); // prettier-ignore
    const figures = calculate(await documentOf());
    expect(figures.figures('Van payment')[2]).toBeCloseTo(203.28, 8);
    expect(figures.figures('Bands.tax')[0]).toBe(4000);

    await stop();
    await start();
    expect(calculate(await documentOf()).figures('Van payment')).toEqual(figures.figures('Van payment'));
    const file = await call('GET', '/plans/p1/file');
    expect(file.body.loans).toMatchObject([{ name: 'Van', amount: 1200, rate: 0.06, months: 12 }]);
    expect(file.body.taxBands).toHaveLength(2);
    await send('c6', { kind: 'undo', target: 'c5' });
    expect((await documentOf()).lines.size).toBe(0);
  });

  it('of a tax keep the formulas of their bands, and refuse some that cannot be', async () => {
    await newPlan();
    await send('c1', { kind: 'taxSchedule.set', schedule: 'tax', settings: { name: 'Bands', income: '20000' } });
    await send('c2', { kind: 'assumption.add', id: 'top', name: 'Top', unit: 'percent', value: 0.3, note: '', before: null }); // prettier-ignore
    const set = (id: string, ...bands: unknown[]) =>
      send(id, { kind: 'taxSchedule.setBands', schedule: 'tax', validFrom: null, bands });
    const lowest = { from: 0, rate: 0.1 };
    expect((await set('c3', lowest, { from: '5000 * 2', rate: 'Top' })).status).toBe(200);
    await stop();
    await start();
    expect(calculate(await documentOf()).figures('Bands.tax')[0]).toBe(4000);
    await send('c4', { kind: 'assumption.set', assumption: 'top', settings: { name: 'Top rate', value: 0.5 } });
    expect(calculate(await documentOf()).figures('Bands.tax')[0]).toBe(6000);
    expect((await call('GET', '/plans/p1/file')).body.taxBands).toEqual([
      { schedule: 'Bands', ...lowest },
      { schedule: 'Bands', from: '5000 * 2', rate: 'Top rate' },
    ]);
    const message = async (id: string, ...bands: unknown[]) => (await set(id, ...bands)).body.error.message;
    expect(await message('c5', lowest, { from: 9, rate: 'Topp rate' })).toContain('Topp rate');
    expect(await message('c6', { ...lowest, rate: '' })).toBe('Band 1 needs a rate.');
    expect(await message('c7', { from: 0 })).toMatch(/is missing/);
    const used = await send('c8', { kind: 'assumption.delete', assumption: 'top' });
    expect(used).toMatchObject({ status: 409, body: { error: { code: 'used' } } });
  });

  it('refuse what cannot be, with the place', async () => {
    await newPlan();
    await send('c1', { kind: 'taxSchedule.set', schedule: 'tax', settings: { name: 'Bands' } });
    const refused = await send('c2', {
      kind: 'taxSchedule.setBands',
      schedule: 'tax',
      validFrom: null,
      bands: [{ from: 5, rate: 'Rent *' }],
    });
    expect(refused).toMatchObject({
      status: 422,
      body: { error: { message: expect.stringMatching(/missing at the end/) } },
    });
    const unknown = await send('c3', { kind: 'loan.set', loan: 'v', settings: { name: 'V', colour: 'red' } });
    expect(unknown).toMatchObject({ status: 422, body: { error: { path: 'command.settings.colour' } } });
    const formula = await send('c4', {
      kind: 'loan.set',
      loan: 'v',
      settings: { name: 'V', amount: 'Nothing here' },
    });
    expect(formula.status).toBe(422);
    expect(formula.body.error.message).toContain('Nothing in this plan is named Nothing here');
  });
});

describe('the database', () => {
  it('of a newer program is refused with a clear word', async () => {
    const database = openDatabase(file);
    database.pragma('user_version = 99');
    database.close();
    expect(() => openStore(file)).toSay(/in use by another Haushalt/);
    await stop();
    expect(() => openStore(file)).toSay(/newer version/);
    const again = openDatabase(join(dirname(file), 'other.db'));
    again.close();
    const fix = new (await import('better-sqlite3')).default(file);
    fix.pragma('user_version = 1');
    fix.close();
  });
});

import { readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { calculate, documentFrom, parsePlan, type AnyRow, type TableName } from '@haushalt/core';
import { copyDatabase, openDatabase } from './store/database.ts';
import { openStore } from './store/store.ts';
import { base, call, file, listening, serveEachTest, start, stop } from './testing/served.ts';

serveEachTest();

const PLAN = { id: 'p1', name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 };
const newPlan = () => call('POST', '/plans', PLAN);
const send = (id: string, command: unknown) => call('POST', '/plans/p1/commands', { id, command });
const rename = (id: string, name: string) => send(id, { kind: 'plan.set', settings: { name } });
const demo = JSON.parse(
  readFileSync(new URL('../../demo/household.haushalt.json', import.meta.url), 'utf8'),
) as unknown;

/** A request as bytes would make it, with whatever path and headers. */
function raw(
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body = '',
): Promise<{ status: number; text: string; headers: Record<string, unknown> }> {
  const { port } = new URL(base);
  return new Promise((resolve, reject) => {
    const sent = request({ host: '127.0.0.1', port, method, path, headers }, (response) => {
      let text = '';
      response.on('data', (part: Buffer) => (text += part.toString()));
      response.on('end', () => resolve({ status: response.statusCode!, text, headers: response.headers }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

describe('changes', () => {
  const json = { 'content-type': 'application/json' };
  const own = () => new URL(base).origin;

  it('are taken from the server’s own pages and from programs, not from other sites', async () => {
    const status = async (headers: Record<string, string>) =>
      (await raw('POST', '/api/plans', { ...json, ...headers }, JSON.stringify({ ...PLAN, id: crypto.randomUUID() })))
        .status;
    expect(await status({})).toBe(201);
    expect(await status({ origin: own(), 'sec-fetch-site': 'same-origin' })).toBe(201);
    expect(await status({ origin: 'https://elsewhere.example' })).toBe(403);
    expect(await status({ origin: 'null' })).toBe(403);
    expect(await status({ origin: own(), 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(await status({ 'sec-fetch-site': 'same-site' })).toBe(403);
  });

  it.each(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x', ''])(
    'are not taken as %s, which a form elsewhere can send',
    async (type) => {
      await newPlan();
      const headers: Record<string, string> = type === '' ? {} : { 'content-type': type };
      for (const path of [
        '/api/plans',
        '/api/plans/import',
        '/api/plans/p1/restore',
        '/api/plans/p1/duplicate',
        '/api/plans/p1/commands',
      ])
        expect((await raw('POST', path, headers, JSON.stringify(demo))).status).toBe(415);
      expect((await call('GET', '/plans')).body.plans).toHaveLength(1);
    },
  );

  it('of texts that could not be written out again are refused', async () => {
    await newPlan();
    expect(await rename('c1', 'a\ud800b')).toMatchObject({
      status: 422,
      body: { error: { message: expect.stringContaining('invalid character') } },
    });
    expect((await rename('c2', 'a\u0000b')).status).toBe(422);
    expect((await call('POST', '/plans', { ...PLAN, id: 'p2', name: '\udfff' })).status).toBe(422);
  });

  it.each([
    ['plans/p1/snapshots', { id: 's1', name: 'a', note: '\ud800' }, 'note'],
    ['plans/p1/mail', { address: 'a@b.example', text: 'a\u0000b', file: { kind: 'plan' } }, 'text'],
    ['plans/p1/here', { tab: 't1', page: 'budget', row: '\ud800' }, 'row'],
    ['plans/p1/files', { format: 'csv', title: '\ud800' }, 'title'],
    ['plans/p1/pages', { print: { title: '\u0000' }, from: 0, to: 1 }, 'print.title'],
  ])(
    'of texts that could not be written out again are refused by %s, which names the field',
    async (path, body, field) => {
      await newPlan();
      expect(await call('POST', `/${path}`, body)).toMatchObject({
        status: 422,
        body: { error: { path: field, message: expect.stringContaining('invalid character') } },
      });
    },
  );

  it('under an id that is taken tell nothing of whose it is', async () => {
    await newPlan();
    const mine = await call('POST', '/plans', PLAN);
    openDatabase(file).prepare('delete from roles').run();
    expect(await call('POST', '/plans', PLAN)).toEqual(mine);
    expect((await call('POST', '/plans/import?id=p1', demo)).status).toBe(409);
    expect((await call('GET', '/plans/p1')).status).toBe(404);
  });
});

describe('what a client does wrong', () => {
  it.each([
    ['GET', '/api/plans/%ZZ', {}, 400],
    ['GET', '/api/plans/%00', {}, 404],
    ['GET', '/api/plans/p1/events', { 'last-event-id': 'x'.repeat(50) }, 404],
    ['POST', '/api/plans', { 'content-type': 'application/json', 'content-encoding': 'gzip' }, 400],
    ['POST', '/api/plans', { 'content-type': 'application/json', 'content-encoding': 'rot13' }, 415],
    ['POST', '/api/plans', { 'content-type': 'application/json; charset=latin1' }, 415],
    ['PATCH', '/api/plans', { 'content-type': 'application/json' }, 404],
    ['PATCH', '/api/plans', {}, 415],
  ] as const)('%s %s is answered with a sentence and no stack', async (method, path, headers, expected) => {
    const { status, text } = await raw(method, path, headers, method === 'POST' ? '{"a":1}' : '');
    expect(status).toBe(expected);
    expect(JSON.parse(text)).toMatchObject({ error: { message: expect.stringMatching(/^[A-Z“].*\.$/) } });
    expect(text).not.toMatch(/\bat .*:\d+:\d+/);
  });

  it('with the built pages too', async () => {
    const web = join(dirname(file), 'web');
    await stop();
    const { mkdirSync } = await import('node:fs');
    mkdirSync(join(web, 'assets'), { recursive: true });
    writeFileSync(join(web, 'index.html'), '<p>Haushalt</p>');
    writeFileSync(join(web, 'assets/a.js'), 'x'.repeat(2000));
    await start({ web });
    for (const [path, headers, expected] of [
      ['/assets/missing.js', {}, 404],
      ['/assets/%2e%2e/%2e%2e/haushalt.db', {}, [403, 404]],
      ['/plans/p1%00', {}, 400],
      ['/assets/a.js', { range: 'bytes=9999-' }, 416],
      ['/assets/a.js', { 'if-match': '"other"' }, 412],
    ] as const) {
      const { status, text } = await raw('GET', path, headers);
      expect([path, [expected].flat()]).toEqual([path, expect.arrayContaining([status])]);
      expect(text).not.toMatch(/\bat .*:\d+:\d+/);
    }
    const page = await raw('GET', '/plans/any/budget', { 'accept-encoding': 'gzip' });
    expect(page).toMatchObject({
      status: 200,
      headers: { 'x-content-type-options': 'nosniff', 'cross-origin-opener-policy': 'same-origin' },
    });
    expect(page.headers['content-security-policy']).toContain("form-action 'self'");
    expect((await raw('GET', '/assets/a.js', { 'accept-encoding': 'gzip' })).headers['content-encoding']).toBe('gzip');
  });
});

describe('a database in trouble', () => {
  it('that is in use is answered with 503 and a sentence, changes nothing, and does not hold up health', async () => {
    await newPlan();
    const other = new Database(file);
    other.exec('begin immediate');
    const begun = performance.now();
    const [refused, health] = await Promise.all([rename('c1', 'New'), call('GET', '/health')]);
    expect(refused).toMatchObject({
      status: 503,
      body: { error: { code: 'busy', message: expect.stringContaining('in use') } },
    });
    expect(health.status).toBe(200);
    expect(performance.now() - begun).toBeLessThan(2000);
    other.exec('rollback');
    other.close();
    expect((await rename('c1', 'New')).status).toBe(200);
  });

  it('that is full is answered with 503, and takes the same order again once there is room', async () => {
    await newPlan();
    const long = (index: number) => ({
      kind: 'assumption.add',
      id: `a${index}`,
      name: `A ${index}`,
      unit: 'money',
      value: 1,
      note: 'x'.repeat(2000),
      before: null,
    });
    await stop();
    await start({}, { mostPages: 120 });
    let index = 0;
    let answer = await send('c0', long(0));
    while (answer.status === 200 && index < 500) answer = await send(`c${++index}`, long(index));
    expect(answer).toMatchObject({
      status: 503,
      body: { error: { message: expect.stringContaining('disk is full') } },
    });
    await stop();
    await start();
    expect((await send(`c${index}`, long(index))).status).toBe(200);
    expect((await call('GET', '/plans/p1')).body.tables.assumptions).toHaveLength(index + 1);
  });

  it('that is damaged, a folder, or not to be reached says so in one line', async () => {
    await stop();
    writeFileSync(file, 'This is no database, but long enough to be read as one.'.repeat(100));
    expect(() => openStore(file)).toSay(/damaged/);
    expect(() => openStore(dirname(file))).toSay(/cannot be opened|in use|damaged|directory/);
    expect(() => openStore(join(file, 'haushalt.db'))).toSay(/is a file, or is inside one/);
    writeFileSync(file, '');
    await start();
  });

  it('can be read by nobody else, and used by no second server', () => {
    for (const name of readdirSync(dirname(file)))
      expect([name, statSync(join(dirname(file), name)).mode & 0o077]).toEqual([name, 0]);
    expect(() => openStore(file)).toSay(/in use by another Haushalt/);
  });

  it('is copied while it is in use, and before it is brought up to date', async () => {
    await newPlan();
    const copy = join(dirname(file), 'copy.db');
    copyDatabase(file, copy);
    expect(() => copyDatabase(file, copy)).toSay(/already exists/);
    expect(new Database(copy).prepare('select name from plans').all()).toEqual([{ name: 'Test' }]);
    expect(statSync(copy).mode & 0o077).toBe(0);
    await stop();
    for (const suffix of ['', '-wal', '-shm']) rmSync(`${file}${suffix}`, { force: true });
    writeOldDatabase(9);
    await start();
    expect(readdirSync(dirname(file)).filter((name) => name.includes('.before-'))).toHaveLength(1);
    expect((await call('GET', '/plans')).body.plans).toMatchObject([{ name: 'Old' }]);
    const { sums } = (await call('GET', '/plans/old/actuals')).body;
    expect(sums).toEqual([
      { line: 'food', account: '', month: '2026-03', amount: -100, count: 1, days: 15 },
      { line: 'food', account: 'account-1', month: '2026-03', amount: -4250, count: 1, days: 14 },
      { line: 'nest', account: '', month: '2026-03', amount: -900, count: 1, days: 16 },
    ]);
    const page = await call('GET', '/plans/old/entries?from=2026-01&to=2026-12&text=weekly');
    expect(page.body).toMatchObject({ total: 1, entries: [{ id: 'e1', account: 'account-1', amount: -4250 }] });
    const { tables } = (await call('GET', '/plans/old')).body;
    expect(tables.savingsMoves).toMatchObject([{ id: 'gift', fund: 'kitchen', amount: '300' }]);
    // What was changed before there were all of today's columns can be undone all the same.
    expect(tables.lines).toMatchObject([{ name: 'Groceries', rollUp: 'byRule' }, { name: 'Nest egg' }]);
    expect(tables.plan).toMatchObject([{ name: 'Old', yearBegins: 1 }]);
    // Accounts that were only named are accounts of the plan; what was set aside in one is a transfer into it.
    expect(tables.accounts).toMatchObject([
      { name: 'Card', kind: 'current' },
      { name: 'Nest', kind: 'savings' },
    ]);
    expect((await call('GET', '/plans/old/balances')).body.days).toEqual([
      { account: 'account-1', date: '2026-03-14', amount: -4250, count: 1 },
      { account: 'account-2', date: '2026-03-16', amount: 900, count: 1 },
    ]);
    for (const target of ['c3', 'c2', 'c1']) {
      const undone = await call('POST', '/plans/old/commands', {
        id: `undo-${target}`,
        command: { kind: 'undo', target },
      });
      expect([target, undone.status]).toEqual([target, 200]);
    }
    const before = (await call('GET', '/plans/old')).body.tables;
    expect([before.plan[0].name, before.lines[0].name]).toEqual(['Older', 'Food']);
    expect((await call('GET', '/plans/old/entries?text=weekly')).body.entries).toMatchObject([{ amount: -4000 }]);
  });
});

/** A database as an earlier version of the program left it, with a plan and entries. */
function writeOldDatabase(version: number): void {
  const folder = new URL('./store/migrations/', import.meta.url);
  const old = new Database(file);
  for (const name of readdirSync(folder).sort())
    if (Number(name.slice(0, 3)) <= version) old.exec(readFileSync(new URL(name, folder), 'utf8'));
  old.pragma(`user_version = ${version}`);
  old.exec(`
    insert into people values ('local', 'Me', '2026-01-01T00:00:00Z');
    insert into plans (id, name, currency, locale, firstMonth, months, createdAt)
      values ('old', 'Old', 'EUR', 'en-IE', '2026-01', 12, '2026-01-01T00:00:00Z');
    insert into roles values ('old', 'local', 'owner');
    insert into entries (planId, id, date, what, line, account, amount)
      values ('old', 'e1', '2026-03-14', 'Weekly shop', 'food', 'Card', 4250),
             ('old', 'e2', '2026-03-15', '', 'food', '', 100),
             ('old', 'e3', '2026-03-16', '', 'nest', 'Nest', 900);
    insert into savings (planId, id, name, unknown, first, termIn, due, conversion, withdrawals, note, position)
      values ('old', 'kitchen', 'Kitchen', 'goal', '2026-01', 'months', 'end', 'nominal', 'none', '', 'a');
    insert into savingsMoves (planId, id, pot, kind, "from", amount)
      values ('old', 'gift', 'kitchen', 'deposit', '2026-05', '300');
    insert into groups (planId, id, name, side, position) values ('old', 'living', 'Living', 'expense', 'a'), ('old', 'saving', 'Saving', 'setAside', 'b');
    insert into lines (planId, id, "group", name, unit, rollUp, note, position)
      values ('old', 'food', 'living', 'Groceries', 'money', 'total', '', 'a'),
             ('old', 'nest', 'saving', 'Nest egg', 'money', 'total', '', 'b');
    update plans set revision = 3 where id = 'old';
  `);
  const log =
    old.prepare(`insert into changeLog (planId, revision, commandId, personId, at, kind, label, state, changes)
    values ('old', ?, ?, 'local', '2026-01-01T00:00:00Z', ?, ?, 'done', ?)`);
  const plan = { id: 'old', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12, projectionRate: null, decimals: null, negatives: 'tone' }; // prettier-ignore
  const line = old.prepare(`select * from lines where id = 'food'`).get() as Record<string, unknown>;
  delete line.planId;
  line.locked = false;
  const change = (table: string, id: string, before: object, after: object) =>
    JSON.stringify([{ table, id, before, after }]);
  log.run(1, 'c1', 'line.set', 'Food renamed', change('lines', 'food', { ...line, name: 'Food' }, line));
  log.run(2, 'c2', 'plan.set', 'Plan settings', change('plan', 'old', { ...plan, name: 'Older' }, { ...plan, name: 'Old' })); // prettier-ignore
  const entry = { id: 'e1', date: '2026-03-14', what: 'Weekly shop', line: 'food', account: 'Card', amount: 4250 };
  log.run(3, 'c3', 'entry.set', 'Changed: Weekly shop', change('entries', 'e1', { ...entry, amount: 4000 }, entry));
  old.close();
}

describe('event streams', () => {
  const listen = async (query = '', headers: Record<string, string> = {}) => {
    const abort = new AbortController();
    const response = await fetch(`${base}/plans/p1/events${query}`, { signal: abort.signal, headers });
    const reader = response.body?.getReader();
    let text = '';
    return {
      status: response.status,
      abort,
      async until(words: string) {
        for (let part = await reader!.read(); !part.done; part = await reader!.read()) {
          text += new TextDecoder().decode(part.value);
          if (text.includes(words)) return text;
        }
        return `${text}[ended]`;
      },
    };
  };

  it('send what was missed since a revision, and nothing for an empty one', async () => {
    await newPlan();
    for (let index = 1; index <= 3; index++) await rename(`c${index}`, `Name ${index}`);
    const missed = await listen('?since=1');
    expect(await missed.until('Name 3')).toMatch(/id: 2\n[^]*id: 3\n/);
    const empty = await listen('?since=');
    await rename('c4', 'Name 4');
    const text = await empty.until('Name 4');
    expect(text).not.toContain('id: 3');
    missed.abort.abort();
    empty.abort.abort();
  });

  it('say to load the plan again when too much was missed, or the database is an older one', async () => {
    await newPlan();
    for (let index = 1; index <= 201; index++) await rename(`c${index}`, `Name ${index}`);
    for (const since of [0, 999]) {
      const page = await listen(`?since=${since}`);
      expect(await page.until('event: reload')).toContain('event: reload');
      page.abort.abort();
    }
  });

  it('answer HEAD, are limited in number, and are let go when nobody reads them any more', async () => {
    await stop();
    await start({ eventLimits: { perPlan: 2, all: 3 } });
    await newPlan();
    expect((await raw('HEAD', '/api/plans/p1/events')).status).toBe(200);
    const pages = [await listen(), await listen()];
    expect(listening()).toBe(2);
    expect((await listen()).status).toBe(503);
    for (const page of pages) page.abort.abort();
    for (let wait = 0; listening() > 0 && wait < 100; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
    expect(listening()).toBe(0);
  });

  it('who does not read is dropped, and others go on', async () => {
    await call('POST', '/plans', { id: 'p1', name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 600 }); // prettier-ignore
    await send('g', { kind: 'group.add', id: 'g', name: 'G', side: 'memo', rhythm: null, before: null });
    await send('l', { kind: 'line.add', id: 'l', group: 'g', name: 'L', unit: 'money', before: null });
    const months = Array.from({ length: 600 }, (_, index) => `${2026 + Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}`); // prettier-ignore
    // A page that never reads: the answer stays where the system keeps it.
    const { port } = new URL(base);
    const silent = request({ host: '127.0.0.1', port, path: '/api/plans/p1/events' });
    silent.on('error', () => {});
    silent.end();
    await new Promise<void>((resolve) => silent.on('response', (response) => (response.pause(), resolve())));
    expect(listening()).toBe(1);
    for (let index = 0; index < 400 && listening() === 1; index++) {
      const figures = months.map((month, nth) => ({ line: 'l', month, figure: index * 1000 + nth }));
      await send(`f${index}`, { kind: 'figures.set', as: 'exceptions', figures });
    }
    expect(listening()).toBe(0);
    silent.destroy();
  }, 60_000);

  it('end when their plan is deleted', async () => {
    await newPlan();
    const page = await listen();
    await call('DELETE', '/plans/p1');
    expect(await page.until('never')).toMatch(/event: gone[^]*\[ended\]/);
  });
});

describe('the log', () => {
  const kept = () => {
    const log = new Database(file, { readonly: true });
    const row = log
      .prepare(
        'select count(*) as lines, total(size > 0) as steps, min(case when size > 0 then revision end) as first from changeLog',
      )
      .get() as Record<'lines' | 'steps' | 'first', number>;
    log.close();
    return row;
  };
  const renameTimes = async (first: number, last: number) => {
    for (let index = first; index <= last; index++) await rename(`c${index}`, `Name ${index}`);
  };

  it('keeps what can be undone within bounds, and the answers to what is sent again', async () => {
    await stop();
    await start({}, { log: { undoable: 100, size: 1 << 20, lines: 300, every: 256 } });
    await newPlan();
    await renameTimes(1, 520);
    expect(kept().lines).toBeLessThanOrEqual(300 + 256);
    expect(kept().steps).toBeLessThanOrEqual(200 + 256);
    expect(kept().steps).toBeGreaterThanOrEqual(200);
    expect((await rename('c520', 'Again')).body).toMatchObject({ revision: 520, label: 'Plan settings' });
    expect((await send('u1', { kind: 'undo', target: 'c520' })).status).toBe(200);
    expect((await send('u2', { kind: 'undo', target: 'c300' })).status).toBe(409);
    const { history } = (await call('GET', '/plans/p1')).body;
    expect(history.at(-1)).toMatchObject({ commandId: 'c520', state: 'undone' });
    expect(history[0]).not.toHaveProperty('changes');
    const step = (await call('GET', '/plans/p1/history/c520')).body;
    expect(step.changes).toHaveLength(1);
  });

  it('is trimmed behind a snapshot, so that each moment is in one of both', async () => {
    await stop();
    await start({}, { log: { undoable: 100, size: 1 << 20, lines: 1000, every: 256 } });
    await newPlan();
    await renameTimes(1, 60);
    expect((await call('POST', '/plans/p1/snapshots', { id: 's1', name: 'Then', note: '' })).status).toBe(201);
    await renameTimes(61, 120);
    expect((await call('POST', '/plans/p1/snapshots', { id: 's2', name: 'Later', note: '' })).status).toBe(201);
    await renameTimes(121, 256);
    // A hundred steps at least can be undone; the latest snapshot before them is at 120.
    expect(kept()).toMatchObject({ lines: 256, first: 121 });
    const now = { kind: 'now' };
    const compared = async (before: object) => (await call('POST', '/plans/p1/compare', { before, after: now })).status;
    expect(await compared({ kind: 'revision', revision: 120 })).toBe(200);
    expect(await compared({ kind: 'snapshot', id: 's1' })).toBe(200);
    expect(await compared({ kind: 'revision', revision: 119 })).toBe(422);
  });

  it('keeps the newest step however large it is', async () => {
    await stop();
    await start({}, { log: { undoable: 100, size: 100, lines: 150, every: 256 } });
    await newPlan();
    await renameTimes(1, 256);
    expect((await send('u', { kind: 'undo', target: 'c256' })).status).toBe(200);
    expect((await send('v', { kind: 'undo', target: 'c254' })).status).toBe(409);
  });

  it('is not searched for every command', () => {
    const plan = (sql: string) =>
      new Database(file, { readonly: true }).prepare(`explain query plan ${sql}`).all() as { detail: string }[];
    const undone = plan(
      "update changeLog indexed by changeLogUndone set state = 'left' where planId = 'p' and personId = 'x' and state = 'undone'",
    );
    expect(undone.map(({ detail }) => detail).join()).toMatch(/USING (COVERING )?INDEX changeLogUndone/);
  });
});

describe('large plans', () => {
  const large = (lines: number, months: number) => ({
    version: 1,
    plan: { name: 'Large', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months },
    groups: [{ name: 'G', side: 'expense' }],
    lines: Array.from({ length: lines }, (_, index) => ({ group: 'G', name: `Line ${index}` })),
    exceptions: Array.from({ length: lines * months }, (_, index) => ({
      line: `Line ${index % lines}`,
      month: `${2026 + Math.floor(index / lines / 12)}-${String((Math.floor(index / lines) % 12) + 1).padStart(2, '0')}`,
      amount: index,
    })),
  });

  it('are read from a file, opened, listed, copied and written without holding up anyone', async () => {
    await newPlan();
    const before = calculate(parsePlan(large(100, 120)));
    let waited = 0;
    let going = true;
    const others = (async () => {
      for (let index = 0; going; index++) {
        const begun = performance.now();
        expect((await rename(`r${index}`, `Name ${index}`)).status).toBe(200);
        waited = Math.max(waited, performance.now() - begun);
      }
    })();
    expect((await call('POST', '/plans/import?id=big', large(100, 120))).status).toBe(201);
    const opened = (await call('GET', '/plans/big')).body;
    const figures = calculate(documentFrom(opened.tables as Record<TableName, AnyRow[]>)).figures('G');
    expect(figures).toEqual(before.figures('G'));
    expect((await call('POST', '/plans/big/duplicate', { id: 'twin' })).status).toBe(201);
    expect((await call('GET', '/plans')).body.plans).toHaveLength(3);
    expect((await call('GET', '/plans/twin/file')).body.exceptions).toHaveLength(12_000);
    going = false;
    await others;
    expect(waited).toBeGreaterThan(0);
  }, 60_000);

  it('that cannot be read leave nothing behind', async () => {
    const spoilt = { ...large(10, 12), exceptions: [{ line: 'Nobody', month: '2026-01', amount: 1 }] };
    expect(await call('POST', '/plans/import?id=big', spoilt)).toMatchObject({
      status: 422,
      body: { error: { path: '/exceptions/0/line' } },
    });
    expect(await call('POST', '/plans/import?id=big', '{"version": 1')).toMatchObject({
      status: 400,
      body: { error: { code: 'notJson' } },
    });
    expect((await call('GET', '/plans')).body.plans).toEqual([]);
    expect((await call('POST', '/plans/import?id=big', large(2, 2))).status).toBe(201);
  });
});

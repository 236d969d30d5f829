import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { PRESENT, base, call, file, maintenance, serveEachTest, start, stop, store } from './testing/served.ts';
import { firstPerson, joined } from './testing/people.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Club year', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
  groups: [{ id: 'costs', name: 'Costs', side: 'expense' }],
  lines: [{ id: 'hall', group: 'Costs', name: 'Hall' }],
  ruleSteps: [{ line: 'Hall', amount: 200 }],
  accounts: [{ id: 'bank', name: 'Bank', opening: 100 }],
  entries: [{ date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: 210 }],
};

/** A plan that has been worked on, with a snapshot. */
async function worked(): Promise<void> {
  await call('POST', '/plans/import?id=club', PLAN);
  await call('POST', '/plans/club/commands', { id: 'c1', command: { kind: 'line.setFigure', line: 'hall', month: '2026-03', reach: 'month', figure: 240 } }); // prettier-ignore
  await call('POST', '/plans/club/commands', { id: 'c2', command: { kind: 'plan.set', settings: { name: 'Club' } } });
  await call('POST', '/plans/club/snapshots', { id: 'snap', name: 'Spring', note: '' });
}

const upload = async (content: Uint8Array) => {
  const response = await fetch(`${base}/restores`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: content as unknown as BodyInit,
  });
  // The tests look into answers freely.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  return { status: response.status, body: (await response.json()) as any };
};
const restore = async (id: string, plans: string[]) => {
  const response = await fetch(`${base}/restores/${id}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ plans }),
  });
  const lines = (await response.text()).trim().split('\n');
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  return lines.map((line) => JSON.parse(line) as any);
};
/** All there is of a plan, but for its id and its name. */
async function whole(plan: string) {
  const { tables, revision } = (await call('GET', `/plans/${plan}`)).body;
  const { entries } = (await call('GET', `/plans/${plan}/entries`)).body;
  const { sums } = (await call('GET', `/plans/${plan}/actuals`)).body;
  const history = (await call('GET', `/plans/${plan}/history`)).body;
  const { snapshots } = (await call('GET', `/plans/${plan}/snapshots`)).body;
  const steps = await Promise.all(history.map(async ({ commandId }: { commandId: string }) => (await call('GET', `/plans/${plan}/history/${commandId}`)).body)); // prettier-ignore
  return { tables: { ...tables, plan: [] }, revision, entries, sums, history, snapshots, steps };
}

describe('A backup', () => {
  it('is made while people work, handed out, and deleted', async () => {
    await worked();
    const { status, body } = await call('POST', '/backups', {});
    expect([status, body.name]).toEqual([
      201,
      `haushalt-${PRESENT.toISOString().slice(0, 19).replaceAll(':', '-')}Z.db`,
    ]);
    expect((await call('GET', '/backups')).body).toMatchObject({ backups: [{ name: body.name }], kept: 14 });
    const file = new Uint8Array(await (await fetch(`${base}/backups/${body.name}`)).arrayBuffer());
    expect([file.length, new TextDecoder().decode(file.subarray(0, 15))]).toEqual([body.size, 'SQLite format 3']);
    // Nothing but backups is handed out.
    for (const name of ['..%2Fhaushalt.db', 'haushalt.db', '%2e%2e', 'haushalt-1.db'])
      expect((await call('GET', `/backups/${name}`)).status).toBe(404);
    expect((await call('DELETE', `/backups/${body.name}`)).status).toBe(204);
    expect((await call('GET', '/backups')).body.backups).toEqual([]);
  });

  it('is made each night, and the number asked for is kept', async () => {
    let now = new Date('2026-11-10T03:30:00');
    await stop();
    await start({ now: () => now, backups: 3 });
    await worked();
    for (let day = 10; day <= 16; day++) {
      now = new Date(`2026-11-${day}T03:30:00`);
      await maintenance.night();
      await maintenance.night();
    }
    const names = maintenance.backups().map(({ name }) => name).sort(); // prettier-ignore
    expect(names).toEqual(['haushalt-2026-11-14.db', 'haushalt-2026-11-15.db', 'haushalt-2026-11-16.db']);
  });

  it('is restored from as copies, with ledger, history and snapshots; what is there stays as it is', async () => {
    await worked();
    const before = await whole('club');
    const { name } = (await call('POST', '/backups', {})).body;
    const made = readFileSync(join(dirname(file), 'backups', name));
    await call('POST', '/plans/club/commands', { id: 'c3', command: { kind: 'line.setFigure', line: 'hall', month: '2026-04', reach: 'month', figure: 1 } }); // prettier-ignore
    const after = await whole('club');
    for (const look of [() => upload(made), () => call('POST', `/backups/${name}/restores`, {})]) {
      const { status, body } = await look();
      expect([status, body.plans]).toEqual([201, [{ id: 'club', name: 'Club', entries: 1, steps: 2, snapshots: 1, changedAt: PRESENT.toISOString() }]]); // prettier-ignore
      const answer = await restore(body.id, ['club']);
      const [copy] = answer.at(-1).done.restored as [{ id: string; name: string }];
      expect(copy.name).toMatch(/^Club copy/);
      expect(await whole(copy.id)).toEqual(before);
      // What was done can be undone in the copy as well.
      expect((await call('POST', `/plans/${copy.id}/commands`, { id: 'u', command: { kind: 'undo', target: 'c1' } })).status).toBe(200); // prettier-ignore
    }
    expect(await whole('club')).toEqual(after);
  });

  it('of one server is restored into the empty one of another, under the same ids', async () => {
    await worked();
    const before = await whole('club');
    const { name } = (await call('POST', '/backups', {})).body;
    const made = readFileSync(join(dirname(file), 'backups', name));
    await call('DELETE', '/plans/club');
    await call('DELETE', '/plans/club/for-good');
    const { body } = await upload(made);
    const answer = await restore(body.id, ['club']);
    expect(answer.at(-1).done.restored).toEqual([{ id: 'club', name: 'Club' }]);
    expect(await whole('club')).toEqual(before);
    // It lies there no longer once it has been restored from.
    expect((await call('POST', `/restores/${body.id}`, { plans: ['club'] })).status).toBe(404);
  });

  it('that is none, is damaged or cut off is refused with a sentence, and nothing is half there', async () => {
    await worked();
    const { name } = (await call('POST', '/backups', {})).body;
    const made = readFileSync(join(dirname(file), 'backups', name));
    const damaged = Buffer.from(made);
    damaged.fill(0xa5, 4096 * 3, 4096 * 12);
    const plans = store.plans.count();
    for (const content of [Buffer.from('no backup'), Buffer.alloc(0), made.subarray(0, 5000), damaged]) {
      const { status, body } = await upload(content);
      if (status === 201 && body.plans.length > 0) {
        const answer = await restore(body.id, body.plans.map(({ id }: { id: string }) => id)); // prettier-ignore
        expect(answer.at(-1).error?.message).toMatch(/damaged/);
      } else if (status !== 201)
        expect([status, body.error.message]).toEqual([422, expect.stringMatching(/not a Haushalt backup|damaged/)]);
    }
    expect(store.plans.count()).toBe(plans);
    const newer = join(dirname(file), 'newer.db');
    writeFileSync(newer, made);
    const { openDatabase } = await import('./store/database.ts');
    const database = openDatabase(newer);
    database.pragma('user_version = 9999');
    database.close();
    expect((await upload(readFileSync(newer))).body.error.message).toMatch(/newer version of Haushalt/);
  });

  it.each([
    ['a trigger', 'create trigger t after insert on plans begin delete from people; end', /do not belong to Haushalt/],
    ['a view', 'create view v as select 1', /do not belong to Haushalt/],
    ['a table', 'create table more (x)', /do not belong to Haushalt/],
    ['a currency that is none', `update plans set currency = 'nonsense'`, /Club/],
    ['a formula that is none', `update ruleSteps set amount = null, formula = '(((('`, /Club/],
    ['a name that is far too long', `update plans set name = '${'x'.repeat(5000)}'`, /cannot be restored/],
    ['a step of nobody', `update changeLog set personId = 'ghost'`, /damaged/],
  ])('with %s is refused as an import would be, and nothing of it is run', async (_what, sql, why) => {
    await worked();
    const { name } = (await call('POST', '/backups', {})).body;
    const changed = join(dirname(file), 'changed.db');
    writeFileSync(changed, readFileSync(join(dirname(file), 'backups', name)));
    const database = new Database(changed);
    database.pragma('foreign_keys = OFF');
    database.exec(sql);
    database.close();
    const plans = store.plans.count();
    const { status, body } = await upload(readFileSync(changed));
    if (status === 201) {
      const answer = await restore(body.id, body.plans.map(({ id }: { id: string }) => id)); // prettier-ignore
      expect(answer.at(-1).error.message).toMatch(why);
    } else expect([status, body.error.message]).toEqual([422, expect.stringMatching(why)]);
    expect(store.plans.count()).toBe(plans);
  });

  it('is made to its end while others write, and is its owner’s alone while it grows', async () => {
    await worked();
    let written = 0;
    let modes = 0;
    const timer = setInterval(() => {
      store.carryOut('club', 'local', `w${written++}`, { kind: 'plan.set', settings: { name: `Club ${written}` } });
      for (const each of existsSync(join(dirname(file), 'backups')) ? readdirSync(join(dirname(file), 'backups')) : [])
        modes |= statSync(join(dirname(file), 'backups', each)).mode & 0o077;
    }, 1);
    const made = await call('POST', '/backups', {});
    clearInterval(timer);
    expect([made.status, modes]).toEqual([201, 0]);
    expect(written).toBeGreaterThan(0);
  });

  it('keeps whose the steps were, of people this server does not know', async () => {
    const mara = await firstPerson();
    await mara.ask('POST', '/plans/import?id=club', PLAN);
    const kofi = await joined(mara, 'club', 'kofi', 'editor');
    await kofi.ask('POST', '/plans/club/commands', {
      id: 'k',
      command: { kind: 'plan.set', settings: { name: 'Club' } },
    });
    const { body } = await mara.ask('POST', '/backups', {});
    const made = readFileSync(join(dirname(file), 'backups', body.name));
    await stop();
    const { rmSync } = await import('node:fs');
    for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
    await start();
    const uploaded = await upload(made);
    await restore(uploaded.body.id, ['club']);
    expect((await call('GET', '/plans/club/history')).body[0]).toMatchObject({
      person: 'kofi',
      label: 'Plan settings',
    });
    // They are names in a history, and nobody who signs in here.
    expect((await call('GET', '/me')).body.signsIn).toBe(false);
  });
});

describe('A server that is watched', () => {
  it('says whether it lives, whether it can work, and what it has done', async () => {
    expect((await call('GET', '/health')).body).toEqual({ ok: true, version: '1.2.3' });
    expect((await call('GET', '/ready')).body).toEqual({ ok: true });
    const text = await (await fetch(`${base}/metrics`)).text();
    expect(text).toMatch(/^haushalt_requests_total\{status="200"\} 2$/m);
    expect(text).toMatch(/^haushalt_request_milliseconds_count 2$/m);
    expect((await call('GET', '/metrics', undefined, { 'x-forwarded-for': '10.0.0.1' })).status).toBe(404);
    store.close();
    expect((await call('GET', '/health')).status).toBe(200);
    expect((await call('GET', '/ready')).status).toBeGreaterThanOrEqual(500);
    await stop().catch(() => {});
    await start();
  });
});

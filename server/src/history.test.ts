import { english } from '../../core/src/testing/english.ts';
import type { Text } from '@haushalt/language';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  decide,
  documentFrom,
  rowsOf,
  type AnyRow,
  type Document,
  type EntryGiven,
  type LedgerEntry,
  type TableName,
} from '@haushalt/core';
import { commandFor, draws, startingPlan } from '../../core/src/testing/random.ts';
import { runs } from '../../core/src/testing/setup.ts';
import { call, file, maintenance, serveEachTest, start, stop, store } from './testing/served.ts';
import { type Browser, firstPerson, joined } from './testing/people.ts';
import { expired } from './store/snapshots.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'Club year', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 24 },
  assumptions: [{ id: 'fee', name: 'Fee', unit: 'money', value: 20 }],
  groups: [
    { id: 'in', name: 'Dues', side: 'income' },
    { id: 'costs', name: 'Costs', side: 'expense' },
  ],
  lines: [
    { id: 'dues', group: 'Dues', name: 'Members' },
    { id: 'hall', group: 'Costs', name: 'Hall' },
  ],
  ruleSteps: [
    { line: 'Members', formula: 'Fee * 30' },
    { line: 'Hall', amount: 200 },
  ],
  accounts: [{ id: 'bank', name: 'Bank', opening: 100 }],
};

const open = async (id = 'club') => expect((await call('POST', `/plans/import?id=${id}`, PLAN)).status).toBe(201);
let steps = 0;
const send = (command: object, plan = 'club') =>
  call('POST', `/plans/${plan}/commands`, { id: `s${++steps}`, command });
const setHall = (figure: number, month: string, reach = 'month') =>
  send({ kind: 'line.setFigure', line: 'hall', month, reach, figure });
const enter = (id: string, given: EntryGiven | null, before: EntryGiven | null = null) =>
  send({ kind: 'entries.set', entries: [{ entry: id, before, after: given }] });
const history = async (query = '') => (await call('GET', `/plans/club/history${query}`)).body as { label: Text; revision: number; commandId: string }[]; // prettier-ignore
const compare = (before: object, after: object) => call('POST', '/plans/club/compare', { before, after });

describe('A history', () => {
  it('stores what happened, and shows and finds the sentences earlier versions stored', async () => {
    await open();
    await setHall(240, '2026-03');
    await setHall(260, '2026-04');
    const [april, march] = await history();
    expect(april!.label).toEqual({
      id: 'change.line.setFigure',
      values: {
        line: 'Hall',
        months: { id: 'command.inMonth', values: { month: { month: '2026-04' } } },
        figure: '260.00',
      },
    });
    await stop();
    const database = new Database(file);
    const set = database.prepare('update changeLog set label = ? where revision = ?');
    set.run('Hall in March 2026: 240.00', march!.revision);
    database.close();
    await start();
    expect((await history()).map(({ label }) => english(label))).toEqual([
      'Hall in April 2026: 260.00',
      'Hall in March 2026: 240.00',
    ]);
    expect(await history('?text=april')).toHaveLength(1);
    expect(await history('?text=hall+in+march')).toHaveLength(1);
    expect(await history('?text=setFigure')).toHaveLength(0);
    // What is stored so is still undone.
    expect((await send({ kind: 'undo', target: march!.commandId })).status).toBe(200);
  });

  it('tells each step in a sentence, the latest first, with who made it; and is searched', async () => {
    await open();
    await setHall(240, '2026-03');
    await send({ kind: 'assumption.set', assumption: 'fee', settings: { value: 22 } });
    await enter('e1', { date: '2026-02-03', what: 'Schützenhalle', line: 'hall', account: 'bank', amount: -21000 });
    const all = await history();
    expect(all).toHaveLength(3);
    expect(all[0]).toMatchObject({ person: 'You', isKept: true, kind: 'entries.set' });
    expect(english(all[0]!.label)).toContain('Schützenhalle');
    expect(await history('?text=SCHUTZEN')).toHaveLength(1);
    expect(await history('?text=100%25')).toHaveLength(0);
    expect(await history('?row=fee')).toEqual([all[1]]);
    // The figure of a line in a month: its exceptions and entries of that month, and rules that hold in it.
    expect(await history('?row=hall&month=2026-03')).toEqual([all[2]]);
    expect(await history('?row=hall&month=2026-02')).toEqual([all[0]]);
    expect(await history('?from=2026-11-11')).toEqual([]);
    expect(await history('?to=2026-11-10')).toHaveLength(3);
    expect(await history('?person=local&before=2')).toEqual([all[2]]);
    expect((await call('GET', '/plans/club/history?person=no%20one')).status).toBe(422);
  });

  it('opens each step to what it changed, in figures and in words', async () => {
    await open();
    await setHall(260, '2026-03');
    const { body } = await compare({ kind: 'revision', revision: 0 }, { kind: 'revision', revision: 1 });
    expect(body.lines.find(({ id }: { id: string }) => id === 'hall')).toMatchObject({
      name: 'Hall',
      state: 'changed',
      months: [{ of: '2026-03', before: 200, after: 260 }],
      years: [{ of: 2026, before: 2400, after: 2460 }],
    });
    expect(body.lines.find(({ id }: { id: string }) => id === '@net')).toMatchObject({
      months: [{ before: 400, after: 340 }],
    });
    expect(body.rows).toEqual([expect.objectContaining({ kind: 'Exception', name: 'Hall, March 2026', state: 'added', fields: [{ name: 'Rule', before: null, after: '260.00' }] })]); // prettier-ignore
  });
});

describe('Going back', () => {
  it('makes the plan as it was, ledger and all, as a step that can be undone', async () => {
    await open();
    await enter('e1', { date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: -21000 });
    const before = await whole('club');
    await setHall(260, '2026-03');
    await send({ kind: 'line.delete', line: 'dues', uses: 'refuse' });
    await enter('e1', { date: '2026-02-04', what: 'Hall', line: 'hall', account: 'bank', amount: -22000 }, { date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: -21000 }); // prettier-ignore
    await enter('e2', { date: '2026-03-04', what: 'Chairs', line: 'hall', account: 'bank', amount: -900 });
    const after = await whole('club');
    const back = { id: 'back', to: { kind: 'revision', revision: 1 }, what: 'Tuesday', rows: null };
    const { status, body } = await call('POST', '/plans/club/go-back', back);
    expect([status, body.label]).toEqual([200, 'Went back to Tuesday']);
    expect(await whole('club')).toEqual(before);
    // Sent again, it is done once.
    expect((await call('POST', '/plans/club/go-back', back)).body.revision).toBe(body.revision);
    expect((await send({ kind: 'undo', target: 'back' })).status).toBe(200);
    expect(await whole('club')).toEqual(after);
    expect((await send({ kind: 'redo', target: 'back' })).status).toBe(200);
    expect(await whole('club')).toEqual(before);
    expect((await call('POST', '/plans/club/go-back', { ...back, id: 'again' })).body.error.message).toMatch(/does not differ/); // prettier-ignore
    expect((await call('POST', '/plans/club/go-back', { ...back, id: 'late', to: { kind: 'revision', revision: 999 } })).status).toBeLessThan(500); // prettier-ignore
  });

  it('for chosen lines leaves the others as they are', async () => {
    await open();
    await setHall(260, '2026-03');
    await send({ kind: 'line.setFigure', line: 'dues', month: '2026-03', reach: 'month', figure: 700 });
    const way = { id: 'back', to: { kind: 'revision', revision: 0 }, what: 'the start', rows: ['hall'] };
    expect((await call('POST', '/plans/club/go-back', way)).status).toBe(200);
    const { document } = store.document('club');
    expect([...document.exceptions.values()].map(({ line }) => line)).toEqual(['dues']);
  });

  it('comes to any moment of any history exactly, and knows what differs', async () => {
    let nth = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(draws, { minLength: 3, maxLength: 12 }), fc.nat(), async (drawn, position) => {
        const id = `p${++nth}`;
        const first = startingPlan();
        store.create(renamed(first, id), 'local');
        const states: Document[] = [store.document(id).document];
        for (const [index, draw] of drawn.entries()) {
          const { document } = store.document(id);
          const command = commandFor(document, draw, index);
          // What a followed plan has, or that it is gone, the server brings in its own time.
          if (!command || command.kind === 'line.follow' || !decide(document, command).ok) continue;
          const outcome = store.carryOut(id, 'local', `c${nth}-${index}`, command);
          if (outcome.ok && !outcome.repeated) states.push(store.document(id).document);
        }
        const revision = position % states.length;
        const { status, body } = await call('POST', `/plans/${id}/go-back`, {
          id: `b${nth}`,
          to: { kind: 'revision', revision },
          what: 'then',
          rows: null,
        });
        const isSame = JSON.stringify(sorted(states[revision]!)) === JSON.stringify(sorted(states.at(-1)!));
        expect([status, body.error?.message ?? '']).toEqual(isSame ? [409, expect.stringMatching(/does not differ/)] : [200, '']); // prettier-ignore
        expect(sorted(store.document(id).document)).toEqual(sorted(states[revision]!));
        const now = { kind: 'now' };
        const then = { kind: 'revision', revision };
        const { body: nothing } = await call('POST', `/plans/${id}/compare`, { before: then, after: now });
        expect(nothing).toMatchObject({ lines: [], rows: [], entries: [] });
      }),
      runs(15),
    );
  }, 180_000);

  it('is refused where something was changed meanwhile, and where it would take away what is needed', async () => {
    await open();
    await setHall(260, '2026-03');
    const { document, revision } = store.document('club');
    const changes = [{ table: 'exceptions', id: 'x', before: null, after: null }] as never;
    const stale = store.carryOut('club', 'local', 'x', { kind: 'goBack', label: 'x', from: revision - 1, changes });
    expect(stale).toMatchObject({ ok: false, refusal: { code: 'conflict' } });
    expect(store.document('club').document).toEqual(document);
  });
});

describe('Snapshots', () => {
  it('keep a plan whole under a name: to compare, to go back to, to open as a plan', async () => {
    await open();
    await enter('e1', { date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: -21000 });
    const before = await whole('club');
    expect((await call('POST', '/plans/club/snapshots', { id: 'snap', name: 'Spring', note: 'As agreed' })).status).toBe(201); // prettier-ignore
    expect((await call('POST', '/plans/club/snapshots', { id: 'snap', name: 'Spring', note: 'As agreed' })).status).toBe(200); // prettier-ignore
    await setHall(300, '2026-03');
    await enter('e1', null, { date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: -21000 });
    const { snapshots } = (await call('GET', '/plans/club/snapshots')).body;
    expect(snapshots).toEqual([
      expect.objectContaining({ name: 'Spring', note: 'As agreed', kind: 'made', revision: 1 }),
    ]);
    const { body } = await compare({ kind: 'snapshot', id: 'snap' }, { kind: 'now' });
    expect(body.entryCount).toBe(1);
    expect(body.entries[0]).toMatchObject({ kind: 'Entry', state: 'removed' });
    expect(body.lines.find(({ what }: { what: string }) => what === 'actual')).toMatchObject({ state: 'removed', years: [{ before: 210, after: null }] }); // prettier-ignore
    expect((await call('POST', '/plans/club/snapshots/snap/copy', { id: 'spring' })).status).toBe(201);
    expect(await whole('spring')).toEqual(before);
    expect((await call('POST', '/plans/club/compare', { before: { kind: 'plan', planId: 'spring' }, after: { kind: 'snapshot', id: 'snap' } })).body.lines).toEqual([]); // prettier-ignore
    expect((await call('POST', '/plans/club/go-back', { id: 'b', to: { kind: 'snapshot', id: 'snap' }, what: 'Spring', rows: null })).status).toBe(200); // prettier-ignore
    expect(await whole('club')).toEqual(before);
    expect((await call('PATCH', '/plans/club/snapshots/snap', { name: 'In spring', note: '' })).status).toBe(204);
    expect((await call('DELETE', '/plans/club/snapshots/snap')).status).toBe(204);
    expect((await compare({ kind: 'snapshot', id: 'snap' }, { kind: 'now' })).status).toBe(422);
  });

  it('are made at night where something was changed, and before a statement is taken in', async () => {
    await open();
    await open('quiet');
    await setHall(300, '2026-03');
    await maintenance.night();
    await maintenance.night();
    expect(store.snapshots.of('club').map(({ kind, revision }) => [kind, revision])).toEqual([['nightly', 1]]);
    expect(store.snapshots.of('quiet')).toEqual([]);
    await send({ kind: 'entries.set', from: 'the bank', entries: [{ entry: 'e', before: null, after: { date: '2026-02-03', what: 'x', line: 'hall', account: 'bank', amount: -100 } }] }); // prettier-ignore
    await expect.poll(() => store.snapshots.of('club').length).toBe(2);
    const made = store.snapshots.of('club').find(({ kind }) => kind === 'import')!;
    expect(made.revision).toBe(1);
    const { body } = await compare({ kind: 'snapshot', id: made.id }, { kind: 'now' });
    expect([body.entryCount, body.rows]).toEqual([1, []]);
  });

  it('are kept: all of a week, one a day of a month, one a week of a year, and those made by hand', () => {
    const now = new Date('2026-11-27T03:00:00Z');
    const timestamp = (days: number, hour = 2) =>
      new Date(now.getTime() - days * 86_400_000 - hour * 60_000).toISOString();
    const nightly = (days: number, hour = 2) => ({
      id: `${days}/${hour}`,
      kind: 'nightly' as const,
      at: timestamp(days, hour),
    });
    const all = Array.from({ length: 500 }, (_, days) => [nightly(days, 1), nightly(days, 2)]).flat();
    const gone = new Set(expired(all, now));
    const kept = all.filter(({ id }) => !gone.has(id));
    const between = (from: number, to: number) => kept.filter(({ at: when }) => Date.parse(when) <= now.getTime() - from * 86_400_000 + 600_000 && Date.parse(when) > now.getTime() - to * 86_400_000 + 600_000).length; // prettier-ignore
    expect(between(0, 7)).toBe(14);
    expect(between(8, 31)).toBe(23);
    expect(between(31, 366)).toBeGreaterThanOrEqual(47);
    expect(between(31, 366)).toBeLessThanOrEqual(50);
    expect(between(367, 500)).toBe(0);
    expect(expired([{ id: 'x', kind: 'made', at: '2020-01-01T00:00:00Z' }], now)).toEqual([]);
    // Thinned out night after night, it comes to the same as at once.
    let left = all;
    for (let night = 30; night >= 0; night--) {
      const then = new Date(now.getTime() - night * 86_400_000);
      const earlier = left.filter((each) => Date.parse(each.at) <= then.getTime());
      const over = new Set(expired(earlier, then));
      left = left.filter(({ id }) => !over.has(id));
    }
    expect(left.filter((each) => Date.parse(each.at) > now.getTime() - 7 * 86_400_000)).toHaveLength(14);
  });
});

describe('Undo', () => {
  it('takes back one’s own steps alone, and says when a later one builds on them', async () => {
    const mara = await firstPerson();
    await mara.ask('POST', '/plans/import?id=club', PLAN);
    const kofi = await joined(mara, 'club', 'kofi', 'editor');
    const order = (browser: Browser, id: string, command: object) => browser.ask('POST', '/plans/club/commands', { id, command }); // prettier-ignore
    const hall = (figure: number, month: string) => ({ kind: 'line.setFigure', line: 'hall', month, reach: 'month', figure }); // prettier-ignore
    expect((await order(mara, 'm1', hall(250, '2026-03'))).status).toBe(200);
    expect((await order(kofi, 'k1', hall(300, '2026-04'))).status).toBe(200);
    const others = await order(mara, 'u1', { kind: 'undo', target: 'k1' });
    expect([others.status, others.body.error.message]).toEqual([409, 'Only the person who made a change can undo it.']);
    expect((await order(mara, 'u2', { kind: 'undo', target: 'm1' })).status).toBe(200);
    expect((await order(mara, 'm2', hall(260, '2026-05'))).status).toBe(200);
    expect((await order(kofi, 'k2', hall(270, '2026-05'))).status).toBe(200);
    const built = await order(mara, 'u3', { kind: 'undo', target: 'm2' });
    expect([built.status, built.body.error.message]).toEqual([
      409,
      expect.stringMatching(/Hall has been changed since/),
    ]);
    expect((await kofi.ask('GET', '/plans/club')).body.history.map(({ commandId }: { commandId: string }) => commandId)).toEqual(['k1', 'k2']); // prettier-ignore
  });
});

describe('A deleted plan', () => {
  it('is fetched back within thirty days, then gone with all that hangs on it; earlier by its owner’s word', async () => {
    let now = new Date('2026-11-10T12:00:00Z');
    await stop();
    await start({ now: () => now }, { now: () => now });
    for (const id of ['club', 'home', 'away']) await open(id);
    await enter('e1', { date: '2026-02-03', what: 'Hall', line: 'hall', account: 'bank', amount: -21000 });
    await call('DELETE', '/plans/club');
    await call('DELETE', '/plans/home');
    expect((await call('DELETE', '/plans/away/for-good')).status).toBe(409);
    const { plans, retentionDays } = (await call('GET', '/deleted-plans')).body;
    expect([plans.map(({ id }: { id: string }) => id).sort(), retentionDays]).toEqual([['club', 'home'], 30]);
    expect((await call('GET', '/plans/club')).status).toBe(404);
    expect((await call('POST', '/plans/home/restore', {})).status).toBe(200);
    now = new Date('2026-12-09T12:00:00Z');
    await maintenance.night();
    expect((await call('GET', '/deleted-plans')).body.plans).toHaveLength(1);
    now = new Date('2026-12-11T12:00:00Z');
    await maintenance.night();
    expect((await call('GET', '/deleted-plans')).body.plans).toEqual([]);
    expect((await call('POST', '/plans/club/restore', {})).status).toBe(404);
    // Nothing of it is left: its id begins anew, with sums and words of its own.
    await open('club');
    expect((await call('GET', '/plans/club/actuals')).body.sums).toEqual([]);
    expect((await call('GET', '/plans/club/entries?text=Hall')).body.total).toBe(0);
    await call('DELETE', '/plans/away');
    expect((await call('DELETE', '/plans/away/for-good')).status).toBe(204);
    expect((await call('GET', '/plans')).body.plans.map(({ id }: { id: string }) => id).sort()).toEqual([
      'club',
      'home',
    ]);
  });
});

async function whole(plan: string): Promise<{ tables: unknown; entries: LedgerEntry[]; sums: unknown }> {
  const { tables } = (await call('GET', `/plans/${plan}`)).body as { tables: Record<TableName, AnyRow[]> };
  const { entries } = (await call('GET', `/plans/${plan}/entries`)).body as { entries: LedgerEntry[] };
  const { sums } = (await call('GET', `/plans/${plan}/actuals`)).body as { sums: unknown };
  const { plan: _settings, ...rest } = sorted(documentFrom(tables));
  return { tables: rest, entries, sums };
}

function sorted(document: Document): Record<string, AnyRow[]> {
  const byId = (rows: AnyRow[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  return Object.fromEntries(Object.entries(rowsOf(document)).map(([table, rows]) => [table, byId(rows)]));
}

function renamed(document: Document, id: string): Document {
  const [settings] = document.plan.values();
  return { ...document, plan: new Map([[id, { ...settings!, id }]]) };
}

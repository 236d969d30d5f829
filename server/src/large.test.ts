import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { ALL_ENTRIES, newPlan, rowsOf, toMonth, type Command, type EntryEdit, type Month } from '@haushalt/core';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { runs } from '../../core/src/testing/setup.ts';
import { openForReading } from './store/database.ts';
import { AT_ONCE } from './store/inParts.ts';
import { openStore, type Store } from './store/store.ts';
import { Work } from './threads/work.ts';
import { call, serveEachTest } from './testing/served.ts';

const PLAN = { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 };
const ACCOUNT: Command = {
  kind: 'account.set',
  account: 'a',
  settings: { name: 'Giro', kind: 'current', opening: 0, openingOn: null, closed: false, limit: null, number: '', note: '' }, // prettier-ignore
};

/** So many new entries, one for each cent more. */
function edits(count: number, from = 0): EntryEdit[] {
  return Array.from({ length: count }, (_, nth) => {
    const index = nth + from;
    const date = `2026-${String(1 + (index % 12)).padStart(2, '0')}-10`;
    return {
      entry: `e${index}`,
      before: null,
      after: { date, what: `Payment ${index % 50}`, account: 'a', amount: -1 - index },
    };
  });
}
const total = (count: number) => (count * (count + 1)) / 2;
const MANY = AT_ONCE * 4 + 30;

describe('what changes a great deal', () => {
  serveEachTest();
  const send = (id: string, command: object) => call('POST', '/plans/home/commands', { id, command });

  it('is one step, which is taken back and done again as one', async () => {
    await call('POST', '/plans', PLAN);
    await send('account', ACCOUNT);
    const { status, body } = await send('many', { kind: 'entries.set', entries: edits(MANY) });
    expect([status, body.revision, body.changes.length]).toEqual([200, 2, MANY]);
    const totals = async () => {
      const { total: count, paid } = (await call('GET', '/plans/home/entries')).body;
      return [count, paid];
    };
    expect(await totals()).toEqual([MANY, total(MANY)]);
    // Sent again, it is answered as it was.
    expect((await send('many', { kind: 'entries.set', entries: edits(MANY) })).body.revision).toBe(2);
    expect((await send('back', { kind: 'undo', target: 'many' })).body.revision).toBe(3);
    expect(await totals()).toEqual([0, 0]);
    expect((await send('again', { kind: 'redo', target: 'many' })).body.revision).toBe(4);
    expect(await totals()).toEqual([MANY, total(MANY)]);
    const before = { kind: 'revision', revision: 1 };
    expect((await call('POST', '/plans/home/go-back', { id: 'to1', to: before, what: 'before', rows: null })).status).toBe(200); // prettier-ignore
    expect(await totals()).toEqual([0, 0]);
  });

  it('holds up nobody else, and whoever asks for the plan meanwhile sees it whole', async () => {
    await call('POST', '/plans', PLAN);
    await call('POST', '/plans', { ...PLAN, id: 'other' });
    await send('account', ACCOUNT);
    let isUnderWay = true;
    const step = send('many', { kind: 'entries.set', entries: edits(MANY * 3) }).finally(() => (isUnderWay = false));
    let answered = 0;
    const others = (async () => {
      for (let nth = 0; isUnderWay; nth++) {
        const command = { kind: 'plan.set', settings: { name: `Other ${nth}` } };
        expect((await call('POST', '/plans/other/commands', { id: `o${nth}`, command })).status).toBe(200);
        if (isUnderWay) answered++;
      }
    })();
    const seen = (async () => {
      const counts = new Set<number>();
      while (isUnderWay) counts.add((await call('GET', '/plans/home/entries?limit=1')).body.total);
      return counts;
    })();
    expect((await step).status).toBe(200);
    await others;
    expect(answered).toBeGreaterThan(3);
    for (const count of await seen) expect([0, MANY * 3]).toContain(count);
    expect((await call('GET', '/plans/home/entries?limit=1')).body.total).toBe(MANY * 3);
  });

  it('comes after the one before it, however many are sent at once; none is lost', async () => {
    await call('POST', '/plans', PLAN);
    await send('account', ACCOUNT);
    const large = [0, 1, 2].map((nth) => send(`large${nth}`, { kind: 'entries.set', entries: edits(AT_ONCE * 2, nth * AT_ONCE * 2) })); // prettier-ignore
    const small = [0, 1, 2, 3].map((nth) => send(`small${nth}`, { kind: 'plan.set', settings: { name: `Home ${nth}` } })); // prettier-ignore
    const answers = await Promise.all([...large, ...small]);
    expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 200));
    expect(answers.map(({ body }) => body.revision).sort((a, b) => a - b)).toEqual([2, 3, 4, 5, 6, 7, 8]);
    expect((await call('GET', '/plans/home/entries?limit=1')).body).toMatchObject({ total: AT_ONCE * 6, paid: total(AT_ONCE * 6) }); // prettier-ignore
  });

  it('is refused at the place that is wrong, and nothing of it is stored', async () => {
    await call('POST', '/plans', PLAN);
    await send('account', ACCOUNT);
    const entries = edits(MANY);
    const index = AT_ONCE * 3 + 7;
    entries[index] = { ...entries[index]!, after: { ...entries[index]!.after!, amount: '12' as never } };
    const { status, body } = await send('many', { kind: 'entries.set', entries });
    expect([status, body.error.path]).toEqual([422, `command.entries.${index}.after.amount`]);
    await send('one', { kind: 'entries.set', entries: edits(1, index) });
    const clash = await send('clash', { kind: 'entries.set', entries: edits(MANY) });
    expect([clash.status, clash.body.error.now.length]).toEqual([409, 1]);
    expect((await call('GET', '/plans/home/entries')).body.total).toBe(1);
  });
});

describe('a large step that is interrupted', () => {
  let folder: string;
  let store: Store;
  const open = (mostPages?: number) => openStore(join(folder, 'x.db'), mostPages === undefined ? {} : { mostPages });
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'haushalt-large-'));
  });
  afterEach(() => {
    store.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const begin = () => {
    store = open();
    const settings = { currency: 'EUR', locale: 'en-IE', firstMonth: toMonth('2026-01'), months: 12 };
    store.create(newPlan({ id: 'home', name: 'Home', ...settings }), 'local');
    store.carryOut('home', 'local', 'account', ACCOUNT);
  };
  const whole = (count: number) => {
    expect(store.ledger.list('home', ALL_ENTRIES, { offset: 0, limit: 1 }).paid).toBe(total(count));
    expect(store.ledger.count('home')).toBe(count);
    expect(store.document('home').revision).toBe(2);
    expect(store.log.byRevision('home', 2)!.changes).toHaveLength(count);
  };

  it('is finished at the next start, wherever it was', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: AT_ONCE + 1, max: MANY }), fc.integer({ min: 0, max: 20 }), async (count, turns) => {
        begin();
        const step = store.carryOutInParts('home', 'local', 'many', { kind: 'entries.set', entries: edits(count) });
        const ended = step.then(() => true, () => false); // prettier-ignore
        for (let turn = 0; turn < turns; turn++) await new Promise(setImmediate);
        // The program ends here; what it had not yet begun is not there, all else is whole.
        store.close();
        await ended;
        store = open();
        if (store.document('home').revision > 1) whole(count);
        else expect(store.ledger.count('home')).toBe(0);
        store.close();
        rmSync(folder, { recursive: true, force: true });
        folder = mkdtempSync(join(tmpdir(), 'haushalt-large-'));
      }),
      runs(12),
    ); // prettier-ignore
    begin();
  });

  it('is read by threads once it is whole, whenever they begin', async () => {
    begin();
    const work = new Work(2);
    const task = { kind: 'standing', database: store.file, planId: 'home', month: '2026-01' as Month } as const;
    const file = join(folder, 'home.json');
    try {
      // The threads are there when they are needed.
      await Promise.all([work.do<'standing'>(task), work.do<'standing'>(task)]);
      const many = AT_ONCE * 20;
      const step = store.carryOutInParts('home', 'local', 'many', { kind: 'entries.set', entries: edits(many) });
      while (!store.log.byRevision('home', 2)) await new Promise(setImmediate);
      const written = work.do<'writeFile'>({ kind: 'writeFile', database: store.file, planId: 'home', file });
      const copy = join(folder, 'copy.db');
      await Promise.all([
        step,
        written,
        work.do<'copyDatabase'>({ kind: 'copyDatabase', database: store.file, to: copy }),
      ]);
      expect((JSON.parse(readFileSync(file, 'utf8')) as { entries: unknown[] }).entries).toHaveLength(many);
      const copied = openForReading(copy);
      const [count] = copied.prepare('select (select count(*) from unfinished), count(*) from entries').raw().all();
      copied.close();
      expect(count).toEqual([0, many]);
    } finally {
      await work.close();
    }
  });

  it('by a full disk is said, and finished as soon as there is room', async () => {
    begin();
    store.close();
    store = open(220);
    const entries = edits(MANY).map((edit) => ({ ...edit, after: { ...edit.after!, note: 'x'.repeat(300) } }));
    await expect(store.carryOutInParts('home', 'local', 'many', { kind: 'entries.set', entries })).rejects.toSay(/full/); // prettier-ignore
    store.close();
    store = open();
    await store.settled('home');
    if (store.document('home').revision > 1) whole(MANY);
    else expect(store.ledger.count('home')).toBe(0);
  });

  it('leaves lists of typed figures as they would be at once', async () => {
    begin();
    store.carryOut('home', 'local', 'g', { kind: 'group.add', id: 'g', name: 'G', side: 'expense', rhythm: 'fixed', before: null }); // prettier-ignore
    const ids = Array.from({ length: 100 }, (_, nth) => `l${nth}`);
    for (const id of ids) store.carryOut('home', 'local', id, { kind: 'line.add', id, group: 'g', name: id, unit: 'money', before: null }); // prettier-ignore
    const figures = ids.flatMap((line, row) => Array.from({ length: 12 }, (_, month) => ({ line, month: toMonth(`2026-${String(month + 1).padStart(2, '0')}`), figure: row * 12 + month }))); // prettier-ignore
    const outcome = await store.carryOutInParts('home', 'local', 'paste', {
      kind: 'figures.set',
      as: 'exceptions',
      figures,
    });
    expect(outcome.ok).toBe(true);
    const rows = () => Object.values(rowsOf(store.document('home').document)).map((source) => [...source].sort((a, b) => (a.id < b.id ? -1 : 1))); // prettier-ignore
    const rowsBefore = rows();
    store.close();
    store = open();
    expect(rows()).toEqual(rowsBefore);
    expect(outcome.ok && outcome.entry.changes.length).toBeGreaterThan(AT_ONCE);
  });
});

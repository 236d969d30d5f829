import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { addMonths, entryOf, newPlan, toMonth } from '@haushalt/core';
import { openStore } from '@haushalt/server';
import { atMost, type Row } from './measure.ts';

const ENTRIES = 100_000;
const LIMIT = 100;
/** The lines of the large plan, of whose figures 10,000 are pasted. */
const LINES = 84;

/** Entries of a statement of years. */
const newEntries = () =>
  Array.from({ length: 20_000 }, (_, index) => {
    const date = `20${26 + (index % 10)}-0${1 + (index % 9)}-1${index % 10}`;
    return {
      entry: `n${index}`,
      before: null,
      after: { date, what: `Payment ${index % 500}`, account: '', amount: -1 - index },
    };
  });

const newFigures = () =>
  Array.from({ length: 10_000 }, (_, index) => ({
    line: `l${Math.floor(index / 120)}`,
    month: addMonths(toMonth('2026-01'), index % 120),
    figure: index,
  }));

/** States how long small requests are sent at least while something is under way, in milliseconds. */
const LEAST = 1500;

/** Returns how long small requests of a second client take, in the 99th percentile, while the server does something large for a first. */
export async function waitingRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-waiting-'));
  const file = join(folder, 'bench.db');
  const store = openStore(file);
  const settings = { currency: 'EUR', locale: 'en-IE', firstMonth: toMonth('2026-01'), months: 120 };
  const entries = Array.from(
    { length: ENTRIES },
    (_, index) =>
    entryOf(`e${index}`, { date: `20${26 + (index % 10)}-0${1 + (index % 9)}-1${index % 10}`, what: `Payment ${index % 500}`, account: 'a', amount: -100 - index }), // prettier-ignore
  );
  store.create(newPlan({ id: 'large', name: 'Large', ...settings }), 'local', entries);
  store.create(newPlan({ id: 'small', name: 'Small', ...settings, months: 12 }), 'local');
  store.close();
  const server = new Worker(new URL('./serving.js', import.meta.url), { workerData: file });
  try {
    const port = await new Promise<number>((resolve) => server.once('message', resolve));
    const base = `http://127.0.0.1:${port}/api`;
    const post = async (path: string, body: string) => {
      const answer = await fetch(base + path, {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/json' },
      });
      await answer.arrayBuffer();
      return answer.status;
    };
    const done = async (path: string, body: object) => {
      const status = await post(path, JSON.stringify(body));
      if (status !== 200) throw new Error(`${path} was answered with ${status}.`);
    };
    const order = (id: string, command: object) => done('/plans/large/commands', { id, command });
    await order('group', { kind: 'group.add', id: 'g', name: 'Costs', side: 'expense', rhythm: 'fixed', before: null });
    for (let index = 0; index < LINES; index++) await order(`line${index}`, { kind: 'line.add', id: `l${index}`, group: 'g', name: `Line ${index}`, unit: 'money', before: null }); // prettier-ignore
    const before = LINES + 3;
    const works: [string, () => Promise<unknown>][] = [
      ['a body of 24 MB of zeros is refused', () => post('/plans/small/commands', `[${'0,'.repeat(12_000_000 - 2)}0]`)],
      ['a body nested a million deep is refused', () => post('/plans', '['.repeat(1_000_000))],
      ['a plan with 100,000 entries is duplicated', () => post('/plans/large/duplicate', '{"id":"copy"}')],
      ['its copy is erased', async () => {
        await fetch(`${base}/plans/copy`, { method: 'DELETE' });
        await fetch(`${base}/plans/copy/for-good`, { method: 'DELETE' });
      }],
      ['its descriptions are listed', () => fetch(`${base}/plans/large/descriptions`).then((answer) => answer.arrayBuffer())],
      ['a backup is made', () => post('/backups', '{}')],
      ['20,000 entries are added', () => order('many', { kind: 'entries.set', entries: newEntries() })],
      ['that is taken back', () => order('back', { kind: 'undo', target: 'many' })],
      ['10,000 figures are pasted', () => order('cells', { kind: 'figures.set', as: 'exceptions', figures: newFigures() })],
      ['one goes back over it', () => done('/plans/large/go-back', { id: 'to', to: { kind: 'revision', revision: before }, what: 'before', rows: null })],
    ]; // prettier-ignore
    const rows: Row[] = [];
    for (const [name, work] of works)
      rows.push(
        atMost(`another’s small requests, 99th percentile, while ${name}`, await slowest(base, work), LIMIT, 'ms'),
      );
    return rows;
  } finally {
    await server.terminate();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The 99th percentile of small requests, one after the other, until some work has ended. */
async function slowest(base: string, work: () => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  const ask = async () => {
    const begun = performance.now();
    await (await fetch(`${base}/plans/small`)).arrayBuffer();
    times.push(performance.now() - begun);
  };
  for (let warm = 0; warm < 20; warm++) await ask();
  times.length = 0;
  let isOver = false;
  const begun = performance.now();
  const ended = work().finally(() => (isOver = true));
  while (!isOver || performance.now() - begun < LEAST) {
    await ask();
    await pause(2);
  }
  await ended;
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length * 0.99)]!;
}

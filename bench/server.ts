import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { Agent, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { TABLE_NAMES, addMonths, toMonth, type Document } from '@haushalt/core';
import { createApp, createLog, openStore } from '@haushalt/server';
import { typedPlan } from './block.ts';
import { atMost, atLeast, type Row } from './measure.ts';

const FIRST = toMonth('2026-01');
const ENTRIES = 100_000;

/** The rows about the server, over HTTP with a real database file. */
export async function serverRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-server-'));
  const file = join(folder, 'bench.db');
  const store = openStore(file);
  const { app, drain, close } = createApp({ store, version: 'bench', log: createLog('silent') });
  const server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const ask = (method: string, path: string, body?: unknown) => asked(agent, port, method, path, body);
  try {
    store.create(withId(typedPlan(20, 12), 'small'), 'local');
    store.create(withId(typedPlan(300, 600), 'large'), 'local', entries());
    let next = 0;
    const command = (plan: string, lines: number, months: number) => {
      const at = next++;
      const month = addMonths(FIRST, at % months);
      const order = { kind: 'line.setFigure', line: `l${at % lines}`, month, reach: 'month', figure: at };
      return ask('POST', `/api/plans/${plan}/commands`, { id: `c${at}`, command: order });
    };
    const times = { small: [] as number[], large: [] as number[] };
    for (let round = 0; round < 250; round++) {
      for (const [plan, lines, months] of [
        ['small', 20, 12],
        ['large', 300, 600],
      ] as const) {
        const taken = await timed(() => command(plan, lines, months));
        if (round >= 50) times[plan].push(taken);
      }
    }
    const opened: number[] = [];
    const bare: number[] = [];
    const rows = new Database(file, { readonly: true });
    const tables = TABLE_NAMES.filter((table) => table !== 'plan');
    const statements = tables.map((table) => rows.prepare(`select * from "${table}" where planId = 'large'`));
    for (let round = 0; round < 7; round++) {
      opened.push(await timed(() => ask('GET', '/api/plans/large')));
      bare.push(await timed(() => Promise.resolve(statements.map((statement) => statement.all()))));
    }
    rows.close();
    const alone = await perSecond(1, () => command('small', 20, 12));
    const streams = await Promise.all(Array.from({ length: 50 }, () => listen(port)));
    const together = await perSecond(50, () => command('small', 20, 12));
    streams.forEach((stream) => stream.destroy());
    const transactions = bareTransactions(join(folder, 'bare.db'));
    return [
      atMost('a command, plan of 300 × 600 over one of 20 × 12', median(times.large) / median(times.small), 3, '×'),
      atMost('opening 300 × 600 with 100,000 entries, over its rows read bare', median(opened) / median(bare), 4, '×'),
      atLeast('commands per second, one client, over bare transactions', alone / transactions, 0.2, '×'),
      atLeast('the same, 50 clients, each with an event stream', together / transactions, 0.1, '×'),
    ];
  } finally {
    agent.destroy();
    drain();
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await close();
    store.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

function withId(document: Document, id: string): Document {
  const [plan] = document.plan.values();
  return { ...document, plan: new Map([[id, { ...plan!, id }]]) };
}

function entries() {
  return Array.from({ length: ENTRIES }, (_, at) => ({
    id: `e${at}`,
    date: `${addMonths(FIRST, at % 600)}-01`,
    what: `Entry ${at}`,
    line: `l${at % 300}`,
    account: 'Bank',
    amount: at + 1,
  }));
}

/** The text of an answer, whole; throws for anything but success. */
function asked(agent: Agent, port: number, method: string, path: string, body?: unknown): Promise<string> {
  return new Promise((resolve, reject) => {
    const headers = body === undefined ? {} : { 'content-type': 'application/json' };
    const sent = request({ agent, host: '127.0.0.1', port, method, path, headers }, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (part: string) => (text += part));
      response.on('end', () => (response.statusCode! < 300 ? resolve(text) : reject(new Error(text))));
    });
    sent.on('error', reject);
    sent.end(body === undefined ? undefined : JSON.stringify(body));
  });
}

function listen(port: number) {
  return new Promise<ReturnType<typeof request>>((resolve) => {
    const stream = request({ host: '127.0.0.1', port, path: '/api/plans/small/events' }, (response) => {
      response.resume();
      resolve(stream);
    });
    stream.on('error', () => {});
    stream.end();
  });
}

async function perSecond(clients: number, work: () => Promise<unknown>): Promise<number> {
  const end = performance.now() + 3000;
  let done = 0;
  const client = async () => {
    while (performance.now() < end) {
      await work();
      done++;
    }
  };
  const begun = performance.now();
  await Promise.all(Array.from({ length: clients }, client));
  return done / ((performance.now() - begun) / 1000);
}

/** How many transactions a second SQLite commits by itself, of the same rows with the same durability. */
function bareTransactions(file: string): number {
  const database = new Database(file);
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec(
    'create table figures (id text primary key, amount real); create table log (at integer primary key, changes text)',
  );
  const put = database.prepare('insert or replace into figures values (?, ?)');
  const log = database.prepare('insert into log (changes) values (?)');
  const commit = database.transaction((at: number) => {
    put.run(`l${at % 20}:${at % 12}`, at);
    log.run(JSON.stringify({ table: 'exceptions', id: `l${at % 20}`, before: null, after: { amount: at } }));
  });
  const begun = performance.now();
  let done = 0;
  while (performance.now() - begun < 3000) commit.immediate(done++);
  database.close();
  return done / 3;
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

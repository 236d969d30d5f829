import { once } from 'node:events';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { TABLE_NAMES, addMonths, entryOf, toMonth, type Document } from '@haushalt/core';
import { openStore } from '@haushalt/server';
import { typedPlan } from './block.ts';
import { atMost, atLeast, type Row } from './measure.ts';

const FIRST = toMonth('2026-01');
const ENTRIES = 100_000;
/** States how many commands wait together while one is away for a moment, or types faster than the network answers. */
const QUEUED = 20;

/** The rows about the server: in a thread of its own with a real database file, asked over HTTP. */
export async function serverRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-server-'));
  const file = join(folder, 'bench.db');
  const store = openStore(file);
  store.create(withId(typedPlan(20, 12), 'small'), 'local');
  store.create(withId(typedPlan(300, 600), 'large'), 'local', entries());
  store.close();
  const server = new Worker(new URL('./serving.js', import.meta.url), { workerData: file });
  const [port] = (await once(server, 'message')) as [number];
  const agent = new Agent({ keepAlive: true, maxSockets: 64 });
  const ask = (method: string, path: string, body?: unknown) => answerOf(agent, port, method, path, body);
  try {
    let next = 0;
    const order = (lines: number, months: number) => {
      const index = next++;
      const month = addMonths(FIRST, index % months);
      const command = { kind: 'line.setFigure', line: `l${index % lines}`, month, reach: 'month', figure: index };
      return { id: `c${index}`, command };
    };
    const command = (plan: string, lines: number, months: number) =>
      ask('POST', `/api/plans/${plan}/commands`, order(lines, months));
    /** Returns what waits, sent together as a page does it; how many of it were acknowledged. */
    const queue = async () => {
      const orders = Array.from({ length: QUEUED }, () => order(20, 12));
      const { answers } = JSON.parse(await ask('POST', '/api/plans/small/queue', { orders })) as { answers: unknown[] };
      return answers.length;
    };
    const one = () => command('small', 20, 12).then(() => 1);
    const times = { small: [] as number[], large: [] as number[] };
    for (let round = 0; round < 250; round++) {
      for (const [plan, lines, months] of [
        ['small', 20, 12],
        ['large', 300, 600],
      ] as const) {
        const count = await timed(() => command(plan, lines, months));
        if (round >= 50) times[plan].push(count);
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
    copyFileSync(file, join(folder, 'bare.db'));
    const transactions = bareTransactions(join(folder, 'bare.db'));
    const alone = await perSecond(1, one);
    const queued = await perSecond(1, queue);
    const streams = await Promise.all(Array.from({ length: 50 }, () => listen(port)));
    const together = await perSecond(50, one);
    streams.forEach((stream) => stream.destroy());
    return [
      atMost('a command, plan of 300 × 600 over one of 20 × 12', median(times.large) / median(times.small), 3, '×'),
      atMost('opening 300 × 600 with 100,000 entries, over its rows read bare', median(opened) / median(bare), 4, '×'),
      atLeast('commands per second, one client with a queue, over bare transactions', queued / transactions, 0.2, '×'),
      atLeast('the same, one client that sends each when the one before is acknowledged', alone / transactions, 0.05, '×'), // prettier-ignore
      atLeast('the same, 50 clients, each with an event stream', together / transactions, 0.1, '×'),
    ];
  } finally {
    agent.destroy();
    await server.terminate();
    rmSync(folder, { recursive: true, force: true });
  }
}

function withId(document: Document, id: string): Document {
  const [plan] = document.plan.values();
  return { ...document, plan: new Map([[id, { ...plan!, id }]]) };
}

function entries() {
  return Array.from({ length: ENTRIES }, (_, index) =>
    entryOf(`e${index}`, {
      date: `${addMonths(FIRST, index % 600)}-01`,
      what: `Entry ${index}`,
      line: `l${index % 300}`,
      account: 'bank',
      amount: -index - 1,
    }),
  );
}

/** The text of an answer, whole; throws for anything but success. */
function answerOf(agent: Agent, port: number, method: string, path: string, body?: unknown): Promise<string> {
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

/** Returns how much a second is done by clients that each do one work after the other; works say how much they did. */
async function perSecond(clients: number, work: () => Promise<number>): Promise<number> {
  const end = performance.now() + 3000;
  let done = 0;
  const client = async () => {
    while (performance.now() < end) {
      const more = await work();
      done += more;
    }
  };
  const begun = performance.now();
  await Promise.all(Array.from({ length: clients }, client));
  return done / ((performance.now() - begun) / 1000);
}

/** Returns how many transactions a second SQLite commits by itself, of the rows a command writes, with the same durability. */
function bareTransactions(file: string): number {
  const database = new Database(file);
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  const figure = database.prepare(
    `insert or replace into exceptions (planId, id, line, month, amount, formula) values ('small', @id, @line, @month, @at, null)`,
  );
  const log = database.prepare(
    `insert into changeLog (planId, revision, commandId, personId, at, kind, label, target, state, changes, size)
     values ('small', @at, @command, 'local', '2026-01-01T00:00:00.000Z', 'line.setFigure', 'Line 1, January 2026: 1', null, 'done', @changes, @size)`,
  );
  const revision = database.prepare(`update plans set revision = ? where id = 'small'`);
  const commit = database.transaction((index: number) => {
    const row = {
      id: `l${index % 20}:${index % 12}`,
      line: `l${index % 20}`,
      month: addMonths(FIRST, index % 12),
      at: index,
    };
    const changes = JSON.stringify([{ table: 'exceptions', id: row.id, before: row, after: row }]);
    figure.run(row);
    log.run({ at: index, command: `bare${index}`, changes, size: changes.length });
    revision.run(index);
  });
  const begun = performance.now();
  let done = 0;
  while (performance.now() - begun < 3000) commit.immediate(1_000_000 + done++);
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

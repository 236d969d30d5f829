import { setTimeout as pause } from 'node:timers/promises';
import { describe, expect, it } from 'vitest';
import {
  applyChanges,
  documentFrom,
  rowsOf,
  type AnyRow,
  type Change,
  type Document,
  type TableName,
} from '@haushalt/core';
import { base, listening, serveEachTest, start, stop, store } from './testing/served.ts';
import { Browser, NEW_PLAN } from './testing/people.ts';
import { seldomOrOften } from '../../core/src/testing/setup.ts';
import { hashOfNew } from './http/passwords.ts';

serveEachTest();

const EDITORS = seldomOrOften(8, 50);
const VIEWERS = seldomOrOften(20, 200);
const EDITS = 12;
const PASSWORD = 'lantern-loaf-canal';

/** A page that listens to a plan and takes over what it hears, as a browser does. */
class Listening {
  document: Document;
  revision: number;
  private readonly controller = new AbortController();
  private readonly ended: Promise<void>;

  constructor(document: Document, revision: number, cookie: string) {
    this.document = document;
    this.revision = revision;
    this.ended = this.listen(cookie).catch(() => {});
  }

  async end(): Promise<void> {
    this.controller.abort();
    await this.ended;
  }

  private async listen(cookie: string): Promise<void> {
    const response = await fetch(`${base}/plans/home/events?since=${this.revision}`, {
      headers: { cookie },
      signal: this.controller.signal,
    });
    const decoder = new TextDecoder();
    let heard = '';
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      heard += decoder.decode(chunk, { stream: true });
      const events = heard.split('\n\n');
      heard = events.pop()!;
      for (const event of events) {
        const data = /^event: changes\ndata: (.*)$/m.exec(event)?.[1];
        if (data === undefined) continue;
        const entry = JSON.parse(data) as { revision: number; changes: Change[] };
        if (entry.revision <= this.revision) continue;
        // What is told of is told of in order, and nothing is left out.
        expect(entry.revision).toBe(this.revision + 1);
        this.revision = entry.revision;
        this.document = applyChanges(this.document, entry.changes);
      }
    }
  }
}

/** Sends an order as a page does: until it is acknowledged, since a connection may be lost under it; it is done once. */
async function send(cookie: string, order: { readonly id: string; readonly command: object }): Promise<void> {
  for (let attempt = 0; ; attempt++)
    try {
      const response = await fetch(`${base}/plans/home/commands`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify(order),
      });
      await response.arrayBuffer();
      expect(response.status).toBe(200);
      return;
    } catch (error) {
      if (!(error instanceof TypeError) || attempt === 5) throw error;
    }
}

describe('Many who change a plan, and many more who look at it', () => {
  it('lose nothing, see the same at the end, and leave nothing behind', async () => {
    await stop();
    await start();
    const moment = '2026-01-01T00:00:00Z';
    const hash = await hashOfNew(PASSWORD, []);
    store.people.setPassword('local', hash);
    const mara = new Browser();
    await mara.ask('POST', '/session', { who: 'You', password: PASSWORD, stay: true });
    await mara.ask('POST', '/plans', { ...NEW_PLAN, months: 60 });
    await mara.ask('POST', '/plans/home/commands', { id: 'g', command: { kind: 'group.add', id: 'g', name: 'G', side: 'income', rhythm: null, before: null } }); // prettier-ignore
    const cookies: string[] = [];
    for (let nth = 0; nth < EDITORS + VIEWERS; nth++) {
      const id = `p${nth}`;
      store.people.add({ id, name: id, address: '', createdAt: moment, password: hash });
      store.sharing.grant('home', id, nth < EDITORS ? 'editor' : 'viewer', moment);
      cookies.push(`haushalt=${store.people.signIn(id, moment, '2027-01-01T00:00:00Z', '')}`);
    }
    for (let nth = 0; nth < EDITORS; nth++)
      await mara.ask('POST', '/plans/home/commands', { id: `l${nth}`, command: { kind: 'line.add', id: `l${nth}`, group: 'g', name: `L${nth}`, unit: 'money', before: null } }); // prettier-ignore
    const { document, revision } = store.document('home');
    const memory = () => {
      globalThis.gc?.();
      return process.memoryUsage().heapUsed;
    };
    const before = memory();
    const pages = cookies.map((cookie) => new Listening(document, revision, cookie));
    await expect.poll(listening, { timeout: 20_000 }).toBe(EDITORS + VIEWERS);

    const acknowledged = new Map<string, number>();
    const edit = async (nth: number) => {
      for (let turn = 0; turn < EDITS; turn++) {
        // Each changes a line of their own, and one that all change.
        for (const line of [`l${nth}`, 'l0']) {
          const figure = nth * 1000 + turn + 1;
          const command = { kind: 'line.setFigure', line, month: `2026-${String(turn + 1).padStart(2, '0')}`, reach: 'month', figure }; // prettier-ignore
          await send(cookies[nth]!, { id: `c${nth}-${turn}-${line}`, command });
          if (nth > 0 && line !== 'l0') acknowledged.set(`${line} ${turn}`, figure);
        }
        await pause(nth % 5);
      }
    };
    await Promise.all(Array.from({ length: EDITORS }, (_, nth) => edit(nth)));

    const end = store.document('home');
    // Nobody's acknowledged figure is lost, and each step of each person is in the history.
    for (const [where, figure] of acknowledged) {
      const [line, turn] = where.split(' ') as [string, string];
      const month = `2026-${String(Number(turn) + 1).padStart(2, '0')}`;
      expect(end.document.exceptions.get(`${line}:${month}`)?.amount).toBe(figure);
    }
    await expect.poll(() => pages.filter((page) => page.revision === end.revision).length, { timeout: 30_000 }).toBe(pages.length); // prettier-ignore
    const rows = (shown: Document) => JSON.stringify(sorted(rowsOf(shown)));
    const expected = rows(end.document);
    for (const page of pages) expect(rows(page.document)).toBe(expected);
    const stored = (await mara.ask('GET', '/plans/home')).body as { tables: Record<TableName, AnyRow[]> };
    expect(rows(documentFrom(stored.tables))).toBe(expected);
    // Who only looks has changed nothing, though they tried.
    const refused = await fetch(`${base}/plans/home/commands`, {
      method: 'POST',
      headers: { cookie: cookies.at(-1)!, 'content-type': 'application/json' },
      body: JSON.stringify({ id: 'v', command: { kind: 'plan.set', settings: { name: 'Mine' } } }),
    });
    expect(refused.status).toBe(403);

    await Promise.all(pages.splice(0).map((page) => page.end()));
    await expect.poll(listening, { timeout: 20_000 }).toBe(0);
    // What is left is what the log has at hand, not two hundred and fifty pages.
    if (globalThis.gc) expect(memory() - before).toBeLessThan(64 << 20);
  }, 180_000);
});

function sorted(tables: Record<TableName, AnyRow[]>): unknown {
  const byId = (rows: AnyRow[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  const plain = (row: AnyRow) => Object.fromEntries(Object.entries(row).sort(([a], [b]) => (a < b ? -1 : 1)));
  return Object.entries(tables).map(([table, rows]) => [table, byId(rows).map(plain)]);
}

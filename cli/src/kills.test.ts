import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { calculate, documentFrom, newPlan, type AnyRow, type TableName } from '@haushalt/core';
import { hashOfNew, openStore } from '@haushalt/server';
import { seldomOrOften } from '../../core/src/testing/setup.ts';

const PROGRAM = fileURLToPath(new URL('../bin/haushalt.js', import.meta.url));
/** States how often the server is killed, on so many databases at once. */
const KILLS = seldomOrOften(3, 200);
const DATABASES = seldomOrOften(1, 4);
const NAMES = ['Mara', 'Kofi', 'Ines'] as const;
const PASSWORD = 'lantern-loaf-canal';
const servers = new Set<ChildProcess>();
const folders: string[] = [];

afterAll(() => {
  for (const server of servers) server.kill('SIGKILL');
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

async function start(folder: string): Promise<{ base: string; kill: () => Promise<void> }> {
  const server = spawn(process.execPath, [PROGRAM, 'serve', '--port', '0', '--data', folder], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  servers.add(server);
  const base = await new Promise<string>((resolve, reject) => {
    server.once('exit', () => reject(new Error('The server ended.')));
    server.stdout.on('data', (chunk: Buffer) => {
      const url = /http:\S+/.exec(chunk.toString())?.[0];
      if (url) resolve(`${url}/api`);
    });
  });
  return {
    base,
    kill: async () => {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.removeAllListeners('exit');
      server.kill('SIGKILL');
      servers.delete(server);
      await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 300))]);
    },
  };
}

/** A plan three people share: the first owns it, the others may change it. */
async function shared(folder: string): Promise<void> {
  const store = openStore(join(folder, 'haushalt.db'));
  const moment = '2026-01-01T00:00:00Z';
  const hash = await hashOfNew(PASSWORD, []);
  store.people.change('local', NAMES[0], '');
  store.people.setPassword('local', hash);
  for (const name of NAMES.slice(1))
    store.people.add({ id: name, name, address: '', createdAt: moment, password: hash });
  store.create(newPlan({ id: 'p', name: 'Kills', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 600 }), 'local'); // prettier-ignore
  store.carryOut('p', 'local', 'g', { kind: 'group.add', id: 'g', name: 'G', side: 'income', rhythm: null, before: null }); // prettier-ignore
  for (const name of NAMES) {
    store.carryOut('p', 'local', name, { kind: 'line.add', id: name, group: 'g', name, unit: 'money', before: null });
    if (name !== NAMES[0]) store.sharing.grant('p', name, 'editor', moment);
  }
  store.close();
}

describe('a server that is killed time and again while several people work', () => {
  it.concurrent.each(Array.from({ length: DATABASES }, (_, index) => index))(
    'has each acknowledged step of each person, and knows them all (%i)',
    async () => {
      const folder = mkdtempSync(join(tmpdir(), 'haushalt-kills-'));
      folders.push(folder);
      await shared(folder);
      let server = await start(folder);
      const cookies = new Map<string, string>();
      for (const who of NAMES) {
        const answer = await fetch(`${server.base}/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ who, password: PASSWORD, stay: true }),
        });
        expect(answer.status).toBe(200);
        cookies.set(who, answer.headers.getSetCookie()[0]!.split(';')[0]!);
      }
      const ask = (who: string, path: string, body?: unknown) =>
        fetch(server.base + path, {
          headers: { cookie: cookies.get(who)!, 'content-type': 'application/json' },
          ...(body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }),
        });
      const acknowledged = new Map<string, { who: string; at: number; figure: number }>();
      let next = 0;
      let done = 0;
      for (let round = 0; round < KILLS / DATABASES; round++) {
        let killed = false;
        const work = NAMES.map(async (who) => {
          while (!killed) {
            const figure = ++next;
            const index = figure % 600;
            const month = `${2026 + Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}`;
            const command = { kind: 'line.setFigure', line: who, month, reach: 'month', figure };
            try {
              const answer = await ask(who, '/plans/p/commands', { id: `c${figure}`, command });
              done++;
              if (answer.ok) acknowledged.set(`${who} ${index}`, { who, at: index, figure });
            } catch {
              // What was under way when the server was killed may be there or not: it is not looked at again.
              acknowledged.delete(`${who} ${index}`);
              return;
            }
          }
        });
        // It is killed in the midst of things, once some are done.
        const begun = done;
        while (done < begun + 3 + (round % 5)) await new Promise((resolve) => setTimeout(resolve, 1 + (round % 7)));
        await server.kill();
        killed = true;
        await Promise.all(work);
        server = await start(folder);
      }
      expect(acknowledged.size).toBeGreaterThan(KILLS / DATABASES);
      for (const who of NAMES) {
        const me = (await (await ask(who, '/me')).json()) as { person: { name: string } };
        expect(me.person.name).toBe(who);
        const { tables } = (await (await ask(who, '/plans/p')).json()) as { tables: Record<TableName, AnyRow[]> };
        const figures = calculate(documentFrom(tables)).figures(who);
        for (const step of acknowledged.values())
          if (step.who === who) expect([who, step.at, figures[step.at]]).toEqual([who, step.at, step.figure]);
      }
      expect((await fetch(`${server.base}/plans/p`)).status).toBe(401);
      await server.kill();
    },
    600_000,
  );
});

import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, describe, expect, it } from 'vitest';
import { seldomOrOften } from '../../core/src/testing/setup.ts';
import { calculate, documentFrom, type AnyRow, type TableName } from '@haushalt/core';

const PROGRAM = fileURLToPath(new URL('../bin/haushalt.js', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'haushalt-crash-'));
let child: ChildProcess | undefined;

/** Starts the real program on the folder's database and waits until it serves. */
async function start(): Promise<string> {
  const started = spawn(process.execPath, [PROGRAM, 'serve', '--port', '0', '--data', folder], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  child = started;
  return new Promise((resolve, reject) => {
    started.once('exit', () => reject(new Error('The server ended.')));
    started.stdout.on('data', (chunk: Buffer) => {
      const url = /http:\S+/.exec(chunk.toString())?.[0];
      if (url) resolve(`${url}/api`);
    });
  });
}

async function kill(): Promise<void> {
  const ended = new Promise((resolve) => child!.once('exit', resolve));
  child!.removeAllListeners('exit');
  child!.kill('SIGKILL');
  await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 300))]);
}

const post = async (url: string, body: unknown): Promise<Response> =>
  fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

afterEach(() => {
  child?.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

describe('a server killed while commands stream in', () => {
  it('has every acknowledged command when it is back, and a consistent plan', async () => {
    let base = await start();
    await post(`${base}/plans`, {
      id: 'p',
      name: 'Crash',
      currency: 'EUR',
      locale: 'en-IE',
      firstMonth: '2026-01',
      months: 600,
    });
    await post(`${base}/plans/p/commands`, {
      id: 'g',
      command: { kind: 'group.add', id: 'g', name: 'G', side: 'income', rhythm: null, before: null },
    });
    await post(`${base}/plans/p/commands`, {
      id: 'l',
      command: { kind: 'line.add', id: 'l', group: 'g', name: 'L', unit: 'money', before: null },
    });

    const acknowledged = new Map<number, number>();
    let next = 0;
    for (let round = 0; round < seldomOrOften(2, 20); round++) {
      let killed = false;
      const stream = async () => {
        while (!killed) {
          const index = next++;
          if (index >= 600) return;
          const month = `${2026 + Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}`;
          const command = { kind: 'line.setFigure', line: 'l', month, reach: 'month', figure: index + 1 };
          try {
            const answer = await post(`${base}/plans/p/commands`, { id: `c${index}`, command });
            if (answer.ok) acknowledged.set(index, index + 1);
          } catch {
            return;
          }
        }
      };
      const streams = Array.from({ length: 4 }, stream);
      await new Promise((resolve) => setTimeout(resolve, 150 + round * 60));
      await kill();
      killed = true;
      await Promise.all(streams);
      base = await start();

      const answer = (await (await fetch(`${base}/plans/p`)).json()) as {
        revision: number;
        tables: Record<TableName, AnyRow[]>;
      };
      const figures = calculate(documentFrom(answer.tables)).figures('Net');
      expect(acknowledged.size).toBeGreaterThan(0);
      for (const [index, figure] of acknowledged) expect(figures[index]).toBe(figure);
      // What was stored without being acknowledged is whole: every revision is in the rows and in the log.
      const stored = figures.filter((figure) => figure !== 0).length;
      expect(stored).toBe(answer.revision - 2);
      expect(stored - acknowledged.size).toBeLessThanOrEqual(4 * (round + 1));
      // A command sent again after the crash is recognised.
      const [commandId] = [...acknowledged.keys()];
      const again = await post(`${base}/plans/p/commands`, {
        id: `c${commandId}`,
        command: { kind: 'line.delete', line: 'l' },
      });
      expect(((await again.json()) as { kind: string }).kind).toBe('line.setFigure');
    }
  }, 60_000);
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import type { PlanPart } from './parts.ts';
import { FileRefused, Work, WorkCancelled } from './work.ts';

const work = new Work();
const folder = mkdtempSync(join(tmpdir(), 'haushalt-work-'));
let files = 0;
const fileOf = (plan: unknown) => {
  const file = join(folder, String(++files));
  writeFileSync(file, JSON.stringify(plan));
  return file;
};
const SMALL = fileOf({ version: 1, plan: { name: 'Small', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 } }); // prettier-ignore
const LARGE = fileOf({
  version: 1,
  plan: { name: 'Large', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  groups: [{ name: 'Costs', side: 'expense' }],
  lines: Array.from({ length: 2000 }, (_, at) => ({ group: 'Costs', name: `Line ${at}` })),
});
const readFile = (file: string) => ({ kind: 'readFile', file }) as const;

afterEach(() => work.close());
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the thread for what takes long', () => {
  it('goes on with the others when the one under way is cancelled, wherever it is', async () => {
    const first = new AbortController();
    const parts: PlanPart[] = [];
    const long = work.do(readFile(LARGE), { part: (part) => parts.push(part), signal: first.signal });
    const next = work.do(readFile(SMALL), { part: (part) => parts.push(part) });
    first.abort();
    await expect(long).rejects.toThrow(WorkCancelled);
    await next;
    expect(parts).toMatchObject([{ kind: 'plan', plan: { name: 'Small' } }]);
  });

  it('leaves out what is cancelled before its turn', async () => {
    const second = new AbortController();
    const names: string[] = [];
    const note = (part: PlanPart) => part.kind === 'plan' && names.push(part.plan.name);
    const long = work.do(readFile(LARGE), { part: note });
    const waiting = work.do(readFile(SMALL), { part: note, signal: second.signal });
    second.abort();
    await expect(waiting).rejects.toThrow(WorkCancelled);
    await long;
    expect(names).toEqual(['Large']);
  });

  it('gives up a task whose parts cannot be taken, and one that is refused, and does the next', async () => {
    const failing = work.do(readFile(LARGE), {
      part: () => {
        throw new Error('The disk is full.');
      },
    });
    const refused = work.do(readFile(fileOf({ version: 99 })));
    const next = work.do(readFile(SMALL));
    await expect(failing).rejects.toThrow('The disk is full.');
    await expect(refused).rejects.toThrow(FileRefused);
    await expect(next).resolves.toBeNull();
  });

  it('fails what waits when the server ends', async () => {
    const waiting = [work.do(readFile(LARGE)), work.do(readFile(SMALL))].map((each) => each.catch(() => 'failed'));
    await work.close();
    expect(await Promise.all(waiting)).toEqual(['failed', 'failed']);
  });
});

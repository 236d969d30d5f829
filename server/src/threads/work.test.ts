import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeEach, describe, expect, it } from 'vitest';
import { doneFor } from './owner.ts';
import type { PlanPart } from './parts.ts';
import { FileRefused, Work, WorkCancelled } from './work.ts';

let work: Work;
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
  lines: Array.from({ length: 2000 }, (_, index) => ({ group: 'Costs', name: `Line ${index}` })),
});
const readFile = (file: string) => ({ kind: 'readFile', file }) as const;

beforeEach(() => {
  work = new Work();
});
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
    await expect(failing).rejects.toSay('The disk is full.');
    await expect(refused).rejects.toThrow(FileRefused);
    await expect(next).resolves.toBeNull();
  });

  it('fails what waits when the server ends', async () => {
    const waiting = [work.do(readFile(LARGE)), work.do(readFile(SMALL))].map((each) => each.catch(() => 'failed'));
    await work.close();
    expect(await Promise.all(waiting)).toEqual(['failed', 'failed']);
  });

  it('is shared out: whoever asks for one thing does not wait for all that another has asked for', async () => {
    const ended: string[] = [];
    const ask = (who: string, file: string) =>
      doneFor(who, () => work.do(readFile(file))).then(() => ended.push(who), () => ended.push(`${who} failed`)); // prettier-ignore
    const many = Array.from({ length: 5 }, () => ask('mara', LARGE));
    const one = ask('kofi', SMALL);
    await one;
    expect(ended.filter((who) => who === 'mara').length).toBeLessThan(3);
    await Promise.all(many);
    expect(ended.filter((who) => who.endsWith('failed'))).toEqual([]);
    // One person may have so many waiting.
    const much = Array.from({ length: 14 }, () => ask('mara', SMALL));
    await Promise.all(much);
    expect(ended.filter((who) => who === 'mara failed').length).toBeGreaterThanOrEqual(3);
  });

  it('makes the next part when the last one has been taken, between the requests of others', async () => {
    let open = 0;
    const turns: number[] = [];
    const others = setInterval(() => turns.push(open), 0);
    await work.do(readFile(LARGE), {
      part: () => {
        open++;
      },
    });
    clearInterval(others);
    expect(open).toBeGreaterThan(5);
    // Other things were done between parts, not only before and after all of them.
    expect(new Set(turns).size).toBeGreaterThan(3);
  });
});

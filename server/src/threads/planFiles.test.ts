import { saidBy } from '../../../core/src/testing/english.ts';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import {
  PlanFormatError,
  addDays,
  applyChanges,
  decide,
  entryOf,
  parseEntries,
  parsePlan,
  toPlanFile,
  type Document,
  type LedgerEntry,
} from '@haushalt/core';
import { commandFor, draws, startingPlan } from '../../../core/src/testing/random.ts';
import { runs } from '../../../core/src/testing/setup.ts';
import type { PlanPart } from './parts.ts';
import { NotJson, readPlanFile, writePlanFile } from './planFiles.ts';
import { PART } from './parts.ts';

const folder = mkdtempSync(join(tmpdir(), 'haushalt-files-'));
const file = join(folder, 'plan.json');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const entriesOf = (document: Document, count: number): LedgerEntry[] =>
  Array.from({ length: count }, (_, index) =>
    entryOf(`e${String(index).padStart(6, '0')}`, {
      date: addDays('2026-01-01', Math.floor(index / 40)),
      what: `Einkauf № ${index} – Käse, "Brot" \\ 😀`,
      line: [...document.lines.keys()][index % document.lines.size] ?? '',
      amount: -1 - index,
    }),
  );
const written = (document: Document, entries: readonly LedgerEntry[]) => {
  writePlanFile(file, document, entries);
  return readFileSync(file, 'utf8');
};
/** Returns what a file comes to, with its entries. */
const read = (text: string | Buffer) => {
  writeFileSync(file, text);
  const parts: PlanPart[] = [];
  readPlanFile(file, (part) => parts.push(part));
  return {
    rows: parts.flatMap((part) => (part.kind === 'rows' ? part.changes : [])),
    entries: parts.flatMap((part) => (part.kind === 'entries' ? part.entries : [])),
    most: Math.max(0, ...parts.map((part) => (part.kind === 'entries' ? part.entries.length : 0))),
  };
};
const problem = (text: string | Buffer) => {
  try {
    read(text);
    return null;
  } catch (error) {
    return error;
  }
};

describe('a plan file bit by bit', () => {
  it('is written as it would be as a whole, and read as it was', () => {
    fc.assert(
      fc.property(fc.array(draws, { maxLength: 12 }), fc.integer({ min: 0, max: 30 }), (list, count) => {
        let document = startingPlan();
        list.forEach((draw, nth) => {
          const command = commandFor(document, draw, nth);
          const decision = command && decide(document, command);
          if (decision?.ok) document = applyChanges(document, decision.changes);
        });
        const entries = entriesOf(document, count);
        const text = written(document, entries);
        expect(text).toBe(JSON.stringify(toPlanFile(document, entries), null, 2));
        const json: unknown = JSON.parse(text);
        const plan = parsePlan(json);
        const parts = read(text);
        expect(parts.entries).toEqual(parseEntries(json, plan));
        const sizes = Object.entries(plan).filter(([table]) => table !== 'plan').map(([, rows]) => rows.size); // prettier-ignore
        expect(parts.rows).toHaveLength(sizes.reduce((sum, size) => sum + size, 0));
      }),
      runs(60),
    );
  });

  it('is read whatever the order of its tables, and hands its entries on in parts', () => {
    const document = startingPlan();
    const entries = entriesOf(document, 5000);
    const { plan, entries: rows, ...rest } = toPlanFile(document, entries);
    const shuffled = JSON.stringify({ entries: rows, ...rest, plan });
    const parts = read(shuffled);
    expect(parts.entries).toHaveLength(5000);
    expect(parts.entries[4999]!.what).toBe(entries[4999]!.what);
    expect(parts.most).toBe(PART);
  });

  it('from before there were accounts has those its entries name', () => {
    const { version, plan } = toPlanFile(startingPlan());
    const former = { version, plan };
    const rows = Array.from({ length: 50 }, (__, index) => ({ date: '2026-01-05', amount: 5, account: index % 2 ? 'Card' : 'Bank' })); // prettier-ignore
    const json = { ...former, entries: rows };
    const parts = read(JSON.stringify(json));
    expect(parts.rows.filter(({ table }) => table === 'accounts')).toHaveLength(2);
    expect(parts.entries).toEqual(parseEntries(json, parsePlan(json)));
  });

  it('says what is wrong and where, as for a file read as a whole', () => {
    const plan = toPlanFile(startingPlan());
    const pointerOf = (json: unknown) => (problem(JSON.stringify(json)) as PlanFormatError).pointer;
    expect(pointerOf({ ...plan, entries: 5 })).toBe('/entries');
    expect(pointerOf({ ...plan, entries: { a: 1 } })).toBe('/entries');
    expect(pointerOf({ ...plan, entries: [{ date: '2026-01-05', amount: 1 }, 7] })).toBe('/entries/1');
    expect(pointerOf({ ...plan, entries: [{ date: '2026-13-05', amount: 1 }] })).toBe('/entries/0/date');
    expect(pointerOf({ ...plan, surprise: 1 })).toBe('/surprise');
    expect(pointerOf([1])).toBeTypeOf('string');
    for (const broken of ['', '{', '{"version":1', '{"version":1}x', '{"plan":nul}', 'plan'])
      expect(problem(broken)).toBeInstanceOf(Error);
    for (const broken of ['{', '{"version":1', '{"version":1}x', '{"plan":nul}', '{"a":"\u0001"}'])
      expect(problem(broken)).toBeInstanceOf(NotJson);
    expect(saidBy(problem(Buffer.from([0x7b, 0x22, 0xff])))).toMatch(/UTF-8|written/);
  });
});

import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commandFor, draws, startingPlan } from '../../testing/random.ts';
import { runs } from '../../testing/setup.ts';
import { decide } from '../commands/decide.ts';
import { decideChanges } from '../commands/undo.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { TABLE_NAMES, type AnyRow } from '../schema/tables.ts';
import { applyChanges, inOrder, invert, type Change, type Document } from './document.ts';
import { isPlaced, makeRoom } from './places.ts';

type Placed = AnyRow & { position: string } & Partial<
    Record<'group' | 'list' | 'schedule' | 'validFrom' | 'chart', string>
  >;

/** The keys of rows that stand in one order, each order by itself; those of an order are all different. */
function expectDistinctPlaces(document: Document): void {
  for (const table of TABLE_NAMES.filter(isPlaced)) {
    const keys = [...(document[table].values() as Iterable<Placed>)].map((row) =>
      [
        table === 'lines' && row.group,
        table !== 'charts' && row.list,
        row.schedule,
        row.validFrom,
        row.chart,
        row.position,
      ].join(' '),
    );
    expect([table, keys.length]).toEqual([table, new Set(keys).size]);
  }
}

describe('rows in an order', () => {
  const FILE = {
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 3 },
    groups: [{ id: 'g', name: 'G', side: 'expense' }],
    lines: ['A', 'X', 'B'].map((name) => ({ id: name.toLowerCase(), group: 'g', name })),
    assumptions: ['P', 'Q', 'R'].map((name) => ({ id: name.toLowerCase(), name, unit: 'money', value: 1 })),
    lists: [{ id: 'l', name: 'L', month: '2026-01' }],
    listItems: ['i1', 'i2', 'i3'].map((id) => ({ id, list: 'l' })),
  };
  const start = () => parsePlan(FILE);
  const names = (document: Document) => inOrder(document.lines.values()).map(({ name }) => name);

  function run(
    document: Document,
    command: Parameters<typeof decide>[1],
  ): { document: Document; changes: readonly Change[] } {
    const decision = decide(document, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return { document: applyChanges(document, decision.changes), changes: decision.changes };
  }
  function back(document: Document, changes: readonly Change[]): Document {
    const decision = decideChanges(document, invert(changes));
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(document, decision.changes);
  }

  it.each([
    [
      'lines',
      (before: string) => ({ kind: 'line.add', id: 'y', group: 'g', name: 'Y', unit: 'money', before }) as const,
      'line.delete',
      { line: 'x' },
      'b',
    ],
    [
      'assumptions',
      (before: string) =>
        ({ kind: 'assumption.add', id: 'y', name: 'Y', unit: 'money', value: 1, note: '', before }) as const,
      'assumption.delete',
      { assumption: 'q' },
      'r',
    ],
    [
      'listItems',
      (before: string) => ({ kind: 'listItems.add', list: 'l', items: [{ id: 'y', cells: [] }], before }) as const,
      'listItems.delete',
      { list: 'l', items: ['i2'] },
      'i3',
    ],
  ] as const)('%s come back to a place of their own, before which others go', (_table, add, kind, what, last) => {
    // prettier-ignore
    const deleted = run(start(), { kind, ...what } as never);
    const added = run(deleted.document, add(last) as never);
    let document = back(added.document, deleted.changes);
    expectDistinctPlaces(document);
    // Before the row that has taken the place, and before the one that came back.
    for (const before of ['y', Object.values(what).flat().at(-1)!]) {
      const again = JSON.parse(JSON.stringify(add(before)).replaceAll('"y"', `"n${before}"`).replaceAll('"Y"', `"N${before}"`)) as never; // prettier-ignore
      document = run(document, { ...(again as object), before } as never).document;
    }
    expectDistinctPlaces(document);
    // Deleting it again, by the step as it was recorded, finds it where it is now.
    const redone = decideChanges(document, deleted.changes);
    expect(redone.ok).toBe(true);
  });

  it('that share a key in a file are read in its order, and others go between them', () => {
    const positions = ['i', 'i', 'i'];
    const file = { ...FILE, lines: FILE.lines.map((line, index) => ({ ...line, position: positions[index]! })) };
    const document = parsePlan(file);
    expectDistinctPlaces(document);
    expect(names(document)).toEqual(['A', 'B', 'X']);
    const added = run(document, { kind: 'line.add', id: 'y', group: 'g', name: 'Y', unit: 'money', before: 'b' });
    expect(names(added.document)).toEqual(['A', 'Y', 'B', 'X']);
    expect(parsePlan(JSON.parse(JSON.stringify(toPlanFile(document))))).toBeDefined();
  });

  it('have distinct places whatever is done, taken back out of turn, and done again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(draws, fc.nat({ max: 5 }), fc.boolean()), { minLength: 4, maxLength: 30 }),
        (list) => {
          let document = startingPlan();
          const done: (readonly Change[])[] = [];
          list.forEach(([draw, ago, takesBack], nth) => {
            const step = takesBack ? done.at(-1 - ago) : undefined;
            const command = step ? null : commandFor(document, draw, nth);
            const decision = step ? decideChanges(document, invert(step)) : command && decide(document, command);
            if (!decision?.ok) return;
            document = applyChanges(document, decision.changes);
            done.push(decision.changes);
            expectDistinctPlaces(document);
          });
        },
      ),
      runs(40),
    );
  });

  it('make room wherever they are, in the order they are in', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('5', 'i', 'i', 'i', 'r'), { maxLength: 8 }),
        fc.nat({ max: 8 }),
        fc.integer({ min: 1, max: 5 }),
        (given, place, count) => {
          // prettier-ignore
          const rows = inOrder(given.map((position: string, nth) => ({ id: `r${nth}`, position })));
          const index = Math.min(place, rows.length);
          const after = new Map(rows.map((row) => [row.id, row]));
          const keys = makeRoom(rows, index, count, (row) => after.set(row.id, row));
          keys.forEach((position, nth) => after.set(`n${nth}`, { id: `n${nth}`, position }));
          const order = inOrder(after.values()).map(({ id }) => id);
          expect(order.filter((id) => id.startsWith('n'))).toEqual(keys.map((_, nth) => `n${nth}`));
          expect(order.slice(index, index + count)).toEqual(keys.map((_, nth) => `n${nth}`));
          expect(order.filter((id) => id.startsWith('r'))).toEqual(rows.map(({ id }) => id));
        },
      ),
      runs(300),
    );
  });
});

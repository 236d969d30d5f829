import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { applyChanges, invert, type Change, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import type { Command } from './commands.ts';
import { decide } from './decide.ts';
import { decideChanges, withoutRevivedAccess } from './undo.ts';

const start = () =>
  parsePlan({
    version: 1,
    plan: { id: 'p', name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    groups: [{ id: 'g', name: 'G', side: 'expense' }],
    lines: ['A', 'B'].map((name) => ({ id: name.toLowerCase(), group: 'g', name })),
    ruleSteps: [
      { line: 'a', amount: 5 },
      { line: 'b', formula: 'A * 2' },
    ],
    accounts: ['Current', 'Savings'].map((name) => ({ id: name.toLowerCase(), name })),
    lists: [{ id: 'l', name: 'Kitchen', month: '2026-01' }],
    listColumns: [{ id: 'c', list: 'l', name: 'Note', kind: 'text' }],
    listItems: [{ id: 'i', list: 'l' }],
    standingEntries: [
      { id: 's', what: 'To savings', account: 'current', toAccount: 'savings', amount: 50, from: '2026-01-05' },
    ],
    assignmentRules: [{ id: 'r', text: 'shop', account: 'current', toAccount: 'savings' }],
  });

function run(document: Document, command: Command): { document: Document; changes: readonly Change[] } {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return { document: applyChanges(document, decision.changes), changes: decision.changes };
}

describe('taking back a step whose row has been changed since', () => {
  const cell = (text: string): Command =>
    ({ kind: 'listCells.set', cells: [{ item: 'i', column: 'c', value: text }] }) as never;
  const settings = (table: 'standing' | 'rule', text: string): Command =>
    (table === 'standing'
      ? { kind: 'standing.set', standing: 's', settings: { what: text } }
      : { kind: 'assignmentRule.set', rule: 'r', settings: { text } }) as never;

  it.each<[string, (text: string) => Command, string]>([
    ['a cell of a list', cell, 'Kitchen'],
    ['a recurring transfer, which has no line', (text) => settings('standing', text), 'third'],
    ['an assignment rule without a line', (text) => settings('rule', text), 'third'],
  ])('is refused by name: %s', (_what, change, name) => {
    const first = run(start(), change('first'));
    const second = run(first.document, change('second'));
    const third = run(second.document, change('third'));
    for (const { changes } of [first, second]) {
      const decision = decideChanges(third.document, invert(changes));
      expect(decision).toMatchObject({ ok: false, refusal: { code: 'conflict' } });
      if (!decision.ok)
        expect(english(decision.refusal.message)).toBe(
          `${name} has been changed since, so the change can no longer be undone.`,
        );
    }
  });

  it('is refused where an item that was added has been filled, in words', () => {
    const added = run(start(), {
      kind: 'listItems.add',
      list: 'l',
      items: [{ id: 'n', cells: [] }],
      before: null,
    } as never);
    const filled = run(added.document, {
      kind: 'listCells.set',
      cells: [{ item: 'n', column: 'c', value: 'x' }],
    } as never);
    const decision = decideChanges(filled.document, invert(added.changes));
    expect(decision).toMatchObject({ ok: false });
    if (!decision.ok) expect(english(decision.refusal.message)).not.toMatch(/listItems|listCells/);
  });
});

describe('a line that follows another plan', () => {
  const follow: Command = { kind: 'line.follow', line: 'a', plan: 'other', of: 'x', source: 'Other.Net', by: 'mara' };

  it('is taken back with its following, though rules use the line', () => {
    const followed = run(start(), follow);
    const more = run(followed.document, {
      kind: 'line.add',
      id: 'n',
      group: 'g',
      name: 'N',
      unit: 'money',
      before: null,
    });
    const decision = decideChanges(more.document, invert([...followed.changes, ...more.changes]));
    expect(decision.ok).toBe(true);
  });

  it('does not follow again in somebody’s name because someone else goes back', () => {
    const followed = run(start(), follow);
    const ended = run(followed.document, { kind: 'line.unfollow', line: 'a' });
    const back = invert(ended.changes);
    const revived = (person: string | null) =>
      withoutRevivedAccess(back, person).filter(({ table }) => table === 'feeds');
    expect(revived('mara')).toHaveLength(1);
    expect(revived('kofi')).toHaveLength(0);
    expect(revived(null)).toHaveLength(0);
    // Going back to before it followed takes nothing from anybody.
    expect(withoutRevivedAccess(invert(followed.changes), null)).toHaveLength(followed.changes.length);
  });
});

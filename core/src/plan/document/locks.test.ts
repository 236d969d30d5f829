import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import type { Month } from '../../calendar/month.ts';
import { sketch } from '../../testing/plans.ts';
import type { Command } from '../commands/commands.ts';
import { decide } from '../commands/decide.ts';
import { applyChanges, type Document } from './document.ts';
import { isYearLocked } from './locks.ts';
import { namesOf } from './naming.ts';

const month = (text: string) => text as Month;
const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, ...commands: Command[]): Document {
  return commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);
}

function codeOf(document: Document, command: Command): string {
  const decision = decide(document, command);
  return decision.ok ? 'done' : decision.refusal.code;
}

const plan = () =>
  sketch({
    months: 36,
    assumptions: { Rise: ['ratePerYear', 0.02] },
    lines: { income: { Pay: { start: 1000, '2027-01': '1000 * (1 + Rise)' } }, expense: { Rent: 300 } },
    exceptions: { Rent: { '2026-05': 350 } },
  });

describe('a locked year', () => {
  const document = after(plan(), { kind: 'year.lock', year: 2026, locked: true });
  const rent = idOf(document, 'Rent');
  const set = (name: string, reach: 'month' | 'onward' | 'every' | 'until', until?: string): Command => ({
    kind: 'line.setFigure', line: rent, month: month(name), reach, figure: 1, ...(until ? { until: month(until) } : {}),
  }); // prettier-ignore

  it('keeps its figures from every edit that reaches into it', () => {
    expect(isYearLocked(document, 2026)).toBe(true);
    expect(codeOf(document, set('2026-03', 'month'))).toBe('locked');
    expect(codeOf(document, set('2026-12', 'onward'))).toBe('locked');
    expect(codeOf(document, set('2027-03', 'every'))).toBe('locked');
    expect(codeOf(document, set('2026-11', 'until', '2027-02'))).toBe('locked');
    expect(codeOf(document, { kind: 'line.clearException', line: rent, month: month('2026-05') })).toBe('locked');
    expect(codeOf(document, { kind: 'line.delete', line: rent })).toBe('locked');
  });

  it('leaves the other years free, and what is computed may still change', () => {
    expect(codeOf(document, set('2027-03', 'month'))).toBe('done');
    expect(codeOf(document, set('2027-01', 'onward'))).toBe('done');
    expect(
      codeOf(document, { kind: 'assumption.set', assumption: idOf(document, 'Rise'), settings: { value: 0.1 } }),
    ).toBe('done');
    const open = after(document, { kind: 'year.lock', year: 2026, locked: false });
    expect(codeOf(open, set('2026-03', 'month'))).toBe('done');
  });
});

describe('a locked line', () => {
  it('refuses figures, rules and its deletion, until it is unlocked', () => {
    const line = idOf(plan(), 'Rent');
    const document = after(plan(), { kind: 'line.set', line, settings: { locked: true } });
    const edits: Command[] = [
      { kind: 'line.setFigure', line, month: month('2028-03'), reach: 'month', figure: 1 },
      { kind: 'line.setFormula', line, month: month('2028-03'), reach: 'every', formula: '5' },
      {
        kind: 'figures.adjust',
        cells: [{ line, month: month('2028-03') }],
        by: { kind: 'amount', amount: 1, notBelowZero: false },
      },
      { kind: 'line.delete', line },
    ];
    for (const edit of edits) expect([edit.kind, codeOf(document, edit)]).toEqual([edit.kind, 'locked']);
    const open = after(document, { kind: 'line.set', line, settings: { locked: false } });
    for (const edit of edits) expect([edit.kind, codeOf(open, edit)]).toEqual([edit.kind, 'done']);
  });

  it('may still be renamed, noted on and moved', () => {
    const line = idOf(plan(), 'Rent');
    const document = after(plan(), { kind: 'line.set', line, settings: { locked: true } });
    expect(codeOf(document, { kind: 'line.set', line, settings: { name: 'Flat', note: 'Paid on the first.' } })).toBe(
      'done',
    );
    expect(codeOf(document, { kind: 'line.move', line, group: document.lines.get(line)!.group, before: null })).toBe(
      'done',
    );
  });
});

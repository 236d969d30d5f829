import { english } from '../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { sketch } from '../testing/plans.ts';
import type { Command } from '../plan/commands/commands.ts';
import { rateSourceOf } from './rateSource.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;
const after = (document: Document, ...commands: Command[]) =>
  commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);

describe('what a line is projected by', () => {
  const document = after(
    sketch({
      assumptions: { Inflation: ['ratePerYear', 0.02], Wage: ['money', 20] },
      lines: {
        income: { Typed: 2000, Paid: 'Wage * 160' },
        expense: {
          Yearly: 'if(month = 6, 240)',
          Quarterly: 'if(quarter = 1, 80) + 5 * days',
          Stepped: { start: 'Typed * 2', '2026-05': 900 },
          Computed: { start: 900, '2026-05': 'Typed * 2' },
          Rising: '100 * 1.05 ^ years',
          Dated: 'if(year = 2026, 10, 20)',
          Counted: '100 + period',
        },
        memo: { Balance: 'prior(Balance) + Net' },
      },
    }),
    { kind: 'plan.set', settings: { projectionRate: 'assumption-inflation' } },
  );
  const sources = (names: readonly string[], plan = document) =>
    names.map((name) => rateSourceOf(plan, idOf(plan, name)).from);

  it('is the plan’s rate for typed figures and patterns of them', () => {
    expect(sources(['Typed', 'Yearly', 'Quarterly', 'Stepped'])).toEqual(Array(4).fill('plan'));
  });

  it('is its own rule for what is computed from other figures, months before or the years that pass', () => {
    expect(sources(['Paid', 'Computed', 'Rising', 'Dated', 'Counted', 'Balance'])).toEqual(Array(6).fill('rule'));
  });

  it('is a rate of its own where it is given one, whatever its rule', () => {
    const own = after(document, { kind: 'line.set', line: idOf(document, 'Paid'), settings: { ownRate: 0.01 } });
    expect(rateSourceOf(own, idOf(own, 'Paid'))).toEqual({ from: 'line', rate: 0.01 });
    const group = own.lines.get(idOf(own, 'Paid'))!.group;
    const byGroup = after(document, { kind: 'group.set', group, settings: { ownRate: 0.03 } });
    expect(sources(['Typed', 'Paid'], byGroup)).toEqual(['group', 'rule']);
  });

  it('stays a rate for what has been rolled forward', () => {
    const rolled = after(document, { kind: 'plan.rollForward', years: 2, stepping: 'monthly', rate: null });
    expect(sources(['Typed', 'Yearly', 'Paid', 'Balance'], rolled)).toEqual(['plan', 'plan', 'rule', 'rule']);
  });
});

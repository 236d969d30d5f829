import { describe, expect, it } from 'vitest';
import { parsePlan } from '../file/file.ts';
import { migrateCommand } from './renamed.ts';
import { decide } from './decide.ts';

describe('a command given in an earlier version', () => {
  const document = parsePlan({
    version: 1,
    plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    savings: [{ id: 'kitchen', name: 'Kitchen', deposit: 10, rate: 0, first: '2026-01' }],
  });

  it.each<Record<string, unknown> & { kind: string }>([
    { kind: 'pot.set', pot: 'kitchen', settings: { deposit: '20' } },
    {
      kind: 'pot.setMove',
      id: 'gift',
      settings: { pot: 'kitchen', kind: 'deposit', from: '2026-05', until: null, amount: '5' },
    },
    { kind: 'plan.carryOn', years: 1, stepping: 'yearly', rate: null },
  ])('$kind is still carried out', (former) => {
    const decision = decide(document, migrateCommand(former));
    expect(decision.ok ? decision.changes.length : decision.refusal.message).toBeGreaterThan(0);
  });

  it('gives columns that have been added since what leaving them out means', () => {
    const settings = { loan: 'bike', every: 'once', from: '2026-05', until: null, amount: '5' };
    expect(migrateCommand({ kind: 'loan.setExtra', id: 'x', settings } as never)).toEqual({
      kind: 'loan.setExtra', id: 'x', settings: { ...settings, lowers: 'term' },
    }); // prettier-ignore
    const gone = { kind: 'loan.setExtra', id: 'x', settings: null } as never;
    expect(migrateCommand(gone)).toBe(gone);
  });

  it('is left alone where it is called the same today', () => {
    const command = { kind: 'plan.set', settings: { name: 'pot' } };
    expect(migrateCommand(command)).toBe(command);
  });
});

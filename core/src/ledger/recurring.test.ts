import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween, eachDay, lastDay, monthOfDay } from '../calendar/day.ts';
import { Model } from '../engine/model.ts';
import type { Command } from '../plan/commands/commands.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges, type Document } from '../plan/document/document.ts';
import { namesOf } from '../plan/document/naming.ts';
import { upgradeRow } from '../plan/schema/columns.ts';
import { TABLES, type RecurringEntryRow } from '../plan/schema/tables.ts';
import { sketch } from '../testing/plans.ts';
import { budgetIn } from './spending.ts';
import { dueDays, dueKey, expectedIn, isDue, nextDue, confirmedDays, type ConfirmedDays } from './recurring.ts';
import { runs } from '../testing/setup.ts';

const row = (changes: Partial<RecurringEntryRow>): RecurringEntryRow =>
  upgradeRow(TABLES.standingEntries, { id: 's', from: '2026-01-31', position: 'a', ...changes }) as RecurringEntryRow;
const due = (changes: Partial<RecurringEntryRow>, from = '2026-01-01', to = '2026-06-30') =>
  dueDays(row(changes), from, to);

describe('the days of a recurring entry', () => {
  it.each([
    ['every month, on the last day of shorter ones', {}, ['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30', '2026-05-31', '2026-06-30']],
    ['every second month', { every: 2 }, ['2026-01-31', '2026-03-31', '2026-05-31']],
    ['the last day', { from: '2026-02-28', lastDay: true }, ['2026-02-28', '2026-03-31', '2026-04-30', '2026-05-31', '2026-06-30']],
    ['every fourth week', { rhythm: 'week', every: 4, from: '2026-01-05' }, ['2026-01-05', '2026-02-02', '2026-03-02', '2026-03-30', '2026-04-27', '2026-05-25', '2026-06-22']],
    ['every year', { rhythm: 'year', from: '2024-02-29' }, ['2026-02-28']],
    ['until a day', { until: '2026-03-30' }, ['2026-01-31', '2026-02-28']],
    ['not before the first', { from: '2026-05-15' }, ['2026-05-15', '2026-06-15']],
  ] as const)('are %s', (_, settings, days) => {
    expect(due(settings)).toEqual(days);
  }); // prettier-ignore

  it('are the same whichever stretch is asked for, and known day by day', () => {
    const rows = fc.record({
      rhythm: fc.constantFrom('week' as const, 'month' as const, 'year' as const),
      every: fc.integer({ min: 1, max: 14 }),
      from: fc.integer({ min: 0, max: 900 }).map((days) => addDays('2025-01-01', days)),
      lastDay: fc.boolean(),
      until: fc.option(fc.integer({ min: 0, max: 900 }).map((days) => addDays('2026-01-01', days))),
    });
    fc.assert(
      fc.property(rows, fc.nat(700), fc.nat(400), fc.nat(400), (text, begin, first, second) => {
        const from = addDays('2025-06-01', begin);
        const [middle, to] = [addDays(from, first), addDays(from, first + 1 + second)];
        const whole = due(text, from, to);
        expect([...due(text, from, middle), ...due(text, addDays(middle, 1), to)]).toEqual(whole);
        for (const day of whole) expect(day >= from && day <= to && day >= text.from).toBe(true);
        if (daysBetween(from, to) < 60) expect(eachDay(from, to).filter((day) => isDue(row(text), day))).toEqual(whole);
        if (whole.length > 0) expect(nextDue(row(text), addDays(from, -1))).toBe(whole[0]);
      }),
      runs(200),
    );
  });

  it('end', () => {
    expect(nextDue(row({ until: '2026-02-01' }), '2026-02-01')).toBeNull();
    expect(nextDue(row({}), '2026-01-31')).toBe('2026-02-28');
  });
});

const plan = sketch({
  accounts: { Bank: {}, Nest: { kind: 'savings' } },
  lines: {
    income: { Pay: 2000 },
    costs: { Rent: { start: 800, '2026-03': 850 }, Food: 0 },
    'set aside': { Fund: 100 },
    memo: { Units: 5 },
  },
});
const idOf = (name: string) => namesOf(plan).find(name)!.id;
const after = (document: Document, ...commands: Command[]) =>
  commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);
const refusal = (document: Document, command: Command) => {
  const decision = decide(document, command);
  return decision.ok ? null : [decision.refusal.field, decision.refusal.message];
};
const settings = { what: 'Rent', line: idOf('Rent'), account: 'bank', from: '2026-01-03' };
const withRent = after(plan, { kind: 'standing.set', standing: 'rent', settings });
const expected = (document: Document, confirmed: ReadonlySet<string> = new Set(), to = '2026-04-30') =>
  expectedIn(document, budgetIn(new Model(document)), confirmed, '2026-01-01', to).map((each) => [
    each.due,
    each.amount,
  ]);

describe('what is expected', () => {
  it('is the line’s budget of its month, or what is typed, the way its account sees it', () => {
    expect(expected(withRent)).toEqual([['2026-01-03', -80_000], ['2026-02-03', -80_000], ['2026-03-03', -85_000], ['2026-04-03', -85_000]]); // prettier-ignore
    const all = after(
      withRent,
      { kind: 'standing.set', standing: 'pay', settings: { line: idOf('Pay'), from: '2026-01-28', amount: 1950.5 } },
      { kind: 'standing.set', standing: 'fund', settings: { line: idOf('Fund'), account: 'bank', toAccount: 'nest', from: '2026-01-02' } },
      { kind: 'standing.set', standing: 'food', settings: { line: idOf('Food'), from: '2026-01-01' } },
    ); // prettier-ignore
    // What the budget says nothing of is not expected.
    expect(expected(all, new Set(), '2026-01-31')).toEqual([['2026-01-02', -10_000], ['2026-01-03', -80_000], ['2026-01-28', 195_050]]); // prettier-ignore
  });

  it('has happened, is skipped once, or changes from a day on', () => {
    const confirmed = confirmedDays([
      { standing: 'rent', due: '2026-02-03' },
      { standing: '', due: '' },
    ]);
    expect(expected(withRent, confirmed).map(([day]) => day)).toEqual(['2026-01-03', '2026-03-03', '2026-04-03']);
    const skipped = after(withRent, { kind: 'standing.skip', standing: 'rent', due: '2026-03-03', skipped: true });
    expect(expected(skipped).map(([day]) => day)).toEqual(['2026-01-03', '2026-02-03', '2026-04-03']);
    expect(expected(after(skipped, { kind: 'standing.skip', standing: 'rent', due: '2026-03-03', skipped: false }))).toHaveLength(4); // prettier-ignore
    const changed = after(withRent, { kind: 'standing.changeFrom', standing: 'rent', as: 'rent2', from: '2026-03-05', settings: { amount: 900 } }); // prettier-ignore
    expect(expected(changed)).toEqual([['2026-01-03', -80_000], ['2026-02-03', -80_000], ['2026-03-03', -85_000], ['2026-04-03', -90_000]]); // prettier-ignore
    expect(changed.standingEntries.get('rent')!.until).toBe('2026-03-04');
    const moved = after(withRent, { kind: 'standing.changeFrom', standing: 'rent', as: 'rent2', from: '2026-03-04', first: '2026-03-05', settings: { amount: 900 } }); // prettier-ignore
    expect(expected(moved).slice(2)).toEqual([['2026-03-03', -85_000], ['2026-03-05', -90_000], ['2026-04-05', -90_000]]); // prettier-ignore
    const document = after(withRent, { kind: 'standing.changeFrom', standing: 'rent', as: 'x', from: '2025-12-01', settings: { amount: 7 } }); // prettier-ignore
    expect([...document.standingEntries.keys()]).toEqual(['rent']);
    expect(dueKey('rent', '2026-01-03')).toBe('rent:2026-01-03');
  });

  it('keeps its days, what is left out and what has happened when it changes from a day on', () => {
    const dues = (document: Document, confirmed: ConfirmedDays = new Set()) =>
      expectedIn(document, () => 100, confirmed, '2026-01-01', '2027-03-31').map(({ due }) => due);
    const rhythms = [
      { from: '2026-01-31', rhythm: 'month', every: 1 },
      { from: '2026-01-30', rhythm: 'month', every: 3 },
      { from: '2026-01-06', rhythm: 'week', every: 2 },
      { from: '2024-02-29', rhythm: 'year', every: 1 },
      { from: '2026-01-10', rhythm: 'month', every: 1, lastDay: true },
    ] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...rhythms),
        fc.array(fc.nat(400), { minLength: 1, maxLength: 3 }),
        fc.nat(20),
        (rhythm, changes, index) => {
          const before = after(withRent, {
            kind: 'standing.set',
            standing: 'rent',
            settings: { ...rhythm, amount: 50 },
          });
          const all = dues(before);
          if (all.length === 0) return;
          const left = all[index % all.length]!;
          const confirmedDay = all[(index * 7 + 3) % all.length]!;
          let document = after(before, { kind: 'standing.skip', standing: 'rent', due: left, skipped: true });
          const confirmed = confirmedDays([{ standing: 'rent', due: confirmedDay }]);
          let current = 'rent';
          let last = rhythm.from as string;
          changes
            .toSorted((a, b) => a - b)
            .forEach((days, nth) => {
              const from = addDays('2026-01-01', days);
              if (from <= last) return;
              document = after(document, { kind: 'standing.changeFrom', standing: current, as: `c${nth}`, from, settings: { amount: 60 + nth } }); // prettier-ignore
              current = `c${nth}`;
              last = document.standingEntries.get(current)!.from;
            });
          expect(dues(document, confirmed)).toEqual(all.filter((day) => day !== left && day !== confirmedDay));
        },
      ),
      runs(60),
    );
  });

  it('shares the budget of its month among its days where it has no amount', () => {
    const weekly = after(
      withRent,
      { kind: 'standing.delete', standing: 'rent' },
      { kind: 'standing.set', standing: 'a', settings: { line: idOf('Rent'), from: '2026-02-06', rhythm: 'week', every: 1 } },
      { kind: 'standing.set', standing: 'b', settings: { line: idOf('Rent'), from: '2026-02-10', rhythm: 'week', every: 2 } },
    ); // prettier-ignore
    const amounts = expectedIn(weekly, () => 400.01, new Set(), '2026-02-01', '2026-02-28').map(({ amount }) => amount);
    expect(amounts).toHaveLength(6);
    expect(amounts.reduce((sum, amount) => sum + amount, 0)).toBe(-40_001);
    expect(Math.max(...amounts) - Math.min(...amounts)).toBeLessThanOrEqual(1);
  });

  it('has a next day to the last there is, and none after it', () => {
    const rent = withRent.standingEntries.get('rent')!;
    expect(nextDue(rent, '2999-11-20')).toBe('2999-12-03');
    expect(nextDue(rent, '2999-12-20')).toBeNull();
    expect(nextDue({ ...rent, rhythm: 'week' }, '2999-12-31')).toBeNull();
  });

  it('goes with its line, its account and itself, and comes back with them', () => {
    expect(after(withRent, { kind: 'line.delete', line: idOf('Rent') }).standingEntries.size).toBe(0);
    expect(after(withRent, { kind: 'account.delete', account: 'bank' }).standingEntries.size).toBe(0);
    const skipped = after(withRent, { kind: 'standing.skip', standing: 'rent', due: '2026-03-03', skipped: true });
    const gone = decide(skipped, { kind: 'standing.delete', standing: 'rent' });
    expect(gone.ok && gone.changes).toHaveLength(2);
  });

  it.each([
    ['no line and no account', { line: null }, 'line', 'Choose a line'],
    ['a memo line', { line: idOf('Units') }, 'line', 'not a cash flow'],
    ['a deleted line', { line: 'gone' }, undefined, 'no longer'],
    ['a transfer for a cost', { toAccount: 'nest' }, 'line', 'neither income nor expense'],
    ['a transfer to itself', { line: null, toAccount: 'bank', amount: 5 }, 'toAccount', 'another one'],
    ['a transfer of nothing said', { line: null, toAccount: 'nest' }, 'amount', 'Enter an amount'],
    ['nothing', { amount: 0 }, 'amount', 'Enter an amount'],
    ['no day', { from: '2026-02-30' }, 'from', 'not a valid date'],
    ['an end before its beginning', { until: '2025-01-01' }, 'until', 'before the first'],
    ['a rhythm of nothing', { every: 0 }, 'every', 'whole number'],
  ] as const)('is refused with %s', (_, part, field, words) => {
    const match = refusal(plan, { kind: 'standing.set', standing: 's', settings: { ...settings, ...part } });
    expect(english(match?.[0])).toBe(field);
    expect(english(match?.[1])).toContain(words);
  });

  it('can only be skipped on a day it is due', () => {
    expect(english(refusal(withRent, { kind: 'standing.skip', standing: 'rent', due: '2026-03-04', skipped: true })?.[1])).toContain('not due'); // prettier-ignore
  });
});

describe('days', () => {
  it('are counted over months and years', () => {
    expect(addDays('2026-02-28', 1)).toBe('2026-03-01');
    expect(addDays('2026-01-01', -1)).toBe('2025-12-31');
    expect(daysBetween('2026-01-01', '2027-01-01')).toBe(365);
    expect(lastDay(monthOfDay('2028-02-10'))).toBe('2028-02-29');
    expect(eachDay('2026-01-02', '2026-01-01')).toEqual([]);
  });
});

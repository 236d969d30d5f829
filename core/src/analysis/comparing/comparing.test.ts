import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decide } from '../../plan/commands/decide.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { applyChanges, type Document } from '../../plan/document/document.ts';
import { commandFor, draws, startingPlan } from '../../testing/random.ts';
import { runs } from '../../testing/setup.ts';
import { sketch } from '../../testing/plans.ts';
import { compareVersions, type Comparison } from './comparison.ts';

const start = sketch({
  months: 24,
  assumptions: { Inflation: ['ratePerYear', 0.02] },
  lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Heating: '90 * (1 + Inflation)^years' } },
});
const idOf = (name: string) => [...start.lines.values()].find((line) => line.name === name)!.id;
const after = (document: Document, command: Command): Document => {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
};
const between = (before: Document, now: Document): Comparison =>
  compareVersions({ document: before, sums: [] }, { document: now, sums: [] });
const line = (shown: Comparison, name: string) => shown.lines.find((each) => each.name === name);

describe('two moments of a plan', () => {
  it('differ in figures of months and years, and in the totals they go into', () => {
    const now = after(start, { kind: 'line.setFigure', line: idOf('Rent'), month: '2026-03' as never, reach: 'onward', figure: 850 }); // prettier-ignore
    const shown = between(start, now);
    expect(line(shown, 'Rent')).toMatchObject({ state: 'changed', side: 'expense', unit: 'money', previousName: null });
    expect(line(shown, 'Rent')!.months).toHaveLength(22);
    expect(line(shown, 'Rent')!.years).toEqual([
      { of: 2026, before: 9600, after: 10_100 },
      { of: 2027, before: 9600, after: 10_200 },
    ]);
    expect(line(shown, 'Net')!.years[1]).toEqual({ of: 2027, before: expect.closeTo(13_298.4) as number, after: expect.closeTo(12_698.4) as number }); // prettier-ignore
    expect(line(shown, 'Pay')).toBeUndefined();
    expect(shown.rows).toEqual([
      expect.objectContaining({ kind: 'Rule', name: 'Rent from March 2026', state: 'added', owner: idOf('Rent'), fields: [{ name: 'Rule', before: null, after: '850.00' }] }), // prettier-ignore
    ]);
  });

  it('say what was set in words: rates as rates, rules as rules, names as names', () => {
    const [id] = start.assumptions.keys();
    const rate = between(start, after(start, { kind: 'assumption.set', assumption: id!, settings: { value: 0.035 } }));
    expect(rate.rows).toEqual([expect.objectContaining({ kind: 'Assumption', name: 'Inflation', fields: [{ name: 'Value', before: '2.0\u00a0%', after: '3.5\u00a0%' }] })]); // prettier-ignore
    expect(line(rate, 'Heating')!.years.map(({ of }) => of)).toEqual([2027]);
    const named = between(start, after(start, { kind: 'line.set', line: idOf('Rent'), settings: { name: 'Home' } }));
    expect(line(named, 'Home')).toMatchObject({ previousName: 'Rent', years: [], months: [] });
    expect(named.rows[0]!.fields).toEqual([{ name: 'Name', before: 'Rent', after: 'Home' }]);
    const gone = between(start, after(start, { kind: 'line.delete', line: idOf('Rent') }));
    expect(line(gone, 'Rent')).toMatchObject({ state: 'removed' });
    expect(line(gone, 'Rent')!.years[0]).toEqual({ of: 2026, before: 9600, after: null });
  });

  it('differ in what really happened, in the way a line goes', () => {
    const sums = [{ line: idOf('Rent'), account: '', month: '2026-02' as never, amount: -81_000, count: 1, days: 3 }];
    const shown = compareVersions({ document: start, sums: [] }, { document: start, sums });
    expect(shown.lines).toEqual([expect.objectContaining({ what: 'actual', state: 'added', months: [{ of: '2026-02', before: null, after: 810 }] })]); // prettier-ignore
  });

  it('are compared whatever was done between them, and the other way round with before and after exchanged', () => {
    fc.assert(
      fc.property(fc.array(draws, { minLength: 1, maxLength: 12 }), (drawn) => {
        const before = startingPlan();
        const now = drawn.reduce((document, draw, index) => {
          const command = commandFor(document, draw, index);
          const decision = command && decide(document, command);
          return decision?.ok ? applyChanges(document, decision.changes) : document;
        }, before);
        const [there, back] = [between(before, now), between(now, before)];
        const exchanged = (shown: Comparison) =>
          shown.lines.map(({ id, what, years, months }) => ({ id, what, years: [...years], months: [...months] })).sort((a, b) => (a.id + a.what < b.id + b.what ? -1 : 1)); // prettier-ignore
        const turned = exchanged(back).map(({ years, months, ...rest }) => ({
          ...rest,
          years: years.map(({ of, before, after }) => ({ of, before: after, after: before })),
          months: months.map(({ of, before, after }) => ({ of, before: after, after: before })),
        }));
        expect(turned).toEqual(exchanged(there));
        expect(back.rows.length).toBe(there.rows.length);
        for (const row of there.rows) {
          expect([row.kind, row.state === 'changed' && row.fields.length === 0]).toEqual([expect.stringMatching(/\w/), false]); // prettier-ignore
          for (const { before, after } of row.fields)
            expect(`${english(before)}${english(after)}`).not.toMatch(/undefined|NaN|\[object/);
        }
        expect(between(now, now)).toEqual({ lines: [], rows: [] });
      }),
      runs(25),
    );
  });
});

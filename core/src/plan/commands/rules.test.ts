import { english } from '../../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, toMonth } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import { sketch } from '../../testing/plans.ts';
import type { Command } from './commands.ts';
import { decide, describeCommand } from './decide.ts';
import { applyChanges, invert, rowsOf, type Document } from '../document/document.ts';
import { toShown } from '../document/formulas.ts';

const START = toMonth('2026-01');
const valueAt = (period: number) => addMonths(START, period);

function household(): Document {
  return sketch({
    assumptions: { Inflation: ['ratePerYear', 0.024] },
    lines: {
      Income: { Pay: 2000 },
      Costs: { Rent: { start: 1000, '2026-03': 1100, '2026-09': 1200 }, Heating: 'Rent * 10%', Blank: null },
    },
    exceptions: { Rent: { '2026-04': 900, '2026-10': 950 } },
  });
}

const base = household();
const idOf = (name: string) => [...base.lines.values(), ...base.groups.values()].find((row) => row.name === name)!.id;
const rent = idOf('Rent');

function done(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  const after = applyChanges(document, decision.changes);
  const back = applyChanges(after, invert(decision.changes));
  for (const table of ['ruleSteps', 'exceptions', 'lines'] as const)
    expect(new Map<string, unknown>(back[table])).toEqual(new Map<string, unknown>(document[table]));
  return after;
}
const refusal = (document: Document, command: Command) => {
  const decision = decide(document, command);
  return decision.ok ? null : decision.refusal.message;
};
const figuresAfter = (command: Command, line = 'Rent') => calculate(done(base, command)).figures(line);
const rent2026: (number | null)[] = [1000, 1000, 1100, 900, 1100, 1100, 1100, 1100, 1200, 950, 1200, 1200];

describe('until a month', () => {
  const until = (from: number, to: number, figure: number | null = 500): Command => ({
    kind: 'line.setFigure', line: rent, month: valueAt(from), reach: 'until', until: valueAt(to), figure,
  }); // prettier-ignore

  it('replaces what lies between, and the rule goes on after it', () => {
    expect(figuresAfter(until(4, 6))).toEqual(rent2026.with(4, 500).with(5, 500).with(6, 500));
    expect(figuresAfter(until(0, 3))).toEqual([500, 500, 500, 500, ...rent2026.slice(4)]);
    expect(figuresAfter(until(7, 9, null))).toEqual(rent2026.with(7, null).with(8, null).with(9, null));
    expect(figuresAfter(until(9, 40))).toEqual(rent2026.with(9, 500).with(10, 500).with(11, 500));
  });

  it('leaves no step behind that says what the rule says anyway', () => {
    const after = done(done(base, until(4, 6)), until(4, 6, 1100));
    expect([...after.ruleSteps.values()].filter((step) => step.line === rent)).toHaveLength(3);
  });

  it('needs its last month, and that not before the first', () => {
    expect(
      english(refusal(base, { kind: 'line.setFigure', line: rent, month: valueAt(3), reach: 'until', figure: 1 })),
    ).toMatch(/Choose the last month/);
    expect(english(refusal(base, until(5, 4)))).toMatch(/before the first/);
  });

  it('changes nothing outside its months, whatever the rule', () => {
    fc.assert(
      fc.property(fc.nat(11), fc.nat(11), fc.option(fc.nat(3000)), (a, b, figure) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const after = figuresAfter(until(from, to, figure));
        expect(after).toEqual(rent2026.map((before, period) => (period >= from && period <= to ? figure : before)));
      }),
    );
  });
});

describe('a block of figures', () => {
  it('is set as exceptions, or as stretches of the rule', () => {
    const figures = [4, 5, 6, 8].map((period) => ({ line: rent, month: valueAt(period), figure: 70 }));
    const wanted = rent2026.map((before, period) => ([4, 5, 6, 8].includes(period) ? 70 : before));
    const asExceptions = done(base, { kind: 'figures.set', figures, as: 'exceptions' });
    expect(calculate(asExceptions).figures('Rent')).toEqual(wanted);
    expect(asExceptions.exceptions.size).toBe(6);
    const asRule = done(base, { kind: 'figures.set', figures, as: 'rule' });
    expect(calculate(asRule).figures('Rent')).toEqual(wanted);
    expect(asRule.exceptions.size).toBe(2);
  });

  it('follows the rule again when it is cleared', () => {
    const cells = Array.from({ length: 12 }, (_, period) => ({ line: rent, month: valueAt(period) }));
    expect(figuresAfter({ kind: 'figures.clear', cells })).toEqual(rent2026.with(3, 1100).with(9, 1200));
  });

  it.each([
    ['percent', 0.004, 0.0044],
    ['ratePerYear', 0.024, 0.0264],
    ['percent', 0.0525, 0.05775],
    ['number', 1.4, 1.54],
    ['months', 24, 26.4],
    ['money', 10.05, 11.06],
  ] as const)('of %s is raised by a tenth in what it counts: %d to %d', (unit, figure, raised) => {
    const plan = sketch({ lines: { memo: { Rate: figure } }, units: { Rate: unit } });
    const line = [...plan.lines.keys()][0]!;
    const next = done(plan, { kind: 'figures.adjust', cells: [{ line, month: valueAt(0) }, { line, month: valueAt(1) }], by: { kind: 'factor', factor: 1.1, notBelowZero: false } }); // prettier-ignore
    expect(calculate(next).figures('Rate')[1]).toBe(raised);
  });

  it('is raised or lowered, and rules stay rules', () => {
    const cells = (line: string, ...periods: number[]) => periods.map((period) => ({ line, month: valueAt(period) }));
    const by = (amount: number) => ({ kind: 'amount', amount, notBelowZero: false }) as const;
    expect(figuresAfter({ kind: 'figures.adjust', cells: cells(rent, 2, 3, 4), by: by(-50) })).toEqual(
      rent2026.with(2, 1050).with(3, 850).with(4, 1050),
    );
    const more = { kind: 'factor', factor: 1.1, notBelowZero: false } as const;
    const after = done(base, { kind: 'figures.adjust', cells: cells(idOf('Heating'), 5, 6, 7), by: more });
    expect([...after.ruleSteps.values()].filter((step) => step.line === idOf('Heating')).map((step) => step.formula && toShown(step.formula, after))).toEqual([
      'Rent * 10%', 'Rent * 10% * 1.1', 'Rent * 10%',
    ]); // prettier-ignore
    expect(
      figuresAfter({ kind: 'figures.adjust', cells: cells(idOf('Heating'), 5), by: by(5) }, 'Heating')[5],
    ).toBeCloseTo(115);
    expect(
      figuresAfter({ kind: 'figures.adjust', cells: cells(idOf('Blank'), 5, 6), by: by(5) }, 'Blank')[5],
    ).toBeNull();
  });

  it('is lowered to nothing at the least where that is wanted', () => {
    const cells = [{ line: rent, month: valueAt(3) }, { line: rent, month: valueAt(4) }]; // prettier-ignore
    const by = { kind: 'amount', amount: -1000, notBelowZero: true } as const;
    expect(figuresAfter({ kind: 'figures.adjust', cells, by }).slice(3, 5)).toEqual([0, 100]);
    const heating = cells.map((cell) => ({ ...cell, line: idOf('Heating') }));
    expect(figuresAfter({ kind: 'figures.adjust', cells: heating, by }, 'Heating').slice(3, 6)).toEqual([0, 0, 110]);
  });

  it('adds up the same, raised as a block or month by month', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.nat(11), { minLength: 1 }),
        fc.integer({ min: -500, max: 500 }),
        (periods, amount) => {
          const cells = periods.map((period) => ({ line: rent, month: valueAt(period) }));
          const after = figuresAfter({
            kind: 'figures.adjust',
            cells,
            by: { kind: 'amount', amount, notBelowZero: false },
          });
          expect(after).toEqual(
            rent2026.map((before, period) => (periods.includes(period) ? before! + amount : before)),
          );
        },
      ),
    );
  });
});

describe('steps and exceptions', () => {
  it('are moved along the months', () => {
    const moved = figuresAfter({ kind: 'line.moveStep', line: rent, from: valueAt(8), to: valueAt(6) });
    expect(moved).toEqual(rent2026.with(6, 1200).with(7, 1200));
    expect(figuresAfter({ kind: 'line.moveException', line: rent, month: valueAt(3), to: valueAt(4) })).toEqual(
      rent2026.with(3, 1100).with(4, 900),
    );
  });

  it('do not land on each other', () => {
    expect(english(refusal(base, { kind: 'line.moveStep', line: rent, from: valueAt(8), to: valueAt(2) }))).toMatch(
      /Another step already begins/,
    );
    expect(english(refusal(base, { kind: 'line.moveStep', line: rent, from: valueAt(8), to: valueAt(0) }))).toMatch(
      /already has a first step/,
    );
    expect(
      english(refusal(base, { kind: 'line.moveException', line: rent, month: valueAt(3), to: valueAt(9) })),
    ).toMatch(/has an exception/);
    expect(english(refusal(base, { kind: 'line.moveStep', line: rent, from: valueAt(5), to: valueAt(6) }))).toMatch(
      /no longer exists/,
    );
  });
});

describe('a lock', () => {
  const lockLine = done(base, { kind: 'line.set', line: rent, settings: { locked: true } });
  const lockYear = done(base, { kind: 'year.lock', year: 2026, locked: true });
  const edits: Command[] = [
    { kind: 'line.setFigure', line: rent, month: valueAt(3), reach: 'month', figure: 1 },
    { kind: 'line.setFormula', line: rent, month: valueAt(3), reach: 'every', formula: '1' },
    { kind: 'line.clearException', line: rent, month: valueAt(3) },
    { kind: 'line.moveStep', line: rent, from: valueAt(8), to: valueAt(6) },
    { kind: 'line.removeStep', line: rent, from: valueAt(8) },
    { kind: 'figures.set', figures: [{ line: rent, month: valueAt(3), figure: 1 }], as: 'rule' },
    { kind: 'figures.adjust', cells: [{ line: rent, month: valueAt(3) }], by: { kind: 'amount', amount: 1, notBelowZero: false } },
    { kind: 'line.delete', line: idOf('Heating') },
  ]; // prettier-ignore

  it('keeps a line’s figures, and says what to do', () => {
    for (const edit of edits.slice(0, -1))
      expect(english(refusal(lockLine, edit))).toBe('Rent is locked. Unlock it to change its figures.');
    expect(english(refusal(lockLine, { kind: 'line.set', line: rent, settings: { name: 'Flat' } }))).toBeNull();
    expect(
      english(refusal(done(lockLine, { kind: 'line.set', line: rent, settings: { locked: false } }), edits[0]!)),
    ).toBeNull();
  });

  it('keeps a year’s figures, and lets go of other years', () => {
    for (const edit of edits) expect(english(refusal(lockYear, edit))).toMatch(/^2026 is locked/);
    const longer = done(lockYear, { kind: 'plan.set', settings: { months: 24 } });
    expect(
      english(refusal(longer, { kind: 'line.setFigure', line: rent, month: valueAt(14), reach: 'onward', figure: 1 })),
    ).toBeNull();
    expect(english(refusal(done(lockYear, { kind: 'year.lock', year: 2026, locked: false }), edits[0]!))).toBeNull();
  });
});

describe('the order of lines', () => {
  it('is set as a whole', () => {
    const wanted = ['Blank', 'Rent', 'Heating'].map(idOf);
    const after = done(base, { kind: 'lines.order', groups: [{ group: idOf('Costs group'), lines: wanted }] });
    const inOrder = [...after.lines.values()]
      .filter((line) => line.group === idOf('Costs group'))
      .sort((a, b) => (a.position < b.position ? -1 : 1));
    expect(inOrder.map((line) => line.id)).toEqual(wanted);
  });
});

describe('a split of the income', () => {
  it('gives each line its percentage, as a rule', () => {
    const after = done(base, { kind: 'income.split', shares: [{ line: rent, share: 0.3 }, { line: idOf('Blank'), share: 0.125 }] }); // prettier-ignore
    expect(calculate(after).figures('Rent')[7]).toBe(600);
    expect(calculate(after).figures('Blank')[7]).toBe(250);
    expect(english(refusal(base, { kind: 'income.split', shares: [{ line: idOf('Pay'), share: 0.3 }] }))).toMatch(
      /Pay .*Total income/,
    );
  });
});

describe('notes and highlights', () => {
  const note = (text: string): Command => ({ kind: 'figureNote.set', of: '@net', month: valueAt(3), text });
  const settings = {
    of: rent,
    span: 'month',
    when: 'above',
    low: null,
    high: 1000,
    tone: 'alarm',
    word: 'dear',
  } as const;

  it('come and go with what they are about', () => {
    const noted = done(done(base, note('Less than planned ')), {
      kind: 'figureNote.set',
      of: rent,
      month: valueAt(3),
      text: 'Rebate',
    });
    expect([...noted.figureNotes.values()].map((row) => row.text)).toEqual(['Less than planned', 'Rebate']);
    expect(done(noted, note(' ')).figureNotes.size).toBe(1);
    const lit = done(noted, { kind: 'highlight.set', id: 'h', settings });
    const freed = done(lit, {
      kind: 'line.setFigure',
      line: idOf('Heating'),
      month: valueAt(0),
      reach: 'every',
      figure: 1,
    });
    const gone = done(freed, { kind: 'line.delete', line: rent });
    expect(rowsOf(gone).figureNotes).toHaveLength(1);
    expect(gone.highlights.size).toBe(0);
    expect(english(refusal(gone, { kind: 'highlight.set', id: 'i', settings }))).toMatch(/no longer in the plan/);
  });

  it('say what a highlight lacks', () => {
    const refuse = (part: object) =>
      refusal(base, { kind: 'highlight.set', id: 'h', settings: { ...settings, ...part } });
    expect(english(refuse({ word: '  ' }))).toMatch(/word/);
    expect(english(refuse({ high: null }))).toMatch(/above which/);
    expect(english(refuse({ when: 'below' }))).toMatch(/the upper limit/);
    expect(english(refuse({ when: 'between', low: 2000 }))).toMatch(/must not be above/);
    expect(english(refuse({}))).toBeNull();
  });
});

describe('what was done', () => {
  it('is said in a few words', () => {
    const words = (command: Command) => describeCommand(command, base);
    expect(
      english(
        words({ kind: 'line.setFigure', line: rent, month: valueAt(2), reach: 'until', until: valueAt(4), figure: 5 }),
      ),
    ).toBe('Rent from March 2026 until May 2026: 5.00');
    expect(english(words({ kind: 'figures.clear', cells: [{ line: rent, month: valueAt(2) }] }))).toBe(
      '1 figure back to the rule',
    );
    expect(english(words({ kind: 'line.set', line: rent, settings: { locked: true } }))).toBe('Rent locked');
  });
});

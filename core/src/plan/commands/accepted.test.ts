import type { Message } from '@haushalt/language';
import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { addMonths, toMonth } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import { Model } from '../../engine/model.ts';
import { sketch } from '../../testing/plans.ts';
import type { Command } from './commands.ts';
import { decide } from './decide.ts';
import { applyChanges, invert, type Change, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import { MAX_ROWS } from '../document/limits.ts';
import { decideChanges } from './undo.ts';
import { toPlanFile } from '../file/writeFile.ts';

const START = toMonth('2026-01');

/** A plan that commands are carried out on, one after the other, each of which can be taken back by itself. */
function planWith(document: Document) {
  let now = document;
  const take = (changes: readonly Change[]) => {
    now = applyChanges(now, changes);
    return changes;
  };
  const refusalOf = (decision: ReturnType<typeof decide>) => (decision.ok ? null : decision.refusal.message);
  return {
    get document() {
      return now;
    },
    do(command: Command): readonly Change[] {
      const decision = decide(now, command);
      if (!decision.ok) throw new Error(english(decision.refusal.message));
      return take(decision.changes);
    },
    refused: (command: Command) => refusalOf(decide(now, command)),
    /** Takes changes back; why not, where they cannot be. */
    back(changes: readonly Change[]): string | null {
      const decision = decideChanges(now, invert(changes));
      if (decision.ok) take(decision.changes);
      return english(refusalOf(decision));
    },
    idOf: (name: string) =>
      [...now.lines.values(), ...now.groups.values(), ...now.assumptions.values()].find((row) => row.name === name)!.id,
    /** Reads what is written. */
    again: () => parsePlan(JSON.parse(JSON.stringify(toPlanFile(now)))),
  };
}

const household = () =>
  planWith(
    sketch({
      assumptions: { Rate: ['ratePerYear', 0.02] },
      lines: { Income: { Pay: 2000 }, Costs: { Rent: 800, Heating: 'Rent * 10%' } },
    }),
  );

describe('whatever is taken can be written and read again', () => {
  it('a formula of many small parts, stored with more characters than it was typed with', () => {
    const plan = household();
    const formula = Array(500).fill('1').join('+');
    plan.do({ kind: 'line.setFormula', line: plan.idOf('Rent'), month: START, reach: 'every', formula });
    expect(calculate(plan.again()).figures('Rent')[0]).toBe(500);
  });

  it('a formula that grows by being raised again and again, until it says that it is too long', () => {
    const plan = household();
    plan.do({ kind: 'line.setFormula', line: plan.idOf('Rent'), month: START, reach: 'every', formula: 'Pay / 2' });
    const cells = [0, 1].map((index) => ({ line: plan.idOf('Rent'), month: addMonths(START, index) }));
    const raise: Command = { kind: 'figures.adjust', cells, by: { kind: 'amount', amount: 1, notBelowZero: true } };
    let refusal: Message | null = null;
    for (let time = 0; time < 300 && refusal === null; time++) {
      refusal = plan.refused(raise);
      if (refusal === null) plan.do(raise);
    }
    expect(english(refusal)).toMatch(/nested too deeply|may have 1000/);
    plan.again();
  });

  it('sixty of the longest names in one formula', () => {
    const names = Array.from({ length: 60 }, (_, index) => `${"'".repeat(76)}${index}`);
    const plan = planWith(sketch({ lines: { memo: Object.fromEntries(names.map((name) => [name, 1])) } }));
    const formula = names
      .slice(1)
      .map((name) => `'${name.replaceAll("'", "''")}'`)
      .join(' + ');
    plan.do({ kind: 'line.setFormula', line: plan.idOf(names[0]!), month: START, reach: 'every', formula });
    expect(calculate(plan.again()).figures(names[0]!)[0]).toBe(59);
  });

  it('a projection at a rate of a ten-millionth', () => {
    const plan = household();
    plan.do({ kind: 'line.set', line: plan.idOf('Rent'), settings: { ownRate: 1e-7 } });
    plan.do({ kind: 'line.set', line: plan.idOf('Pay'), settings: { ownRate: -0.02 } });
    plan.do({ kind: 'plan.rollForward', years: 1, stepping: 'monthly', rate: null });
    const { figures } = calculate(plan.again());
    expect(figures('Rent')[23]).toBeCloseTo(800.00008, 6);
    expect(figures('Pay')[23]).toBeCloseTo(1960, 6);
  });

  it('as many rows as a plan may have, and no more', () => {
    const plan = planWith(
      sketch({
        months: 600,
        lines: { memo: Object.fromEntries(Array.from({ length: 360 }, (_, index) => [`L${index}`, null])) },
      }),
    );
    const lines = [...plan.document.lines.keys()];
    const block = (from: number): Command => ({
      kind: 'figures.set',
      as: 'exceptions',
      figures: Array.from({ length: 10_000 }, (_, index) => {
        const cell = from + index;
        return { line: lines[Math.floor(cell / 600)]!, month: addMonths(START, cell % 600), figure: cell };
      }),
    });
    for (let from = 0; from < MAX_ROWS; from += 10_000) plan.do(block(from));
    expect(plan.document.exceptions.size).toBe(MAX_ROWS);
    expect(english(plan.refused(block(MAX_ROWS)))).toMatch(/a plan can have up to 200000/);
    expect(plan.again().exceptions.size).toBe(MAX_ROWS);
  }, 60_000);

  it('refuses what would take for ever to compute, and what nobody could read', () => {
    const plan = planWith(sketch({ months: 600, lines: { memo: { A: 'period', B: 1 } } }));
    const formula = Array(130).fill('recent(A, 600)').join(' + ');
    expect(
      english(plan.refused({ kind: 'line.setFormula', line: plan.idOf('B'), month: START, reach: 'every', formula })),
    ).toBeNull();
    const many = Object.fromEntries(
      Array.from({ length: 60 }, (_, index) => [`L${index}`, formula.replaceAll('A', 'A')]),
    );
    expect(() => sketch({ months: 600, lines: { memo: { A: 'period', ...many } } })).toSay(
      /take too long to calculate/,
    );
    expect(english(plan.refused({ kind: 'line.set', line: plan.idOf('B'), settings: { note: 'a\ud800' } }))).toMatch(
      /invalid character/,
    );
    expect(english(plan.refused({ kind: 'line.set', line: plan.idOf('B'), settings: { name: 'a\u0085b' } }))).toMatch(
      /control characters/,
    );
  });

  it('no two things of a plan with one id', () => {
    const plan = household();
    expect(english(plan.refused({ kind: 'scenario.set', id: plan.idOf('Rent'), name: 'Hard times' }))).toMatch(
      /id is already used/,
    );
  });
});

describe('taking back', () => {
  it('a chart or scenario that bears the name of a line or total', () => {
    const plan = household();
    const settings = {
      name: 'Net',
      form: 'beside',
      span: 'month',
      year: null,
      from: null,
      until: null,
      axis: '',
    } as const;
    plan.do({ kind: 'chart.set', id: 'c', settings, series: [] });
    plan.do({ kind: 'scenario.set', id: 's', name: 'Rent' });
    expect(plan.back(plan.do({ kind: 'chart.delete', id: 'c' }))).toBeNull();
    expect(plan.back(plan.do({ kind: 'scenario.delete', id: 's' }))).toBeNull();
    expect([...plan.document.charts.values()].map(({ name }) => name)).toEqual(['Net']);
  });

  it('is refused where later work builds on it, and leaves nothing that refers to nothing', () => {
    const plan = household();
    const loan = plan.do({ kind: 'loan.set', loan: 'bike', settings: { name: 'Bike', amount: '100' } });
    plan.do({
      kind: 'loan.setExtra',
      id: 'x',
      settings: { loan: 'bike', every: 'once', from: START, until: null, amount: '5', lowers: 'term' },
    });
    expect(plan.back(loan)).toMatch(/Bike now uses this/);
    const group = plan.do({ kind: 'group.add', id: 'g', name: 'New', side: 'memo', rhythm: null, before: null });
    const line = plan.do({ kind: 'line.add', id: 'n', group: 'g', name: 'Newer', unit: 'money', before: null });
    expect(plan.back(group)).toMatch(/Newer now uses this/);
    plan.do({ kind: 'figureNote.set', of: 'n', month: START, text: 'Why' });
    expect(plan.back(line)).toMatch(/now uses this/);
    const scenario = plan.do({ kind: 'scenario.set', id: 's', name: 'Hard' });
    plan.do({ kind: 'scenario.setValues', scenario: 's', values: [{ assumption: plan.idOf('Rate'), value: 1 }] });
    expect(plan.back(scenario)).toMatch(/now uses this/);
    plan.again();
  });

  it('a formula that names something deleted since is refused', () => {
    const plan = household();
    plan.do({ kind: 'loan.set', loan: 'bike', settings: { name: 'Bike', amount: '100', rate: '5%', months: '10' } });
    plan.do({
      kind: 'line.setFormula',
      line: plan.idOf('Rent'),
      month: START,
      reach: 'every',
      formula: 'Bike.payment',
    });
    const figure = plan.do({
      kind: 'line.setFigure',
      line: plan.idOf('Rent'),
      month: START,
      reach: 'every',
      figure: 5,
    });
    plan.do({ kind: 'calculator.delete', calculator: 'bike' });
    expect(plan.back(figure)).toMatch(/has been deleted/);
  });
});

describe('a break-even', () => {
  it('keeps the outputs that rules use', () => {
    const plan = household();
    plan.do({
      kind: 'breakEven.set',
      breakEven: 'b',
      settings: { name: 'Loaves', fixedCosts: '10', price: '2', variableCost: '1' },
    });
    plan.do({
      kind: 'line.setFormula',
      line: plan.idOf('Rent'),
      month: START,
      reach: 'every',
      formula: 'Loaves.units',
    });
    expect(english(plan.refused({ kind: 'breakEven.set', breakEven: 'b', settings: { about: 'time' } }))).toBe(
      'Rent uses Loaves.units. Change that rule first.',
    );
  });
});

describe('a plan whose first month moves past a step', () => {
  const moved = () => {
    const plan = planWith(
      sketch({
        months: 12,
        assumptions: { Price: ['money', 1, { '2026-02': 2, '2026-06': 3 }] },
        lines: { Costs: { Rent: { start: 1, '2026-02': 2, '2026-03': 3, '2026-09': 4 } } },
      }),
    );
    plan.do({ kind: 'plan.set', settings: { firstMonth: toMonth('2026-05') } });
    return plan;
  };
  const rent = (plan: ReturnType<typeof moved>) => calculate(plan.document).figures('Rent').slice(0, 6);

  it('begins with what held then, and takes rules from its first month on', () => {
    const plan = moved();
    const line = plan.idOf('Rent');
    expect(rent(plan)).toEqual([3, 3, 3, 3, 4, 4]);
    expect([...plan.document.ruleSteps.values()].map(({ from }) => from).sort()).toEqual(['2026-09', null]);
    expect([...plan.document.assumptions.values()][0]).toMatchObject({ value: 2 });
    const may = toMonth('2026-05');
    const until = plan.do({
      kind: 'line.setFigure',
      line,
      month: may,
      reach: 'until',
      until: toMonth('2026-06'),
      figure: 9,
    });
    expect(rent(plan)).toEqual([9, 9, 3, 3, 4, 4]);
    plan.back(until);
    const set = plan.do({ kind: 'figures.set', as: 'rule', figures: [{ line, month: may, figure: 7 }] });
    expect(rent(plan)).toEqual([7, 3, 3, 3, 4, 4]);
    plan.back(set);
    const cells = [may, toMonth('2026-06')].map((month) => ({ line, month }));
    plan.do({ kind: 'figures.adjust', cells, by: { kind: 'amount', amount: 10, notBelowZero: false } });
    expect(rent(plan)).toEqual([13, 13, 3, 3, 4, 4]);
  });

  it('is as it was when that is taken back', () => {
    const plan = moved();
    const file = toPlanFile(plan.document);
    const on = plan.do({ kind: 'plan.set', settings: { firstMonth: toMonth('2026-10') } });
    expect(plan.back(on)).toBeNull();
    expect(toPlanFile(plan.document)).toEqual(file);
  });
});

describe('a group that is duplicated', () => {
  it('has rules that name its own lines', () => {
    const plan = planWith(
      sketch({ lines: { Costs: { Rent: 800, Heating: 'Rent * 10% + Pay', Pay: 5 }, Other: { X: 1 } } }),
    );
    plan.do({ kind: 'group.duplicate', group: plan.idOf('Costs group'), id: 'copy' });
    plan.do({ kind: 'line.setFigure', line: plan.idOf('Rent copy'), month: START, reach: 'every', figure: 1000 });
    const { figures } = calculate(plan.document);
    expect([figures('Heating')[0], figures('Heating copy')[0]]).toEqual([85, 105]);
    expect(new Model(plan.document).seriesOf('copy')!.valueAt(0)).toBe(1110);
  });
});

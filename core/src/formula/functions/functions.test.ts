import { english } from '../../testing/english.ts';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { CANONICAL } from '../../figure/notation.ts';
import { calculate } from '../../engine/results.ts';
import { decide } from '../../plan/commands/decide.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { applyChanges, type Document } from '../../plan/document/document.ts';
import { toStored, unitOf } from '../../plan/document/formulas.ts';
import { namesOf } from '../../plan/document/naming.ts';
import { readStored } from '../../plan/document/storedFormulas.ts';
import { sketch } from '../../testing/plans.ts';
import { inferUnit } from '../units.ts';
import { countsOf, parameterAt, shapeOf } from './description.ts';
import { FUNCTIONS, functionNamed } from './functions.ts';
import { functionsInWords } from './inWords.ts';

/** A plan in which the examples make sense: Rent, Pay, Inflation, a tax schedule. */
function planWith(rule: string): Document {
  const plan = sketch({
    months: 24,
    assumptions: { Inflation: ['ratePerYear', 0.03] },
    lines: { income: { Pay: '2000 + period' }, expense: { Rent: 640 }, memo: { L: 1 } },
  });
  const commands: Command[] = [
    { kind: 'taxSchedule.set', schedule: 'bands', settings: { name: 'Bands' } },
    { kind: 'taxSchedule.setBands', schedule: 'bands', validFrom: null, bands: [{ from: 0, rate: 0.1 }, { from: 9000, rate: 0.3 }] },
    { kind: 'line.setFormula', line: 'line-l', month: '2026-01' as never, reach: 'every', formula: rule },
  ]; // prettier-ignore
  return commands.reduce((document, command) => {
    const decision = decide(document, command);
    if (!decision.ok) throw new Error(`${rule}: ${english(decision.refusal.message)}`);
    return applyChanges(document, decision.changes);
  }, plan);
}

describe('what is missing, and what is in the middle', () => {
  const plan = sketch({
    months: 4,
    lines: { memo: { Some: 'if(month <> 2, month * 10)', Broken: '1 / (month - 3)', Even: 7 } },
  });
  const figuresOf = (rule: string) => {
    const decision = decide(plan, {
      kind: 'line.setFormula', line: 'line-even', month: '2026-01' as never, reach: 'every', formula: rule,
    }); // prettier-ignore
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return calculate(applyChanges(plan, decision.changes)).figures('Even');
  };

  it.each<[string, (number | null)[]]>([
    ['IFERROR(Broken, 9)', [-0.5, -1, 9, 1]],
    ['IFERROR(Some, 9)', [10, null, 30, 40]],
    ['IFERROR(Broken, Broken)', [-0.5, -1, null, 1]],
    ['if(ISBLANK(Some), 5, Some)', [10, 5, 30, 40]],
    ['if(ISBLANK(Broken), 5, 6)', [6, 6, 6, 6]],
    ['COUNT(Some, Broken, 3)', [3, 2, 2, 3]],
    ['MEDIAN(Some, 25, 5)', [10, 15, 25, 25]],
    ['MEDIAN(Some)', [10, null, 30, 40]],
    ['days', [31, 28, 31, 30]],
    ['at(Some, 2026-01) / days * 31', [10, 310 / 28, 10, 310 / 30]],
  ])('%s', (rule, expected) => {
    figuresOf(rule).forEach((figure, index) => {
      if (expected[index] === null) expect(figure).toBeNull();
      else expect(figure).toBeCloseTo(expected[index]!, 9);
    });
  });
});

describe('the functions', () => {
  it('each have an example that gives figures and raises no doubt about units', () => {
    for (const { name, example } of FUNCTIONS) {
      const plan = planWith(example);
      const results = calculate(plan);
      expect(example.toLowerCase()).toContain(`${name.toLowerCase()}(`);
      expect([name, results.problems]).toEqual([name, []]);
      expect([name, results.figures('L').some((figure) => figure !== null)]).toEqual([name, true]);
      const stored = readStored(toStored(example, namesOf(plan)));
      const { findings } = inferUnit(stored, {
        unitOf: (id) => unitOf(plan, id),
        style: { notation: CANONICAL },
        byMonth: true,
      });
      expect([name, findings.map(({ message }) => message)]).toEqual([name, []]);
    }
  });

  it('are written as their parameters say', () => {
    const shape = (name: string) => shapeOf(functionNamed(name)!);
    expect(shape('prior')).toBe('x, [n]');
    expect(shape('running')).toBe('x, [quarter or year]');
    expect(shape('average')).toBe('x, [quarter or year or x, …]');
    expect(shape('IFS')).toBe('condition, then, [condition, then, …]');
    expect(shape('NPV')).toBe('rate, x, [x, …]');
    expect(shape('RATE')).toBe('periods, payment, present, [future], [type], [guess]');
    expect(countsOf(functionNamed('PMT')!)).toEqual({ least: 3, most: 5 });
    expect(countsOf(functionNamed('sum')!)).toEqual({ least: 1, most: 100 });
    expect([0, 1, 4, 5].map((index) => parameterAt(functionNamed('IFS')!, index)?.takes)).toEqual([
      'condition', 'figure', 'condition', 'figure',
    ]); // prettier-ignore
    expect(parameterAt(functionNamed('abs')!, 1)).toBeUndefined();
  });

  it('that look at all months of themselves are refused when they are typed, with the whole circle', () => {
    for (const rule of ['total(L, year)', 'average(L)', 'highest(L) + 1', 'IRR(L)', 'NPV(L, Pay)', 'at(L, 2026-02)']) {
      expect(() => planWith(rule)).toSay(/a circular reference/);
    }
  });

  it('stand in the documentation as they are', () => {
    const formulas = readFileSync(new URL('../../../../docs/formulas.md', import.meta.url), 'utf8');
    expect(formulas).toContain(functionsInWords(english));
  });
});

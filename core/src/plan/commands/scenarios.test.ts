import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import type { Month } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import { sketch } from '../../testing/plans.ts';
import type { Command } from './commands.ts';
import { decide } from './decide.ts';
import { applyChanges, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { namesOf } from '../document/naming.ts';
import { partsOfScenario, scenarioInWords, withScenario } from '../document/scenarios.ts';
import { commandInScenario } from './inScenario.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;
const month = (text: string) => text as Month;

function after(document: Document, ...commands: Command[]): Document {
  return commands.reduce((now, command) => {
    const decision = decide(now, command);
    if (!decision.ok) throw new Error(english(decision.refusal.message));
    return applyChanges(now, decision.changes);
  }, document);
}

/** A plan with the scenario `hard`: dearer, and less pay in two months. */
function plan(): Document {
  const document = sketch({
    months: 24,
    assumptions: { Inflation: ['ratePerYear', 0.02, { '2027-01': 0.03 }], Idle: ['money', 5] },
    lines: { income: { Pay: 1000 }, expense: { Food: '400 * (1 + Inflation)', Rent: 300 } },
    exceptions: { Pay: { '2026-05': 1200 } },
  });
  return after(
    document,
    { kind: 'scenario.set', id: 'hard', name: ' Hard  times ' },
    { kind: 'scenario.setValues', scenario: 'hard', values: [{ assumption: idOf(document, 'Inflation'), value: 0.1 }] },
    {
      kind: 'scenario.setFigures',
      scenario: 'hard',
      figures: [
        { line: idOf(document, 'Pay'), month: month('2026-05'), figure: 500 },
        { line: idOf(document, 'Pay'), month: month('2026-06'), figure: null },
      ],
    },
  );
}

describe('a scenario', () => {
  it('stands in place of the plan’s values in all months, and of its figures; the plan itself stays as it is', () => {
    const document = plan();
    const hard = calculate(withScenario(document, 'hard'));
    expect(hard.figures('Food').slice(11, 13)).toEqual([expect.closeTo(440, 8), expect.closeTo(440, 8)]);
    expect(hard.figures('Pay').slice(3, 7)).toEqual([1000, 500, null, 1000]);
    const plain = calculate(document);
    expect(plain.figures('Food').slice(11, 13)).toEqual([expect.closeTo(408, 8), expect.closeTo(412, 8)]);
    expect(plain.figures('Pay').slice(3, 7)).toEqual([1000, 1200, 1000, 1000]);
    expect(withScenario(document, 'nowhere')).toBe(document);
  });

  it('says in words what it has otherwise, and is kept in the plan file', () => {
    const document = plan();
    expect(scenarioInWords(document, 'hard')).toEqual([
      'Inflation 10.0\u00a0% a year instead of 2.0\u00a0% a year',
      'Pay other figures in 2 months from May 2026 on',
    ]);
    const read = parsePlan(JSON.parse(JSON.stringify(toPlanFile(document))));
    expect(read.scenarios.get('hard')!.name).toBe('Hard times');
    expect(scenarioInWords(read, 'hard')).toEqual(scenarioInWords(document, 'hard'));
  });

  it('is adopted as a whole: the plan then computes what it computed', () => {
    const document = plan();
    const adopted = after(document, { kind: 'scenario.adopt', id: 'hard' });
    for (const name of ['Pay', 'Food', 'Net'])
      expect(calculate(adopted).figures(name)).toEqual(calculate(withScenario(document, 'hard')).figures(name));
    expect(adopted.scenarios.has('hard')).toBe(true);
    const empty = after(document, { kind: 'scenario.set', id: 'empty', name: 'Empty' });
    expect(decide(empty, { kind: 'scenario.adopt', id: 'empty' })).toMatchObject({ ok: false });
  });

  it('goes with what is only in it, and loses what goes from the plan', () => {
    const document = plan();
    const gone = after(document, { kind: 'scenario.delete', id: 'hard' });
    expect([gone.scenarioValues.size, gone.scenarioFigures.size]).toEqual([0, 0]);
    const without = after(document, { kind: 'line.delete', line: idOf(document, 'Pay') });
    expect(without.scenarioFigures.size).toBe(0);
    const value = { assumption: idOf(document, 'Idle'), value: 9 };
    const idle = after(document, { kind: 'scenario.setValues', scenario: 'hard', values: [value] });
    expect(after(idle, { kind: 'assumption.delete', assumption: value.assumption }).scenarioValues.size).toBe(1);
    const again = after(idle, { kind: 'scenario.setValues', scenario: 'hard', values: [{ ...value, value: null }] });
    expect(partsOfScenario(again, 'hard').values).toHaveLength(1);
    expect(decide(document, { kind: 'scenario.set', id: 'other', name: 'hard TIMES' })).toMatchObject({ ok: false });
  });
});

describe('a command while a scenario is active', () => {
  const document = plan();
  const pay = idOf(document, 'Pay');
  const inflation = idOf(document, 'Inflation');
  const commandIn = (command: Command) => commandInScenario(document, 'hard', command);

  it('goes into the scenario when it is about values or figures', () => {
    expect(commandIn({ kind: 'assumption.set', assumption: inflation, settings: { value: 0.05 } })).toEqual({
      command: { kind: 'scenario.setValues', scenario: 'hard', values: [{ assumption: inflation, value: 0.05 }] },
    });
    const onward = commandIn({
      kind: 'line.setFigure',
      line: pay,
      month: month('2027-11'),
      reach: 'onward',
      figure: 7,
    });
    expect(onward).toMatchObject({
      command: { kind: 'scenario.setFigures', figures: [{ month: '2027-11', figure: 7 }, { month: '2027-12' }] },
    });
    const every = commandIn({ kind: 'line.setFigure', line: pay, month: month('2026-03'), reach: 'every', figure: 7 });
    expect('command' in every && every.command.kind === 'scenario.setFigures' && every.command.figures.length).toBe(24);
    expect(commandIn({ kind: 'line.clearException', line: pay, month: month('2026-05') })).toMatchObject({
      command: { kind: 'scenario.clearFigures' },
    });
  });

  it('never changes the plan itself', () => {
    for (const command of [
      { kind: 'line.delete', line: pay },
      { kind: 'plan.set', settings: { months: 12 } },
      { kind: 'assumption.set', assumption: inflation, settings: { value: 0.05, name: 'Prices' } },
      { kind: 'line.setFormula', line: pay, month: month('2026-01'), reach: 'every', formula: '5' },
      { kind: 'line.clearException', line: idOf(document, 'Rent'), month: month('2026-05') },
    ] as Command[])
      expect(commandIn(command)).toMatchObject({ refusal: { code: 'invalid' } });
    const refused = commandIn({ kind: 'line.delete', line: pay });
    expect('refusal' in refused && english(refused.refusal.message)).toContain('The scenario Hard times is open');
    const chart: Command = { kind: 'chart.delete', id: 'c' };
    expect(commandIn(chart)).toEqual({ command: chart });
  });
});

import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../../calendar/month.ts';
import { calculate } from '../../engine/results.ts';
import { sketch } from '../../testing/plans.ts';
import type { Refusal } from '../schema/refusal.ts';
import type { Command } from './commands.ts';
import { decide, describeCommand } from './decide.ts';
import { decideChanges } from './undo.ts';
import { applyChanges, groupsWithLines, invert, planOf, type Document } from '../document/document.ts';
import { toShown } from '../document/formulas.ts';

const MAY = toMonth('2026-05');

function household(): Document {
  return sketch({
    assumptions: { Inflation: ['ratePerYear', 0.024], Unused: ['number', 1] },
    lines: {
      Income: { Pay: 2000 },
      Costs: { Rent: { start: 1000, '2026-03': 1100, '2026-09': 1200 }, Heating: 'Rent * (1 + Inflation)' },
      Memo: { Note: null },
    },
    exceptions: { Rent: { '2026-04': 900, '2026-10': 950 } },
  });
}

const idOf = (document: Document, name: string) =>
  [...document.lines.values(), ...document.groups.values(), ...document.assumptions.values()].find(
    (row) => row.name === name,
  )!.id;

function done(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function refusalOf(document: Document, command: Command): Refusal {
  const decision = decide(document, command);
  if (decision.ok) throw new Error('The command was taken.');
  return decision.refusal;
}

describe('a figure with its reach', () => {
  const document = household();
  const rent = idOf(document, 'Rent');
  const set = (reach: 'month' | 'onward' | 'every', figure: number | null = 500) =>
    calculate(done(document, { kind: 'line.setFigure', line: rent, month: MAY, reach, figure })).figures('Rent');

  it('changes this month alone', () => {
    expect(set('month')).toEqual([1000, 1000, 1100, 900, 500, 1100, 1100, 1100, 1200, 950, 1200, 1200]);
  });

  it('changes everything from here on', () => {
    expect(set('onward')).toEqual([1000, 1000, 1100, 900, 500, 500, 500, 500, 500, 500, 500, 500]);
  });

  it('changes every month', () => {
    expect(set('every')).toEqual(Array(12).fill(500));
    expect(set('every', null)).toEqual(Array(12).fill(null));
  });

  it('from the first month on is every month', () => {
    const changed = done(document, {
      kind: 'line.setFigure',
      line: rent,
      month: planOf(document).firstMonth,
      reach: 'onward',
      figure: 7,
    });
    expect([...changed.ruleSteps.values()].filter((step) => step.line === rent)).toEqual([
      { id: `${rent}:start`, line: rent, from: null, amount: 7, formula: null },
    ]);
  });

  it('is taken back to the rule by clearing the exception', () => {
    const cleared = done(document, { kind: 'line.clearException', line: rent, month: toMonth('2026-04') });
    expect(calculate(cleared).figures('Rent')[3]).toBe(1100);
  });
});

describe('rules', () => {
  it('are stored with ids, so that renaming changes every use', () => {
    const document = household();
    const renamed = done(document, {
      kind: 'assumption.set',
      assumption: idOf(document, 'Inflation'),
      settings: { name: 'Price rise' },
    });
    const heating = [...renamed.ruleSteps.values()].find((step) => step.line === idOf(document, 'Heating'))!;
    expect(toShown(heating.formula!, renamed)).toBe('Rent * (1 + Price rise)');
    expect(calculate(renamed).figures('Heating')).toEqual(calculate(document).figures('Heating'));
  });

  it('with an error are refused at its place, with what may have been meant', () => {
    const document = household();
    const refusal = refusalOf(document, {
      kind: 'line.setFormula',
      line: idOf(document, 'Note'),
      month: MAY,
      reach: 'every',
      formula: '2 * Heting',
    });
    expect(refusal).toMatchObject({
      code: 'invalid',
      field: 'formula',
      place: { from: 4, to: 10 },
      suggestions: ['Heating'],
    });
  });

  it('that go in a circle are refused with the whole circle', () => {
    const document = household();
    const rule = (formula: string) =>
      ({ kind: 'line.setFormula', line: idOf(document, 'Rent'), month: MAY, reach: 'every', formula }) as const;
    expect(english(refusalOf(document, rule('Heating / 2')).message)).toMatch(
      /Rent needs Heating, Heating needs Rent|Heating needs Rent, Rent needs Heating/,
    );
    expect(english(refusalOf(document, rule('Rent + 1')).message)).toMatch(
      /Rent needs Rent itself: a circular reference/,
    );
    expect(english(refusalOf(document, rule('Total expenses * 2')).message)).toMatch(/Costs group needs/);
    expect(english(refusalOf(document, rule('next(Heating)')).message)).toMatch(/circular/);
    expect(decide(document, rule('prior(Heating)')).ok).toBe(true);
  });

  it('may not close a circle by moving a line into the group it uses', () => {
    const document = done(household(), {
      kind: 'line.setFormula', line: idOf(household(), 'Note'), month: MAY, reach: 'every', formula: 'Costs group * 10%',
    }); // prettier-ignore
    const refusal = refusalOf(document, {
      kind: 'line.move',
      line: idOf(document, 'Note'),
      group: idOf(document, 'Costs group'),
      before: null,
    });
    expect(english(refusal.message)).toContain('circular');
  });
});

describe('names', () => {
  const document = household();
  const rename = (name: string) =>
    refusalOf(document, { kind: 'line.set', line: idOf(document, 'Rent'), settings: { name } });

  it('are there once, whatever their case, among lines, groups and assumptions', () => {
    expect(english(rename('heating').message)).toMatch(/already a line named Heating/);
    expect(english(rename('COSTS  group').message)).toMatch(/already a group/);
    expect(rename('Inflation')).toMatchObject({ code: 'invalid', field: 'name' });
    expect(english(rename('Inflation').message)).toMatch(/already an assumption/);
    expect(english(rename('Net').message)).toMatch(/total that every plan has/);
  });

  it('have letters, on one line', () => {
    expect(english(rename('   ').message)).toBe('Enter a name.');
    expect(english(rename('x'.repeat(81)).message)).toMatch(/80 characters/);
    expect(english(rename('a\tb').message)).toMatch(/line breaks/);
  });

  it('are tidied, and a row may take its own name in another case', () => {
    const changed = done(document, {
      kind: 'line.set',
      line: idOf(document, 'Rent'),
      settings: { name: '  RENT   warm ' },
    });
    expect(changed.lines.get(idOf(document, 'Rent'))!.name).toBe('RENT warm');
    expect(decide(document, { kind: 'line.set', line: idOf(document, 'Rent'), settings: { name: 'rent' } }).ok).toBe(
      true,
    );
  });
});

describe('deleting', () => {
  const document = household();

  it('what is used is refused, with its uses', () => {
    const refusal = refusalOf(document, { kind: 'assumption.delete', assumption: idOf(document, 'Inflation') });
    expect(refusal).toMatchObject({ code: 'used', uses: [{ name: 'Heating' }] });
    expect(english(refusal.message)).toBe('Inflation is used by Heating. Change that rule first.');
    expect(refusalOf(document, { kind: 'line.delete', line: idOf(document, 'Rent') }).code).toBe('used');
  });

  it('takes rules and exceptions along, and comes back whole', () => {
    const group = idOf(document, 'Costs group');
    const decision = decide(document, { kind: 'group.delete', group });
    if (!decision.ok) throw new Error();
    const gone = applyChanges(document, decision.changes);
    expect(gone.lines.size).toBe(2);
    expect([...gone.ruleSteps.values()].length).toBe(1);
    const back = applyChanges(gone, invert(decision.changes));
    expect(calculate(back).figures('Net')).toEqual(calculate(document).figures('Net'));
  });

  it('what nothing uses is done', () => {
    expect(done(document, { kind: 'assumption.delete', assumption: idOf(document, 'Unused') }).assumptions.size).toBe(
      1,
    );
  });
});

describe('order', () => {
  it('moves and copies lines to where they belong', () => {
    let document = household();
    const costs = idOf(document, 'Costs group');
    document = done(document, { kind: 'line.duplicate', line: idOf(document, 'Rent'), id: 'copy' });
    const names = () =>
      groupsWithLines(document)
        .find(({ group }) => group.id === costs)!
        .lines.map((line) => line.name);
    expect(names()).toEqual(['Rent', 'Rent copy', 'Heating']);
    expect(calculate(document).figures('Rent copy')).toEqual(calculate(document).figures('Rent'));
    document = done(document, { kind: 'line.move', line: 'copy', group: costs, before: null });
    expect(names()).toEqual(['Rent', 'Heating', 'Rent copy']);
    document = done(document, { kind: 'group.duplicate', group: costs, id: 'costs2' });
    expect(groupsWithLines(document).map(({ group }) => group.name)).toEqual([
      'Income group',
      'Costs group',
      'Costs group copy',
      'Memo group',
    ]);
    expect(calculate(document).figures('Total expenses')[0]).toBe(calculate(document).figures('Costs group')[0]! * 2);
  });
});

describe('settings', () => {
  it('refuse impossible months, currencies and locales', () => {
    const document = household();
    const refused = (settings: object) => refusalOf(document, { kind: 'plan.set', settings } as Command);
    expect(refused({ months: 601 })).toMatchObject({
      field: 'months',
      message: 'A plan can have 1 to 600 months, not 601.',
    });
    expect(refused({ months: 0 }).field).toBe('months');
    expect(refused({ currency: 'XYZ' }).field).toBe('currency');
    expect(refused({ locale: 'klingon!' }).field).toBe('locale');
    expect(refused({ firstMonth: '2026-13' }).field).toBe('firstMonth');
    expect(refused({ projectionRate: 'nothing' }).code).toBe('gone');
  });

  it('keep what lies beyond a shortened plan for when it is lengthened again', () => {
    const document = household();
    const short = done(document, { kind: 'plan.set', settings: { months: 3 } });
    expect(calculate(short).figures('Rent')).toEqual([1000, 1000, 1100]);
    const long = done(short, { kind: 'plan.set', settings: { months: 12 } });
    expect(calculate(long).figures('Rent')).toEqual(calculate(document).figures('Rent'));
  });
});

describe('taking back', () => {
  it('is refused when someone has changed the same since', () => {
    const document = household();
    const command = (figure: number): Command => ({
      kind: 'line.setFigure',
      line: idOf(document, 'Rent'),
      month: MAY,
      reach: 'month',
      figure,
    });
    const first = decide(document, command(1));
    if (!first.ok) throw new Error();
    const second = done(applyChanges(document, first.changes), command(2));
    const refusal = decideChanges(second, invert(first.changes));
    expect(refusal).toMatchObject({
      ok: false,
      refusal: { code: 'conflict', message: expect.stringContaining('Rent has been changed since') },
    });
  });

  it('of an addition is refused once something uses it', () => {
    const document = household();
    const added = decide(document, {
      kind: 'assumption.add',
      id: 'new',
      name: 'Fee',
      unit: 'money',
      value: 3,
      note: '',
      before: null,
    });
    if (!added.ok) throw new Error();
    const used = done(applyChanges(document, added.changes), {
      kind: 'line.setFormula',
      line: idOf(document, 'Note'),
      month: MAY,
      reach: 'every',
      formula: 'Fee',
    });
    expect(decideChanges(used, invert(added.changes))).toMatchObject({ ok: false });
  });

  it('of a deletion is refused once its name is taken', () => {
    const document = household();
    const removed = decide(document, { kind: 'line.delete', line: idOf(document, 'Note') });
    if (!removed.ok) throw new Error();
    const after = done(applyChanges(document, removed.changes), {
      kind: 'line.set',
      line: idOf(document, 'Pay'),
      settings: { name: 'Note' },
    });
    expect(decideChanges(after, invert(removed.changes))).toMatchObject({ ok: false });
  });
});

describe('a command in words', () => {
  it('says what, where and how far', () => {
    const document = household();
    const line = idOf(document, 'Rent');
    expect(
      english(describeCommand({ kind: 'line.setFigure', line, month: MAY, reach: 'onward', figure: 1190 }, document)),
    ).toBe('Rent from May 2026 on: 1,190.00');
    expect(english(describeCommand({ kind: 'line.delete', line }, document))).toBe('Rent deleted');
  });
});

describe('an id that is unknown', () => {
  it('is answered with a sentence', () => {
    const document = household();
    expect(refusalOf(document, { kind: 'line.delete', line: 'nobody' })).toMatchObject({
      code: 'gone',
      message: 'This line is no longer in the plan.',
    });
    expect(
      refusalOf(document, {
        kind: 'line.add',
        id: idOf(document, 'Rent'),
        group: idOf(document, 'Costs group'),
        name: 'X',
        unit: 'money',
        before: null,
      }).code,
    ).toBe('conflict');
    expect(
      refusalOf(document, {
        kind: 'line.add',
        id: 'no spaces',
        group: idOf(document, 'Costs group'),
        name: 'X',
        unit: 'money',
        before: null,
      }).field,
    ).toBe('id');
  });
});

import { english } from '../../testing/english.ts';
import { describe, expect, it } from 'vitest';
import { calculate } from '../../engine/results.ts';
import { Model } from '../../engine/model.ts';
import { explainFigure } from '../../engine/explanation.ts';
import { sketch } from '../../testing/plans.ts';
import type { Month } from '../../calendar/month.ts';
import type { Command } from './commands.ts';
import { decide } from './decide.ts';
import { applyChanges, differenceBetween, type Document } from '../document/document.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { namesOf } from '../document/naming.ts';
import { usersOf } from '../../graph/users.ts';

const plan = () =>
  sketch({
    months: 24,
    assumptions: {
      Inflation: ['ratePerYear', 0.024, { '2027-01': 0.021 }],
      'Pay rise': ['ratePerYear', 0.018],
    },
    lines: { income: { Pay: '2000 * (1 + Pay rise)' } },
  });
const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;
const month = (text: string) => text as Month;

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function refusalOf(document: Document, command: Command): string {
  const decision = decide(document, command);
  if (decision.ok) throw new Error('This was to be refused.');
  return english(decision.refusal.message);
}

describe('an assumption', () => {
  it('may be computed from others by a formula, and is followed by what uses it', () => {
    const document = plan();
    const rise = idOf(document, 'Pay rise');
    const computed = after(document, {
      kind: 'assumption.set', assumption: rise, settings: { formula: 'Inflation - 0.5%' },
    }); // prettier-ignore
    const figures = calculate(computed).figures('Pay');
    expect(figures[0]).toBeCloseTo(2000 * 1.019, 8);
    expect(figures[12]).toBeCloseTo(2000 * 1.016, 8);
    expect(explainFigure(new Model(computed), rise, 0)).toMatchObject({
      words: 'An assumption calculated by this formula:',
      value: expect.closeTo(0.019, 10),
    });
    expect(usersOf(computed, idOf(document, 'Inflation')).map(({ name }) => name)).toEqual(['Pay rise']);
    expect(refusalOf(computed, { kind: 'assumption.delete', assumption: idOf(document, 'Inflation') })).toContain(
      'Pay rise',
    );
  });

  it('is recomputed alike step by step and from scratch, and is a value again without its formula', () => {
    const document = plan();
    const model = new Model(document);
    const rise = idOf(document, 'Pay rise');
    let now = document;
    const commands: Command[] = [
      { kind: 'assumption.set', assumption: rise, settings: { formula: 'Inflation * 2' } },
      { kind: 'assumption.set', assumption: idOf(document, 'Inflation'), settings: { value: 0.05 } },
      { kind: 'assumption.set', assumption: rise, settings: { formula: null, value: 0.04 } },
    ];
    for (const command of commands) {
      const next = after(now, command);
      model.update(next, differenceBetween(now, next));
      now = next;
      const pay = idOf(document, 'Pay');
      expect([...model.seriesOf(pay)!.values]).toEqual([...new Model(next).seriesOf(pay)!.values]);
    }
    expect(calculate(now).figures('Pay')[0]).toBeCloseTo(2080, 8);
  });

  it('refuses a formula that leads back to itself, and dated values beside a formula', () => {
    const document = plan();
    const [inflation, rise] = [idOf(document, 'Inflation'), idOf(document, 'Pay rise')];
    const computed = after(document, { kind: 'assumption.set', assumption: rise, settings: { formula: 'Inflation' } });
    expect(
      refusalOf(computed, { kind: 'assumption.set', assumption: inflation, settings: { formula: 'Pay rise' } }),
    ).toMatch(/Inflation.*Pay rise|Pay rise.*Inflation/);
    expect(
      refusalOf(computed, { kind: 'assumption.setStep', assumption: rise, from: month('2026-05'), value: 0 }),
    ).toBe('Pay rise is calculated by a formula, so it cannot have dated values.');
    expect([
      ...after(document, { kind: 'assumption.set', assumption: inflation, settings: { formula: '2%' } })
        .assumptionSteps,
    ]).toEqual([]);
  });

  it('keeps within its limits, from whichever side they are set', () => {
    const document = plan();
    const assumption = idOf(document, 'Inflation');
    const limited = after(document, { kind: 'assumption.set', assumption, settings: { low: 0, high: 0.06 } });
    expect(refusalOf(limited, { kind: 'assumption.set', assumption, settings: { value: 0.09 } })).toBe(
      'Inflation cannot be above 6.0\u00a0% a year. Change its limits first.',
    );
    expect(refusalOf(limited, { kind: 'assumption.setStep', assumption, from: month('2026-05'), value: -0.01 })).toBe(
      'Inflation cannot be below 0.0\u00a0% a year. Change its limits first.',
    );
    expect(refusalOf(document, { kind: 'assumption.set', assumption, settings: { low: 0.022 } })).toContain(
      'below 2.2',
    );
    expect(refusalOf(document, { kind: 'assumption.set', assumption, settings: { low: 0.1, high: 0.1 } })).toBe(
      'The lower limit must be below the upper limit.',
    );
  });

  it('is given one value for all months, whatever dated values or formula it had', () => {
    const document = plan();
    const assumption = idOf(document, 'Inflation');
    const fixed = after(document, { kind: 'assumption.fix', assumption, value: 0.03 });
    expect(calculate(fixed).figures('Inflation')).toEqual(Array(24).fill(0.03));
  });

  it('has dated values that can be moved, but not onto each other', () => {
    const document = plan();
    const assumption = idOf(document, 'Inflation');
    const moved = after(document, {
      kind: 'assumption.moveStep',
      assumption,
      from: month('2027-01'),
      to: month('2026-07'),
    });
    expect([...moved.assumptionSteps.values()]).toMatchObject([{ from: '2026-07', value: 0.021 }]);
    const two = after(moved, { kind: 'assumption.setStep', assumption, from: month('2027-03'), value: 0.02 });
    expect(
      refusalOf(two, { kind: 'assumption.moveStep', assumption, from: month('2027-03'), to: month('2026-07') }),
    ).toBe('Another value already begins in this month.');
  });

  it('stands under a heading, and comes back from a plan file as it was', () => {
    const document = plan();
    const [inflation, rise] = [idOf(document, 'Inflation'), idOf(document, 'Pay rise')];
    const arranged = [
      { kind: 'assumption.move', assumption: rise, before: inflation, section: '  Pay ' } as const,
      {
        kind: 'assumption.set',
        assumption: rise,
        settings: { formula: 'Inflation - 0.5%', low: 0, high: 0.1 },
      } as const,
    ].reduce(after, document);
    expect(arranged.assumptions.get(rise)).toMatchObject({ section: 'Pay', low: 0, high: 0.1 });
    const file = toPlanFile(arranged);
    const read = parsePlan(JSON.parse(JSON.stringify(file)));
    expect(toPlanFile(read)).toEqual(file);
    expect(file).toMatchObject({
      assumptions: [{ name: 'Pay rise', formula: 'Inflation - 0.5%', section: 'Pay' }, {}],
    });
  });
});

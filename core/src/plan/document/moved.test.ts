import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, toMonth, type Month } from '../../calendar/month.ts';
import type { Day } from '../../calendar/readDate.ts';
import { Model } from '../../engine/model.ts';
import { sketch } from '../../testing/plans.ts';
import { commandFor, draws, startingPlan } from '../../testing/random.ts';
import { runs } from '../../testing/setup.ts';
import { decide } from '../commands/decide.ts';
import { CUMULATIVE_NET, NET } from '../schema/totals.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { applyChanges, planOf, type Document } from './document.ts';
import { toShown } from './formulas.ts';
import { movedDay, movedPlan } from './moved.ts';

const by = (months: number) => ({ months, words: (text: string) => text });
/** All figures of a plan, by what bears them. */
function figuresOf(document: Document): Record<string, readonly number[]> {
  const model = new Model(document);
  const figureRefs = [...document.lines.keys(), ...document.groups.keys(), ...document.assumptions.keys(), NET, CUMULATIVE_NET]; // prettier-ignore
  return Object.fromEntries(figureRefs.map((id) => [id, [...model.seriesOf(id)!.values]]));
}

describe('a plan moved along the calendar', () => {
  it('has every figure as many months later', () => {
    fc.assert(
      fc.property(
        fc.array(draws, { minLength: 1, maxLength: 24 }),
        fc.integer({ min: -30, max: 60 }),
        (list, months) => {
          let document = startingPlan();
          list.forEach((draw, nth) => {
            const command = commandFor(document, draw, nth);
            const decision = command && decide(document, command);
            if (decision?.ok) document = applyChanges(document, decision.changes);
          });
          const moved = movedPlan(document, by(months));
          expect(planOf(moved).firstMonth).toBe(addMonths(planOf(document).firstMonth, months));
          expect(figuresOf(moved)).toEqual(figuresOf(document));
          expect(figuresOf(movedPlan(moved, by(-months)))).toEqual(figuresOf(document));
          // It is a plan like any other.
          expect(figuresOf(parsePlan(JSON.parse(JSON.stringify(toPlanFile(moved)))))).toEqual(figuresOf(moved));
        },
      ),
      runs(15),
    );
  });

  it('says of its months what it said, as somebody would write it', () => {
    const rules = {
      'if(month = 3, 212)': 'if(month = 5, 212)',
      'if(month >= 11, 140)': 'if(month <= 2, 140)',
      'if(month <= 2, 1)': 'if(or(month = 3, month = 4), 1)',
      'if(MOD(month, 3) = 1, 24)': 'if(MOD(month, 3) = 0, 24)',
      'if(year = 2027, 1)': 'if(year = 2027, 1)',
      'month + 1': 'MOD(month - 3, 12) + 1 + 1',
      'grow(5, 1%, 2026-03, month)': 'grow(5, 1%, 2026-05, month)',
      'total(Pay, year)': 'total(Pay, year)',
    };
    const lines = Object.fromEntries(Object.keys(rules).map((rule, index) => [`Rule ${index}`, rule]));
    const moved = movedPlan(sketch({ lines: { Income: { Pay: 100, ...lines } } }), by(2));
    expect(planOf(moved)).toMatchObject({ firstMonth: '2026-03', yearBegins: 3 });
    const texts = [...moved.ruleSteps.values()].flatMap(({ formula }) =>
      formula === null ? [] : [toShown(formula, moved)],
    );
    expect(texts).toEqual(Object.values(rules));
  });

  it('keeps days in their months, and the last day the last', () => {
    expect(movedDay('2026-01-31' as Day, 1)).toBe('2026-02-28');
    expect(movedDay('2026-02-28' as Day, 1)).toBe('2026-03-28');
    expect(movedDay('2026-04-30' as Day, 1)).toBe('2026-05-31');
    expect(movedDay('2026-03-30' as Day, -1)).toBe('2026-02-28');
    expect(movedDay('2026-10-05' as Day, 14)).toBe('2027-12-05');
    expect(toMonth('2027-12')).toBe(addMonths('2026-10' as Month, 14));
  });
});

import { describe, expect, it } from 'vitest';
import { toMonth } from '../calendar/month.ts';
import { decide } from '../plan/commands/decide.ts';
import { applyChanges } from '../plan/document/document.ts';
import { allFigures } from '../testing/figures.ts';
import { sketch } from '../testing/plans.ts';
import { startingPlan } from '../testing/random.ts';
import { Model } from './model.ts';

describe('recalculation', () => {
  it('is the same whether run once or again', () => {
    const model = new Model(startingPlan());
    const first = allFigures(model);
    expect(model.recalculateAll()).toEqual([]);
    expect(allFigures(model)).toEqual(first);
  });

  it('stops where figures stay the same', () => {
    const document = sketch({ lines: { Income: { Pay: 100 }, Costs: { Cap: 'min(Pay, 50)', Double: 'Cap * 2' } } });
    const model = new Model(document);
    const line = [...document.lines.values()].find((row) => row.name === 'Pay')!;
    const decision = decide(document, {
      kind: 'line.setFigure',
      line: line.id,
      month: toMonth('2026-05'),
      reach: 'month',
      figure: 120,
    });
    if (!decision.ok) throw new Error();
    const changed = model.update(applyChanges(document, decision.changes), decision.changes);
    expect(changed.map(({ id }) => id).sort()).toEqual([
      '@cumulativeNet',
      '@income',
      '@leftOver',
      '@net',
      'group-income-group',
      'line-pay',
    ]);
    expect(changed.find(({ id }) => id === 'line-pay')).toEqual({ id: 'line-pay', from: 4, to: 5 });
  });
});

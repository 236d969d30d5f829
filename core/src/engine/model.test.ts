import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../calendar/month.ts';
import { decide } from '../plan/decide.ts';
import type { Command } from '../plan/commands.ts';
import { applyChanges, differenceBetween, invert, rowsOf, type Document } from '../plan/document.ts';
import { TOTALS } from '../plan/totals.ts';
import { sketch } from '../testing/plans.ts';
import { Model } from './model.ts';
import { figuresOf } from './results.ts';
import { runs } from '../testing/setup.ts';

const MONTHS = 30;

/** A plan with every way lines can hang together. */
function tangle(): Document {
  return sketch({
    months: MONTHS,
    firstMonth: '2026-04',
    assumptions: {
      Rate: ['ratePerYear', 0.03],
      Price: ['money', 4, { '2027-02': 5 }],
      Zero: ['number', 0],
    },
    lines: {
      Income: { Pay: { start: 2000, '2027-01': 'prior(Pay) * (1 + monthly(Rate))' }, Sales: 'Units * Price' },
      Costs: {
        Rent: 800,
        Share: 'Pay * 10%',
        Seasonal: 'if(month = 3, 212)',
        Lagged: 'prior(Seasonal, 2) + next(Rent)',
      },
      'Set aside': { Fund: 'max(Net - 100, 0)', Ratio: 'Rent / Gaps' },
      Memo: {
        Units: { start: 100, '2026-09': 'Units 2 + 5' },
        'Units 2': 60,
        Gaps: 'if(MOD(month, 4) > 0, month)',
        Balance: 'prior(Balance) * (1 + monthly(Rate)) + Fund',
        Coupled: 'prior(Other) * 0.5 + Rent',
        Other: 'prior(Coupled) * 0.25 + prior(running(Rent, year))',
        Run: 'running(Net, year) + running(Seasonal)',
        Yearly: 'total(Pay, year) + highest(Gaps, quarter) + average(Balance) - lowest(Rent)',
        Powers: '(1 + Rate)^years * Pay',
        Blank: 'Zero / Gaps',
        Grown: 'grow(Pay, Rate, 2026-07) + grow(100, monthly(Rate, effective), 2027-01, month)',
        Recent: 'recent(Gaps, 3) + recent(Pay, 2)',
        Trail: 'if(period < 3, Rent, recent(Trail, 3) + grow(prior(Trail), Rate, 2026-04))',
      },
    },
  });
}

const lineNames = (document: Document) => [...document.lines.values()];
const FORMULAS = [
  'Rent * 2',
  'prior(Rent) + 1',
  'Units 2 / Gaps',
  'running(Units 2)',
  'if(month > 6, Price)',
  'recent(Rent, 4)',
  'grow(50, Rate, 2026-06)',
  '7',
];

const commands = fc.oneof(
  fc.record({ what: fc.constant('figure' as const), line: fc.nat(), month: fc.nat(MONTHS - 1), reach: fc.constantFrom('month' as const, 'onward' as const, 'every' as const), figure: fc.option(fc.integer({ min: -5000, max: 5000 })) }),
  fc.record({ what: fc.constant('formula' as const), line: fc.nat(), month: fc.nat(MONTHS - 1), reach: fc.constantFrom('month' as const, 'onward' as const, 'every' as const), formula: fc.constantFrom(...FORMULAS) }),
  fc.record({ what: fc.constant('value' as const), assumption: fc.nat(), value: fc.double({ min: -0.2, max: 6, noNaN: true }) }),
  fc.record({ what: fc.constant('step' as const), assumption: fc.nat(), month: fc.nat(MONTHS + 5), value: fc.double({ min: 0, max: 6, noNaN: true }) }),
  fc.record({ what: fc.constant('clear' as const), line: fc.nat(), month: fc.nat(MONTHS - 1) }),
  fc.record({ what: fc.constant('months' as const), months: fc.integer({ min: 1, max: 60 }) }),
  fc.record({ what: fc.constant('delete' as const), line: fc.nat() }),
  fc.record({ what: fc.constant('move' as const), line: fc.nat(), group: fc.nat() }),
); // prettier-ignore

type Draw = typeof commands extends fc.Arbitrary<infer T> ? T : never;

function commandFor(document: Document, draw: Draw): Command | null {
  const lines = lineNames(document);
  const line = 'line' in draw ? lines[draw.line % lines.length] : undefined;
  const assumptions = [...document.assumptions.keys()];
  const monthAt = (period: number) =>
    toMonth(`${2026 + Math.floor((period + 3) / 12)}-${String(((period + 3) % 12) + 1).padStart(2, '0')}`);
  switch (draw.what) {
    case 'figure':
      return line
        ? { kind: 'line.setFigure', line: line.id, month: monthAt(draw.month), reach: draw.reach, figure: draw.figure }
        : null;
    case 'formula':
      return line
        ? {
            kind: 'line.setFormula',
            line: line.id,
            month: monthAt(draw.month),
            reach: draw.reach,
            formula: draw.formula,
          }
        : null;
    case 'value':
      return {
        kind: 'assumption.set',
        assumption: assumptions[draw.assumption % assumptions.length]!,
        settings: { value: draw.value },
      };
    case 'step':
      return {
        kind: 'assumption.setStep',
        assumption: assumptions[draw.assumption % assumptions.length]!,
        from: monthAt(draw.month),
        value: draw.value,
      };
    case 'clear':
      return line ? { kind: 'line.clearException', line: line.id, month: monthAt(draw.month) } : null;
    case 'months':
      return { kind: 'plan.set', settings: { months: draw.months } };
    case 'delete':
      return line ? { kind: 'line.delete', line: line.id } : null;
    case 'move': {
      const groups = [...document.groups.keys()];
      return line
        ? { kind: 'line.move', line: line.id, group: groups[draw.group % groups.length]!, before: null }
        : null;
    }
  }
}

function allFigures(model: Model): Record<string, unknown> {
  const { document } = model;
  const ids = [
    ...document.lines.keys(),
    ...document.groups.keys(),
    ...document.assumptions.keys(),
    ...TOTALS.map((total) => total.id),
  ];
  return Object.fromEntries(
    ids.map((id) => {
      const series = model.seriesOf(id)!;
      const why = (at: number) => {
        const problem = model.problems.get(series.codeAt(at));
        return problem ? `${problem.cause} of ${problem.node} in ${problem.period}` : 'empty';
      };
      // Adding nothing makes minus zero zero: the two are one figure.
      return [id, figuresOf(series).map((figure, at) => (figure === null ? why(at) : figure + 0))];
    }),
  );
}

describe('recalculation', () => {
  it('step by step gives the same as computing everything anew', () => {
    fc.assert(
      fc.property(fc.array(commands, { minLength: 1, maxLength: 25 }), (draws) => {
        let document = tangle();
        const model = new Model(document);
        for (const draw of draws) {
          const command = commandFor(document, draw);
          const decision = command && decide(document, command);
          if (!decision?.ok) continue;
          document = applyChanges(document, decision.changes);
          const before = allFigures(model);
          const changed = new Set(model.update(document, decision.changes).map((figures) => figures.id));
          const after = allFigures(model);
          expect(after).toEqual(allFigures(new Model(document)));
          // What changed is reported, and what is reported as a change of existing figures did change.
          for (const id of Object.keys(after)) {
            const same = JSON.stringify(before[id]) === JSON.stringify(after[id]);
            expect(changed.has(id)).toBe(!same);
          }
        }
      }),
      runs(150),
    );
  }, 60_000);

  it('is the same whether run once or again', () => {
    const model = new Model(tangle());
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

describe('changes', () => {
  it('undone leave everything as it was, whatever was done', () => {
    fc.assert(
      fc.property(fc.array(commands, { minLength: 1, maxLength: 15 }), (draws) => {
        const start = tangle();
        let document = start;
        const done = [];
        for (const draw of draws) {
          const command = commandFor(document, draw);
          const decision = command && decide(document, command);
          if (!decision?.ok) continue;
          done.push(decision.changes);
          document = applyChanges(document, decision.changes);
        }
        for (const changes of done.reverse()) document = applyChanges(document, invert(changes));
        const sorted = (from: Document) =>
          Object.entries(rowsOf(from)).map(([table, rows]) => [
            table,
            [...rows].sort((a, b) => (a.id < b.id ? -1 : 1)),
          ]);
        expect(sorted(document)).toEqual(sorted(start));
        expect(differenceBetween(document, start)).toEqual([]);
      }),
      runs(60),
    );
  });
});

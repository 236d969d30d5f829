import { english } from '../../../../core/src/testing/english.ts';
import { Model, PlanProjection, applyChanges, decide, namesOf, type Command, type Document } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { budgetRows } from '../../parts/lines/rows.ts';
import { projectionCell, projectionColumns, ratesOf, widestFigure, type ProjectionColumn } from './cells.tsx';
import { read } from './terms.ts';

const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function household(): Document {
  const document = sketch({
    assumptions: { Inflation: ['ratePerYear', 0.05], Interest: ['ratePerMonth', 0.01], Cushion: ['months', 3] },
    lines: { income: { Pay: 1000 }, expense: { Rent: 600, Gone: null } },
  });
  return after(document, { kind: 'plan.set', settings: { projectionRate: idOf(document, 'Inflation') } });
}

const view = read(undefined);

describe('the columns of a projection', () => {
  it('are one year with its changes, or many years, nominal and in today’s money', () => {
    const headings = (columns: ProjectionColumn[]) => columns.map(({ heading }) => heading);
    expect(headings(projectionColumns([2027], 2026, view))).toEqual([
      'Line',
      'Rate',
      '2026',
      'Increase',
      'in %',
      '2027',
    ]);
    expect(headings(projectionColumns([2027, 2028], 2026, { ...view, changes: false, money: 'both' }))).toEqual([
      'Line', 'Rate', '2026', '2027', '2027, today’s', '2028', '2028, today’s',
    ]); // prettier-ignore
    expect(headings(projectionColumns([2027], 2026, { ...view, changes: false, money: 'today' }))).toEqual([
      'Line', 'Rate', '2026', '2027, today’s',
    ]); // prettier-ignore
  });
});

describe('the room for figures', () => {
  it('is as wide as the widest asks for, and at least as usual', () => {
    const widths = (widest: number) => projectionColumns([2027], 2026, view, widest).map(({ width }) => width);
    expect(widths(60)).toEqual(widths(0));
    expect(widths(140).slice(2)).toEqual([140, 140, 70, 140]);
    const document = sketch({ lines: { income: { Pay: 1_000_000_000 }, expense: { Rent: -5 } } });
    const projection = new PlanProjection(
      { document },
      { baseYear: 2026, years: 1, stepping: 'yearly', deflator: null },
    );
    const [pay, rent] = ['Pay', 'Rent'].map((name) => idOf(document, name)) as [string, string];
    expect(widestFigure(projection, [pay])).toBeGreaterThan(widestFigure(projection, [rent]));
    expect(widestFigure(projection, [pay, rent])).toBeGreaterThan(widestFigure(projection, [pay]));
  });
});

describe('the cells of a projection', () => {
  const cells = (document: Document, label: string) => {
    const inflation = idOf(document, 'Inflation');
    const terms = { baseYear: 2026, years: 1, stepping: 'yearly', deflator: inflation } as const;
    const projection = new PlanProjection(new Model(document), terms);
    const { rows, footer } = budgetRows(projection.model);
    const row = [...rows, ...footer].find((each) => each.label === label && each.kind !== 'subtotal')!;
    return projectionColumns(projection.years, 2026, { ...view, money: 'both' })
      .slice(1)
      .map((column) => projectionCell(projection, row, column, false).content);
  };

  it('show rate, base, change and result of a line, and no rate for a total', () => {
    const document = household();
    expect(cells(document, 'Rent')).toEqual([
      '5.0\u00a0%',
      '7,200.00',
      '+360.00',
      '5.0\u00a0%',
      '7,560.00',
      '7,200.00',
    ]);
    expect(cells(document, 'Net')[0]).toBeNull();
    expect(cells(document, 'Net')[1]).toBe('4,800.00');
  });

  it('are empty for a line without figures, and say so where there was nothing before', () => {
    expect(cells(household(), 'Gone').slice(1)).toEqual([null, null, null, null, null]);
  });

  it('show the rate of a group in its heading only when it is its own', () => {
    const document = household();
    expect(cells(document, 'expense group')[0]).toBeNull();
    const own = after(document, {
      kind: 'group.set', group: idOf(document, 'expense group'), settings: { ownRate: 0.1 },
    }); // prettier-ignore
    expect(cells(own, 'expense group')[0]).toBe('10.0\u00a0%');
    expect(cells(own, 'Rent').at(-2)).toBe('7,920.00');
  });

  it('offer only yearly rates and percentages to grow by', () => {
    expect(ratesOf(household()).map(({ name }) => name)).toEqual(['Inflation']);
  });
});

describe('the view of a projection', () => {
  it('is as usual for whatever cannot be read of it', () => {
    expect(read('nonsense')).toEqual(view);
    expect(read(JSON.parse('{"years":99,"stepping":"weekly","money":"both","changes":"yes"}'))).toEqual({
      ...view,
      money: 'both',
    });
    expect(read(null)).toEqual(view);
    expect(read(JSON.parse('{"years":4,"picture":true,"deflator":"x"}'))).toMatchObject({
      years: 4,
      picture: true,
      deflator: 'x',
    });
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Model, SIDE_ORDER, applyChanges, decide, rangeOfYear, rangesOf, type Document } from '@haushalt/core';
import { commandFor, draws, startingPlan } from '../../../../core/src/testing/random.ts';
import { runs } from '../../../../core/src/testing/setup.ts';
import { budgetColumns, fittingColumns, oneMonth, scopeOf } from './columns.ts';
import { budgetRows } from './rows.ts';
import { DENSITIES, END_COLUMNS, LABEL_WIDTHS, SHOWS, SORTS, USUAL_VIEW, linkToView, viewInLink, type BudgetView } from './view.ts'; // prettier-ignore

/** Any plan, after a few commands of all kinds. */
const plans = fc.array(draws, { maxLength: 12 }).map((given) =>
  given.reduce((document: Document, draw, nth) => {
    const command = commandFor(document, draw, nth);
    const decision = command && decide(document, command);
    return decision?.ok ? applyChanges(document, decision.changes) : document;
  }, startingPlan()),
);

const views: fc.Arbitrary<BudgetView> = fc.record({
  span: fc.constantFrom('month', 'quarter', 'year', 'plan'),
  show: fc.constantFrom(...SHOWS),
  ends: fc.subarray([...END_COLUMNS]),
  density: fc.constantFrom(...DENSITIES),
  labelWidth: fc.integer({ min: LABEL_WIDTHS.least, max: LABEL_WIDTHS.most }),
  sortBy: fc.constantFrom(...SORTS),
  across: fc.boolean(),
  hideEmpty: fc.boolean(),
  collapsed: fc.subarray(['group-income', 'group-costs', 'group-set-aside', 'group-memo', 'gone']),
  filter: fc.record({
    text: fc.constantFrom('', 'r', 'Rent', 'ä "&', '  '),
    side: fc.constantFrom(...SIDE_ORDER, null),
    onlyExceptions: fc.boolean(),
    onlyInUse: fc.boolean(),
  }),
});

describe('a view of the budget', () => {
  it('is the same at the other end of a link', () => {
    fc.assert(
      fc.property(views, fc.integer({ min: 1950, max: 2090 }), (view, year) => {
        const address = new URL(linkToView(view, year), 'http://haushalt.example/plans/p/');
        expect(address.pathname).toBe('/plans/p/budget');
        expect(address.searchParams.get('year')).toBe(String(year));
        expect(viewInLink(address.searchParams.get('view')!)).toEqual(view);
      }),
      runs(15),
    );
  });

  it('of a link that was cut off or tampered with is as usual where it cannot be read', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        const view = viewInLink(text);
        expect(Object.keys(view).sort()).toEqual(Object.keys(USUAL_VIEW).sort());
        expect(view.ends.every((end) => END_COLUMNS.includes(end))).toBe(true);
      }),
      runs(15),
    );
    expect(viewInLink('{"span":"decade","labelWidth":9000,"filter":{"side":"left"}}')).toEqual(USUAL_VIEW);
  });
});

describe('the rows of the budget, however it is looked at', () => {
  it('are each there once, lines at their side and in no group that is closed', () => {
    fc.assert(
      fc.property(plans, views, (document, view) => {
        const model = new Model(document);
        const scope = { from: 0, to: model.calendar.count };
        const { rows, footer, shown, lines } = budgetRows(model, view, scope);
        const keys = [...rows, ...footer].map(({ key }) => key);
        expect(new Set(keys).size).toBe(keys.length);
        expect([lines, shown <= lines]).toEqual([document.lines.size, true]);
        const drawn = rows.filter((row) => row.kind === 'line');
        const isAcross = view.across && view.sortBy !== 'order';
        const closed = isAcross ? [] : view.collapsed;
        expect(drawn.every(({ group }) => !closed.includes(group.id))).toBe(true);
        if (closed.length === 0) expect(drawn).toHaveLength(shown);
        if (view.filter.side !== null) expect(new Set(drawn.map(({ group }) => group.side)).size).toBeLessThanOrEqual(1); // prettier-ignore
        // Sides follow each other in their order.
        const sides = drawn.map(({ group }) => SIDE_ORDER.indexOf(group.side));
        expect(sides).toEqual(sides.toSorted((a, b) => a - b));
      }),
      runs(15),
    );
  });
});

describe('the columns of the budget, however it is looked at', () => {
  it('hold each month of what is shown once, in order', () => {
    fc.assert(
      fc.property(plans, views, fc.nat(4), (document, view, nth) => {
        const model = new Model(document);
        const years = rangesOf(model.calendar, 'year');
        const year = Number(model.calendar.months[0]!.slice(0, 4)) + (nth % years.length);
        const { rows } = budgetRows(model, view);
        const columns = budgetColumns(model, view, rows, year);
        expect(new Set(columns.map(({ id }) => id)).size).toBe(columns.length);
        const scope = view.span === 'month' || view.span === 'quarter' ? rangeOfYear(model.calendar, year) : scopeOf(model, view, year); // prettier-ignore
        let index = scope.from;
        for (const { range } of columns.filter((column) => column.range)) {
          expect(range!.from).toBe(index);
          index = range!.to;
        }
        expect(index).toBe(scope.to);
        expect(columns.every(({ width }) => Number.isFinite(width) && width >= 20)).toBe(true);
      }),
      runs(15),
    );
  });

  it('are made to fit a page only by narrower type and names, and only where they then do', () => {
    fc.assert(
      fc.property(plans, views, fc.integer({ min: 300, max: 2600 }), (document, view, room) => {
        const model = new Model(document);
        const columns = budgetColumns(model, view, budgetRows(model, view).rows, Number(model.calendar.months[0]!.slice(0, 4))); // prettier-ignore
        const total = (all: readonly { width: number }[]) => all.reduce((sum, { width }) => sum + width, 0);
        const fitted = fittingColumns(columns, room);
        expect(fitted.map(({ id }) => id)).toEqual(columns.map(({ id }) => id));
        if (fitted !== columns) expect([total(columns) > room, total(fitted) <= room]).toEqual([true, true]);
        const month = columns.find((column) => column.month)?.month;
        if (month) expect(oneMonth(columns, month, room).filter((column) => column.range)).toHaveLength(1);
      }),
      runs(15),
    );
  });
});

import { Model, parsePlan } from '@haushalt/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { configOf } from './chartConfig.ts';
import { listPicture, type ListDrawing } from './listPicture.ts';
import { runs } from '../../../../core/src/testing/setup.ts';

type Cells = Readonly<Record<string, number | string | null>>;

/** A list whose columns are what its items have, drawn. */
function drawn(items: readonly Cells[], drawing: ListDrawing) {
  const document = parsePlan({
    version: 1,
    plan: { name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    lists: [{ id: 'list', name: 'Walk' }],
    listColumns: [
      { id: 'name', list: 'Walk', name: 'Name', kind: 'text' },
      { id: 'x', list: 'Walk', name: 'Distance' },
      { id: 'y', list: 'Walk', name: 'Height', unit: 'money' },
      { id: 'on', list: 'Walk', name: 'Day', kind: 'date' },
    ],
    listItems: items.map((_, index) => ({ id: `i${index}`, list: 'Walk' })),
    listCells: items.flatMap((cells, index) =>
      Object.entries(cells).flatMap(([column, value]) =>
        value === null ? [] : [{ item: `i${index}`, column, ...(typeof value === 'number' ? { figure: value } : { text: value }) }],
      ),
    ), // prettier-ignore
  });
  return listPicture(new Model(document), document.lists.get('list')!, drawing);
}

const along = (column: string | null): ListDrawing => ({ form: 'along', along: column, columns: ['y'] });

describe('a list drawn along one of its columns', () => {
  it('has each point where its figure lies, in order, without items that have nothing there', () => {
    const picture = drawn([{ x: 10, y: 1 }, { x: 2.5, y: 2 }, { y: 3 }, { x: 100, y: 4 }], along('x'));
    expect(picture.along?.places).toEqual([2.5, 10, 100]);
    expect(picture.categories).toEqual(['2.5', '10', '100']);
    expect(picture.series[0]!.values).toEqual([2, 1, 4]);
    expect(picture.categoryName).toBe('Distance');
    const { data, options } = configOf(picture);
    expect(data.labels.map(Number)).toEqual([2.5, 10, 100]);
    expect(options.scales!.x).toMatchObject({ type: 'linear', title: { text: 'Distance' } });
  });

  it('goes along days as it does along figures', () => {
    const picture = drawn([{ on: '2026-03-01', y: 3 }, { on: '2026-01-01', y: 1 }, { on: '2026-01-11', y: 2 }], along('on')); // prettier-ignore
    expect(picture.series[0]!.values).toEqual([1, 2, 3]);
    const [first, second, third] = picture.along!.places as [number, number, number];
    expect([second - first, third - second]).toEqual([10, 49]);
    expect(picture.categories[1]).toBe(picture.along!.write(second));
  });

  it('has its points in order whatever the order of the items', () => {
    const point = fc.record({ x: fc.integer({ min: -1000, max: 1000 }), y: fc.integer({ min: 0, max: 1000 }) });
    fc.assert(
      fc.property(fc.uniqueArray(point, { selector: ({ x }) => x, minLength: 1, maxLength: 30 }), (points) => {
        const picture = drawn(points, along('x'));
        const inOrder = [...points].sort((a, b) => a.x - b.x);
        expect(picture.along!.places).toEqual(inOrder.map(({ x }) => x));
        expect(picture.series[0]!.values).toEqual(inOrder.map(({ y }) => y));
      }),
      runs(30),
    );
  });
});

describe('a list drawn item by item', () => {
  const bars: ListDrawing = { form: 'beside', along: null, columns: ['x', 'y'] };

  it('has a place for each, also for those that are called the same or nothing', () => {
    const picture = drawn([{ name: 'Tap', x: 1 }, { name: 'Tap', x: 2 }, { x: 3 }, { name: 'Nothing to draw' }], bars);
    expect(picture.categories).toEqual(['Tap', 'Tap', '3']);
    expect(picture.series.map(({ values }) => values)).toEqual([[1, 2, 3], [null, null, null]]); // prettier-ignore
    expect(picture.along).toBeUndefined();
  });

  it('says how many it leaves out where there are too many', () => {
    const many = Array.from({ length: 1234 }, (_, index) => ({ x: index }));
    const picture = drawn(many, bars);
    expect(picture.categories).toHaveLength(200);
    expect(picture.remark).toBe('The first 200 of 1,234 items are shown.');
    expect(drawn(many.slice(0, 200), bars).remark).toBeUndefined();
  });
});

import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circleSentence, componentsOf } from './circles.ts';
import type { Use } from './formulaUses.ts';

const graph = (edges: Record<string, (string | [string, number])[]>) =>
  new Map(
    Object.entries(edges).map(([id, uses]): [string, Use[]] => [
      id,
      uses.map((use) => (typeof use === 'string' ? { id: use, lag: 0 } : { id: use[0], lag: use[1] })),
    ]),
  );

describe('components', () => {
  it('come after what they use', () => {
    const order = componentsOf(graph({ net: ['pay', 'costs'], costs: ['rent'], rent: [], pay: [] })).map(
      (component) => component.ids[0],
    );
    expect(order.indexOf('costs')).toBeGreaterThan(order.indexOf('rent'));
    expect(order.at(-1)).toBe('net');
  });

  it('feed back soundly when every way round looks back', () => {
    const [component] = componentsOf(graph({ a: [['b', 1]], b: ['c'], c: ['a'] }));
    expect(component).toMatchObject({ recurrent: true, circle: null });
    expect(component!.ids).toEqual(['a', 'c', 'b']);
    expect(componentsOf(graph({ a: [['a', 2]] }))).toEqual([{ ids: ['a'], recurrent: true, circle: null }]);
  });

  it('spell out a circle without a lag, or one that looks ahead', () => {
    const circleOf = (edges: Parameters<typeof graph>[0]) =>
      componentsOf(graph(edges)).find((component) => component.circle)?.circle;
    expect(circleOf({ a: ['a'] })).toEqual(['a', 'a']);
    expect(circleOf({ a: ['b', ['c', 1]], b: ['c'], c: ['a'] })).toHaveLength(4);
    expect(circleOf({ a: [['b', -1]], b: [['a', 3]] })).toEqual(['a', 'b', 'a']);
    expect(circleOf({ a: [['a', -Infinity]] })).toEqual(['a', 'a']);
    expect(circleOf({ a: ['missing'] })).toBeUndefined();
  });

  it('hold every node exactly once, users last, for any graph', () => {
    const node = fc.integer({ min: 0, max: 14 }).map(String);
    fc.assert(
      fc.property(fc.array(fc.tuple(node, node, fc.integer({ min: 0, max: 2 })), { maxLength: 40 }), (edges) => {
        const uses = new Map<string, Use[]>(Array.from({ length: 15 }, (_, index) => [String(index), []]));
        for (const [from, to, lag] of edges) {
          const own = uses.get(from)!;
          const value = own.findIndex((use) => use.id === to);
          if (value < 0) own.push({ id: to, lag });
        }
        const components = componentsOf(uses);
        const rank = new Map(components.flatMap((component, index) => component.ids.map((id) => [id, index] as const)));
        expect(components.flatMap((component) => component.ids).sort()).toEqual([...uses.keys()].sort());
        for (const [from, own] of uses)
          for (const { id } of own) expect(rank.get(id)!).toBeLessThanOrEqual(rank.get(from)!);
        for (const { ids, recurrent, circle } of components) {
          if (circle) {
            // It is a circle indeed: each needs the next.
            circle
              .slice(1)
              .forEach((id, index) => expect(uses.get(circle[index]!)!.some((use) => use.id === id)).toBe(true));
          } else if (recurrent) {
            // Within a month, everything comes after what it needs of the same month.
            for (const id of ids) {
              for (const use of uses.get(id)!) {
                if (use.lag === 0 && ids.includes(use.id)) expect(ids.indexOf(use.id)).toBeLessThan(ids.indexOf(id));
              }
            }
          }
        }
      }),
    );
  });
});

describe('a circle in words', () => {
  it('names every link', () => {
    const name = (id: string) => ({ a: 'Rent', b: 'Heating' })[id] ?? id;
    expect(english(circleSentence(['a', 'b', 'a'], name))).toBe(
      'Rent needs Heating, Heating needs Rent: a circular reference. Use prior(…) to refer to the previous month.',
    );
  });
});

import { describe, expect, it } from 'vitest';
import {
  cellId,
  placeAt,
  endingWhole,
  scrollToReveal,
  scrollToRow,
  type GridLayout,
  type LaidOutColumn,
} from './layout.ts';
import type { GridColumn } from './types.ts';

function column(index: number, pin: LaidOutColumn['pin'], offset: number, width = 100): LaidOutColumn {
  return { id: `c${index}`, heading: '', pin, index, offset, width, style: { width } };
}

/** A label, six months of a hundred pixels each, and a total. */
const layout: GridLayout = (() => {
  const start = [column(0, 'start', 0)];
  const middle = Array.from({ length: 6 }, (_, index) => column(index + 1, null, index * 100));
  const end = [column(7, 'end', 0)];
  return { start, middle, end, all: [...start, ...middle, ...end], width: 800 };
})();

describe('scrolling sideways to a column', () => {
  it('goes no further than it must, to either side', () => {
    // Between the pinned columns there is room for three months.
    expect(scrollToReveal(layout, 2, 500, 0)).toBe(0);
    expect(scrollToReveal(layout, 4, 500, 0)).toBe(100);
    expect(scrollToReveal(layout, 6, 500, 0)).toBe(300);
    expect(scrollToReveal(layout, 1, 500, 300)).toBe(0);
    expect(scrollToReveal(layout, 5, 500, 300)).toBe(300);
  });

  it('stays where it is for pinned columns, unknown ones, and where all have room', () => {
    for (const index of [0, 7, 99]) expect(scrollToReveal(layout, index, 500, 120)).toBe(120);
    expect(scrollToReveal(layout, 6, 800, 0)).toBe(0);
  });
});

describe('a grid too wide for its place', () => {
  const columns = (months: number, width: number): GridColumn[] => [
    { id: 'label', heading: '', width: 180, pin: 'start' },
    ...Array.from({ length: months }, (_, index) => ({ id: `m${index}`, heading: '', width, pin: null })),
    { id: 'year', heading: '', width: 70, pin: 'end' },
  ];

  it('ends at a whole column, the rest being given to the names', () => {
    for (const width of [600, 700, 777, 900]) {
      const fitted = endingWhole(columns(12, 67), width);
      const sight = width - fitted[0]!.width - 70;
      expect(sight % 67).toBe(0);
      expect(fitted[0]!.width).toBeLessThan(180 + 67);
    }
  });

  it('stays as it is where all have room, or not even one', () => {
    expect(endingWhole(columns(4, 67), 600)[0]!.width).toBe(180);
    expect(endingWhole(columns(12, 67), 300)[0]!.width).toBe(180);
  });
});

describe('scrolling to a row', () => {
  // Rows of twenty pixels, with room for five of them.
  const to = (row: number, scrolled: number, sight = 100) => scrollToRow(row * 20, 20, sight, scrolled);
  it('goes no further than it must, up or down', () => {
    expect(to(0, 0)).toBe(0);
    expect(to(4, 0)).toBe(0);
    expect(to(5, 0)).toBe(20);
    expect(to(30, 0)).toBe(520);
    expect(to(30, 560)).toBe(560);
    expect(to(27, 560)).toBe(540);
  });

  it('shows the top of a row where there is no room for all of it', () => {
    expect(to(3, 0, 5)).toBe(60);
    expect(to(3, 500, -40)).toBe(60);
  });
});

describe('the cell an element stands in', () => {
  const inside = (id: string | null) => ({ closest: () => (id === null ? null : { id }) }) as unknown as Element;
  it('is known by its id, and nothing outside of cells is one', () => {
    expect(placeAt(inside(cellId(12, 3)))).toEqual({ row: 12, column: 3 });
    expect(placeAt(inside(''))).toBeNull();
    expect(placeAt(inside(null))).toBeNull();
  });
});

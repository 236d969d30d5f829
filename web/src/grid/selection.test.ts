import { describe, expect, it } from 'vitest';
import {
  activeOf,
  addBlock,
  columnsIn,
  cutTo,
  extendTo,
  isBlock,
  isColumnIn,
  placesIn,
  selectOne,
} from './selection.ts';

const valueAt = (row: number, column: number) => ({ row, column });

describe('a selection', () => {
  it('is one cell, or a block that reaches to the active one', () => {
    const one = selectOne(valueAt(2, 3));
    expect([isBlock(one), activeOf(one)]).toEqual([false, valueAt(2, 3)]);
    const block = extendTo(one, valueAt(1, 5));
    expect([isBlock(block), activeOf(block)]).toEqual([true, valueAt(1, 5)]);
    expect(placesIn(block)).toEqual([
      valueAt(1, 3),
      valueAt(1, 4),
      valueAt(1, 5),
      valueAt(2, 3),
      valueAt(2, 4),
      valueAt(2, 5),
    ]);
    expect(placesIn(extendTo(block, valueAt(2, 3)))).toEqual([valueAt(2, 3)]);
  });

  it('may be several blocks apart, each cell counted once', () => {
    const apart = addBlock(extendTo(selectOne(valueAt(0, 1)), valueAt(1, 1)), valueAt(5, 4));
    expect(placesIn(apart)).toEqual([valueAt(0, 1), valueAt(1, 1), valueAt(5, 4)]);
    const overlapping = extendTo(
      addBlock(extendTo(selectOne(valueAt(0, 1)), valueAt(1, 1)), valueAt(1, 1)),
      valueAt(2, 1),
    );
    expect(placesIn(overlapping)).toEqual([valueAt(0, 1), valueAt(1, 1), valueAt(2, 1)]);
  });

  it('says which columns of a row it has', () => {
    const apart = addBlock(extendTo(selectOne(valueAt(0, 1)), valueAt(2, 3)), valueAt(1, 9));
    expect([0, 1, 3].map((row) => columnsIn(apart, row))).toEqual(['1-3', '1-3 9-9', '']);
    expect([0, 1, 3, 4, 9].map((column) => isColumnIn('1-3 9-9', column))).toEqual([false, true, true, false, true]);
    expect(isColumnIn('', 0)).toBe(false);
  });

  it('is cut to the grid when rows go', () => {
    expect(cutTo(extendTo(selectOne(valueAt(2, 3)), valueAt(40, 20)), 10, 15)).toEqual({
      ranges: [{ anchor: valueAt(2, 3), focus: valueAt(9, 14) }],
    });
  });
});

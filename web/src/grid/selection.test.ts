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

const at = (row: number, column: number) => ({ row, column });

describe('a selection', () => {
  it('is one cell, or a block that reaches to the active one', () => {
    const one = selectOne(at(2, 3));
    expect([isBlock(one), activeOf(one)]).toEqual([false, at(2, 3)]);
    const block = extendTo(one, at(1, 5));
    expect([isBlock(block), activeOf(block)]).toEqual([true, at(1, 5)]);
    expect(placesIn(block)).toEqual([at(1, 3), at(1, 4), at(1, 5), at(2, 3), at(2, 4), at(2, 5)]);
    expect(placesIn(extendTo(block, at(2, 3)))).toEqual([at(2, 3)]);
  });

  it('may be several blocks apart, each cell counted once', () => {
    const apart = addBlock(extendTo(selectOne(at(0, 1)), at(1, 1)), at(5, 4));
    expect(placesIn(apart)).toEqual([at(0, 1), at(1, 1), at(5, 4)]);
    const overlapping = extendTo(addBlock(extendTo(selectOne(at(0, 1)), at(1, 1)), at(1, 1)), at(2, 1));
    expect(placesIn(overlapping)).toEqual([at(0, 1), at(1, 1), at(2, 1)]);
  });

  it('says which columns of a row it has', () => {
    const apart = addBlock(extendTo(selectOne(at(0, 1)), at(2, 3)), at(1, 9));
    expect([0, 1, 3].map((row) => columnsIn(apart, row))).toEqual(['1-3', '1-3 9-9', '']);
    expect([0, 1, 3, 4, 9].map((column) => isColumnIn('1-3 9-9', column))).toEqual([false, true, true, false, true]);
    expect(isColumnIn('', 0)).toBe(false);
  });

  it('is cut to the grid when rows go', () => {
    expect(cutTo(extendTo(selectOne(at(2, 3)), at(40, 20)), 10, 15)).toEqual({
      ranges: [{ anchor: at(2, 3), focus: at(9, 14) }],
    });
  });
});

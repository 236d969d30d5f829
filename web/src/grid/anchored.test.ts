import { describe, expect, it } from 'vitest';
import { anchor, placed } from './anchored.ts';
import { addBlock, extendTo, selectOne } from './selection.ts';

const named = (rows: string, columns = 'label Jan Feb Mar') => ({
  rows: rows.split(' ').map((key) => ({ key })),
  columns: columns.split(' ').map((id) => ({ id })),
});

describe('what is selected', () => {
  const before = named('Pay Rent Heating Power');
  const rent = anchor(selectOne({ row: 1, column: 2 }), before);

  it('stays with its row when others come, go or change places', () => {
    const rowOf = (rows: string) => placed(rent, named(rows)).ranges[0]!.focus.row;
    expect(rowOf('New Pay Rent Heating Power')).toBe(2);
    expect(rowOf('Rent Heating Power')).toBe(0);
    expect(rowOf('Power Heating Rent Pay')).toBe(2);
  });

  it('stays with its column, and keeps its place where that column is not shown any more', () => {
    expect(placed(rent, named('Pay Rent', 'label Dec Jan Feb')).ranges[0]!.focus.column).toBe(3);
    expect(placed(rent, named('Pay Rent', 'label Q1 Q2')).ranges[0]!.focus.column).toBe(2);
  });

  it('keeps the place of a row that is gone, within the grid', () => {
    expect(placed(rent, named('Pay Heating Power')).ranges[0]!.focus).toEqual({ row: 1, column: 2 });
    expect(placed(rent, named('Pay')).ranges[0]!.focus).toEqual({ row: 0, column: 2 });
  });

  it('may be several blocks', () => {
    const blocks = addBlock(extendTo(selectOne({ row: 0, column: 1 }), { row: 1, column: 2 }), { row: 3, column: 3 });
    const moved = placed(anchor(blocks, before), named('New Pay Rent Heating Power'));
    expect(moved.ranges).toEqual([
      { anchor: { row: 1, column: 1 }, focus: { row: 2, column: 2 } },
      { anchor: { row: 4, column: 3 }, focus: { row: 4, column: 3 } },
    ]);
  });
});

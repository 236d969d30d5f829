import { describe, expect, it } from 'vitest';
import { othersByRow } from './useOthersHere.ts';

describe('those who are there', () => {
  it('stand at their rows, each once: where they are in the page they opened last', () => {
    const valueAt = (tab: string, id: string, row: string) => ({
      tab,
      id,
      name: id,
      page: 'budget',
      row,
      column: '2026-01',
    });
    const others = othersByRow([
      valueAt('1', 'kofi', 'rent'),
      valueAt('2', 'ines', 'rent'),
      valueAt('3', 'kofi', 'power'),
    ]);
    expect([...others].map(([row, people]) => [row, people.map(({ id }) => id)])).toEqual([
      ['power', ['kofi']],
      ['rent', ['ines']],
    ]);
  });
});

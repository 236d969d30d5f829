import { describe, expect, it } from 'vitest';
import { othersByRow } from './useOthersHere.ts';

describe('those who are there', () => {
  it('stand at their rows, each once: where they are in the page they opened last', () => {
    const at = (tab: string, id: string, row: string) => ({
      tab,
      id,
      name: id,
      page: 'budget',
      row,
      column: '2026-01',
    });
    const others = othersByRow([at('1', 'kofi', 'rent'), at('2', 'ines', 'rent'), at('3', 'kofi', 'power')]);
    expect([...others].map(([row, people]) => [row, people.map(({ id }) => id)])).toEqual([
      ['power', ['kofi']],
      ['rent', ['ines']],
    ]);
  });
});

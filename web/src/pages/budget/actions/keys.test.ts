import { describe, expect, it } from 'vitest';
import { gridKey } from '../../../grid/keys.ts';
import { budgetKey } from './keys.ts';

const middle = {
  row: 5,
  column: 6,
  rows: 40,
  columns: 16,
  first: 1,
  last: 12,
  pageSize: 20,
  hasYearBefore: true,
  hasYearAfter: true,
};
const press = (keys: string, options: Partial<typeof middle> = {}) => {
  const parts = keys.split('+').filter((part) => part !== '');
  const key = keys.endsWith('+') ? '+' : parts.at(-1)!;
  const has = (name: string) => parts.includes(name) && key !== name;
  const pressed = { key, altKey: has('Alt'), ctrlKey: has('Ctrl'), metaKey: has('Meta'), shiftKey: has('Shift') };
  const place = { ...middle, ...options };
  return budgetKey(pressed, place) ?? gridKey(pressed, place);
};

const go = (row: number, column: number, extend = false) => ({ kind: 'go', place: { row, column }, extend });

describe('the keys of the budget', () => {
  it('move within the year and stop at its edges', () => {
    expect(press('ArrowUp')).toEqual(go(4, 6));
    expect(press('ArrowUp', { row: 0 })).toEqual(go(0, 6));
    expect(press('PageDown')).toEqual(go(25, 6));
    expect(press('PageDown', { row: 39 })).toEqual(go(39, 6));
    expect(press('Ctrl+End')).toEqual(go(39, 6));
    expect(press('Meta+Home')).toEqual(go(0, 6));
    expect(press('Home')).toEqual(go(5, 1));
    expect(press('Home', { column: 1 })).toEqual(go(5, 0));
  });

  it('go on into the neighbouring years, and with End to the year’s own figures', () => {
    expect(press('ArrowRight', { column: 12 })).toEqual({ kind: 'year', step: 1, to: 'first' });
    expect(press('ArrowRight', { column: 12, hasYearAfter: false })).toEqual(go(5, 13));
    expect(press('ArrowLeft', { column: 1 })).toEqual({ kind: 'year', step: -1, to: 'last' });
    expect(press('ArrowLeft', { column: 1, hasYearBefore: false })).toEqual(go(5, 0));
    expect(press('End')).toEqual(go(5, 12));
    expect(press('End', { column: 12 })).toEqual(go(5, 13));
    expect(press('ArrowLeft', { column: 13 })).toEqual(go(5, 12));
    expect(press('Alt+PageUp')).toEqual({ kind: 'year', step: -1, to: 'same' });
    expect(press('Alt+PageDown')).toEqual({ kind: 'year', step: 1, to: 'same' });
  });

  it('type figures and rules, and leave the rest to others', () => {
    expect(press('7')).toEqual({ kind: 'open', typed: '7', asRule: false });
    expect(press('R')).toEqual({ kind: 'open', typed: 'R', asRule: false });
    expect(press('+')).toEqual({ kind: 'open', typed: '+', asRule: false });
    expect(press('F2')).toEqual({ kind: 'open', typed: null, asRule: false });
    expect(press('Ctrl+Enter')).toEqual({ kind: 'open', typed: null, asRule: true });
    for (const key of ['?', ' ', 'Shift', 'Tab', 'Escape', 'F5', 'Ctrl+z', 'Ctrl+c', 'Alt+a', 'F10'])
      expect(press(key)).toBeNull();
  });

  it('mean something else on a label', () => {
    const label = { column: 0 };
    expect(press('+', label)).toEqual({ kind: 'addLine' });
    expect(press('Delete', label)).toEqual({ kind: 'remove' });
    expect(press('Delete')).toEqual({ kind: 'clear' });
    expect(press('Ctrl+d', label)).toEqual({ kind: 'duplicate' });
    expect(press('Ctrl+d')).toBeNull();
    expect(press('Alt+ArrowUp', label)).toEqual({ kind: 'move', direction: -1 });
    expect(press('Alt+ArrowDown')).toBeNull();
    expect(press('Ctrl+Enter', label)).toBeNull();
    expect(press('Shift+F10')).toEqual({ kind: 'menu' });
    expect(press('F6')).toEqual({ kind: 'assumptions' });
  });

  it('select blocks, and never reach into the names', () => {
    expect(press('Shift+ArrowRight')).toEqual(go(5, 7, true));
    expect(press('Shift+ArrowLeft', { column: 1 })).toEqual(go(5, 1, true));
    expect(press('Shift+ArrowRight', { column: 12 })).toEqual(go(5, 13, true));
    expect(press('Ctrl+ ')).toEqual({ kind: 'addBlock' });
    expect(press('Ctrl+a')).toEqual({ kind: 'selectAll' });
  });

  it('change the view and open what stands beside the budget', () => {
    expect(press('Alt+2')).toEqual({ kind: 'span', span: 'quarter' });
    expect(press('F8')).toEqual({ kind: 'rules' });
    expect(press('Alt+R')).toEqual({ kind: 'panel', panel: 'rule' });
    expect(press('Alt+y')).toEqual({ kind: 'panel', panel: 'fit' });
    expect(press('Alt+t')).toEqual({ kind: 'try' });
    expect(press(' ', { column: 0 })).toEqual({ kind: 'collapse' });
  });
});

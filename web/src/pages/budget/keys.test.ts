import { describe, expect, it } from 'vitest';
import { keyAction, type KeyContext } from './keys.ts';

const middle: KeyContext = {
  row: 5,
  column: 6,
  rows: 40,
  columns: 16,
  months: 12,
  pageSize: 20,
  hasYearBefore: true,
  hasYearAfter: true,
};
const press = (keys: string, at: Partial<KeyContext> = {}) => {
  const parts = keys.split('+').filter((part) => part !== '');
  const key = keys.endsWith('+') ? '+' : parts.at(-1)!;
  const has = (name: string) => parts.includes(name) && key !== name;
  return keyAction(
    { key, altKey: has('Alt'), ctrlKey: has('Ctrl'), metaKey: has('Meta'), shiftKey: has('Shift') },
    { ...middle, ...at },
  );
};

describe('the keys of the budget', () => {
  it('move within the year and stop at its edges', () => {
    expect(press('ArrowUp')).toEqual({ kind: 'go', row: 4, column: 6 });
    expect(press('ArrowUp', { row: 0 })).toEqual({ kind: 'go', row: 0, column: 6 });
    expect(press('PageDown')).toEqual({ kind: 'go', row: 25, column: 6 });
    expect(press('PageDown', { row: 39 })).toEqual({ kind: 'go', row: 39, column: 6 });
    expect(press('Ctrl+End')).toEqual({ kind: 'go', row: 39, column: 6 });
    expect(press('Meta+Home')).toEqual({ kind: 'go', row: 0, column: 6 });
    expect(press('Home')).toEqual({ kind: 'go', row: 5, column: 1 });
    expect(press('Home', { column: 1 })).toEqual({ kind: 'go', row: 5, column: 0 });
  });

  it('go on into the neighbouring years, and with End to the year’s own figures', () => {
    expect(press('ArrowRight', { column: 12 })).toEqual({ kind: 'year', step: 1, to: 'first' });
    expect(press('ArrowRight', { column: 12, hasYearAfter: false })).toEqual({ kind: 'go', row: 5, column: 13 });
    expect(press('ArrowLeft', { column: 1 })).toEqual({ kind: 'year', step: -1, to: 'last' });
    expect(press('ArrowLeft', { column: 1, hasYearBefore: false })).toEqual({ kind: 'go', row: 5, column: 0 });
    expect(press('End')).toEqual({ kind: 'go', row: 5, column: 12 });
    expect(press('End', { column: 12 })).toEqual({ kind: 'go', row: 5, column: 13 });
    expect(press('ArrowLeft', { column: 13 })).toEqual({ kind: 'go', row: 5, column: 12 });
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
    expect(press('F6')).toEqual({ kind: 'shelf' });
  });
});

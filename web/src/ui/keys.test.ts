import { describe, expect, it } from 'vitest';
import { sectionsFor } from '../app/keyList.ts';
import { boundTo, nameOf, type KeyPress } from './keys.ts';

const press = (key: string, part: Partial<KeyPress> = {}): KeyPress => ({
  key,
  altKey: false,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  ...part,
});

describe('keys', () => {
  it('have one name however they are pressed', () => {
    expect(nameOf(press('Home', { metaKey: true }))).toBe('Ctrl+Home');
    expect(nameOf(press('®', { altKey: true, code: 'KeyR' }))).toBe('Alt+r');
    expect(nameOf(press('Z', { ctrlKey: true, shiftKey: true }))).toBe('Ctrl+Shift+z');
    expect(nameOf(press('+', { shiftKey: true }))).toBe('+');
    expect(nameOf(press('F10', { shiftKey: true }))).toBe('Shift+F10');
  });

  it('are bound to one thing', () => {
    const bindings = [{ presses: ['Ctrl+y'], shown: '', words: '', does: 'redo' }];
    expect(boundTo(bindings, press('Y', { ctrlKey: true }))).toBe('redo');
    expect(boundTo(bindings, press('y'))).toBeUndefined();
  });

  it('are all listed with words, each once in its section', () => {
    for (const { title, keys } of sectionsFor('budget')) {
      const shown = keys.map((each) => each.shown);
      expect([title, new Set(shown).size]).toEqual([title, shown.length]);
      expect(keys.every(({ words }) => words !== '')).toBe(true);
    }
    expect(sectionsFor('budget').flatMap(({ keys }) => keys).length).toBeGreaterThan(40);
  });

  it('are listed with those of the page first, all of them on each page of a plan', () => {
    for (const page of ['budget', 'lists', 'loans', 'spending', 'history']) {
      const sections = sectionsFor(page);
      expect(sections).toHaveLength(sectionsFor('budget').length);
      if (page !== 'history') expect(sections[0]!.of).toContain(page);
    }
    expect(
      sectionsFor(null)
        .flatMap(({ keys }) => keys)
        .map(({ shown }) => shown),
    ).toEqual(['Ctrl+V', '?']);
  });
});

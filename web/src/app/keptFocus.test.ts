// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepFocus } from './keptFocus.ts';

let end: () => void;
beforeEach(() => {
  // Nothing is laid out here: what is connected is drawn.
  vi.spyOn(HTMLElement.prototype, 'getClientRects').mockReturnValue([{}] as unknown as DOMRectList);
  document.body.innerHTML = `<main tabindex="-1"><ul>
    <li><button class="confirm">Confirm rent</button></li>
    <li><button class="confirm">Confirm power</button></li>
  </ul><section><button id="save">Save as PDF</button><button id="other">Sheets</button></section></main>`;
  end = keepFocus();
});
afterEach(() => {
  end();
  document.body.innerHTML = '';
});

const button = (words: string) => [...document.querySelectorAll('button')].find(({ textContent }) => textContent === words)!; // prettier-ignore
const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
const now = () => document.activeElement?.textContent;

describe('the keyboard', () => {
  it('goes to its like in the next row when its own is gone, and then to what is nearest', async () => {
    button('Confirm rent').focus();
    document.querySelector('li')!.remove();
    await soon();
    expect(now()).toBe('Confirm power');
    document.querySelector('ul')!.remove();
    await soon();
    expect(document.querySelector('main')!.contains(document.activeElement)).toBe(true);
  });

  it('is not left with what cannot be used for a while, and comes back to it', async () => {
    const save = button('Save as PDF');
    save.focus();
    save.disabled = true;
    await soon();
    expect(now()).toBe('Sheets');
    save.disabled = false;
    await soon();
    expect(now()).toBe('Save as PDF');
  });

  it('stays where somebody has gone meanwhile', async () => {
    const save = button('Save as PDF');
    save.focus();
    save.disabled = true;
    await soon();
    button('Confirm power').focus();
    save.disabled = false;
    await soon();
    expect(now()).toBe('Confirm power');
  });
});

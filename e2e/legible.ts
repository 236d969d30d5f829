import type { Page } from '@playwright/test';

/**
 * The texts of a page that a person could not read: covered by something else, cut off without an ellipsis, or beside the
 * window. Rows half behind what is pinned below, and columns half behind what is pinned beside, are left out.
 */
export function unreadable(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const findings = new Set<string>();
    const overlays = '.modal, .modal-backdrop, .dropdown-menu, .toast, [role=dialog]';
    const sideways = document.documentElement.scrollWidth - window.innerWidth;
    if (sideways > 1) findings.add(`the page scrolls sideways by ${sideways}`);

    interface Sight {
      left: number;
      right: number;
      top: number;
      bottom: number;
      /** True when it can be scrolled into sight. */
      scrolls: boolean;
      isCut: boolean;
    }
    /** Returns what its ancestors leave to be seen of a text. */
    const sightOf = (element: Element, text: DOMRect): Sight => {
      const sight = { left: 0, right: innerWidth, top: 0, bottom: innerHeight, scrolls: false, isCut: false };
      let hasEllipsis = false;
      for (
        let ancestor: Element | null = element;
        ancestor && ancestor !== document.documentElement;
        ancestor = ancestor.parentElement
      ) {
        const style = getComputedStyle(ancestor);
        const box = ancestor.getBoundingClientRect();
        hasEllipsis ||= style.textOverflow === 'ellipsis';
        if (style.position === 'fixed') break;
        if (style.overflowX !== 'visible') {
          const canScroll =
            ['auto', 'scroll'].includes(style.overflowX) && ancestor.scrollWidth > ancestor.clientWidth + 1;
          sight.scrolls ||= canScroll;
          const isBeyond = text.right > box.right + 2 || text.left < box.left - 2;
          sight.isCut ||= !sight.scrolls && isBeyond && !hasEllipsis;
          sight.left = Math.max(sight.left, box.left);
          sight.right = Math.min(sight.right, box.right);
        }
        if (style.overflowY !== 'visible') {
          sight.top = Math.max(sight.top, box.top);
          sight.bottom = Math.min(sight.bottom, box.bottom);
        }
      }
      return sight;
    };
    /** Returns whether what is at a point may lie over a text. */
    const mayCover = (hit: Element, element: Element): boolean => {
      if (hit === element || element.contains(hit) || hit.contains(element)) return true;
      if (hit.closest(overlays) && !element.closest('.modal, [role=dialog]')) return true;
      if (hit.tagName === 'INPUT' || getComputedStyle(hit).pointerEvents === 'none') return true;
      const row = element.closest('[role=row]');
      const grid = row?.closest('[role=grid]');
      return (
        grid != null && (hit.closest('[role=grid]') === grid || hit.contains(grid) || !!hit.closest('.pinned-end'))
      );
    };

    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const words = (node.textContent ?? '').trim();
      const element = node.parentElement;
      const ignored = '.visually-hidden, .tool-words, script, style, option, canvas, [aria-hidden=true]';
      if (words.length < 2 || !element || element.closest(ignored)) continue;
      const style = getComputedStyle(element);
      if (style.visibility !== 'visible' || Number(style.opacity) === 0) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const text of range.getClientRects()) {
        if (text.width < 2 || text.height < 2) continue;
        const sight = sightOf(element, text);
        const isAbove = text.bottom <= sight.top + 2 || text.top >= sight.bottom - 2;
        const isBeside = text.right <= sight.left || text.left >= sight.right;
        if (isBeside && !isAbove && !sight.scrolls) findings.add(`out of sight: ${words.slice(0, 40)}`);
        if (isAbove || isBeside) continue;
        if (sight.isCut) findings.add(`cut off: ${words.slice(0, 40)}`);
        const [top, bottom] = [Math.max(text.top, sight.top), Math.min(text.bottom, sight.bottom)];
        if (bottom - top < text.height * 0.6) continue;
        const [left, right] = [Math.max(text.left, sight.left), Math.min(text.right, sight.right)];
        // Of what is behind something pinned, its edge may be beside it by a fraction.
        if (right - left < 3) continue;
        for (const x of [left + 2, (left + right) / 2]) {
          const y = (top + bottom) / 2;
          const hit = x < 0 || x >= innerWidth || y < 0 || y >= innerHeight ? null : document.elementFromPoint(x, y);
          if (hit && !mayCover(hit, element)) findings.add(`covered: ${words.slice(0, 40)}`);
        }
      }
    }
    return [...findings];
  });
}

import type { KeyboardEvent } from 'react';

/**
 * The keys of a dialog: those pressed in it are none of the page's behind it, and Escape leaves it, unless a field of it has
 * taken the key, such as one whose list is open. Where the dialog itself has the keyboard, it leaves by its own handling.
 */
export function dialogKeys(leave: () => void) {
  return {
    onKeyDown(event: KeyboardEvent): void {
      event.stopPropagation();
      const isOfField = event.defaultPrevented || (event.target as Element).getAttribute('aria-expanded') === 'true';
      if (event.key === 'Escape' && !isOfField) leave();
    },
  };
}

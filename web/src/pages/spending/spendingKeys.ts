import type { Month } from '@haushalt/core';

interface SpendingActions {
  readonly month: Month;
  readonly months: readonly Month[];
  readonly goTo: (month: Month) => void;
  readonly begin: () => void;
}

/** The keys of the spending page, wherever the keyboard is: month before and after, a new entry, and to the figures. */
export function keysOfSpending({ month, months, goTo, begin }: SpendingActions): (event: KeyboardEvent) => void {
  return (event) => {
    const target = event.target as Element;
    // A dialog has keys of its own.
    if (document.querySelector('[role=dialog][aria-modal=true]')) return;
    const typing = target.closest('input, select, textarea, [contenteditable=true]') !== null;
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = months[months.indexOf(month) + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) goTo(next);
    } else if (!typing && !event.altKey && !event.ctrlKey && !event.metaKey && event.key.toLowerCase() === 'n') begin();
    else if (event.key === 'F6' && !target.closest('[role=grid]'))
      document.querySelector<HTMLElement>('[role=grid]')?.focus();
    else return;
    event.preventDefault();
  };
}

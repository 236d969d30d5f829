import type { Month } from '@haushalt/core';
import type { KeyboardEvent } from 'react';

interface Deeds {
  readonly month: Month;
  readonly months: readonly Month[];
  readonly goTo: (month: Month) => void;
  readonly begin: () => void;
}

/** The keys of the spending page: month before and after, a new entry, and to the figures and back. */
export function keysOfSpending({ month, months, goTo, begin }: Deeds): (event: KeyboardEvent) => void {
  return (event) => {
    const target = event.target as Element;
    const typing = target.closest('input, select, textarea') !== null;
    if (event.altKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
      const next = months[months.indexOf(month) + (event.key === 'PageUp' ? -1 : 1)];
      if (next !== undefined) goTo(next);
    } else if (!typing && !event.altKey && !event.ctrlKey && !event.metaKey && event.key.toLowerCase() === 'n') begin();
    else if (event.key === 'F6' && !target.closest('[role=grid]'))
      window.document.querySelector<HTMLElement>('[role=grid]')?.focus();
    else return;
    event.preventDefault();
  };
}

import type { KeyboardEvent } from 'react';

/**
 * The keys of a group of radio buttons drawn as buttons: arrows go from one to the next and choose it, the first after the
 * last. Whoever uses them lets the Tab key reach only the one chosen, by `radioTab`.
 */
export function radioKeys(event: KeyboardEvent<HTMLElement>): void {
  const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
  if (step === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
  const radios = [...event.currentTarget.querySelectorAll<HTMLElement>('[role=radio]:not(:disabled)')];
  const index = radios.indexOf(window.document.activeElement as HTMLElement);
  if (index < 0) return;
  event.preventDefault();
  event.stopPropagation();
  const next = radios[(index + step + radios.length) % radios.length]!;
  next.focus();
  next.click();
}

/** Returns whether the Tab key comes to a radio button of a group: to the one chosen, or to all where none is. */
export function radioTab(isChosen: boolean, isAnyChosen = true): 0 | -1 {
  return isChosen || !isAnyChosen ? 0 : -1;
}

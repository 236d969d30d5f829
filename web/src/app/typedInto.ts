/**
 * States whether a key is meant for what is typed into a field. In a field in which nothing is typed yet, or which is as it was taken,
 * undo and redo mean the plan: what was entered just before.
 */
export function isTypedInto(target: EventTarget | null, action: string): boolean {
  if (!(target instanceof HTMLElement) || !target.closest('input, textarea, select, [contenteditable=true]'))
    return false;
  if (action !== 'undo' && action !== 'redo') return true;
  const isBlank = target.closest('[data-blank]') !== null && (target as HTMLInputElement).value === '';
  return !isBlank && target.closest('[data-unchanged]') === null;
}

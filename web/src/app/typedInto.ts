/**
 * Whether a key is meant for what is typed into a field. In a field in which nothing is typed yet, or which is as it was taken,
 * undo and redo mean the plan: what was entered just before.
 */
export function isTypedInto(target: EventTarget | null, deed: string): boolean {
  if (!(target instanceof HTMLElement) || !target.closest('input, textarea, select, [contenteditable=true]'))
    return false;
  if (deed !== 'undo' && deed !== 'redo') return true;
  const isBlank = target.closest('[data-blank]') !== null && (target as HTMLInputElement).value === '';
  return !isBlank && target.closest('[data-unchanged]') === null;
}

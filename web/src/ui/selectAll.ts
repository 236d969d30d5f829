/**
 * Selects all that an input holds, if it still has the focus: a browser moves the focus to an input in which something
 * is selected, and by the time the caret is set the person may be elsewhere.
 */
export function selectAll(input: HTMLInputElement | null): void {
  if (input !== null && window.document.activeElement === input) input.select();
}

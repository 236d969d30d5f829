/** Puts a text on the clipboard. Rejects where the browser does not allow it, as over plain HTTP beyond the own machine. */
export async function copyText(text: string): Promise<void> {
  const { clipboard } = navigator as { clipboard?: Clipboard };
  if (!clipboard) throw new Error('There is no clipboard here.');
  await clipboard.writeText(text);
}

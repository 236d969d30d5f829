/** Saves something as a file, as a browser saves what is downloaded. */
export function saveBlob(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // The browser takes it before the next task; until then it has to be there.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** States how long a frame may be on its way to the screen after its scripts have run, in milliseconds. */
const ON_ITS_WAY = 34;

/** Runs something once the next frame is on the screen; returns what calls it off before then. */
export function afterPainting(run: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  // Asking for a second frame instead would have the browser prepare it while it draws the first.
  const frame = requestAnimationFrame(() => {
    timer = setTimeout(run, ON_ITS_WAY);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  };
}

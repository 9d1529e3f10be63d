/** About one frame. */
const FRAME_MS = 16;

/** Runs work once the frame that is due has been painted: lists and signs wait for the verdict. */
export function afterPaint(work: () => void): void {
  const page = globalThis.document;
  if (page === undefined || page.hidden || typeof requestAnimationFrame === 'undefined') {
    work();
    return;
  }
  // The frame is put on the glass after its callbacks: a timer at once would run before that.
  requestAnimationFrame(() => setTimeout(work, FRAME_MS));
}

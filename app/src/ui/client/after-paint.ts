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

/** How long an idle moment is waited for, in ms; where a browser cannot tell, this long at all. */
const IDLE_MOST = 2000;

/** Runs work once nothing else is to be done. @returns takes it back */
export function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback === 'undefined') {
    const timer = setTimeout(work, IDLE_MOST / 2);
    return () => clearTimeout(timer);
  }
  const waiting = requestIdleCallback(work, { timeout: IDLE_MOST });
  return () => cancelIdleCallback(waiting);
}

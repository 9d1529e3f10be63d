/** About one frame. */
const FRAME_MS = 16;

/**
 * Runs work once the frame that is due has been painted, and one more of its length has gone by: lists and signs wait for the
 * verdict.
 */
export function afterPaint(work: () => void): void {
  const page = globalThis.document;
  if (page === undefined || page.hidden || typeof requestAnimationFrame === 'undefined') {
    work();
    return;
  }
  // ThreeWayMerge out and painting follow the callback, and take longer than a frame on a slow phone: a timer set in the callback would
  // be due by then. The one set after them leaves the phone free to put the frame on the glass.
  requestAnimationFrame(() => setTimeout(() => setTimeout(work, FRAME_MS)));
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

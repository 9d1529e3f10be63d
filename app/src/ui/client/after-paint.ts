/** Runs work once the frame that is due has been painted: lists and signs wait for the verdict. */
export function afterPaint(work: () => void): void {
  const page = globalThis.document;
  if (page === undefined || page.hidden || typeof requestAnimationFrame === 'undefined') {
    work();
    return;
  }
  requestAnimationFrame(() => setTimeout(work, 0));
}

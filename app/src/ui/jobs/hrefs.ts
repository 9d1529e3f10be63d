/** The address of a box, and the station or adder it opens with. */
export function boxHref(jobId: string, boxId: string, open?: string): string {
  return `/job/${jobId}/box/${boxId}${open === undefined ? '' : `?open=${open}`}`;
}

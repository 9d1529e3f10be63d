/** Dates on paper, in the server’s own time zone. */
const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** @example '24 Nov 2026, 14:05' */
export const day = (iso: string): string => WHEN.format(new Date(iso));

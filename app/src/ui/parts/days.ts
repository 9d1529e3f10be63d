/** Dates as they are read at a glance, in the phone's own time zone. */
const WHEN = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

/** @example '24 Nov 2026, 14:05' */
export function dayWords(iso: string): string {
  return WHEN.format(new Date(iso));
}

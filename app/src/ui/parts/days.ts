/** Dates as they are read at a glance, in the phone's own time zone. */
/** Made when the first date is told: making it takes longer than drawing a screen. */
let when: Intl.DateTimeFormat | undefined;
const format = () =>
  (when ??= new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }));

/** @example '24 Nov 2026, 14:05' */
export function dayWords(iso: string): string {
  return format().format(new Date(iso));
}

/** What a test measured beside what it holds: printed where `NOTES=1` asks for it, so that the log of a run stays short. */
export function note(text: string): void {
  if (process.env['NOTES'] === '1') process.stdout.write(`${text}\n`);
}

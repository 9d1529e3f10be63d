/** Prints what a test measured, where `NOTES=1` asks for it: the log of a run stays short. */
export function note(text: string): void {
  if (process.env['NOTES'] === '1') process.stdout.write(`${text}\n`);
}

/**
 * The order names of circuits, rooms and boxes are listed in: 2 before 10, capitals as small letters. The collator is made
 * when the first two names are compared: making it takes longer than drawing a box.
 */
let collator: Intl.Collator | undefined;

/** @example ['10', '2'].sort(naturally) gives ['2', '10'] */
export function naturally(a: string, b: string): number {
  collator ??= new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  return collator.compare(a, b);
}

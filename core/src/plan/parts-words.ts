/** Parts in words: what it is, and what to know of it. The same on the screen, on the sheet and in the list of a trip. */
import type { Parts } from './cut-list.ts';

export interface PartWords {
  readonly what: string;
  readonly how: string;
}

const part = (what: string, how: string): PartWords => ({ what, how });

/** Every part of a list, cuts first. Nothing to cut and nothing to bring: none. */
export function partsWords({ cuts, strips, connectors, groundScrews, taped, marks }: Parts): PartWords[] {
  return [
    ...cuts.map(({ count, size, colour, length, ends }) =>
      part(`${count} × ${size} AWG ${colour}, ${length} in`, `${ends[0]}; ${ends[1]}`),
    ),
    ...strips.map(({ size, conductors, length }) =>
      part(`${length} in of ${size}/${conductors} cable`, 'to strip for the pigtails'),
    ),
    ...connectors.map(({ count, name }) => part(`${count} × ${name}`, 'the package says what it holds')),
    ...(groundScrews > 0 ? [part(`${groundScrews} × ground screw, 10-32`, 'used for nothing else')] : []),
    ...(taped > 0
      ? [
          part(
            `Tape for ${taped} ${taped === 1 ? 'device' : 'devices'}`,
            'two turns over the terminals, once all is landed and tight',
          ),
        ]
      : []),
    ...(marks > 0
      ? [part(`Tape for ${marks} white${marks === 1 ? '' : 's'}`, 'used as hots: mark both ends')]
      : []),
  ];
}

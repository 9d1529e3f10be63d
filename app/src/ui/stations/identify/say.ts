/** How cables, conductors and readings are called on the screen. */
import type { BoxDocument, ItemOf } from '@dense-pack/core/box/document';
import type { Reading } from '@dense-pack/core/box/reading';
import type { CableRole } from '@dense-pack/core/identify/roles';
import { isGroundColour } from '@dense-pack/core/physical/pieces';
import { pieceNames } from '../../parts/piece-names';

export interface NamedCable {
  readonly item: ItemOf<'cable'>;
  readonly name: string;
}

/** The cables of a box, as they are called everywhere. */
export function namedCables(box: BoxDocument): readonly NamedCable[] {
  const names = new Map(pieceNames(box).map(({ id, name }) => [id, name]));
  return box.items.flatMap((item) =>
    item.kind === 'cable' ? [{ item, name: names.get(item.id) ?? '' }] : [],
  );
}

/** Roles in a word or two, as they stand on a cable. */
export const SHORT_ROLES: Readonly<Record<CableRole, string>> = {
  feed: 'feed',
  'feed-out': 'feed-out',
  leg: 'to a load',
  loop: 'switch loop',
  spare: 'spare',
  travelers: 'travelers',
  'loop-in': 'loop from a light',
};

export const FAULTS = {
  reversed: 'Its white is hot and its black is the neutral: exchanged somewhere before this box.',
  'ground-open': 'Its ground reaches nothing: it is open somewhere before this box.',
  'one-leg': 'Both of its hots are on one leg: their currents add in the shared neutral (300.13, 210.4).',
} as const;

/** “a, b or c”. */
export const either = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;

const colourOf = (conductor: string) => {
  const colour = conductor.slice(conductor.lastIndexOf('.') + 1);
  return isGroundColour(colour) ? 'ground' : colour;
};
const cableOf = (conductor: string) => conductor.slice(0, conductor.lastIndexOf('.'));

const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Says where and what: names a cable once. */
export class Teller {
  constructor(readonly cables: readonly NamedCable[]) {}

  cable(id: string): string {
    return this.cables.find(({ item }) => item.id === id)?.name ?? 'a cable that is gone';
  }

  conductor(conductor: string): string {
    return `${this.cable(cableOf(conductor))} ${colourOf(conductor)}`;
  }

  pair(from: string, to: string): string {
    return cableOf(from) === cableOf(to)
      ? `${this.conductor(from)} to ${colourOf(to)}`
      : `${this.conductor(from)} to ${this.conductor(to)}`;
  }

  /** What a reading is taken at. */
  place(
    reading: Pick<Reading, 'test'> & Partial<Record<'from' | 'to' | 'at' | 'cable', string | undefined>>,
  ): string {
    if (reading.test === 'energize') return `${this.cable(reading.cable ?? '')} joined to the line`;
    if (reading.test === 'noncontact') return `Non-contact tester at ${this.conductor(reading.at ?? '')}`;
    return this.pair(reading.from ?? '', reading.to ?? '');
  }

  /** Why a test is advised: its cable by its name, not by the id of its piece. */
  why(words: string): string {
    return this.cables.reduce(
      (said, { item, name }) =>
        said.replace(new RegExp(`cable ${escaped(item.id)}(?=[ ,;])`, 'g'), () => `“${name}”`),
      words,
    );
  }

  reading(reading: Reading): string {
    const far = 'far' in reading && reading.far ? `, far switch ${reading.far}` : '';
    return `${this.place(reading)}: ${resultOf(reading)}${far}`;
  }
}

function resultOf(reading: Reading): string {
  switch (reading.test) {
    case 'volts':
      return reading.says === 'float' ? 'floats' : `${reading.says} V`;
    case 'energize':
      return CAME_ON[reading.says];
    default:
      return reading.says;
  }
}

export const CAME_ON = {
  light: 'a light came on',
  outlet: 'an outlet came on',
  switch: 'a switch came live',
  nothing: 'nothing came on',
} as const;

/** The answers a test can have, as they are touched. */
export const ANSWERS: Readonly<Record<string, string>> = {
  '120': '120 V',
  '240': '240 V',
  '0': '0 V',
  float: 'Floats, a stray',
  closed: 'Closed',
  open: 'Open',
  light: 'A light',
  outlet: 'An outlet',
  switch: 'A switch',
  nothing: 'Nothing',
};

/** The words of a reading as the record keeps them. */
export const saysOf = (answer: string): number | string => (/^\d+$/.test(answer) ? Number(answer) : answer);

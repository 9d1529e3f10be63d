/**
 * What stands on the tag of each conductor, and what a cable is told to do once it is known (docs/trade.md#identifying):
 * a piece of sheath or tape on the conductor itself, left on for good.
 */
import { type Duty, dutyOf } from '../box/work.ts';
import { isGroundColour, isWhite } from '../physical/pieces.ts';
import type { CableRole } from './roles.ts';

const DUTIES: Readonly<Record<CableRole, Duty>> = {
  feed: dutyOf('feed'),
  'feed-out': dutyOf('out'),
  leg: dutyOf('leg'),
  loop: dutyOf('loop'),
  spare: dutyOf('spare'),
  travelers: dutyOf('travelers'),
  'loop-in': dutyOf('loop'),
};

/** The duty a cable has once its role is known: the word alone, as a count line has it. */
export const dutyFor = (role: CableRole): Duty => DUTIES[role];

export interface Tagged {
  readonly role: CableRole;
  readonly colours: readonly string[];
  /** What the cable goes to, as far as it is told: “porch light”. */
  readonly label?: string | undefined;
  /** The circuit of the box, as its panel has it. */
  readonly circuit?: string | undefined;
  /** Its white is the hot: black and white are exchanged upstream. */
  readonly reversed?: boolean;
}

export interface Tag {
  readonly colour: string;
  readonly words: string;
}

/** One tag a conductor; grounds need none. */
export function tagsOf({ role, colours, label, circuit, reversed = false }: Tagged): readonly Tag[] {
  const of = circuit ? `, circuit ${circuit}` : '';
  const to = label ? ` to ${label}` : '';
  const insulated = colours.filter((colour) => !isGroundColour(colour));
  return insulated.map((colour) => ({ colour, words: wordsOf(colour) }));

  function wordsOf(colour: string): string {
    const white = isWhite(colour);
    switch (role) {
      case 'feed':
        return white === reversed ? `line${of}` : `neutral${of}`;
      case 'feed-out':
        return `${white ? 'neutral' : 'hot'} on${to}${of}`;
      case 'leg':
        return `${white ? 'neutral' : 'switched hot'}${to}${of}`;
      case 'loop':
      case 'loop-in':
        return `switch loop${to}${of}`;
      case 'travelers':
        return `${white && insulated.length > 2 ? 'neutral' : 'traveler'}${to}${of}`;
      case 'spare':
        return 'spare, ends nowhere';
    }
  }
}

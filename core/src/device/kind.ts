/**
 * What a kind of device is: everything the product knows of it stands in its one file. The count line, the
 * screen, the depth check, the planner and the simulation all read it there. Common practice, no source,
 * where no section is named; the marking on the device governs.
 */
import type { Length } from '../quantity/length.ts';

export type Metal = 'brass' | 'silver' | 'green' | 'dark' | 'lead';
export type Tab = 'hot' | 'neutral';

/** A place on a device where a conductor lands: a screw, or a lead that is joined in a connector. */
export interface Port {
  readonly name: string;
  readonly metal: Metal;
  /** Joined to another port by a tab that may be broken. */
  readonly tab?: Tab;
  /** How it holds: a conductor lies straight under a clamp plate, or is hooked round the screw. Common practice; the marking decides. */
  readonly grip?: 'plate';
  /** Nothing need land there: an unused screw is turned in. */
  readonly idle?: true;
}

/** What one device is wired for, as far as its kind asks. */
export interface Wired {
  /** The circuit each of its halves takes its hot from; both the same in most devices. */
  readonly circuit: string;
  /** Hot of each half, first or top before second or bottom. */
  readonly halves?: readonly [string, string] | undefined;
  readonly neutral?: boolean | undefined;
  readonly chain?: string | undefined;
  readonly end?: 'line' | 'load' | undefined;
  readonly second?: 'switch' | 'receptacle' | undefined;
}

type Pair = readonly [string, string];

/** A contact inside: which of its ports are joined in each position. */
export interface Contact {
  /** The second half of a device with two controls. */
  readonly half?: 2;
  /** What the half is called, where there are two. */
  readonly words?: string;
  readonly positions: readonly (readonly Pair[])[];
}

/** Something of the device that uses power: an outlet, or what is built into it. */
export interface Use {
  /** Part of its id; `outlet` where there is only one. */
  readonly name: string;
  /** What it is called after the device’s own name. */
  readonly words?: string;
  readonly hot: string;
  readonly neutral: string;
  /** Which half’s hot it should have. */
  readonly half: 1 | 2;
  /** Between two hots: 240 V. */
  readonly doubled?: true;
  /** Built in: no plug tester goes into it, and it has no ground contact of its own. */
  readonly builtIn?: true;
}

/** What is inside a device, whatever it is for. */
export interface Inside {
  readonly contacts?: readonly Contact[];
  readonly uses?: readonly Use[];
  /** Poles a ground-fault interrupter opens: line port, load port. */
  readonly guard?: readonly Pair[];
}

/** What a port is meant to carry. */
export type Meant =
  | { readonly is: 'ground' }
  | { readonly is: 'hot'; readonly half: 1 | 2 }
  | { readonly is: 'neutral'; readonly half: 1 | 2 }
  /** The other hot of its circuit’s two-pole breaker. */
  | { readonly is: 'partner' }
  /** What the device switches. */
  | { readonly is: 'given'; readonly half: 1 | 2 }
  | { readonly is: 'guarded'; readonly part: 'hot' | 'neutral' }
  | { readonly is: 'common' }
  | { readonly is: 'traveler'; readonly nth: 1 | 2; readonly toward: 'line' | 'load' | 'other' };

/** What a person is asked about a device of this kind when the box is set up. */
export type Asked = 'halves' | 'guard' | 'neutral' | 'chain' | 'end' | 'second';

export interface DeviceKind {
  readonly words: string;
  /** Words short enough for a chip. */
  readonly short: string;
  /** Other ways to write it in a count line. */
  readonly aliases: readonly string[];
  /** Typical depth of its body behind the strap. */
  readonly depth: Length;
  /** Gangs one usually needs. */
  readonly gangs: 1 | 2;
  readonly group: 'receptacle' | 'switch' | 'both' | 'none';
  /** A cover and no device: it takes no allowance. */
  readonly cover?: true;
  /** Receptacle ratings the rules of 210.21(B) look at: 15 or 20 A. */
  readonly rated: boolean;
  /** `never`: it has no place for one; `unless`: it takes one unless its marking says otherwise; `asked`: only some do. */
  readonly neutral: 'never' | 'unless' | 'asked';
  /** Two of these, or one and another, are made on one yoke. */
  readonly pairs: boolean;
  /** A control with electronics in it, whose marking says which loads it takes. */
  readonly electronic?: true;
  /** It is made with push-in spring holes next to its screws. */
  readonly springHoles?: true;
  /** The opening of its plate; rectangular where none is named. */
  readonly opening?: 'duplex' | 'round' | 'toggle' | 'blank' | 'range';
  /** A smart switch can take its place. */
  readonly smartInItsPlace?: true;
  readonly asks: readonly Asked[];
  readonly ports: (wired: Wired) => readonly Port[];
  readonly inside: (wired: Wired) => Inside;
  /** What each port carries; a port that is not named carries nothing. */
  readonly meant: (wired: Wired) => Readonly<Record<string, Meant>>;
}

export const GREEN: Port = { name: 'ground', metal: 'green' };
export const GREEN_LEAD: Port = { name: 'ground', metal: 'lead' };
export const TO_GROUND = { ground: { is: 'ground' } } as const satisfies Readonly<Record<string, Meant>>;

/** Whether a device of this kind takes a neutral as it is wired. */
export function takesNeutral(
  { neutral }: Pick<DeviceKind, 'neutral'>,
  wired: Pick<Wired, 'neutral'>,
): boolean {
  if (neutral === 'never') return false;
  return wired.neutral ?? neutral === 'unless';
}

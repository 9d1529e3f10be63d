/** The trade's words for what is found in a box, as the count line, the screen and the record use them. */

import { DEVICE_NAMES, type DeviceName, kindOf } from '../device/index.ts';

export const MATERIALS = ['plastic', 'metal'] as const;
export type Material = (typeof MATERIALS)[number];

export const MOUNTS = ['new-work', 'old-work'] as const;
export type Mount = (typeof MOUNTS)[number];

/** The shape of a box as one sees it, by its word in the count line. */
export const FORMS = {
  'device-box': 'device box',
  square: 'square box',
  round: 'round or octagon box',
  pan: 'ceiling pan',
  masonry: 'masonry box',
  surface: 'surface box',
} as const;
export type Form = keyof typeof FORMS;

/** Where a cable comes into the box, seen from the front. */
export const ENTRIES = ['top', 'bottom', 'left', 'right', 'back'] as const;
export type Entry = (typeof ENTRIES)[number];

export const CABLE_MAKES = ['nm', 'mc', 'ac', 'uf'] as const;
/** How a cable is made: nonmetallic sheath, metal clad, armored, underground feeder. */
export type CableMake = (typeof CABLE_MAKES)[number];

/** What a cable does electrically, by its word in the count line. */
export const CABLE_ROLES = {
  feed: 'feed (line)',
  out: 'feed-out',
  leg: 'switch leg',
  loop: 'switch loop',
  travelers: 'travelers',
  load: 'load',
  spare: 'spare',
} as const;
export type CableRole = keyof typeof CABLE_ROLES;

/** Devices, by their word in the count line. Each is one yoke. What is known of each kind stands in `device/`. */
export const DEVICES = Object.fromEntries(DEVICE_NAMES.map((name) => [name, kindOf(name).words])) as Readonly<
  Record<DeviceName, string>
>;
export type { DeviceName };

export const FITTINGS = ['stud', 'hickey'] as const;
export type Fitting = (typeof FITTINGS)[number];

export const ADDED_PARTS = { ring: 'ring', ext: 'extension', dome: 'domed cover' } as const;
/** A part that adds volume when it is marked, or when it is a box of the table. */
export type AddedPart = keyof typeof ADDED_PARTS;

/** On which side of the box the stud stands. */
export const STUDS = ['left', 'right', 'both', 'none'] as const;

/** What one may find on opening a box, by its word in the record. */
export const CONDITIONS = {
  scorched: 'scorched',
  brittle: 'brittle insulation',
  painted: 'painted over',
  debris: 'debris inside',
  crowded: 'crowded',
  damp: 'damp or rusted',
  loose: 'box loose',
  damaged: 'box broken',
  unlabelled: 'cables not labelled',
} as const;
export type Condition = keyof typeof CONDITIONS;

/** Making safe before hands go in, step by step (docs/trade.md#making-safe). */
export const SAFE_STEPS = {
  found: 'The breaker is found',
  off: 'It is off, and locked or tagged',
  proved: 'The tester is proved on a known live source',
  dead: 'Every conductor in the box tests dead',
  again: 'The tester is proved again',
} as const;
export type SafeStep = keyof typeof SAFE_STEPS;

/** The three states of a box record. */
export const STAGES = { found: 'as found', planned: 'planned', built: 'as built' } as const;
export type Stage = keyof typeof STAGES;

/** The two spaces a barrier makes. */
export const SIDES = ['a', 'b'] as const;
export type Side = (typeof SIDES)[number];

/** The words of a table as a schema takes them. */
export const keysOf = <K extends string>(words: Readonly<Record<K, unknown>>) =>
  Object.keys(words) as [K, ...K[]];

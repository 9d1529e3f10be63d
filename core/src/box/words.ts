/** The trade's words for what is found in a box, as the count line, the screen and the record use them. */

export const MATERIALS = ['plastic', 'metal'] as const;
export type Material = (typeof MATERIALS)[number];

export const MOUNTS = ['new-work', 'old-work'] as const;
export type Mount = (typeof MOUNTS)[number];

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

/** Devices, by their word in the count line. Each is one yoke. */
export const DEVICES = {
  duplex: 'duplex receptacle',
  single: 'single receptacle',
  gfci: 'GFCI receptacle',
  usb: 'USB receptacle',
  switch: 'switch',
  '3way': 'three-way switch',
  '4way': 'four-way switch',
  dimmer: 'dimmer',
  timer: 'timer',
  smart: 'smart switch',
  combo: 'combination device',
  'fan-control': 'fan control',
  range: 'range receptacle',
  dryer: 'dryer receptacle',
  blank: 'blank face on a yoke',
} as const;
export type DeviceName = keyof typeof DEVICES;

export const FITTINGS = ['stud', 'hickey'] as const;
export type Fitting = (typeof FITTINGS)[number];

export const ADDED_PARTS = { ring: 'ring', ext: 'extension', dome: 'domed cover' } as const;
/** A part that adds volume when it is marked, or when it is a box of the table. */
export type AddedPart = keyof typeof ADDED_PARTS;

/** The two spaces a barrier makes. */
export const SIDES = ['a', 'b'] as const;
export type Side = (typeof SIDES)[number];

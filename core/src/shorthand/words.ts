/** Words of the count line, beyond those of the box document. */
import { DEVICE_NAMES, type DeviceName, kindOf } from '../device/index.ts';
import { BOX_CODES, EDITION_IDS } from '../edition/index.ts';
import { CABLE_MAKES, CABLE_ROLES, DEVICES, ENTRIES, FORMS, MATERIALS, MOUNTS } from '../box/words.ts';

import { SITE_WORDS } from './site.ts';

/** Other ways to write a device; the first form is what is printed. */
export const DEVICE_ALIASES: Readonly<Record<string, DeviceName>> = Object.fromEntries(
  DEVICE_NAMES.flatMap((name) => kindOf(name).aliases.map((alias) => [alias, name])),
);

/** Every first word an item may have, for finding the nearest to a misspelt one. */
export const FIRST_WORDS: readonly string[] = [
  ...EDITION_IDS,
  'box',
  'measured',
  'marks',
  'ring',
  'ext',
  'dome',
  'barrier',
  'body',
  'ground',
  'ig',
  'clamps',
  'flaps',
  'count-flaps',
  'empty',
  'no',
  'domed',
  'flat',
  'old-cable',
  'width',
  'depth',
  'stamp',
  'catalog',
  'stud',
  'hickey',
  'terminal',
  'fixture',
  'connectors',
  'pigtails',
  ...Object.keys(DEVICES),
  ...Object.keys(DEVICE_ALIASES),
  ...MATERIALS,
  ...MOUNTS,
  ...Object.keys(FORMS),
  ...SITE_WORDS,
];

/** Words that may follow another, for the same. */
export const LATER_WORDS: readonly string[] = [
  ...CABLE_MAKES,
  ...Object.keys(CABLE_ROLES),
  ...ENTRIES,
  ...MATERIALS,
  ...MOUNTS,
  ...BOX_CODES,
  'no-ground',
  'through',
  'loop',
  'domed',
  'flat',
  'old',
  'catalog',
  'unmarked',
  'wide',
  'depth',
  'side',
  'counted',
  'spaces',
];

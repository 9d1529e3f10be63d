/** Facts that only an eye tells: right or wrong, and no measure. */
export const EYES = [
  'covers',
  'weatherproof',
  'access',
  'openings',
  'fastened',
  'notice',
  'twoslot',
  'fanbox',
  'copper',
  'heat',
  'bundles',
  'grouped',
  'load',
  'contact',
] as const;
export type Eye = (typeof EYES)[number];

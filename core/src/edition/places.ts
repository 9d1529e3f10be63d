/** Where a box is, by its word in the count line: what protection and which circuit an edition asks for follow from it. */
export const PLACES = {
  kitchen: 'kitchen',
  counter: 'kitchen countertop',
  dining: 'dining room or pantry',
  bath: 'bathroom',
  laundry: 'laundry',
  garage: 'garage',
  basement: 'unfinished basement',
  'finished-basement': 'finished basement',
  outdoors: 'outdoors',
  crawl: 'crawl space',
  sink: 'near a sink',
  tub: 'near a tub or shower',
  damp: 'damp or wet place indoors',
  boathouse: 'boathouse',
  bedroom: 'bedroom',
  living: 'living room',
  hall: 'hall or stair',
} as const;
export type Place = keyof typeof PLACES;

/** What a receptacle serves, where that decides its protection. */
export const SERVED = {
  countertop: 'the countertop',
  dishwasher: 'a dishwasher',
  disposal: 'a waste disposer',
  hood: 'a range hood',
  microwave: 'a microwave oven',
  cooking: 'a range, oven or cooktop',
  dryer: 'a clothes dryer',
  fridge: 'a refrigerator',
  other: 'something else',
} as const;
export type Served = keyof typeof SERVED;

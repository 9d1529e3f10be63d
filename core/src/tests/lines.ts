/** Random boxes as count lines, for the tests: every kind of item, every edition. Invented data. */
import fc from 'fast-check';

const SIZE = fc.constantFrom(14, 12, 10, 8, 6);
const SMALL = fc.constantFrom(18, 16, 14);
const COUNT = fc.integer({ min: 1, max: 4 });
const text = (strings: TemplateStringsArray, ...parts: fc.Arbitrary<unknown>[]) =>
  fc
    .tuple(...parts)
    .map((values) =>
      strings.map((string, nth) => `${string}${nth < values.length ? String(values[nth]) : ''}`).join(''),
    );

const DEVICE = fc.constantFrom(
  'duplex',
  'switch',
  'gfci',
  'dimmer',
  '3way',
  'timer',
  'smart',
  'combo',
  'blank',
);
const MAKE = fc.constantFrom(
  '',
  '',
  '',
  ' mc',
  ' ac',
  ' uf',
  ' no-ground',
  ' old',
  ' mc no-ground',
  ' egc 10',
);
const ROLE = fc.constantFrom(
  '',
  '',
  ' feed',
  ' feed top',
  ' back',
  ' out',
  ' leg "porch, north"',
  ' travelers',
);

/** One item that fills a box. */
const FILLING = fc.oneof(
  { weight: 5, arbitrary: text`${COUNT}x ${SIZE}/${fc.constantFrom('2', '3', '2/2')}${MAKE}${ROLE}` },
  { weight: 2, arbitrary: text`${COUNT}x ${SIZE}` },
  text`${COUNT}x ${SIZE} through`,
  text`${COUNT}x ${SIZE} loop ${fc.constantFrom('10 in', '12 in', '14 in', '11.99 in')}`,
  text`${COUNT}x ground ${SIZE}`,
  text`${COUNT}x ig ${SIZE}`,
  { weight: 3, arbitrary: text`${COUNT}x ${DEVICE}${fc.constantFrom('', '', ' @14', ' @12', ' @6')}` },
  text`${DEVICE} @${SIZE} wide ${fc.integer({ min: 2, max: 3 })}`,
  text`${fc.constantFrom('range', 'dryer')}${fc.constantFrom('', ' @6', ' @10 wide 1', ' wide 2')}`,
  text`${DEVICE} depth ${fc.constantFrom('0.9', '1', '1.25', '1.4', '1 3/8')}`,
  fc.constantFrom('clamps', '2x clamps', 'flaps', 'stud', '2x stud', 'hickey'),
  text`${COUNT}x terminal ${SIZE}`,
  text`fixture ${fc.integer({ min: 1, max: 6 })}x${SMALL}${fc.constantFrom('', ' domed', ' flat')}`,
  text`connectors ${COUNT}${fc.constantFrom('', ' @8', ' @14')}`,
  text`pigtails ${COUNT}x${SIZE}`,
);

const ADDED = fc.constantFrom(
  'ring 6',
  'ring 3.5 in3',
  'ext 8',
  'ext 4sq-1.5',
  'ring unmarked',
  'dome 5',
  'ext 60 ml',
);
const BOX = fc.constantFrom(
  'box 18',
  '18 in3 plastic new-work device-box',
  '6 in3 metal pan',
  '20.3 in3 plastic',
  '32 in3 2-gang',
  '44.5 in3 plastic 3-gang old-work',
  '34 in3 catalog plastic 2-gang old-work',
  '295 ml',
  'box 4sq-1.5',
  'box 4sq-2.125 metal',
  'box oct-1.5',
  'box 411sq-2.125',
  'box dev-3x2x2.5',
  'box dev-3x2x2.5 2-gang',
  'box masonry-3.5 2-gang',
  'marks 9/14 8/12 7/10',
  'box 18, marks 9/14 8/12 7/10',
  'measured 3 x 2 x 2 1/2',
);

/** Every edition the product counts by. */
export const EDITION = fc.constantFrom('nec2014', 'nec2017', 'nec2020', 'nec2023', 'cec2018', 'cec2021');

/** Facts for the checks beyond fill. */
const FACTS = fc.subarray(
  ['breaker 20', 'setback 3/8 in', 'finish combustible', 'free 6 in', 'gap 0 in', 'place kitchen', 'plate'],
  { maxLength: 3 },
);

/** The items of a box, the first always a conductor, so that every device has one to be sized from. */
export const ITEMS = fc
  .tuple(text`${COUNT}x ${SIZE}/2`, fc.array(FILLING, { maxLength: 7 }), fc.option(ADDED, { nil: undefined }))
  .map(([first, more, added]) => [first, ...more, ...(added === undefined ? [] : [added])]);

/** What somebody looked for and did not find, by the words that would contradict it. */
const ABSENT: Readonly<Record<string, RegExp>> = {
  'no clamps': /clamps$/,
  'no stud': /stud$/,
  'no hickey': /hickey$/,
  'no connectors': /^connectors/,
};

/** A whole count line, as its items. */
export const LINE = fc
  .tuple(EDITION, BOX, ITEMS, FACTS, fc.subarray(Object.keys(ABSENT), { maxLength: 2 }))
  .map(([edition, box, items, facts, absent]) => [
    edition,
    box,
    ...items,
    ...facts,
    ...absent.filter((one) => !items.some((item) => ABSENT[one]?.test(item))),
  ]);

export { FILLING };

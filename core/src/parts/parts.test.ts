/**
 * The truck's boxes and the chooser. Volumes of standard boxes: NEC Table 314.16(A), from memory
 * (docs/trade.md#fill-nec); typical boxes are common practice, no source. Invented plans.
 */
import { countedIds } from '../box/piece-id.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { inches } from '../quantity/length.ts';
import { cubicInches } from '../quantity/volume.ts';
import { catalogueOf } from '../catalog/catalog.ts';
import { readCountLine } from '../shorthand/read.ts';
import { type BoxWish, chooseBoxes, wishFor } from './chooser.ts';
import { findRemedies } from '../remedy/search.ts';
import {
  addsAtHand,
  addsOf,
  boxesAtHand,
  inTruck,
  Kit,
  newKit,
  partsOf,
  TruckAdd,
  truckAddOf,
  TruckBox,
  truckBoxOf,
} from './kit.ts';

const nec = editionOf('nec2023');
function boxOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
const own = (more: Partial<TruckBox> = {}): TruckBox => ({
  id: 'own-1',
  name: 'deep one, read off its stamp',
  form: 'device-box',
  material: 'plastic',
  gangs: 1,
  volume: '21.5 in3',
  depth: '3.25 in',
  width: '2.25 in',
  height: '3.75 in',
  mounts: ['old-work'],
  places: ['wall'],
  clamps: false,
  ...more,
});
const kit = (more: Partial<Kit> = {}): Kit => Kit.parse({ ...newKit(), ...more });
const THIRD_CABLE = '18 in3 plastic old-work, 3x 12/2, duplex';

describe('the truck', () => {
  test('a box of one’s own is offered by its volume, and a changed one takes the place of the listed', () => {
    const [first] = catalogueOf(nec);
    const changed = { ...truckBoxOf(first ?? fail()), volume: '7.9 in3' };
    const parts = partsOf(nec, kit({ boxes: [own(), changed] }));
    expect(parts.map(({ id }) => id).filter((id) => id === changed.id)).toHaveLength(1);
    expect(parts.find(({ id }) => id === changed.id)?.volume).toBe(cubicInches(7.9));
    expect(parts.find(({ id }) => id === 'own-1')).toMatchObject({
      volume: cubicInches(21.5),
      typical: false,
    });
    expect(parts).toHaveLength(catalogueOf(nec).length + 1);
    expect(parts.every(({ volume }, nth) => nth === 0 || volume >= (parts[nth - 1]?.volume ?? 0))).toBe(true);
  });

  test.each(catalogueOf(nec).map((part) => [part.id, part] as const))(
    '%s can be written down',
    (_id, part) => {
      expect(TruckBox.parse(truckBoxOf(part))).toEqual(truckBoxOf(part));
    },
  );

  test('only what is in the truck is used where that is wished; what is unknown is named', () => {
    const some = kit({ here: ['plastic-1g-old-20', 'lost-part'], only: true });
    expect(boxesAtHand(nec, some).map(({ id }) => id)).toEqual(['plastic-1g-old-20']);
    expect(inTruck(nec, some).unknown).toEqual(['lost-part']);
    expect(boxesAtHand(nec, kit({ only: true }))).toEqual([]);
  });

  test('rings, extensions and starters are the person’s too: changed, added, ticked', () => {
    const listed = addsOf(nec, newKit()).map(({ id }) => id);
    expect(listed).toEqual(expect.arrayContaining(['ext-4sq-1-5', 'ring-3-5', 'extender', 'starter-8']));
    const [ring] = addsOf(nec, newKit()).filter(({ id }) => id === 'ring-3-5');
    const changed: TruckAdd = { ...truckAddOf(ring ?? fail()), volume: '5 in3' };
    const mine = kit({ adds: [changed], here: ['ring-3-5'], only: true });
    expect(addsAtHand(nec, mine).map(({ volume }) => volume)).toEqual([cubicInches(5)]);
    expect(inTruck(nec, mine).unknown).toEqual([]);
    // 4 × 1½ square, 21.0 in³, wants 24.75: a marked ring of 5 does it, one of 3.5 does not.
    const box = boxOf('box 4sq-1.5 metal square, 4x 12/2, switch @12');
    const fixes = (added: ReturnType<typeof addsOf>) =>
      findRemedies(box, nec, tally(box, nec), {
        weights: newKit().weights,
        newId: countedIds(),
        boxes: [],
        added,
      }).proposals.flatMap(({ ids }) => ids);
    expect(fixes(addsAtHand(nec, mine))).toContain('add:ring-3-5');
    expect(fixes([{ ...(ring ?? fail()), id: 'small' }])).not.toContain('add:small');
    expect(TruckAdd.safeParse({ ...changed, volume: 'five' }).success).toBe(false);
  });

  test('masonry and cast boxes of the table take the place of their own kind only', () => {
    const masonry = catalogueOf(nec).filter(({ form }) => form === 'masonry');
    expect(masonry.map(({ volume }) => volume)).toEqual([cubicInches(14), cubicInches(21)]);
    expect(
      catalogueOf(nec)
        .filter(({ form }) => form === 'surface')
        .map(({ volume }) => volume),
    ).toEqual([cubicInches(13.5), cubicInches(18)]);
    const kinds = (line: string) =>
      new Set(
        chooseBoxes(boxOf(line), nec, partsOf(nec, newKit()), {}, newKit(), countedIds()).fits.map(
          ({ part }) => part.form,
        ),
      );
    expect(kinds('18 in3 plastic, 12/2')).not.toContain('masonry');
    expect(kinds('box masonry-2.5 masonry, 12/2')).toContain('masonry');
  });

  test.each([
    ['a volume without a unit', { volume: '21.5' }, 'write a volume with its unit'],
    ['a depth below zero', { depth: '-2 in' }, 'write a length with its unit'],
    ['a depth of a foot', { depth: '12 in' }, 'at most 6 in'],
    ['no gang', { gangs: 0 }, 'at least 1'],
    ['no name', { name: ' ' }, 'name the box'],
    ['no mounting', { mounts: [] }, 'new-work, old-work or both'],
    ['a form there is not', { form: 'barrel' as 'round' }, 'must be one of device-box'],
  ])('%s is answered in words', (_what, more, words) => {
    const read = TruckBox.safeParse(own(more));
    expect(read.success).toBe(false);
    expect(read.error?.issues.map(({ message }) => message).join()).toContain(words);
  });

  test('weights and assumptions keep to their ranges', () => {
    expect(Kit.safeParse({ ...newKit(), weights: { ...newKit().weights, spare: -1 } }).success).toBe(false);
    expect(
      Kit.safeParse({ ...newKit(), assumptions: { ...newKit().assumptions, conductor: 80 } }).success,
    ).toBe(false);
    expect(Kit.parse({})).toEqual(newKit());
  });
});

describe('choosing a box', () => {
  const choose = (line: string, wish: Partial<BoxWish> = {}, mine: Kit = newKit()) => {
    const box = boxOf(line);
    return chooseBoxes(box, nec, partsOf(nec, mine), { ...wishFor(box), ...wish }, mine, countedIds());
  };

  test('worked example 2: the third cable wants 20.25 in³; the smallest legal box is the smallest that has them', () => {
    const { smallest, fits } = choose(THIRD_CABLE, {}, kit({ boxes: [own()] }));
    expect(smallest?.part.id).toBe('own-1');
    const need = tally(boxOf(THIRD_CABLE), nec).fill;
    for (const { part, good } of fits) expect(good).toBe(part.volume >= need);
  });

  test('beside the smallest stand the deepest of the same gangs and the deepest of one more', () => {
    const { smallest, deepest, wider, fits } = choose('18 in3 plastic new-work device-box, 3x 12/2, duplex');
    expect(smallest?.part.volume).toBe(cubicInches(20.3));
    expect(deepest?.part.id).toBe('plastic-1g-new-22-5');
    expect(wider?.part.id).toBe('plastic-2g-new-35-5');
    for (const { good, part } of fits.filter(({ part: one }) => one.gangs === 1 && one.depth > inches(3.5)))
      expect([part.id, good]).toEqual([part.id, false]);
    // What the wall suffers and what must come with it are told.
    expect(deepest?.cost).toEqual({ parts: 1, minutes: 20, damage: 0 });
    expect(wider?.with).toEqual(['a wider plate']);
  });

  test('the bay bounds the deepest too', () => {
    const { deepest, wider } = choose('18 in3 plastic new-work device-box, 3x 12/2, duplex, cavity 3.25 in');
    expect([deepest?.part.id, wider?.part.id]).toEqual(['plastic-1g-new-20-3', 'plastic-2g-new-32']);
    expect(deepest?.counted.verdict).toBe('legal');
  });

  test('every wish leaves out what is not so, and says how many and why', () => {
    const all = catalogueOf(nec).length;
    for (const wish of [
      { gangs: 2 },
      { mount: 'old-work' },
      { place: 'ceiling' },
      { material: 'metal' },
      { clamps: true },
      { rated: 'fan' },
      { depth: inches(2.5) },
      { truck: true },
    ] as const satisfies BoxWish[]) {
      const box = boxOf('18 in3, 12/2');
      const { fits, leftOut } = chooseBoxes(box, nec, partsOf(nec, newKit()), wish, newKit(), countedIds());
      const gone = Object.values(leftOut).reduce((sum, count) => sum + count, 0);
      expect(fits.length + gone).toBe(all);
      expect(gone).toBeGreaterThan(0);
    }
  });

  test('the wall’s depth less what stands behind bounds the choice', () => {
    const line = '18 in3 plastic, 12/2, duplex, cavity 3.5 in, behind 1 in';
    expect(wishFor(boxOf(line)).depth).toBe(inches(2.5));
    expect(choose(line).fits.every(({ part }) => part.depth <= inches(2.5))).toBe(true);
    expect(choose(line).leftOut['too deep for the wall']).toBeGreaterThan(0);
  });

  test('a fan wants a box rated for one', () => {
    const { fits } = choose('box oct-1.5 metal round, 14/3, hangs fan');
    expect(fits.map(({ part }) => part.rated)).toEqual(fits.map(() => 'fan'));
    expect(fits.length).toBeGreaterThan(0);
  });

  test('what was measured of the old box is not said of the new one', () => {
    const { fits } = choose('18 in3 plastic, 12/2, duplex, deep 2.3 in, setback 0.5 in, gap 0.25 in');
    for (const { box, part } of fits) {
      expect(box.site?.setback).toBeUndefined();
      expect(box.site?.gap).toBeUndefined();
      if (part.code === undefined) expect(box.site?.depth).not.toBe('2.3 in');
    }
  });
});

/**
 * Folding (docs/trade.md#folding: common practice): solids that are laid are looked at by a routine of its own and by a general
 * geometry library (@flatten-js/core); the hand-made cases are the trade’s.
 */
import Flatten from '@flatten-js/core';
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { facesOf } from '../plan/faces.ts';
import { workOf } from '../plan/suggest.ts';
import { synthesise } from '../plan/synthesise.ts';
import { readLength } from '../quantity/length.ts';
import { readCountLine } from '../shorthand/read.ts';
import type { BoxDocument } from '../box/document.ts';
import { foldBox } from './fold.ts';
import { answerFold, foldWhyWords, tape } from './fold-words.ts';
import { pack } from './pack.ts';
import { runs } from '../tests/runs.ts';

const nec = editionOf('nec2023');
const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
};
/** The joints alone: whether they work is proved elsewhere. */
const joinedOf = (box: BoxDocument) => {
  const work = workOf(box);
  const plan = synthesise(box, work, nec);
  return { wiring: plan.wiring, plan, faces: facesOf(box, work) };
};
const foldOf = (box: BoxDocument) => {
  const planned = joinedOf(box);
  return { fold: foldBox(box, nec, planned), planned };
};
const answerOf = (line: string, ground: 'down' | 'up' | 'left' | 'right' = 'down') => {
  return answerFold(foldOf(boxOf(line)).fold, ground);
};

const KINDS = [
  'measured',
  'marked',
  'moulded',
  'pocket',
  'octagon',
  'square',
  'ring',
  'extended',
  'divided',
  'hung',
] as const;
type Kind = (typeof KINDS)[number];
interface Asked {
  readonly kind: Kind;
  readonly line: string;
  readonly box: BoxDocument;
  readonly clamps: boolean;
  readonly gangs: number;
  readonly deep: number;
}

/** Boxes of every kind, so that their inside is known. */
const boxes: fc.Arbitrary<Asked> = fc
  .record({
    gangs: fc.integer({ min: 1, max: 4 }),
    deep: fc.integer({ min: 20, max: 60 }),
    size: fc.constantFrom(14, 12),
    cables: fc.integer({ min: 1, max: 5 }),
    devices: fc.array(fc.constantFrom('switch', 'duplex', 'gfci', 'dimmer', 'smart', 'usb'), {
      maxLength: 4,
    }),
    clamps: fc.boolean(),
    kind: fc.constantFrom(...KINDS),
  })
  .map(({ gangs: asked, deep, size, cables, devices, clamps, kind }) => {
    const gangs = kind === 'divided' ? 2 : kind === 'pocket' ? 1 : asked;
    const wide = 2.125 + 1.8125 * (gangs - 1);
    const [width, inches] = [wide.toFixed(4), (deep / 16).toFixed(4)];
    const shells: Readonly<Record<Kind, string>> = {
      measured: `measured ${width} x 3 x ${inches}, ${gangs}-gang`,
      marked: `${(gangs * deep) / 2.5} in3, ${gangs}-gang`,
      moulded: `${(wide * 3 * (deep / 16)).toFixed(2)} in3 plastic, ${gangs}-gang`,
      pocket: `${(wide * 3 * (deep / 16) * 1.4).toFixed(2)} in3 plastic`,
      octagon: 'box oct-2.125',
      square: 'box 4sq-2.125',
      ring: 'box 4sq-1.5, ring 5',
      extended: 'box 4sq-1.5, ext 4sq-1.5',
      hung: 'box oct-2.125, stud, hickey',
      divided: `measured ${width} x 3 x ${inches}, 2-gang, barrier metal`,
    };
    const most = ['octagon', 'square', 'ring', 'extended', 'divided', 'hung'].includes(kind) ? 1 : gangs;
    const names = devices.slice(0, most);
    const two = kind === 'divided';
    const line = [
      shells[kind],
      `${size}/2 feed`,
      ...Array.from({ length: cables - 1 }, (_, nth) => `${size}/2 ${nth === 0 ? 'out' : 'leg'}`),
      ...(two ? [`${size}/2 feed side b`] : []),
      ...names,
      ...(clamps ? ['clamps'] : []),
    ].join(', ');
    const box = boxOf(line);
    const told = kind === 'moulded' || kind === 'pocket';
    return {
      kind,
      line,
      clamps,
      gangs,
      deep: told ? deep * 4 : 0,
      box: told ? { ...box, site: { ...box.site, depth: `${inches} in` } } : box,
    };
  });

/**
 * What keeps a solid from where it lies, by the figures of docs/folding.md alone (sixty-fourths): an octagon by its flats,
 * the taper, the pocket behind the board, the ring’s opening, the clamps, the barrier.
 */
function wallOf(
  { kind, clamps, box }: Asked,
  { at, size }: Solid,
  edges: readonly number[],
): string | undefined {
  const [x, y, z] = at;
  const [w, h] = size;
  const [wide = 0, high = 0, deep = 0] = edges;
  if (clamps && z < 48) {
    if (y + h > high - 24) return 'the clamp above';
    if (box.items.filter((item) => item.kind === 'cable').length > 2 && y < 24) return 'the clamp below';
  }
  switch (kind) {
    case 'hung':
      // A stud of ¾ in with a hickey of 1 in on it, ¾ in wide, in the middle.
      if (
        z < 112 &&
        Math.abs(x + w / 2 - wide / 2) < w / 2 + 23 &&
        Math.abs(y + h / 2 - high / 2) < h / 2 + 23
      )
        return 'the hickey';
      return undefined;
    case 'octagon': {
      const far = Math.max(Math.abs(x - wide / 2), Math.abs(x + w - wide / 2));
      const off = Math.max(Math.abs(y - high / 2), Math.abs(y + h - high / 2));
      return far + off > wide / Math.SQRT2 + 2 ? 'a slanting side' : undefined;
    }
    case 'moulded':
      return z < Math.floor(deep / 2) && (x < 4 || y < 4 || x + w > wide - 4 || y + h > high - 4)
        ? 'the taper'
        : undefined;
    case 'pocket':
      return z + size[2] > deep - 32 && x + w > 136 ? 'the wallboard' : undefined;
    case 'ring': {
      const left = Math.floor((wide - 136) / 2);
      return z + size[2] > 96 && (x < left || x + w > left + 136) ? 'the ring' : undefined;
    }
    case 'divided':
      return x < wide / 2 - 2 && x + w > wide / 2 + 2 ? 'the barrier' : undefined;
    default:
      return undefined;
  }
}

const parts = (text: string) => (readLength(text) ?? NaN) / 396_875;
interface Solid {
  readonly what: string;
  readonly at: readonly [number, number, number];
  readonly size: readonly [number, number, number];
}
const solidsOf = (said: ReturnType<typeof answerOf>): Solid[] =>
  said.places.map((place) => ({
    what: place.what,
    at: [parts(place.x), parts(place.y), parts(place.z)],
    size: [parts(place.width), parts(place.height), parts(place.depth)],
  }));

/** Whether two solids share room, by their middles: not how the maker asks. */
const shareRoom = (a: Solid, b: Solid) =>
  [0, 1, 2].every(
    (axis) =>
      2 *
        Math.abs((a.at[axis] ?? 0) + (a.size[axis] ?? 0) / 2 - (b.at[axis] ?? 0) - (b.size[axis] ?? 0) / 2) <
      (a.size[axis] ?? 0) + (b.size[axis] ?? 0),
  );

/** The front of a solid, a hair smaller: what only touches does not meet. */
const front = ({ at: [x, y], size: [w, h] }: Solid) => {
  const polygon = new Flatten.Polygon();
  const hair = 0.01;
  polygon.addFace(
    [
      [x + hair, y + hair],
      [x + w - hair, y + hair],
      [x + w - hair, y + h - hair],
      [x + hair, y + h - hair],
    ].map(([px, py]) => new Flatten.Point(px, py)),
  );
  return polygon;
};
const meetsByLibrary = (a: Solid, b: Solid) => {
  const [za, zb] = [a.at[2], b.at[2]];
  const deep = za < zb + b.size[2] && zb < za + a.size[2];
  return deep && !Flatten.Relations.disjoint(front(a), front(b));
};

test(`over ${runs(3000)} boxes no two solids meet and none leaves the box`, () => {
  const seen = { yes: 0, tight: 0, no: 0, unknown: 0 };
  const kinds = new Map<Kind, number>();
  let met = 0;
  fc.assert(
    fc.property(boxes, fc.constantFrom('down' as const, 'up' as const, 'left' as const), (asked, ground) => {
      const { line, box } = asked;
      const { fold, planned } = foldOf(box);
      const said = answerFold(fold, ground);
      seen[said.fits] += 1;
      if (!said.inside) return;
      const edges = [said.inside.width, said.inside.height, said.inside.depth].map(parts);
      if (asked.deep > 0) expect(edges[2]).toBe(asked.deep);
      const standing = answerFold(fold, 'down');
      for (const solid of solidsOf(standing)) {
        const own = [standing.inside?.width, standing.inside?.height, standing.inside?.depth];
        const wall = wallOf(
          asked,
          solid,
          own.map((edge) => parts(edge ?? '')),
        );
        if (wall !== undefined) throw new Error(`${line}: ${solid.what} meets ${wall}`);
      }
      kinds.set(asked.kind, (kinds.get(asked.kind) ?? 0) + (standing.places.length > 0 ? 1 : 0));
      const solids = solidsOf(said);
      solids.forEach((solid, nth) => {
        solid.at.forEach((from, axis) => {
          if (!(from >= 0 && from + (solid.size[axis] ?? NaN) <= (edges[axis] ?? NaN)))
            throw new Error(`${line}: ${solid.what} leaves the box`);
        });
        for (const other of solids.slice(nth + 1)) {
          if (shareRoom(solid, other)) throw new Error(`${line}: ${solid.what} and ${other.what} share room`);
          // The library is slow: it looks at some.
          if ((met += 1) % 100 === 0 && meetsByLibrary(solid, other))
            throw new Error(`${line}: ${solid.what} and ${other.what} meet`);
        }
      });
      if (said.fits === 'yes' || said.fits === 'tight') {
        // Every connector of every joint has its place, and every device.
        const want = planned.wiring.joints.reduce((sum, { connectors }) => sum + connectors.length, 0);
        if (said.exact && solids.length > 0)
          expect(solids.filter(({ what }) => what.startsWith('joint'))).toHaveLength(want);
      }
    }),
    { numRuns: runs(3000), seed: 24 },
  );
  // Of each kind there was something to look at.
  for (const kind of KINDS) expect([kind, (kinds.get(kind) ?? 0) > runs(40)]).toEqual([kind, true]);
  expect(seen.yes).toBeGreaterThan(runs(300));
  expect(seen.no).toBeGreaterThan(runs(300));
  expect(seen.tight).toBeGreaterThan(runs(100));
}, 300_000);

const RANK = { no: 0, tight: 1, yes: 2, unknown: -1 } as const;

test('a deeper box is never worse, and has no less depth left over', () => {
  let told = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 24, max: 56 }),
      fc.array(fc.constantFrom('switch', 'gfci', 'dimmer', 'smart'), { minLength: 1, maxLength: 3 }),
      fc.integer({ min: 1, max: 4 }),
      (gangs, deep, devices, cables) => {
        const line = (depth: number) =>
          [
            `measured ${(2.125 + 1.8125 * (gangs - 1)).toFixed(4)} x 3 x ${(depth / 16).toFixed(4)}, ${gangs}-gang`,
            '14/2 feed',
            ...Array.from({ length: cables }, () => '14/2 leg'),
            ...devices.slice(0, gangs),
          ].join(', ');
        const [shallow, deeper] = [answerOf(line(deep)), answerOf(line(deep + 2))];
        expect(RANK[deeper.fits]).toBeGreaterThanOrEqual(RANK[shallow.fits]);
        if (shallow.depthLeft !== null && deeper.depthLeft !== null && shallow.exact && deeper.exact) {
          told += 1;
          expect(parts(deeper.depthLeft)).toBeGreaterThanOrEqual(parts(shallow.depthLeft));
        }
      },
    ),
    { numRuns: 150, seed: 25 },
  );
  expect(told).toBeGreaterThan(40);
}, 120_000);

test('a device less is never worse', () => {
  fc.assert(
    fc.property(boxes, fc.integer({ min: 0, max: 3 }), ({ box }, nth) => {
      const { planned, fold } = foldOf(box);
      const devices = box.items.filter(({ kind }) => kind === 'device');
      const gone = devices[nth % Math.max(1, devices.length)];
      if (!gone) return;
      const less = { ...box, items: box.items.filter((item) => item !== gone) };
      // A space that is left empty is not told any more.
      if (box.items.some(({ kind }) => kind === 'barrier') && 'side' in gone && gone.side === 'b') return;
      // The same joints: only the body is taken out.
      const without = foldBox(less, nec, planned);
      expect(RANK[without.fits]).toBeGreaterThanOrEqual(RANK[fold.fits]);
    }),
    { numRuns: 300, seed: 26 },
  );
}, 120_000);

test('a cable, a clamp or a joint less is never worse', () => {
  let told = 0;
  fc.assert(
    fc.property(boxes, fc.integer({ min: 0, max: 20 }), ({ box }, nth) => {
      const { planned, fold } = foldOf(box);
      const { joints } = planned.wiring;
      const fewer = joints.filter((_, at) => at !== nth % Math.max(1, joints.length));
      const lighter = foldBox(box, nec, { ...planned, wiring: { ...planned.wiring, joints: fewer } });
      // The last joint taken out leaves what was recorded: nothing.
      expect(RANK[lighter.fits]).toBeGreaterThanOrEqual(RANK[fold.fits]);
      const parts = box.items.filter(({ kind }) => kind === 'cable' || kind === 'clamps');
      const gone = parts[nth % parts.length];
      const less = { ...box, items: box.items.filter((item) => item !== gone) };
      if (!gone || (box.items.some(({ kind }) => kind === 'barrier') && 'side' in gone && gone.side === 'b'))
        return;
      // The joints as they are: what one folds less is the cable.
      const without = foldBox(less, nec, planned);
      told += 1;
      expect(RANK[without.fits]).toBeGreaterThanOrEqual(RANK[fold.fits]);
      if (without.exact && fold.exact && fold.depthLeft !== undefined)
        expect(without.depthLeft ?? -1).toBeGreaterThanOrEqual(fold.depthLeft);
    }),
    { numRuns: 300, seed: 27 },
  );
  expect(told).toBeGreaterThan(200);
}, 120_000);

test('half a turn of the device exchanges the sides, and nothing else', () => {
  const line = '32 in3 plastic 2-gang, 14/2 feed, 14/2 out, 2x 14/2 leg, 2x switch';
  const [down, up] = [answerOf(line), answerOf(line, 'up')];
  expect(up.fits).toBe(down.fits);
  expect(up.depthLeft).toBe(down.depthLeft);
  const wide = parts(down.inside?.width ?? '');
  solidsOf(down).forEach((solid, nth) => {
    const other = solidsOf(up)[nth];
    expect(other?.at[0]).toBe(wide - solid.at[0] - solid.size[0]);
    expect(other?.at[2]).toBe(solid.at[2]);
  });
  const joint = down.places.find(({ what }) => what === 'joint 2');
  const turned = up.places.find(({ what }) => what === 'joint 2');
  // Neutrals leave to the left with the ground down, to the right with it up.
  expect(parts(joint?.x ?? '')).toBeLessThan(wide / 2);
  expect(parts(turned?.x ?? '') + parts(turned?.width ?? '')).toBeGreaterThan(wide / 2);
});

test.each([
  ['a switch with one cable on in a deep box', '22.5 in3 plastic, 14/2 feed, 14/2 leg, switch', 'yes'],
  [
    'five 14/2 with two dimmers in a 2¾ in two-gang',
    'measured 3.9375 x 3 x 2.75, 2-gang, 14/2 feed, 14/2 out, 3x 14/2 leg, 2x dimmer depth 1.5',
    'tight',
  ],
  ['a GFCI with three cables in 18 in³', '18 in3 plastic, 12/2 feed, 2x 12/2 out, gfci', 'yes'],
  [
    'four connectors behind a GFCI in a shallow box',
    'measured 2.125 x 3 x 2, 12/2 feed, 2x 12/2 out, 12/2 leg, gfci',
    'no',
  ],
  ['an octagon with three cables', 'box oct-2.125, 14/2 feed, 14/2 out, 14/2 leg', 'yes'],
  ['a shallow wide box', 'box 4sq-1.25, 12/2 feed, 2x 12/2 out, duplex', 'tight'],
  [
    'three smart switches in 44 in³',
    '44 in3 plastic 3-gang, 14/2 feed, 14/2 out, 3x 14/2 leg, 3x smart',
    'tight',
  ],
  ['a device deeper than the box', '10 in3, 14/2 feed, gfci depth 3', 'no'],
  ['more devices than gangs', '18 in3 plastic, 14/2 feed, 2x switch', 'no'],
  ['no volume', '14/2 feed, switch', 'unknown'],
  ['a barrier', '32 in3 2-gang, barrier plastic, 14/2 feed, switch', 'unknown'],
])('%s', (_name, line, fits) => {
  const said = answerOf(line);
  expect([said.fits, said.why]).toEqual([fits, expect.anything()]);
  if (fits !== 'yes') expect(said.why.length).toBeGreaterThan(0);
});

test('what stands in the way is said first and plainly', () => {
  expect(answerOf('10 in3, 14/2 feed, gfci depth 3').why).toEqual([
    'The GFCI receptacle is 3 in deep, the box 1⁹⁄₁₆ in.',
  ]);
  expect(answerOf('18 in3 plastic, 14/2 feed, 2x switch').why).toEqual([
    'The devices want 2 gangs, the box has 1.',
  ]);
  expect(answerOf('14/2 feed, switch').why[0]).toContain('its volume is not known');
});

test('the order is from the back: grounds, neutrals, hots, devices', () => {
  const { order } = answerOf('18 in3 plastic, 12/2 feed, 12/2 out, gfci');
  const places = ['grounds:', 'neutrals:', 'hots last', 'devices:'].map((word) =>
    order.findIndex((step) => step.startsWith(word)),
  );
  expect(places.every((at) => at >= 0)).toBe(true);
  expect([...places].sort((a, b) => a - b)).toEqual(places);
});

test('packing is exact: what just fits is found, what does not is proved', () => {
  const cube = (side: number) => ({ x: 0, y: 0, z: 0, width: side, height: side, depth: side });
  const piece = (...edges: [number, number, number]) => ({ edges, side: 'left' as const });
  // Eight halves of a cube fill it; a ninth does not go in.
  const halves = Array.from({ length: 6 }, () => piece(4, 4, 4));
  expect(pack([{ ...cube(8), depth: 6 }], halves.slice(0, 4)).fits).toBe(true);
  expect(pack([{ ...cube(8), depth: 6 }], halves.slice(0, 5))).toEqual({ fits: false, proved: true });
  // Three bricks of 2 × 1 × 1 stand round a corner that a greedy hand misses: 6 in a box of 2 × 2 × 3, half of it taken.
  expect(
    pack(
      [{ ...cube(2), depth: 3 }],
      Array.from({ length: 6 }, () => piece(2, 1, 1)),
    ).fits,
  ).toBe(true);
  expect(
    pack(
      [{ ...cube(2), depth: 3 }],
      Array.from({ length: 7 }, () => piece(2, 1, 1)),
    ).fits,
  ).toBe(false);
  expect(pack([cube(3)], [piece(4, 1, 1)])).toEqual({ fits: false, proved: true });
});

test('odd boxes are answered in words: nothing is thrown, nothing is no number, every doubt has its reason', () => {
  const shells = [
    '0.5 in3',
    '500 in3 plastic 8-gang',
    'box oct-1.25, ring 3, ext oct-1.5',
    'box 4sq-1.5, ring unmarked',
    'box fs-multi 2-gang',
    'measured 0.6 x 0.6 x 0.6',
    'measured 24 x 24 x 24',
    '44 in3 metal 3-gang, barrier metal',
    'cec2018, box 295 ml',
  ];
  const contents = [
    '4x 6/3 feed, range @6 wide 2',
    '10x 12/2/2, combo',
    '6x 12, 4x 12 through, 2x 12 loop 110 in, switch',
    '40x 14/2, 8x smart',
    '3x 12/2, clamps, switch, 14/2 feed side b, switch side b',
    'connectors 99, 14/2',
    'fixture 99x18 domed',
  ];
  let answered = 0;
  for (const shell of shells)
    for (const inside of contents) {
      const read = readCountLine(`${shell}, ${inside}`);
      // Sides without a barrier are refused by the count line itself.
      if (!read.ok) continue;
      for (const depth of [undefined, '0.1 in', '6 in']) {
        const box = depth ? { ...read.box, site: { ...read.box.site, depth } } : read.box;
        const said = answerFold(foldOf(box).fold, 'left');
        expect(JSON.stringify(said)).not.toMatch(/NaN|Infinity|undefined|null in/);
        if (said.fits !== 'yes') expect([shell, inside, said.why.length > 0]).toEqual([shell, inside, true]);
        answered += 1;
      }
    }
  expect(answered).toBeGreaterThan(150);
}, 60_000);

test('many solids are laid one after another, and never into one another', () => {
  const pieces = Array.from({ length: 24 }, (_, nth) => ({
    edges: [8 + (nth % 3), 8, 12] as const,
    side: nth % 2 === 0 ? ('left' as const) : ('right' as const),
  }));
  const packed = pack([{ x: 0, y: 0, z: 0, width: 60, height: 60, depth: 40 }], pieces);
  if (!packed.fits) throw new Error('they find no place');
  packed.places.forEach((a, nth) => {
    for (const b of packed.places.slice(nth + 1))
      expect(
        a.x < b.x + b.width &&
          b.x < a.x + a.width &&
          a.y < b.y + b.height &&
          b.y < a.y + a.height &&
          a.z < b.z + b.depth &&
          b.z < a.z + a.depth,
      ).toBe(false);
  });
  // More than the space by volume is proved at once.
  expect(pack([{ x: 0, y: 0, z: 0, width: 20, height: 20, depth: 20 }], pieces)).toEqual({
    fits: false,
    proved: true,
  });
});

test('a recorded depth is that of the box with its rings and extensions', () => {
  const bare = boxOf('box 4sq-1.5, 14/2 feed, 14/2 leg');
  const ringed = boxOf('box 4sq-1.5, ring 5, 14/2 feed, 14/2 leg');
  const measured = { ...ringed, site: { ...ringed.site, depth: '2.25 in' } };
  const deep = (box: BoxDocument) => foldBox(box, nec).inside?.depth ?? 0;
  expect(deep(bare)).toBe(96);
  // By the table and the ring’s volume over its opening: 1½ and 5 ÷ (2⅛ × 3) in.
  expect(Math.abs(deep(ringed) - (96 + (5 / (2.125 * 3)) * 64))).toBeLessThan(2);
  expect(Math.abs(deep(measured) - 144)).toBeLessThan(3);
});

test('an octagon with the bracket of a fan has less room, and says so', () => {
  const plain = boxOf('box oct-2.125, 14/2 feed, 14/2 out, 14/2 leg');
  const fan = { ...plain, site: { ...plain.site, hangs: 'fan' as const } };
  const [without, hung] = [foldOf(plain).fold, foldOf(fan).fold];
  expect([without.fits, hung.fits]).toEqual(['yes', 'yes']);
  expect(hung.depthLeft ?? 0).toBeLessThanOrEqual(without.depthLeft ?? 0);
  expect(hung.places.filter(({ is }) => is === 'folds').length).toBeGreaterThan(3);
  expect(hung.assumed.join(' ')).toContain('holds the luminaire or fan');
  // A shallow octagon with a stud and a hickey under a device is jammed.
  expect(answerOf('box oct-1.5, stud, hickey, 14/2 feed, gfci').why.join(' ')).toMatch(
    /meets? a wall|left behind/,
  );
});

test('one depth is told alike on every screen and sheet: in sixteenths, and never as more than it is', () => {
  // 55/64 in left over: a sheet said 55/64 and the screen 13/16.
  expect(tape(55)).toBe('¹³⁄₁₆ in');
  expect(tape(52)).toBe('¹³⁄₁₆ in');
  expect(tape(3)).toBe('³⁄₆₄ in');
  expect(tape(-5)).toBe('−¹⁄₈ in');
  expect(foldWhyWords({ is: 'too deep', what: 'GFCI', depth: 90, box: 89 })).toBe(
    'The GFCI is 1⁷⁄₁₆ in deep, the box 1³⁄₈ in.',
  );
});

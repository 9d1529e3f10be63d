/**
 * Cutting in, held against docs/trade.md#openings: a checker of its own in sixty-fourths of an inch looks at every
 * place of a grid, and shares nothing with the planner. Sizes are those of docs/trade.md#openings (common practice).
 */
import fc from 'fast-check';
import { CutInAsk } from '../box/hole.ts';
import { readLength } from '../quantity/length.ts';
import { answerCutIn } from './cut-in-words.ts';
import { runs } from '../tests/runs.ts';

/** A wall in sixty-fourths of an inch, as the checker sees it. */
interface Plain {
  readonly studs: readonly number[];
  readonly cavity: number;
  readonly board: number;
  readonly finish: number;
  readonly there?: { readonly gangs: number; readonly x: number; readonly y: number };
  readonly obstacles: readonly {
    readonly x: number;
    readonly y: number;
    readonly w: number;
    readonly h: number;
    readonly d: number;
    readonly face: boolean;
  }[];
  readonly gangs: number;
  readonly kind: 'old-work' | 'new-work' | 'side-screwed';
  readonly depth: number;
  readonly y: number;
}

const STUD = 96;
const wideOf = (gangs: number) => 152 + 116 * (gangs - 1);
const TALL = 232;
const text = (parts: number) => `${parts}/64 in`;

const askOf = (wall: Plain) =>
  CutInAsk.parse({
    wall: {
      studs: wall.studs.map((at) => (at < 0 ? `-${text(-at)}` : text(at))),
      cavity: text(wall.cavity),
      board: text(wall.board),
      finish: text(wall.finish),
    },
    ...(wall.there && {
      there: { gangs: wall.there.gangs, kind: 'old-work', x: text(wall.there.x), y: text(wall.there.y) },
    }),
    obstacles: wall.obstacles.map((thing) => ({
      what: 'thing',
      x: text(thing.x),
      y: text(thing.y),
      width: text(thing.w),
      height: text(thing.h),
      depth: text(thing.d),
      on: thing.face ? 'face' : 'cavity',
    })),
    new: { gangs: wall.gangs, kind: wall.kind, depth: text(wall.depth) },
    wish: { y: text(wall.y) },
  });

/** Every rule that a box with its centre there would break, by name. */
function broken(wall: Plain, x: number): string[] {
  const [w, h] = [wideOf(wall.gangs), TALL];
  const box = { l: x - w / 2, r: x + w / 2, b: wall.y - h / 2, t: wall.y + h / 2 };
  const grown = (by: number, up = by) => ({ l: box.l - by, r: box.r + by, b: box.b - up, t: box.t + up });
  const meets = (a: typeof box, b: typeof box) => a.l < b.r && b.l < a.r && a.b < b.t && b.b < a.t;
  const ears = wall.kind === 'old-work';
  const faces = wall.studs.map((at) => ({ l: at - STUD / 2, r: at + STUD / 2 }));
  const rules: string[] = [];
  if (faces.some(({ l, r }) => box.l < r && l < box.r)) rules.push('stud');
  if (box.l < Math.min(...faces.map(({ l }) => l)) || box.r > Math.max(...faces.map(({ r }) => r)))
    rules.push('outside');
  const swing = ears ? 32 : 0;
  if (box.b - swing < 96 || box.t + swing > 96 * 64 - 192) rules.push('plate');
  const all = wall.board + wall.finish;
  if (ears && (all < 16 || all > 80)) rules.push('clamps');
  if (all + wall.cavity < wall.depth) rules.push('deep');
  if (!ears && !faces.some(({ l, r }) => box.l === r || box.r === l)) rules.push('loose');
  const plate = { x: (176 - 152) / 2, y: (288 - 232) / 2 };
  for (const thing of wall.obstacles) {
    const rect = { l: thing.x, r: thing.x + thing.w, b: thing.y, t: thing.y + thing.h };
    if (thing.face) {
      if (meets(grown(Math.max(plate.x, ears ? 32 : 0), Math.max(plate.y, ears ? 32 : 0)), rect))
        rules.push('face');
      continue;
    }
    if (meets(box, rect) && all + wall.cavity - thing.d < wall.depth) rules.push('behind');
    if (ears && wall.cavity - thing.d < 32 && meets(grown(0, 32), rect)) rules.push('clamp');
  }
  if (wall.there) {
    const ow = wideOf(wall.there.gangs);
    const old = {
      l: wall.there.x - ow / 2,
      r: wall.there.x + ow / 2,
      b: wall.there.y - h / 2,
      t: wall.there.y + h / 2,
    };
    const held = box.l <= old.l && old.r <= box.r && box.b <= old.b && old.t <= box.t;
    if (!held && meets(grown(ears ? 32 : 0), old)) rules.push('old');
  }
  return rules;
}

const walls: fc.Arbitrary<Plain> = fc
  .record({
    start: fc.integer({ min: 0, max: 200 }),
    bays: fc.array(fc.oneof(fc.integer({ min: 110, max: 400 }), fc.constantFrom(928, 1440)), {
      minLength: 1,
      maxLength: 3,
    }),
    cavity: fc.constantFrom(160, 224, 224, 352),
    board: fc.constantFrom(8, 24, 32, 32, 40, 72),
    finish: fc.constantFrom(0, 0, 16, 32),
    old: fc.option(
      fc.record({ gangs: fc.integer({ min: 1, max: 2 }), share: fc.double({ min: 0, max: 1, noNaN: true }) }),
    ),
    obstacles: fc.array(
      fc.record({
        x: fc.integer({ min: 0, max: 1200 }).map((n) => n * 4),
        y: fc.integer({ min: 0, max: 300 }).map((n) => n * 4),
        w: fc.integer({ min: 0, max: 60 }).map((n) => n * 4),
        h: fc.integer({ min: 1, max: 300 }).map((n) => n * 4),
        share: fc.constantFrom(0.25, 0.5, 0.9, 1),
        face: fc.boolean(),
      }),
      { maxLength: 4 },
    ),
    gangs: fc.integer({ min: 1, max: 3 }),
    kind: fc.constantFrom(
      'old-work' as const,
      'old-work' as const,
      'new-work' as const,
      'side-screwed' as const,
    ),
    depth: fc.integer({ min: 8, max: 14 }).map((n) => n * 16),
    y: fc.integer({ min: 230, max: 1200 }),
    level: fc.constantFrom(true, true, true, false),
  })
  .map(({ start, bays, old, obstacles, y, level, cavity, ...rest }) => {
    const studs = bays.reduce((all, bay) => [...all, (all.at(-1) ?? 0) + STUD + bay], [start]);
    const first = (studs[0] ?? 0) + STUD / 2;
    const bay = bays[0] ?? 0;
    const there =
      old && bay >= wideOf(old.gangs)
        ? {
            gangs: old.gangs,
            x: first + wideOf(old.gangs) / 2 + Math.floor((old.share * (bay - wideOf(old.gangs))) / 4) * 4,
            y: level ? y : y + 40,
          }
        : undefined;
    return {
      ...rest,
      cavity,
      y,
      studs,
      ...(there && { there }),
      obstacles: obstacles.map(({ share, ...thing }) => ({ ...thing, d: Math.floor(cavity * share) })),
    };
  });

const parts = (length: string | undefined) => (readLength(length ?? '') ?? NaN) / 396_875;
/** Whether a place lies in one of the ranges: these are read once, and asked thousands of times. */
const rangesOf = (texts: readonly (readonly string[])[]) => {
  const ranges = texts.map(([from, to]) => [parts(from), parts(to)] as const);
  return (x: number) => ranges.some(([from, to]) => x >= from && x <= to);
};

test(`over ${runs(2000)} walls a grid of sixteenths finds no place that is denied, and none that is not there`, () => {
  let places = 0;
  let full = 0;
  fc.assert(
    fc.property(walls, (wall) => {
      const said = answerCutIn(askOf(wall));
      const { ranges } = said;
      const inRanges = rangesOf(ranges);
      for (let x = wall.studs[0] ?? 0; x <= (wall.studs.at(-1) ?? 0); x += 4) {
        const free = broken(wall, x).length === 0;
        if (free !== inRanges(x))
          throw new Error(
            `${x}/64 in: ${broken(wall, x).join(', ') || 'free'}, ranges ${JSON.stringify(ranges)}`,
          );
        if (free) places += 1;
      }
      if (ranges.length === 0) full += 1;
      expect(said.fits).toBe(ranges.length > 0);
      if (!said.fits) expect(said.reasons.length).toBeGreaterThan(0);
    }),
    { numRuns: runs(2000), seed: 15 },
  );
  expect(places).toBeGreaterThan(runs(20_000));
  expect(full).toBeGreaterThan(runs(100));
}, 60_000);

test('every end of a range is tight: a sixty-fourth further breaks a rule, which is named', () => {
  let ends = 0;
  fc.assert(
    fc.property(walls, (wall) => {
      const said = answerCutIn(askOf(wall));
      const inRanges = rangesOf(said.ranges);
      said.ranges.forEach(([from, to], nth) => {
        for (const beyond of [parts(from) - 1, parts(to) + 1])
          if (!inRanges(beyond)) expect(broken(wall, beyond)).not.toEqual([]);
        expect(broken(wall, parts(from))).toEqual([]);
        expect(broken(wall, parts(to))).toEqual([]);
        for (const words of said.limits[nth] ?? []) expect(words).not.toBe('');
        ends += 2;
      });
    }),
    { numRuns: runs(1000), seed: 16 },
  );
  expect(ends).toBeGreaterThan(runs(1000));
}, 60_000);

test('what is chosen breaks no rule; where it grows, the old opening lies inside the new one', () => {
  let grown = 0;
  fc.assert(
    fc.property(walls, (wall) => {
      const said = answerCutIn(askOf(wall));
      if (!said.box || !said.opening) return;
      const x = parts(said.box.x);
      expect(broken(wall, x)).toEqual([]);
      const left = parts(said.opening.left);
      const right = left + parts(said.opening.width);
      expect(right - left).toBe(wideOf(wall.gangs));
      if (wall.there && said.grow !== 'none') {
        grown += 1;
        const half = wideOf(wall.there.gangs) / 2;
        expect(left).toBeLessThanOrEqual(wall.there.x - half);
        expect(right).toBeGreaterThanOrEqual(wall.there.x + half);
        // What is sawn is exactly what the new opening has more.
        const sawn = said.cuts.reduce((sum, cut) => sum + parts(cut.width) * parts(cut.height), 0);
        expect(sawn).toBe((wideOf(wall.gangs) - 2 * half) * TALL);
      }
    }),
    { numRuns: runs(2000), seed: 17 },
  );
  expect(grown).toBeGreaterThan(runs(150));
}, 60_000);

test('a mirrored wall has the mirrored answer', () => {
  let asked = 0;
  fc.assert(
    fc.property(walls, (wall) => {
      const over = (wall.studs[0] ?? 0) + (wall.studs.at(-1) ?? 0);
      const mirrored: Plain = {
        ...wall,
        studs: wall.studs.map((at) => over - at).reverse(),
        ...(wall.there && { there: { ...wall.there, x: over - wall.there.x } }),
        obstacles: wall.obstacles.map((thing) => ({ ...thing, x: over - thing.x - thing.w })),
      };
      if (mirrored.obstacles.some(({ x }) => x < 0)) return;
      const [one, other] = [answerCutIn(askOf(wall)), answerCutIn(askOf(mirrored))];
      expect(other.ranges.map((range) => range.map((at) => over - parts(at)).reverse()).reverse()).toEqual(
        one.ranges.map((range) => range.map(parts)),
      );
      expect(other.fits).toBe(one.fits);
      if (wall.there && one.grow !== 'none' && one.grow !== 'both') {
        asked += 1;
        expect(parts(other.box?.x)).toBe(over - parts(one.box?.x));
        expect(other.grow).toBe(one.grow === 'left' ? 'right' : 'left');
      }
    }),
    { numRuns: runs(1500), seed: 18 },
  );
  expect(asked).toBeGreaterThan(runs(50));
}, 60_000);

const EXAMPLE = {
  wall: {
    studs: ['0 in', '16 in', '32 in'],
    stud: '1 1/2 in',
    cavity: '3 1/2 in',
    board: '1/2 in',
    height: '96 in',
  },
  there: { gangs: 1, kind: 'new-work', x: '18 in', y: '14 in' },
  obstacles: [{ x: '25 in', y: '0 in', width: '1 in', height: '96 in', depth: '2 in', what: 'pipe' }],
  new: { gangs: 2, kind: 'old-work', depth: '2 7/8 in' },
  wish: { y: '14 in' },
} as const;
const said = (more: object = {}) => answerCutIn(CutInAsk.parse({ ...EXAMPLE, ...more }));

test('the published example: the edge at the stud stays, it grows to the right, the plate hides it', () => {
  expect(said()).toMatchObject({
    fits: true,
    grow: 'right',
    box: { x: '18 29/32 in', y: '14 in' },
    opening: { left: '16 13/16 in', bottom: '12 3/16 in', width: '4 3/16 in', height: '3 5/8 in' },
    plate: { kind: 'standard', width: '4 9/16 in', height: '4 1/2 in', covers: true },
    depthLeft: '1 1/8 in',
    cuts: [{ left: '19 3/16 in', width: '1 13/16 in' }],
    changes: [],
  });
});

test('a pipe where it must grow: what stops it and what would work instead', () => {
  const stopped = said({ obstacles: [{ ...EXAMPLE.obstacles[0], x: '19 1/2 in' }] });
  // It still fits elsewhere in the wall, but not over the old opening.
  expect(stopped.grow).toBe('none');
  expect(stopped.reasons[0]).toBe('The old opening stays beside it and must be closed.');
  expect(stopped.changes.map(({ words }) => words)).toEqual([
    'A box no deeper than 2 in, centre at 18 29/32 in',
    'One gang, 3 1/2 in deep, centre at 18 in',
    'Close the old opening first, centre at 22 19/32 in',
  ]);
});

test('no place at all names what is in the way and the smallest changes', () => {
  const shut = answerCutIn(
    CutInAsk.parse({
      wall: { studs: ['0 in', '16 in'], cavity: '3 1/2 in', board: '1/2 in' },
      obstacles: [{ what: 'duct', x: '1 in', y: '0 in', width: '14 in', height: '40 in', depth: '3 1/4 in' }],
      new: { gangs: 1, kind: 'old-work', depth: '2 7/8 in' },
      wish: { y: '14 in' },
    }),
  );
  expect(shut.fits).toBe(false);
  expect(shut.box).toBeNull();
  expect(shut.reasons.join(' ')).toContain('the duct behind, which leaves 3/4 in for a box 2 7/8 in deep');
  expect(shut.changes.map(({ words }) => words)).toEqual([
    'Put it at 42 5/16 in from the floor, centre at 8 in',
  ]);
});

test.each([
  [
    'a board thicker than clamps take',
    { wall: { ...EXAMPLE.wall, board: '5/8 in', finish: '3/4 in' } },
    'clamps take at most 1 1/4 in',
  ],
  [
    'a board thinner than clamps take',
    { wall: { ...EXAMPLE.wall, board: '1/8 in' } },
    'clamps want at least 1/4 in',
  ],
  [
    'a box deeper than board and cavity',
    { new: { ...EXAMPLE.new, depth: '4 1/4 in' } },
    'where board and cavity are 4 in',
  ],
])('%s is answered in words', (_name, more, words) => {
  const answer = said(more);
  expect(answer.fits).toBe(false);
  expect(answer.reasons.join(' ')).toContain(words);
  expect(answer.changes.length).toBeGreaterThan(0);
});

test('a narrow bay: the stud on either side', () => {
  const bay = answerCutIn(
    CutInAsk.parse({
      wall: { studs: ['0 in', '5 in'], cavity: '3 1/2 in', board: '1/2 in' },
      new: { gangs: 2, kind: 'old-work', depth: '2 7/8 in' },
      wish: { x: '2 in', y: '14 in' },
    }),
  );
  expect(bay.fits).toBe(false);
  expect(bay.reasons).toEqual(['In the way: the stud at 0 in.', 'In the way: the stud at 5 in.']);
  expect(bay.changes.map(({ words }) => words)).toEqual(['One gang, 3 1/2 in deep, centre at 2 in']);
});

test('a height by habit where none is wished; the top of a switch box at 48 in', () => {
  const fresh = (wish: object) =>
    answerCutIn(CutInAsk.parse({ ...EXAMPLE, there: undefined, obstacles: [], wish })).box?.y;
  expect(fresh({})).toBe('14 in');
  expect(fresh({ use: 'counter' })).toBe('43 in');
  expect(fresh({ use: 'switch' })).toBe('46 3/16 in');
  expect(said({ wish: {}, there: { ...EXAMPLE.there, y: '13 1/2 in' } }).box?.y).toBe('13 1/2 in');
});

test('tile on the face: its edge keeps a plate away, and it moves the surface out', () => {
  const edge = { what: 'tile edge', x: '22 in', y: '0 in', width: '0 in', height: '96 in' };
  const answer = said({ obstacles: [edge], there: undefined, wish: { x: '21 in', y: '14 in' } });
  // Half of 4 3/16 in and half an inch of sound board.
  expect(answer.box?.x).toBe('19 13/32 in');
  expect(said({ wall: { ...EXAMPLE.wall, finish: '3/8 in' } }).depthLeft).toBe('1 1/2 in');
});

test('an old opening wider than the new one wants to be closed first', () => {
  const answer = said({
    there: { gangs: 2, kind: 'old-work', x: '24 in', y: '14 in' },
    obstacles: [],
    new: { gangs: 1, kind: 'old-work', depth: '2 7/8 in' },
  });
  expect(answer.grow).toBe('none');
  expect(answer.changes.map(({ words }) => words)).toContain('Close the old opening first, centre at 24 in');
});

test('a ceiling: joists, no plates, words of its own', () => {
  const answer = answerCutIn(
    CutInAsk.parse({
      wall: {
        kind: 'ceiling',
        studs: ['0 in', '16 in'],
        cavity: '7 1/4 in',
        board: '1/2 in',
        height: '120 in',
      },
      new: { gangs: 1, kind: 'side-screwed', depth: '2 1/8 in' },
      wish: { x: '1 in', y: '2 in' },
    }),
  );
  expect(answer.box).toEqual({ x: '1 15/16 in', y: '2 in' });
  expect(answer.limits[0]).toEqual(['held by the joist at 0 in', 'held by the joist at 0 in']);
});

test.each([
  [
    'studs that overlap',
    { wall: { ...EXAMPLE.wall, studs: ['0 in', '1 in', '32 in'] } },
    'wall.studs.1: “1 in” overlaps the stud at 0 in; studs of 1 1/2 in stand at least that far apart, centre to centre',
  ],
  [
    'one stud alone',
    { wall: { ...EXAMPLE.wall, studs: ['0 in'] } },
    'wall.studs: must be at least two studs: a bay lies between two',
  ],
  [
    'a box outside the studs',
    { there: { ...EXAMPLE.there, x: '40 in' } },
    'there.x: “40 in” is outside the studs that were named; accepted is 0 in to 32 in',
  ],
  [
    'a box above the wall',
    { there: { ...EXAMPLE.there, y: '100 in' } },
    'there.y: “100 in” is outside the wall; accepted is 0 in to 96 in',
  ],
  [
    'a negative size',
    { wall: { ...EXAMPLE.wall, cavity: '-3 in' } },
    'wall.cavity: “-3 in” is no length; accepted is a length in in, ft, mm, cm, as “23 1/4 in”',
  ],
  ['no depth', { new: { ...EXAMPLE.new, depth: '0 in' } }, 'new.depth: “0 in” must be more than 0'],
  [
    'an obstacle deeper than the cavity',
    { obstacles: [{ ...EXAMPLE.obstacles[0], depth: '4 in' }] },
    'obstacles.0.depth: “4 in” is more than the cavity; at most 3 1/2 in can be taken',
  ],
])('%s is refused with its field', (_name, more, words) => {
  const issues = CutInAsk.safeParse({ ...EXAMPLE, ...more }).error?.issues ?? [];
  expect(issues.map(({ path, message }) => `${path.join('.')}: ${message}`)).toContain(words);
});

test('a box measured into a stud is a slip of the tape up to a quarter inch, and told beyond', () => {
  expect(said({ there: { ...EXAMPLE.there, x: '17 7/8 in' } }).opening?.left).toBe('16 3/4 in');
  expect(() => said({ there: { ...EXAMPLE.there, x: '17 in' } })).toThrow('would stand in a stud');
});

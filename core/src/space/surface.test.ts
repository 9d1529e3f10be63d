/**
 * A run laid on wall and ceiling (docs/trade.md#surface-raceway). Lengths are added up by hand; nesting is held against an integer program
 * solved by another library.
 */
import fc from 'fast-check';
import Solver from 'javascript-lp-solver';
import { Surface } from '../box/surface.ts';
import { type Length, readLength, showInches } from '../quantity/length.ts';
import { nest } from './nest.ts';
import { fittingsOf, layOut, surfaceWords } from './surface.ts';

const INCH = 25_400_000;
const tape = (length: number) => `${showInches(length as Length)} in`;
const at = (x: number, y: number) => ({ x: `${x} in`, y: `${y} in` });
const lay = (legs: object[], more: object = {}) => layOut(Surface.parse({ start: at(0, 14), legs, ...more }));

/** From an outlet up the wall, along to above a switch, down to it; and on across the ceiling to a fan. */
const FAN = [
  { points: [at(0, 80), at(40, 80), at(40, 48)], end: 'switch box' },
  { from: { leg: 0, point: 0 }, points: [at(0, 150)], end: 'fan box' },
];

test('a run to a switch and a fan: fittings, pieces, bonding, heights', () => {
  const run = lay(FAN);
  expect(run.problems).toEqual([]);
  expect(fittingsOf(run)).toEqual({
    starter: 1,
    tee: 1,
    'flat elbow': 1,
    'switch box': 1,
    'inside elbow': 1,
    'fan box': 1,
  });
  // Starter 1 1/2, elbows 1/2 to their tongues: 66 − 2, 40 − 1, 32 − 2, 16 − 1, 54 − 2; and 3/8 at each end.
  expect(run.cut?.pieces.map(({ cut }) => cut)).toEqual([
    '64 3/4 in',
    '39 3/4 in',
    '30 3/4 in',
    '15 3/4 in',
    '52 3/4 in',
  ]);
  expect(run.switches.map(tape)).toEqual(['48 in']);
  expect(run.bonded).toBe(3);
  // 66 + 40 + 32 + 16 + 54, and 12 in of tail at the start and at two ends.
  expect(tape(run.wire)).toBe('244 in');
  expect(run.nested?.lengths).toHaveLength(2);
});

test('a long straight is made of several with couplings between', () => {
  const run = lay([{ points: [at(300, 14)], end: 'outlet box' }]);
  expect(run.pieces.map(tape)).toEqual(['120 in', '120 in', '57³⁄₄ in']);
  expect(fittingsOf(run)['coupling']).toBe(2);
});

test.each([
  [
    'a slant',
    [{ points: [at(10, 30)] }],
    'Leg 1, point 1: raceway runs straight up or along; put a point at the corner.',
  ],
  ['nowhere', [{ points: [at(0, 14)] }], 'Leg 1, point 1: it goes nowhere; take the point away or move it.'],
  ['back on itself', [{ points: [at(0, 50), at(0, 30)] }], 'Leg 1, point 2: it turns back on itself.'],
  [
    'from nothing',
    [{ from: { leg: 3, point: 0 }, points: [at(0, 30)] }],
    'Leg 1: it branches from a point that is not there.',
  ],
  [
    'too near',
    [{ points: [at(0, 15)] }],
    'Leg 1, point 1: the fittings are too near each other; they want more than 2 in between them.',
  ],
])('%s is told, with where, and nothing is cut', (_name, legs, words) => {
  const run = lay(legs);
  expect(run.problems.map((problem) => surfaceWords(problem, tape))).toContain(words);
  expect(run.cut).toBeUndefined();
});

test('more wires than the maker’s sheet takes are told; where it is not told, nothing is said', () => {
  expect(lay(FAN, { wires: 5, holds: 4 }).overfull).toBe(true);
  expect(lay(FAN, { wires: 4, holds: 4 }).overfull).toBe(false);
  expect(lay(FAN, { wires: 4 }).overfull).toBeUndefined();
});

test('a fan wants a joist: how far the nearest is from its box', () => {
  const [fan] = lay(FAN, { joists: { first: '3 in', pitch: '16 in' } }).hung;
  expect(fan?.joist).toBe(3 * INCH);
  expect(lay(FAN).hung[0]?.joist).toBeUndefined();
});

test('pieces, tongues and fittings make up the whole way, whatever the way', () => {
  const steps = fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 5, max: 90 })), {
    minLength: 1,
    maxLength: 8,
  });
  fc.assert(
    fc.property(steps, (moves) => {
      let [x, y] = [100, 20];
      // Turns by turns, always up or to the right: it meets the ceiling at most once.
      const points = moves.map(([, many], nth) => {
        if (nth % 2 === 0) y += many;
        else x += many;
        return at(x, y);
      });
      const run = lay([{ points, end: 'outlet box' }], { start: at(100, 20) });
      if (run.problems.length > 0) {
        // Only a corner too near the ceiling stops such a way.
        expect(run.problems.every(({ is }) => is === 'too near')).toBe(true);
        return;
      }
      const whole = moves.reduce((sum, [, many]) => sum + many, 0);
      const boxes = 2 * 1.5;
      const elbows = run.nodes.length - 2;
      const cut = run.cut?.pieces.reduce((sum, piece) => sum + (readLength(piece.cut) ?? 0), 0) ?? 0;
      // Each piece goes 3/8 over a tongue at both ends; an elbow is left out with 1/2 on either side.
      expect(cut / INCH).toBeCloseTo(whole - boxes - elbows + (run.cut?.pieces.length ?? 0) * 0.75, 6);
    }),
    { numRuns: 300, seed: 7 },
  );
});

test('up to twelve pieces no way of cutting them takes fewer lengths: an integer program says the same', () => {
  let asked = 0;
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 5, max: 118 }), { minLength: 1, maxLength: 7 }),
      fc.integer({ min: 0, max: 2 }),
      (pieces, kerf) => {
        const said = nest(pieces, 120, kerf);
        expect(said?.exact).toBe(true);
        const lengths = said?.lengths ?? [];
        expect(lengths.flat().sort((a, b) => a - b)).toEqual(pieces.map((_, nth) => nth));
        for (const one of lengths)
          expect(
            one.reduce((sum, nth) => sum + (pieces[nth] ?? 0), 0) + (one.length - 1) * kerf,
          ).toBeLessThanOrEqual(120);
        expect(lengths).toHaveLength(programmed(pieces, 120, kerf));
        asked += 1;
      },
    ),
    { numRuns: 60, seed: 9 },
  );
  expect(asked).toBe(60);
}, 60_000);

/** The fewest lengths by an integer program: each piece in one length, a length only if it is opened. */
function programmed(pieces: readonly number[], stock: number, kerf: number): number {
  const bins = pieces.length;
  const constraints: Record<string, object> = {};
  const variables: Record<string, Record<string, number>> = {};
  const binaries: Record<string, 1> = {};
  pieces.forEach((_, nth) => (constraints[`piece${nth}`] = { equal: 1 }));
  for (let bin = 0; bin < bins; bin += 1) {
    constraints[`room${bin}`] = { max: 0 };
    variables[`open${bin}`] = { lengths: 1, [`room${bin}`]: -(stock + kerf) };
    binaries[`open${bin}`] = 1;
    pieces.forEach((piece, nth) => {
      // Bins are alike: the nth piece goes into one of the first n + 1.
      if (bin > nth) return;
      variables[`in${nth}.${bin}`] = { [`piece${nth}`]: 1, [`room${bin}`]: piece + kerf };
      binaries[`in${nth}.${bin}`] = 1;
    });
  }
  const said = Solver.Solve({
    optimize: 'lengths',
    opType: 'min',
    constraints,
    variables,
    binaries,
  } as never) as {
    result: number;
  };
  return Math.round(said.result);
}

test('many pieces are nested well, and a piece longer than the stock is refused', () => {
  const pieces = Array.from({ length: 60 }, (_, nth) => 10 + ((nth * 37) % 100));
  const said = nest(pieces, 120, 1);
  expect(said?.exact).toBe(false);
  const least = Math.ceil(pieces.reduce((sum, piece) => sum + piece + 1, 0) / 121);
  expect(said?.lengths.length).toBeLessThanOrEqual(Math.ceil((least * 11) / 9) + 1);
  expect(nest([121], 120, 0)).toBeUndefined();
});

/** Surface raceway (docs/trade.md#surface-raceway; the example of the command line’s answers). */
import fc from 'fast-check';
import { readLength } from '../quantity/length.ts';
import { cutRaceway, RacewayAsk } from './raceway.ts';

const cut = (ask: object) => cutRaceway(RacewayAsk.parse(ask));
const run = (between: string, from = 'a', to = 'b') => ({ from, to, between });

test('the published example: two straights from a starter by an elbow to a switch box', () => {
  expect(
    cut({
      runs: [run('23 1/4 in', 'starter', 'flat elbow'), run('31 in', 'flat elbow', 'switch box')],
      add: '3/8 in',
      tails: '12 in',
      wires: 3,
      support: '30 in',
    }),
  ).toEqual({
    pieces: [
      { from: 'starter', to: 'flat elbow', cut: '24 in' },
      { from: 'flat elbow', to: 'switch box', cut: '31 3/4 in' },
    ],
    fittings: { starter: 1, 'flat elbow': 1, 'switch box': 1 },
    supports: 3,
    bushings: 4,
    wire: { each: '78 1/4 in', total: '234 3/4 in' },
    screws: 9,
  });
});

test('what is not said is as docs/trade.md#surface-raceway has it: 3/8 in at each end, 12 in of wire, 30 in between supports', () => {
  const said = cut({ runs: [run('29 1/4 in')] });
  expect(said).toMatchObject({ pieces: [{ cut: '30 in' }], supports: 1, wire: { each: '53 1/4 in' } });
  expect(cut({ runs: [run('29 17/64 in')] }).supports).toBe(2);
});

test('millimetres come back as millimetres, exact', () => {
  expect(
    cut({ runs: [run('590 mm')], add: '10 mm', tails: '300 mm', wires: 2, support: '760 mm' }),
  ).toMatchObject({
    pieces: [{ cut: '610 mm' }],
    wire: { each: '1190 mm', total: '2380 mm' },
  });
});

test('elbows of one name are each counted; a branch begins at a fitting that is there', () => {
  const { fittings } = cut({
    runs: [
      run('10 in', 'starter', 'flat elbow'),
      run('10 in', 'flat elbow', 'flat elbow'),
      run('10 in', 'flat elbow', 'tee'),
      run('10 in', 'tee', 'box'),
      run('10 in', 'tee', 'box'),
    ],
  });
  expect(fittings).toEqual({ starter: 1, 'flat elbow': 2, tee: 1, box: 2 });
});

test.each([
  [{ runs: [] }, 'runs: must have a run'],
  [
    { runs: [run('long')] },
    'runs.0.between: “long” is no length; accepted is a length in in, ft, mm, cm, as “23 1/4 in”',
  ],
  [{ runs: [run('0 in')] }, 'runs.0.between: “0 in” must be more than 0'],
  [{ runs: [run('400 ft')] }, 'runs.0.between: “400 ft” must be at most 300 ft'],
  [{ runs: [run('1 in', ' ')] }, 'runs.0.from: must name a fitting, such as “flat elbow”'],
  [{ runs: [run('1 in')], wires: 0 }, 'wires: must be at least 1 wire'],
  [{ runs: [run('1 in')], support: '0 in' }, 'support: “0 in” must be more than 0'],
])('what cannot be is refused with its field: %j', (ask, words) => {
  const issues = RacewayAsk.safeParse(ask).error?.issues ?? [];
  expect(issues.map(({ path, message }) => `${path.join('.')}: ${message}`)).toContain(words);
});

test('no support is further from the next than asked, and none could be spared', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 4000 }), { minLength: 1, maxLength: 8 }), (lengths) => {
      const said = cut({ runs: lengths.map((many) => run(`${many}/16 in`)) });
      const needed = said.pieces.reduce(
        (sum, piece) => sum + Math.ceil((readLength(piece.cut) ?? 0) / (30 * 25_400_000)),
        0,
      );
      expect(said.supports).toBe(needed);
      // In sixteenths: all ways, and twelve inches at each end.
      const total = lengths.reduce((sum, many) => sum + many, 0) + 2 * 12 * 16;
      expect(readLength(said.wire.each)).toBe((total * 25_400_000) / 16);
    }),
  );
});

/** What bears on the verdict of a box beside its count: the raceway’s wires, making safe, the tests and the wiring. Invented boxes. */
import type { BoxDocument } from '../box/document.ts';
import { NO_PANEL } from '../box/panel.ts';
import { racewayWiresIn, withRacewayWires } from '../box/raceway-wires.ts';
import { type BoxFields, BoxFields as Fields, type BoxFieldsIn } from '../box/record.ts';
import { Surface } from '../box/surface.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { printVolume, type Volume } from '../quantity/volume.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { boxOf } from '../tests/layouts.ts';
import { checkBox } from './check-box.ts';
import { isWiringBegun, otherFindingsOf, unknownWords } from './other-findings.ts';

const nec = editionOf('nec2023');
let ids = 0;
const newId = () => `01besde000000000000000${String((ids += 1)).padStart(4, '0')}`;

const RUN = Surface.parse({
  start: { x: '0 in', y: '14 in' },
  legs: [{ points: [{ x: '0 in', y: '48 in' }], end: 'switch box' }],
});
const STARTER = 'box dev-3x2x2.5, ext 8 in3, no clamps, 14/2 feed, duplex';

const left = (box: BoxDocument) => {
  const { margin } = tally(box, nec);
  return margin === null ? null : printVolume(margin as number as Volume, 'in3');
};
const record = (more: Omit<BoxFieldsIn, 'name'>): BoxFields => Fields.parse({ name: 'Den', ...more });
const open = (one: BoxFields, wiring?: 'good' | 'open' | 'wrong' | 'pending') =>
  otherFindingsOf(one, { panel: NO_PANEL, wiring }).open;

describe('wires of a surface raceway (314.16(B)(1): every conductor that ends in the box counts)', () => {
  const bare = boxOf(STARTER);
  const wired = withRacewayWires(bare, { conductors: 2, size: 14, grounds: 1 }, newId);

  test('a run without its wires in the count is open; with them the box has 4.00 in³ less', () => {
    // By hand: 12.5 + 8 = 20.5; two 14 AWG, a duplex (2 × 2.00) and the grounds (2.00) make 10.00.
    expect(left(bare)).toBe('10.5');
    expect(racewayWiresIn(bare, RUN)).toBe('missing');
    expect(open(record({ box: bare, seen: { surface: RUN } }))).toEqual(['raceway wires not in the count']);
    expect(left(wired)).toBe('6.5');
    expect(racewayWiresIn(wired, RUN)).toBe('counted');
    expect(open(record({ box: wired, seen: { surface: RUN } }))).toEqual([]);
  });

  test('they are in the plan too', () => {
    const plan = planBox(wired, workOf(wired, '4'), nec);
    expect(plan.works).toBe(true);
    const ends = plan.wiring.joints
      .flatMap(({ ends: all }) => all)
      .concat(plan.wiring.lands.map(({ end }) => end));
    const [pull] = wired.items.filter(({ kind }) => kind === 'conductors');
    expect(ends.filter((end) => pull !== undefined && end.includes(pull.id)).length).toBeGreaterThanOrEqual(
      2,
    );
  });

  test('other wires than the run has are open; saying it again replaces them', () => {
    expect(racewayWiresIn(wired, { ...RUN, wires: 6 })).toBe('differs');
    const more = withRacewayWires(wired, { conductors: 5, size: 12, grounds: 1 }, newId);
    expect(racewayWiresIn(more, { ...RUN, wires: 6 })).toBe('counted');
    expect(more.items.filter(({ kind }) => kind === 'conductors')).toHaveLength(1);
    expect(more.items.filter(({ kind }) => kind === 'ground')).toHaveLength(1);
  });

  test('a run that is not laid out asks nothing', () => {
    expect(racewayWiresIn(bare, { ...RUN, legs: [] })).toBe('counted');
    expect(racewayWiresIn(bare, undefined)).toBe('counted');
  });
});

describe('making safe', () => {
  const box = boxOf('18 in3, 2x 12/2, duplex');

  test('where nobody began, nothing is open; begun and not finished, it is', () => {
    expect(open(record({ box, circuit: '4' }))).toEqual([]);
    expect(open(record({ box, circuit: '4', seen: { safe: ['found'] } }))).toEqual([
      'making safe not finished',
    ]);
    expect(open(record({ box, circuit: '4', stage: 'built', seen: { safe: ['found'] } }))).toEqual([]);
  });

  test('a circuit that comes in without a breaker’s name is open', () => {
    const two = boxOf('34 in3, 12/2 feed, 12/2 feed, duplex');
    expect(open(record({ box: two, circuit: '4' }))).toContain('a circuit without its breaker named');
  });

  test('after a pause it is to be proved again', () => {
    const seen = { safe: ['found'], safety: { at: '2026-01-05T08:00:00.000Z' } } as const;
    const one = record({ box, circuit: '4', seen: { ...seen, safe: [...seen.safe] } });
    const at = Date.parse(seen.safety.at);
    const after = (minutes: number) =>
      otherFindingsOf(one, { panel: NO_PANEL, now: at + minutes * 60_000 }).open;
    expect(after(29)).toEqual(['making safe not finished']);
    expect(after(31)).toEqual(['prove it dead again']);
  });
});

test('a wiring that is being worked out is open: an old plan never answers for a new box', () => {
  const box = boxOf('18 in3, 12/2 feed, 12/2 out, duplex');
  expect(isWiringBegun({ box })).toBe(true);
  expect(isWiringBegun({ box: boxOf('18 in3, 2x 12/2, duplex') })).toBe(false);
  expect(otherFindingsOf(record({ box }), { panel: NO_PANEL, wiring: 'pending' })).toMatchObject({
    open: [],
    pending: true,
  });
  expect(open(record({ box }), 'good')).toEqual([]);
  expect(otherFindingsOf(record({ box }), { panel: NO_PANEL, wiring: 'wrong' }).wrong).toEqual([
    'the wiring is not right',
  ]);
});

test.each([
  ['18 in3 plastic, 14/2, switch, breaker 15', 'place not known'],
  ['18 in3 plastic, 14/2, switch', 'breaker and place not known'],
  // Every cable is secured to a box of two gangs (314.17, from memory).
  ['34 in3 plastic 2-gang, 14/2, switch', 'breaker, place and clamps not known'],
  ['34 in3 plastic 2-gang, 14/2, switch, clamps, breaker 15, place bath', undefined],
])('%s: %s', (line, words) => {
  const edition = editionOf('nec2023');
  const of = boxOf(line);
  expect(unknownWords(checkBox(of, edition, tally(of, edition)))).toBe(words);
});

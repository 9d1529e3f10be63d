/**
 * What a plan takes for granted. The brute force shares nothing with `possible-roles.ts`: every way to say the roles that a line leaves
 * open is written into the line, planned and proved; where two of them work and give different wirings, the line that leaves them open
 * must not be called certain. `ROLE_BOXES=3000` tries more boxes. Which roles there are: common practice, no source.
 */
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { boxOf } from '../tests/layouts.ts';
import { assumedRoles } from './assumed.ts';
import { planBox } from './planned.ts';
import { workOf } from './suggest.ts';

const BOXES = Number(process.env['ROLE_BOXES'] ?? 60);
const nec = editionOf('nec2023');
const ROLES = ['feed', 'out', 'leg', 'loop', 'travelers', 'spare'];

function planned(line: string) {
  const box = boxOf(line);
  const work = workOf(box);
  const { good, wiring } = planBox(box, work, nec);
  return { good, assumed: assumedRoles(box, work), wiring, work };
}

/** Who is joined to whom and what lands where, whatever it is called. */
function shapeOf({ joints, lands, broken }: ReturnType<typeof planned>['wiring']): string {
  const joined = joints.map(({ ends }) =>
    ends
      .filter((end) => !end.startsWith('p:'))
      .sort()
      .join(' '),
  );
  const landed = lands.filter(({ end }) => !end.startsWith('p:')).map(({ end, at }) => `${end}>${at}`);
  return JSON.stringify([joined.sort(), landed.sort(), [...broken].sort()]);
}

const CABLE = fc.constantFrom('14/2', '14/2', '14/2', '14/3');
const DEVICE = fc.constantFrom('switch', 'duplex', 'gfci', '3way', 'smart', 'fixture 2x18');
const KNOWN = fc.constantFrom('feed', 'out', 'leg', 'loop', 'travelers');
/** Cables of which some say their role, at most three do not, and devices. */
const BOX = fc.record({
  open: fc.array(CABLE, { minLength: 1, maxLength: 3 }),
  said: fc.array(fc.tuple(CABLE, KNOWN), { maxLength: 2 }),
  devices: fc.array(DEVICE, { maxLength: 2 }),
});

test(`no plan is called certain where two ways to say the roles work and differ, over ${BOXES} random boxes`, () => {
  let differed = 0;
  let certain = 0;
  fc.assert(
    fc.property(BOX, ({ open, said, devices }) => {
      const rest = [...said.map(([cable, role]) => `${cable} ${role}`), ...devices];
      const lineOf = (cables: readonly string[]) => ['60 in3 3-gang', ...cables, ...rest].join(', ');
      const ways = open.reduce<string[][]>(
        (all, cable) => all.flatMap((way) => ROLES.map((role) => [...way, `${cable} ${role}`])),
        [[]],
      );
      const working = new Set(
        ways.flatMap((way) => {
          const { good, assumed, wiring } = planned(lineOf(way));
          return good && assumed.length === 0 ? [shapeOf(wiring)] : [];
        }),
      );
      const { good, assumed } = planned(lineOf(open));
      if (working.size > 1) {
        differed += 1;
        expect([lineOf(open), assumed.length > 0]).toEqual([lineOf(open), true]);
      }
      if (good && assumed.length === 0) certain += 1;
    }),
    { numRuns: BOXES, seed: 404_2 },
  );
  // Worth something only if it met both.
  expect(differed).toBeGreaterThan(BOXES / 10);
  expect(certain).toBeGreaterThan(0);
});

describe('roles that follow from the rest', () => {
  test.each([
    ['the only cable of a receptacle feeds it', '18 in3, 12/2, duplex'],
    ['the only cable of a switch is its loop', '18 in3, 14/2, switch'],
    ['beside the feed of a switch the other cable is its leg', '18 in3, 14/2 feed, 14/2, switch'],
    ['three wires beside a three-way are its travelers', '32 in3, 14/2 feed, 14/2 leg, 14/3, 3way, switch'],
    ['the only loop and the only load belong together', '18 in3, 14/2 feed, 14/2 loop, 14/2 leg'],
  ])('%s: %s', (_, line) => {
    expect(planned(line)).toMatchObject({ good: true, assumed: [] });
  });

  test('the load of a switch loop hangs on the loop, not on the constant hot', () => {
    const { work } = planned('18 in3, 14/2 feed, 14/2 loop, 14/2 leg');
    expect(work.runs.find(({ of }) => of === 'i3.0')).toMatchObject({ does: 'leg', hots: ['i2.0'] });
  });

  test('a loop that switches nothing is refused as a switch is that controls nothing', () => {
    expect(planned('18 in3, 14/2 feed, 14/2 out, 14/2 loop').good).toBe(false);
  });
});

describe('roles that are taken for granted', () => {
  test('cables nobody named are all assumed, with what else they could be', () => {
    const { assumed } = planned('18 in3, 3x 14/2, switch');
    expect(assumed.map(({ piece, as }) => [piece, as])).toEqual([
      ['i1.0', 'feed'],
      ['i1.1', 'leg'],
      ['i1.2', 'out'],
    ]);
    expect(assumed[1]?.or).toEqual(expect.arrayContaining(['feed', 'out', 'loop']));
  });

  test('a label that names another circuit is not joined to the feed', () => {
    const { work, assumed } = planned('18 in3, 12/2 feed "dishwasher", 12/2 "disposal", duplex 20a');
    expect(work.runs.map(({ does, circuits }) => [does, circuits])).toEqual([
      ['feed', ['a']],
      ['feed', ['b']],
    ]);
    expect(assumed.map(({ piece }) => piece)).toEqual(['i2.0', 'i3.0']);
  });

  test('a second feed is another circuit, and which of them a device is on is assumed', () => {
    const { work, assumed } = planned('18 in3, 12/2 feed, 12/2 feed, gfci');
    expect(work.circuits.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(assumed).toEqual([{ piece: 'i3.0', as: 'circuit a', or: ['circuit b'] }]);
  });
});

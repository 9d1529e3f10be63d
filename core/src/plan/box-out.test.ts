/** The old box comes out of the wall: every cable must be free of its clamp, so no joint stays closed. Invented boxes. */
import { comesOut } from '../box/comes-out.ts';
import { editionOf } from '../edition/index.ts';
import { boxOf, feed, layout, out } from '../tests/layouts.ts';
import { withBoxOut } from './box-out.ts';
import { partsOf } from './cut-list.ts';
import { disturbanceOf } from './disturbance.ts';
import { planBox } from './planned.ts';
import { synthesise } from './synthesise.ts';

const nec = editionOf('nec2023');
const TWO = layout('middle of a run', '18 in3 plastic, 12/2 feed, 12/2 out, duplex', {
  runs: [feed('i1.0'), out('i2.0')],
  devices: [{ of: 'i3.0' }],
});
const THREE = layout('tapped', '22 in3 plastic, 12/2 feed, 12/2 out, duplex, 12/2 out', {
  runs: [feed('i1.0'), out('i2.0'), out('i4.0')],
  devices: [{ of: 'i3.0' }],
});
const found = synthesise(TWO.box, TWO.work, nec).wiring;
const stays = planBox(THREE.box, { ...THREE.work, found }, nec);

test('a box that stays leaves joints closed; one that comes out leaves none', () => {
  expect(disturbanceOf(stays)?.steps[0]?.does).toBe('leave');
  const out = withBoxOut(stays);
  const disturbed = disturbanceOf(out);
  expect(disturbed?.steps.filter(({ does }) => does === 'leave')).toEqual([]);
  expect([disturbed?.opened, disturbed?.found]).toEqual([3, 3]);
  expect(disturbed?.steps.filter(({ does }) => does === 'lift')).toHaveLength(found.lands.length);
  const order = disturbed?.steps.map(({ does }) => does) ?? [];
  expect(order.lastIndexOf('open')).toBeLessThan(order.indexOf('take-out'));
  expect(order.indexOf('take-out')).toBeLessThan(order.indexOf('join-again'));
});

test('a joint that is opened takes a new connector, so it is brought', () => {
  const connectors = (planned: typeof stays) =>
    Object.values(partsOf(THREE.box, planned.work, planned.wiring, planned.plan.kept).connectors).reduce(
      (sum, { count }) => sum + count,
      0,
    );
  expect(connectors(withBoxOut(stays))).toBeGreaterThan(connectors(stays));
});

test('a plan made anew is left as it is', () => {
  const anew = planBox(THREE.box, THREE.work, nec);
  expect(withBoxOut(anew)).toBe(anew);
});

describe('which boxes come out', () => {
  const before = boxOf('18 in3 plastic new-work, 12/2, duplex');
  const to = (line: string, stage: 'found' | 'planned' | 'built' = 'planned') =>
    comesOut({ box: boxOf(line), found: before, stage });

  test('another volume, another number of gangs, another mounting', () => {
    expect(to('22 in3 plastic new-work, 2x 12/2, duplex')).toBe(true);
    expect(to('18 in3 plastic 2-gang new-work, 12/2, duplex')).toBe(true);
    expect(to('18 in3 plastic old-work, 12/2, duplex')).toBe(true);
  });

  test('the same box with more in it, or with a ring on it, stays', () => {
    expect(to('18 in3 plastic new-work, 2x 12/2, duplex')).toBe(false);
    expect(to('18 in3 plastic new-work, ext 6 in3, 2x 12/2, duplex')).toBe(false);
  });

  test('a box that was only read more closely is the same; nothing planned, nothing comes out', () => {
    const bare = boxOf('18 in3, 12/2, duplex');
    const read = boxOf('18 in3 plastic old-work, 12/2, duplex');
    expect(comesOut({ box: read, found: bare, stage: 'planned' })).toBe(false);
    expect(to('22 in3 plastic new-work, 12/2, duplex', 'built')).toBe(false);
    expect(comesOut({ box: read, found: null, stage: 'planned' })).toBe(false);
  });
});

/** What hangs on each mistake of a wiring (docs/trade.md#mistakes: the mistakes to catch). Invented boxes. */
import { editionOf } from '../edition/index.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { A15, feed, layout, leg } from '../tests/layouts.ts';
import { physicalOf } from '../physical/physical.ts';
import { synthesise } from '../plan/synthesise.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { judgeWiring } from './judge.ts';
import { mistakesIn } from './mistakes.ts';
import { land } from '../wiring/edit.ts';

const nec = editionOf('nec2023');
const box = layout(
  'two lights',
  '34 in3 plastic 2-gang, 14/2 feed, 14/2 leg "porch", 14/2 leg "hall", 2x switch',
  {
    circuits: [A15],
    runs: [feed('i1.0'), { ...leg('i2.0', 'i4.0'), name: 'porch' }, { ...leg('i3.0', 'i4.1'), name: 'hall' }],
    devices: [{ of: 'i4.0' }, { of: 'i4.1' }],
  },
);
const right = synthesise(box.box, box.work, nec).wiring;
const told = (wiring: Wiring) => {
  const physical = physicalOf(box.box, box.work);
  const names = new Map(physical.uses.map(({ id, name }) => [id, name]));
  const { findings } = judgeWiring(box.box, box.work, wiring, nec);
  return mistakesIn(physical, box.work, wiring, findings).map(
    ({ finding: { code }, loads }) => [code, loads.map((id) => names.get(id))] as const,
  );
};

test('two conductors under one screw: the light on that switch hangs on it', () => {
  const extra = right.lands.find(({ at }) => at === 't:i4.0:load');
  if (!extra) throw new Error('nothing lands on the switch');
  const wiring = land(right, 'p:p1', extra.at);
  const two = told(wiring).find(([code]) => code === 'two-under-screw');
  expect(two?.[1]).toEqual(['porch']);
});

test('a joint without a connector: both lights hang on the hot, on the neutral too', () => {
  const hot = right.joints.findIndex(({ ends }) => ends.includes('w:i1.0:black'));
  const wiring = {
    ...right,
    joints: right.joints.map((joint, nth) => (nth === hot ? { ...joint, connectors: [] } : joint)),
  };
  expect(told(wiring)).toEqual([['no-connector', ['porch', 'hall']]]);
});

test('in a right wiring nothing is wrong, and each joint that carries a load is one on which it hangs', () => {
  expect(told(right)).toEqual([]);
  for (const { box: one, work } of LAYOUTS.slice(0, 40)) {
    const wiring = synthesise(one, work, nec).wiring;
    if (!judgeWiring(one, work, wiring, nec).good) continue;
    const physical = physicalOf(one, work);
    const bare = { ...wiring, joints: wiring.joints.map((joint) => ({ ...joint, connectors: [] })) };
    const { findings } = judgeWiring(one, work, bare, nec);
    const hanging = mistakesIn(physical, work, bare, findings);
    const used = new Set(hanging.flatMap(({ loads }) => loads));
    // Whatever is joined by connectors at all hangs on one of them; what lands on screws alone does not.
    for (const id of used) expect(physical.uses.some((use) => use.id === id)).toBe(true);
    if (
      physical.uses.length > 0 &&
      wiring.joints.some(({ ends }) => ends.some((end) => end.endsWith(':black')) && ends.length > 1)
    )
      expect(used.size).toBeGreaterThan(0);
  }
});

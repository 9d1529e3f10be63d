/**
 * From found to planned with the least disturbance: usual layouts (common practice, no source) with a cable or
 * a device more or less than was found. What is planned is judged by the proof and the rules, which know nothing
 * of how it was made; docs/trade.md#identifying says what may stay.
 */
import fc from 'fast-check';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { judgeWiring } from '../judge/judge.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { A15, feed, layout, leg, type Layout, out } from '../tests/layouts.ts';
import { disturbanceOf } from './disturbance.ts';
import { keepFound } from './keep-found.ts';
import { likelyWirings, withSleeve } from './likely.ts';
import { planBox } from './planned.ts';
import { synthesise } from './synthesise.ts';
import { runs } from '../tests/runs.ts';

const nec = editionOf('nec2023');
const WAYS = ['pigtail', 'feed-through', 'jumper'] as const;

const asWired = ({ box, work }: Pick<Layout, 'box' | 'work'>, splice: (typeof WAYS)[number]): Wiring =>
  synthesise(box, { ...work, schools: { ...work.schools, splice, spareNeutral: false } }, nec).wiring;

/** The layout without one of its pieces. */
function without({ box, work }: Layout, id: string) {
  return {
    box: { ...box, items: box.items.filter((item) => item.id !== id) },
    work: {
      ...work,
      runs: work.runs.filter(({ of }) => of !== id),
      devices: work.devices.filter(({ of }) => of !== id),
    },
  };
}
const planned = (
  { box, work }: Pick<Layout, 'box' | 'work'>,
  found: Wiring,
  more: Partial<WorkPlan> = {},
) => {
  const done = planBox(box, { ...work, found, ...more }, nec);
  const disturbed = disturbanceOf(done);
  if (!disturbed) throw new Error('the plan does not start from what was found');
  return { ...done, disturbed };
};
const fates = ({ disturbed }: ReturnType<typeof planned>) => [...disturbed.joints.values()].sort();

test.each(WAYS)('what works and is legal is left as it was found, wired by %s', (splice) => {
  for (const one of LAYOUTS) {
    const found = asWired(one, splice);
    if (!judgeWiring(one.box, one.work, found, nec).good) continue;
    const { kept, wiring } = keepFound(one.box, { ...one.work, found }, nec);
    const closed = kept.joints.filter(({ fate }) => fate === 'left');
    expect([one.name, closed.length, kept.lands.length]).toEqual([
      one.name,
      found.joints.length,
      found.lands.length,
    ]);
    const said = ({ joints, lands }: Wiring) => [
      joints.map(({ ends }) => [...ends].sort().join()).sort(),
      lands.map(({ end, at }) => `${end}>${at}`).sort(),
    ];
    expect(said(wiring)).toEqual(said(found));
  }
});

test('with a piece more or less than was found the plan is good wherever one made anew is', () => {
  let [judged, shut, all] = [0, 0, 0];
  for (const one of LAYOUTS)
    for (const splice of WAYS)
      for (const { id, kind } of one.box.items) {
        if (!['cable', 'device', 'conductors', 'fixture'].includes(kind)) continue;
        const less = without(one, id);
        for (const [to, from] of [
          [one, less],
          [less, one],
        ] as const) {
          if (!judgeWiring(to.box, to.work, synthesise(to.box, to.work, nec).wiring, nec).good) continue;
          const { kept, wiring } = keepFound(to.box, { ...to.work, found: asWired(from, splice) }, nec);
          judged += 1;
          shut += kept.joints.filter(({ fate }) => fate === 'left').length;
          all += kept.joints.length;
          const { good } = judgeWiring(to.box, to.work, wiring, nec);
          expect([one.name, splice, id, to === one, good, kept.anew]).toEqual([
            one.name,
            splice,
            id,
            to === one,
            true,
            false,
          ]);
        }
      }
  expect(judged).toBeGreaterThan(1300);
  // Something is left closed, and not all of it.
  expect([shut > all / 3, shut < all]).toEqual([true, true]);
});

const TWO_CABLES = layout('middle of a run', '18 in3 plastic, 12/2 feed, 12/2 out, duplex', {
  runs: [feed('i1.0'), out('i2.0')],
  devices: [{ of: 'i3.0' }],
});
const THREE_CABLES = layout(
  'middle of a run, tapped',
  '22 in3 plastic, 12/2 feed, 12/2 out, duplex, 12/2 out',
  {
    runs: [feed('i1.0'), out('i2.0'), out('i4.0')],
    devices: [{ of: 'i3.0' }],
  },
);

test('a cable more opens no joint where a tail can be lifted from its screw', () => {
  const found = asWired(TWO_CABLES, 'pigtail');
  const done = planned(THREE_CABLES, found);
  expect([done.good, done.disturbed.opened, done.disturbed.found]).toEqual([true, 0, 3]);
  expect(fates(done)).toEqual(['left', 'left', 'left', 'new', 'new', 'new']);
  expect(done.disturbed.steps[0]?.words).toBe('Leave closed: joints 1, 3, 5.');
  expect(done.disturbed.steps.map(({ does }) => does)).toEqual([
    'leave',
    ...Array.from({ length: 3 }, () => 'lift'),
    ...Array.from({ length: 3 }, () => 'join'),
    ...Array.from({ length: 3 }, () => 'land'),
  ]);
});

test('a conductor that was on a screw is lengthened by a pigtail, and one that stays is left', () => {
  const done = planned(THREE_CABLES, asWired(TWO_CABLES, 'feed-through'));
  expect(done.good).toBe(true);
  const { ends } = done.disturbed;
  // One of the two is enough to reach the net by; the other is not touched.
  expect([ends.get('w:i1.0:black'), ends.get('w:i2.0:black')].sort()).toEqual(['left', 'lengthened']);
  expect(ends.get('w:i4.0:black')).toBe('new');
});

test('a joint with a cable that goes is opened, gets a new connector, and nothing else is opened', () => {
  const found = asWired(THREE_CABLES, 'pigtail');
  const less = without(THREE_CABLES, 'i4.0');
  const done = planned(less, found);
  expect([done.good, done.disturbed.opened]).toEqual([true, 3]);
  expect(fates(done)).toEqual(['opened', 'opened', 'opened']);
  expect(done.disturbed.steps.filter(({ does }) => does === 'open').map(({ words }) => words)[2]).toMatch(
    /its connector is not used again/,
  );
});

test('of a device that goes the tails are used for the next, or capped and told as dead', () => {
  const found = asWired(TWO_CABLES, 'pigtail');
  const gone = planned(without(TWO_CABLES, 'i3.0'), found);
  expect(gone.disturbed.opened).toBe(0);
  const caps = gone.wiring.joints.filter(({ ends }) => ends.length === 1).map(({ ends }) => ends[0]);
  expect(caps).toEqual(['p:p1', 'p:p2', 'p:p3']);
  // Found again like that, the dead tails are pointed out.
  const later = planned(without(TWO_CABLES, 'i3.0'), gone.wiring);
  expect(later.disturbed.dead).toEqual([
    'bare pigtail 1 of joint 1 as found: it leads nowhere',
    'black pigtail 3 of joint 5 as found: it leads nowhere',
  ]);
  const next = layout('the next device', '18 in3 plastic, 12/2 feed, 12/2 out, blank, gfci', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i4.0' }],
  });
  const again = planned(next, found);
  expect([again.good, again.disturbed.opened, again.wiring.pigtails.length]).toEqual([true, 0, 3]);
});

test('what is wrong is made anew and what is right beside it stays closed', () => {
  const found = asWired(TWO_CABLES, 'pigtail');
  // Mistakes of docs/trade.md#mistakes: a ground tail too thin for 20 A, and a joint with no connector.
  const thin: Wiring = {
    ...found,
    pigtails: found.pigtails.map((one) => (one.colour === 'bare' ? { ...one, size: 14 } : one)),
  };
  const mended = planned(TWO_CABLES, thin);
  expect([mended.good, fates(mended)]).toEqual([true, ['left', 'left', 'opened']]);
  expect(mended.wiring.pigtails.find(({ colour }) => colour === 'bare')?.size).toBe(12);
  const open: Wiring = {
    ...found,
    joints: found.joints.map((joint, nth) => (nth === 2 ? { ...joint, connectors: [] } : joint)),
  };
  const capped = planned(TWO_CABLES, open);
  expect([capped.good, fates(capped)]).toEqual([true, ['left', 'left', 'opened']]);
});

test('a crimped sleeve that stays closed keeps its sleeve; one that is opened does not get it back', () => {
  const { box, work } = TWO_CABLES;
  const found = withSleeve(asWired(TWO_CABLES, 'pigtail'), box, work);
  expect(found.joints[0]?.connectors).toEqual(['crimp']);
  const same = planned(TWO_CABLES, found);
  expect(same.wiring.joints[0]?.connectors).toEqual(['crimp']);
  const less = planned(
    without(THREE_CABLES, 'i4.0'),
    withSleeve(asWired(THREE_CABLES, 'pigtail'), THREE_CABLES.box, work),
  );
  expect(less.wiring.joints[0]?.connectors).toEqual(['twist-m']);
});

test('a worn device goes back terminal for terminal, tabs as they were, and out of its spring holes', () => {
  const split = layout('half switched', '20 in3 plastic 2-gang, 14/2 feed, switch, duplex, 14/2 out', {
    circuits: [A15],
    runs: [feed('i1.0'), out('i4.0')],
    devices: [{ of: 'i2.0' }, { of: 'i3.0', halves: ['i2.0', 'a'] }],
  });
  const found = asWired(split, 'feed-through');
  const holes =
    likelyWirings(split.box, split.work, nec).find(({ kind }) => kind === 'holes')?.wiring ?? found;
  expect(holes.backstabbed.length).toBeGreaterThan(2);
  const done = planned(split, { ...holes }, { renewed: ['i3.0'] });
  expect(done.good).toBe(true);
  expect(done.wiring.broken).toEqual(['i3.0:hot']);
  const onIt = ({ lands }: Wiring) =>
    lands
      .filter(({ at }) => at.startsWith('t:i3.0:'))
      .map(({ end, at }) => `${end}>${at}`)
      .sort();
  expect(onIt(done.wiring)).toEqual(onIt(holes));
  // Those of the switch, which stays, stay where they are; those of the receptacle do not go back into holes.
  const inHoles = done.wiring.backstabbed.filter((end) =>
    done.wiring.lands.some((land) => land.end === end && land.at.startsWith('t:i3.0:')),
  );
  expect(inHoles).toEqual([]);
  expect(done.disturbed.opened).toBe(0);
  expect(done.disturbed.steps.some(({ words }) => /do not use the hole again/.test(words))).toBe(true);
});

test('a switch with leads that is exchanged has its joints opened, as its leads are in them', () => {
  const dimmed = layout('dimmer', '20 in3 plastic, 14/2 feed, dimmer, 14/2 leg', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i3.0', 'i2.0')],
    devices: [{ of: 'i2.0' }],
  });
  const found = asWired(dimmed, 'pigtail');
  const leads = found.joints.filter(({ ends }) => ends.some((end) => end.startsWith('t:'))).length;
  const done = planned(dimmed, found, { renewed: ['i2.0'] });
  expect([done.good, done.disturbed.opened]).toEqual([true, leads]);
});

test('the usual ways of a box are offered once each, and each of them works', () => {
  for (const { name, box, work } of LAYOUTS) {
    const likely = likelyWirings(box, work, nec);
    expect([name, likely[0]?.kind]).toEqual([name, 'tails']);
    for (const { kind, wiring } of likely.filter(({ kind: one }) => one !== 'holes')) {
      const { good } = judgeWiring(box, work, wiring, nec);
      const anew = judgeWiring(box, work, synthesise(box, work, nec).wiring, nec).good;
      expect([name, kind, good]).toEqual([name, kind, anew]);
    }
  }
});

test('whatever was found, torn apart, exchanged or thin, the plan is good wherever one made anew is', () => {
  fc.assert(
    fc.property(
      fc.nat(LAYOUTS.length - 1),
      fc.constantFrom(...WAYS),
      fc.array(fc.tuple(fc.nat(4), fc.nat(), fc.nat()), { minLength: 1, maxLength: 4 }),
      (which, splice, changes) => {
        const one = LAYOUTS[which] as Layout;
        const found = changes.reduce(spoilt, asWired(one, splice));
        const anew = judgeWiring(one.box, one.work, synthesise(one.box, one.work, nec).wiring, nec);
        if (!anew.good) return;
        const done = planned(one, found);
        expect([one.name, done.good, done.troubles]).toEqual([one.name, true, []]);
        // Its steps name what there is: no end by its text, no tail by a number.
        for (const { words } of done.disturbed.steps)
          expect(words).not.toMatch(/“[pwt]:|undefined|pigtail \d/);
      },
    ),
    { numRuns: runs(600), seed: 49 },
  );
});

/** A wiring with one mistake more. */
function spoilt(wiring: Wiring, [kind, a, b]: readonly [number, number, number]): Wiring {
  const at = <T>(list: readonly T[], nth: number) => list[nth % Math.max(1, list.length)];
  const joint = at(wiring.joints, a);
  const land = at(wiring.lands, a);
  const other = at(wiring.lands, b);
  switch (kind) {
    case 0:
      return { ...wiring, joints: wiring.joints.filter((one) => one !== joint) };
    case 1:
      return { ...wiring, lands: wiring.lands.filter((one) => one !== land) };
    case 2:
      return {
        ...wiring,
        lands: wiring.lands.map((one) =>
          one === land && other
            ? { ...one, at: other.at }
            : one === other && land
              ? { ...one, at: land.at }
              : one,
        ),
      };
    case 3:
      return {
        ...wiring,
        joints: wiring.joints.map((one) => (one === joint ? { ...one, connectors: [] } : one)),
      };
    default: {
      const end = joint && at(joint.ends, b);
      const to = at(wiring.joints, b);
      return {
        ...wiring,
        joints: wiring.joints
          .map((one) => ({
            ...one,
            ends: [
              ...one.ends.filter((each) => one !== joint || each !== end || one === to),
              ...(one === to && one !== joint && end !== undefined ? [end] : []),
            ],
          }))
          .filter(({ ends }) => ends.length > 0),
      };
    }
  }
}

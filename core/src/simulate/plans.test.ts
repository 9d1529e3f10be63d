/**
 * Every layout is planned, passes the rules and is proved by the simulation; unlisted combinations too; and
 * single mistakes are caught. Rules: one conductor a screw 110.14(A), grounds 250.148, multiwire neutrals
 * 300.13(B), tabs and shared yokes 210.7, white as hot 200.7 (docs/trade.md#joints-and-pigtails, #grounding, #terminals, #simulation, #mistakes; from memory).
 * Connectivity is checked against @dagrejs/graphlib, a general-purpose graph library.
 */
import { saidOf } from '../tests/words.ts';
import { alg, Graph } from '@dagrejs/graphlib';
import fc from 'fast-check';
import { nextOf, withWork } from '../box/set-up.ts';
import { type Run, WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { BoxDocument } from '../box/document.ts';
import { editionOf } from '../edition/index.ts';
import { linesOf } from '../plan/ends.ts';
import { facesOf } from '../plan/faces.ts';
import { workOf } from '../plan/suggest.ts';
import { synthesise } from '../plan/synthesise.ts';
import { checkWiring } from '../wiring-rules/rules.ts';
import { boxOf, LAYOUTS, type Layout } from '../tests/harder-layouts.ts';
import { wired } from '../judge/judge.ts';
import { prove } from './prove.ts';
import { prepare } from './state.ts';
import { runs } from '../tests/runs.ts';
import { type End, type LooseEnd, tabName } from '../wiring/end.ts';
import { note } from '../tests/note.ts';

const nec = editionOf('nec2023');
const named = LAYOUTS.map((one) => [one.name, one] as const);

function judge({ box, work }: Pick<Layout, 'box' | 'work'>, wiring: Wiring) {
  const proof = prove(wired(box, work, wiring), work, nec);
  const findings = checkWiring(box, work, wiring, nec);
  return {
    proof,
    faults: saidOf({ box, work }, proof.faults),
    violations: saidOf(
      { box, work },
      findings.filter(({ severity }) => severity === 'violation'),
    ),
    findings,
  };
}

/** A run without what the box itself says of it. */
function carried({ wires: _wires, ...run }: Run): Partial<Run> {
  return run;
}

test.each(named)('%s: planned, within the rules, and proved in every position', (_name, layout) => {
  const plan = synthesise(layout.box, layout.work, nec);
  expect(saidOf(layout, plan.obstacles)).toEqual([]);
  const { proof, faults, violations } = judge(layout, plan.wiring);
  expect([faults, violations]).toEqual([[], []]);
  expect(proof.states).toBeGreaterThan(0);
  // What is told is part of the box document and passes its schema; the plan follows from it and is not kept.
  const told = withWork(layout.box, { ...layout.work, plan: plan.wiring }, nextOf(layout.box, layout.work));
  const stored = BoxDocument.parse(told.box);
  expect(stored.work).not.toHaveProperty('plan');
  // Laid down with its pieces and read back, the plan is the same.
  const { runs, devices } = workOf(stored);
  for (const run of layout.work.runs) expect(runs).toContainEqual(expect.objectContaining(carried(run)));
  for (const device of layout.work.devices) expect(devices).toContainEqual(device);
});

test.each(named)('%s: the same nodes are connected as a graph library says', (_name, { box, work }) => {
  const { wiring } = synthesise(box, work, nec);
  const model = wired(box, work, wiring);
  const { physical, links } = model;
  const positions = Object.fromEntries(physical.switches.map(({ id }, nth) => [id, nth % 2]));
  const state = prepare(model).at({ positions });
  const graph = new Graph({ directed: false });
  const join = ([a, b]: readonly [string, string]) => void graph.setEdge(a, b);
  for (const { pair } of links) join(pair);
  for (const { near, far } of physical.strands) join([near, far]);
  for (const { id, positions: all } of physical.switches) all[positions[id] ?? 0]?.forEach(join);
  for (const { poles } of physical.guards) poles.forEach(join);
  const component = new Map(
    alg.components(graph).flatMap((nodes, nth) => nodes.map((node) => [node, nth] as const)),
  );
  const ends = [
    ...linesOf(box, work).flatMap(({ wires }) => wires.map(({ id }) => id)),
    ...facesOf(box, work).flatMap(({ terminals }) => terminals.map(({ id }) => id)),
  ];
  for (const a of ends)
    for (const b of ends)
      expect([a, b, state.connected(a, b)]).toEqual([
        a,
        b,
        a === b || (component.has(a) && component.get(a) === component.get(b)),
      ]);
});

describe('unlisted combinations', () => {
  /** A box of one or two circuits with any number of the common things on each. */
  const wish = fc.record({
    two: fc.constantFrom('one', 'two', 'multiwire'),
    metal: fc.boolean(),
    switches: fc.array(fc.constantFrom('switch', 'dimmer', 'smart', 'timer'), { maxLength: 4 }),
    outs: fc.integer({ min: 0, max: 3 }),
    receptacles: fc.integer({ min: 0, max: 2 }),
    guarded: fc.boolean(),
    threeWay: fc.boolean(),
    loopOut: fc.boolean(),
    splice: fc.constantFrom('pigtail', 'feed-through', 'jumper'),
    spareNeutral: fc.boolean(),
    connector: fc.constantFrom('twist', 'push', 'lever'),
  });

  test('any of them is planned and proved', () => {
    fc.assert(
      fc.property(wish, (one) => {
        const items: string[] = [one.metal ? '90 in3 metal 4-gang' : '90 in3 plastic 4-gang'];
        const runs: unknown[] = [];
        const devices: unknown[] = [];
        let nth = 0;
        const piece = (text: string) => {
          items.push(text);
          nth += 1;
          return `i${nth}.0`;
        };
        const circuits = [
          { id: 'a', name: '1', breaker: 15, ...(one.two === 'multiwire' ? { partner: 'b' } : {}) },
          ...(one.two === 'one' ? [] : [{ id: 'b', name: '3', breaker: 15 }]),
        ];
        if (one.two === 'multiwire')
          runs.push({ of: piece('14/3 "feed"'), does: 'feed', circuits: ['a', 'b'] });
        else
          for (const { id } of circuits)
            runs.push({ of: piece(`14/2 "feed ${id}"`), does: 'feed', circuits: [id] });
        const other = (at: number) => circuits[at % circuits.length]?.id ?? 'a';
        one.switches.forEach((device, at) => {
          const of = piece(`${device} "s${at}"`);
          devices.push({ of, circuit: other(at) });
          runs.push({ of: piece(`14/2 "leg ${at}"`), does: 'leg', hots: [of] });
        });
        for (let at = 0; at < one.outs; at += 1)
          runs.push({ of: piece(`14/2 "out ${at}"`), does: 'out', hots: [other(at)] });
        for (let at = 0; at < one.receptacles; at += 1)
          devices.push({
            of: piece(`duplex "r${at}"`),
            circuit: other(at),
            ...(circuits.length > 1 && at === 1 ? { halves: ['a', 'b'] } : {}),
          });
        if (one.guarded) {
          const of = piece('gfci "g"');
          devices.push({ of, circuit: 'a' });
          runs.push({ of: piece('14/2 "guarded"'), does: 'out', hots: ['a'], guard: of });
        }
        if (one.threeWay) {
          const of = piece('3way "w"');
          devices.push({ of, circuit: 'a', chain: 'way-1', end: 'line' });
          runs.push({
            of: piece('14/3 "t"'),
            does: 'travelers',
            circuits: ['a'],
            chain: 'way-1',
            leads: 'load',
            third: 'neutral',
          });
        }
        if (one.loopOut) {
          const of = piece('14/2 "loop"');
          runs.push({ of, does: 'loop-out', circuits: ['a'], hots: ['a'] });
          runs.push({ of: piece('14/2 "looped"'), does: 'leg', hots: [of] });
        }
        const box = boxOf(items.join(', '));
        const work = WorkPlan.parse({
          circuits,
          runs,
          devices,
          schools: { splice: one.splice, spareNeutral: one.spareNeutral, connector: one.connector },
        });
        const plan = synthesise(box, work, nec);
        const { proof, faults, violations } = judge({ box, work }, plan.wiring);
        // Where nothing is set up that uses the hot, that is what is said, and no more.
        const idle = one.outs + one.receptacles + one.switches.length === 0 && !one.guarded;
        if (idle && !one.threeWay && !one.loopOut) {
          expect(proof).toMatchObject({ good: false, proved: 0, faults: [{ code: 'nothing-to-prove' }] });
          return;
        }
        expect([saidOf({ box, work }, plan.obstacles), faults, violations]).toEqual([[], [], []]);
      }),
      { numRuns: runs(400) },
    );
  });
});

/** Every single mistake one can make in a wiring, with what it is called. */
function* mistakes({ box, work }: Layout, wiring: Wiring): Generator<[string, Wiring]> {
  const signals = new Map<string, string>([
    ...linesOf(box, work).flatMap(({ wires }) => wires.map(({ id, signal }) => [id, signal] as const)),
    ...facesOf(box, work).flatMap(({ terminals }) =>
      terminals.map(({ id, signal }) => [id, signal ?? ''] as const),
    ),
  ]);
  const netOf = (end: string): string => {
    const own = signals.get(end);
    if (own !== undefined) return own;
    const joint = wiring.joints.find(
      ({ ends }) => ends.some((one) => one === end) && ends.some((one) => signals.has(one)),
    );
    const land = wiring.lands.find((one) => one.end === end);
    return signals.get(joint?.ends.find((one) => signals.has(one)) ?? land?.at ?? '') ?? 'G';
  };
  // Which traveler is which does not matter; neither do two capped ends.
  const same = (a: string, b: string) => {
    const plain = (signal: string) => signal.replace(/^T[12]:/, 'T:');
    return plain(netOf(a)) === plain(netOf(b));
  };
  const { joints, lands } = wiring;
  const places = [
    ...joints.flatMap(({ ends }, nth) => ends.map((end, at) => ({ end, joint: nth, at }))),
    ...lands.map(({ end }, nth) => ({ end, land: nth })),
  ];
  const put = (place: (typeof places)[number], end: End | undefined, from: Wiring): Wiring =>
    'joint' in place
      ? {
          ...from,
          joints: from.joints.map((joint, nth) =>
            nth === place.joint
              ? {
                  ...joint,
                  ends: joint.ends.flatMap((one, at) =>
                    at === place.at ? (end === undefined ? [] : [end]) : [one],
                  ),
                }
              : joint,
          ),
        }
      : {
          ...from,
          lands: from.lands.flatMap((land, nth) =>
            nth === place.land ? (end === undefined ? [] : [{ ...land, end: end as LooseEnd }]) : [land],
          ),
        };
  for (const [nth, one] of places.entries()) {
    yield [`drop ${one.end}`, put(one, undefined, wiring)];
    for (const other of places.slice(nth + 1))
      if (!same(one.end, other.end))
        yield [`swap ${one.end} and ${other.end}`, put(one, other.end, put(other, one.end, wiring))];
  }
  for (const [nth, one] of joints.entries())
    for (const [at, other] of joints.entries())
      if (at > nth && !same(one.ends[0] ?? '', other.ends[0] ?? ''))
        yield [
          `join ${one.id} and ${other.id}`,
          {
            ...wiring,
            joints: joints.flatMap((joint, which) =>
              which === at
                ? []
                : which === nth
                  ? [{ ...joint, ends: [...one.ends, ...other.ends] }]
                  : [joint],
            ),
          },
        ];
  for (const { key, item } of facesOf(box, work))
    if (item.device === 'duplex')
      for (const tab of ['hot', 'neutral']) {
        const name = tabName(key, tab);
        const broken = wiring.broken.includes(name)
          ? wiring.broken.filter((one) => one !== name)
          : [...wiring.broken, name];
        yield [`tab ${name}`, { ...wiring, broken }];
      }
}

/**
 * Mistakes that change nothing: which end of a three-way chain takes the hot, and which capped neutral tail
 * is which. They are counted apart, and there are few.
 */
function isHarmless(what: string, { name }: Layout, wiring: Wiring): boolean {
  const [, one = '', other = ''] = /^swap (\S+) and (\S+)$/.exec(what) ?? [];
  const tail = (end: string) => wiring.joints.some(({ ends }) => ends.length === 1 && ends[0] === end);
  const common = (end: string) =>
    wiring.lands.some((land) => land.end === end && land.at.endsWith(':common')) ||
    wiring.joints.some(
      ({ ends }) =>
        ends.some((one) => one === end) &&
        ends.some((mate) => wiring.lands.some((land) => land.end === mate && land.at.endsWith(':common'))),
    ) ||
    wiring.joints.some(({ ends }) => ends.some((one) => one === end) && ends.includes('w:i3.0:black'));
  return (
    (tail(one) && tail(other)) ||
    (common(one) && common(other)) ||
    (/240 V|four-wire/.test(name) && HARMLESS.has(what))
  );
}

/**
 * Mistakes that change nothing, named one by one: the two hots of 240 V exchanged, and a chain of three-ways
 * turned end for end on four-wire cables, where no white is marked.
 */
const HARMLESS = new Set([
  'swap w:i1.0:black and w:i4.0:black',
  'swap w:i2.0:blue and w:i3.0:blue',
  'swap w:i2.0:black and w:i1.0:black',
  'swap w:i1.0:black and w:i1.0:white',
  'swap w:i2.0:black and w:i2.0:white',
  'swap w:i1.0:black and w:i1.0:red',
  'swap w:i2.0:black and w:i2.0:red',
  'swap w:i1.1:black and w:i1.1:white',
  'swap w:i1.2:black and w:i1.2:white',
]);

test('every single mistake is caught by a rule or by the simulation', () => {
  let made = 0;
  const missed: string[] = [];
  const harmless: string[] = [];
  for (const layout of LAYOUTS) {
    const { wiring } = synthesise(layout.box, layout.work, nec);
    for (const [what, wrong] of mistakes(layout, wiring)) {
      made += 1;
      const { faults, violations, findings } = judge(layout, wrong);
      if (faults.length + violations.length > 0 || findings.some(({ code }) => code === 'line-load'))
        continue;
      (isHarmless(what, layout, wiring) ? harmless : missed).push(`${layout.name}: ${what}`);
    }
  }
  note(
    `Mistakes: ${made} made, ${made - missed.length - harmless.length} caught, ${missed.length} missed; ${harmless.length} change nothing (the two ends of a three-way chain, two capped tails).`,
  );
  expect(missed).toEqual([]);
  expect(harmless.length).toBeLessThan(26);
  expect(made).toBeGreaterThan(9000);
});

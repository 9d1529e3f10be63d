/**
 * The least change of a net, held against every wiring there is of small nets: the second way places each end
 * in every joint and on every screw and keeps the cheapest that hangs together. It shares no code with the search.
 */
import fc from 'fast-check';
import { leastChange, type NetTask } from './least-change.ts';
import { runs } from '../tests/runs.ts';
import { type LooseEnd, pieceAt, pigtailEnd, terminalEnd, wireEnd } from '../wiring/end.ts';
import type { Land } from '../wiring/wiring.ts';

/** A net of which nothing but its shape is known. */
interface Shape {
  readonly wires: number;
  /** Screws of each spot. */
  readonly spots: readonly (1 | 2)[];
  readonly tails: number;
  /** A place for each end: one of three joints, a screw, or nothing. */
  readonly places: readonly number[];
  readonly through: boolean;
}

const JOINTS = 3;
const screwOf = (device: number, at: number) => terminalEnd(`i9${device}.0`, `screw-${at}`);

/** What was found: the places given, as far as each screw takes one end and each tail has both of its ends. */
function taskOf({ wires, spots, tails, places, through }: Shape): NetTask {
  const screws = spots.flatMap((many, nth) => Array.from({ length: many }, (_, at) => screwOf(nth, at)));
  const mine = Array.from({ length: wires }, (_, nth) => wireEnd(`i${nth}.0`, 'black'));
  const pigtails = Array.from({ length: tails }, (_, nth) => pigtailEnd(`p${nth}`));
  const ends = [...mine, ...pigtails.flatMap((end) => [end, end])];
  const joints = Array.from({ length: JOINTS }, (): LooseEnd[] => []);
  const lands: Land[] = [];
  ends.forEach((end, nth) => {
    const place = (places[nth] ?? 0) % (JOINTS + screws.length + 1);
    if (place < JOINTS && !joints[place]?.includes(end)) joints[place]?.push(end);
    const at = screws[place - JOINTS];
    const full = lands.some((one) => one.at === at || (!through && at && pieceAt(one.at) === pieceAt(at)));
    if (at !== undefined && !full) lands.push({ end, at });
  });
  return {
    wires: mine,
    tails: pigtails,
    spots: spots.map((many, nth) => {
      const terminals = [screwOf(nth, 0), ...(many > 1 ? [screwOf(nth, 1)] : [])] as const;
      return { terminals, lead: false, second: through && many === 2 ? terminals : [] };
    }),
    joints: joints.flatMap((joined, nth) => (joined.length > 0 ? [{ id: `j${nth}`, ends: joined }] : [])),
    lands,
    was: lands,
    partsOf: () => 1,
    capOf: () => 1,
  };
}

/** Joints opened and parts used by the cheapest of all wirings. @param more new pigtails at most */
function everyWiring(task: NetTask, more: number): readonly [number, number] {
  const screws = task.spots.flatMap(({ terminals }) => terminals);
  const fresh = Array.from({ length: more }, (_, nth) => `n${nth}`);
  const slots = [...task.wires, ...[...task.tails, ...fresh].flatMap((end) => [end, end])];
  const found = new Set(task.joints.map(({ ends }) => [...ends].sort().join()));
  const closable = task.joints
    .filter(({ ends }) => ends.length > 1)
    .map(({ ends }) => [...ends].sort().join());
  let best: readonly [number, number] = [Infinity, Infinity];
  const at: (string | undefined)[] = [];

  const weigh = (many: number) => {
    const joints = Array.from({ length: many }, (_, nth) =>
      slots.filter((_end, slot) => at[slot] === `j${nth}`).sort(),
    );
    const keys = joints.map((mine) => mine.join());
    const opened = closable.filter((key) => !keys.includes(key)).length;
    if (opened > best[0]) return;
    const laid = fresh.filter((end) => slots.some((one, slot) => one === end && at[slot] !== undefined));
    const parts = keys.filter((key) => !found.has(key)).length + laid.length;
    if (opened === best[0] && parts >= best[1]) return;
    if (hangsTogether()) best = [opened, parts];
  };
  const hangsTogether = () => {
    const groups: Set<string>[] = [];
    const tie = (...names: string[]) => {
      const mine = groups.filter((group) => names.some((one) => group.has(one)));
      for (const one of mine) groups.splice(groups.indexOf(one), 1);
      groups.push(new Set([...names, ...mine.flatMap((group) => [...group])]));
    };
    for (const { terminals } of task.spots) tie(...terminals);
    for (const wire of task.wires) tie(wire);
    slots.forEach((end, slot) => {
      const place = at[slot];
      if (place !== undefined) tie(end, place);
    });
    const must = [...task.wires, ...task.spots.flatMap(({ terminals }) => terminals.slice(0, 1))];
    return groups.some((group) => must.every((one) => group.has(one)));
  };
  const place = (slot: number, many: number) => {
    if (slot === slots.length) {
      weigh(many);
      return;
    }
    const end = slots[slot] ?? '';
    const isTail = !task.wires.some((wire) => wire === end);
    const second = isTail && slots[slot - 1] === end;
    const before = second ? at[slot - 1] : undefined;
    // The ends of a pigtail are alike; one that is nowhere has none, and none is of two ends in one joint.
    if (isTail && (!second || before === undefined)) {
      at[slot] = undefined;
      place(slot + 1, many);
    }
    if (!(second && before === undefined)) {
      for (let joint = 0; joint <= many; joint += 1) {
        if (second && before === `j${joint}`) continue;
        at[slot] = `j${joint}`;
        place(slot + 1, Math.max(many, joint + 1));
      }
      for (const screw of screws) {
        const spot = task.spots.find(({ terminals }) => terminals.includes(screw));
        const others = at.slice(0, slot);
        if (others.includes(screw)) continue;
        const twice = spot?.terminals.some((one) => others.includes(one));
        if (twice && spot?.second.length === 0) continue;
        at[slot] = screw;
        place(slot + 1, many);
      }
    }
    at.length = slot;
  };
  place(0, 0);
  return best;
}

const shapes: fc.Arbitrary<Shape> = fc
  .record({
    wires: fc.integer({ min: 1, max: 3 }),
    spots: fc.array(fc.constantFrom(1 as const, 2 as const), { minLength: 0, maxLength: 1 }),
    tails: fc.integer({ min: 0, max: 1 }),
    places: fc.array(fc.nat(20), { minLength: 7, maxLength: 7 }),
    through: fc.boolean(),
  })
  .filter(({ wires, spots }) => wires + spots.length > 1);

test('no wiring of a small net opens fewer joints, nor as many with fewer parts', () => {
  let opened = 0;
  fc.assert(
    fc.property(shapes, (shape) => {
      const task = taskOf(shape);
      const { cost } = leastChange(task);
      const best = everyWiring(task, shape.wires > 2 && shape.tails > 0 ? 1 : 2);
      opened += best[0];
      expect([cost[0], cost[1]]).toEqual(best);
    }),
    { numRuns: runs(400), seed: 20 },
  );
  // Some of them could not be made without opening a joint, or the check says little.
  expect(opened).toBeGreaterThan(5);
});

test('two devices on one net, with tails and screws, are no dearer than the best there is', () => {
  fc.assert(
    fc.property(
      fc.record({
        wires: fc.integer({ min: 1, max: 2 }),
        spots: fc.array(fc.constantFrom(1 as const, 2 as const), { minLength: 2, maxLength: 2 }),
        tails: fc.integer({ min: 0, max: 2 }),
        places: fc.array(fc.nat(20), { minLength: 7, maxLength: 7 }),
        through: fc.boolean(),
      }),
      (shape) => {
        const task = taskOf(shape);
        // Pigtails joined to each other and to nothing else are no part of a box.
        fc.pre(task.joints.every(({ ends }) => ends.length < 2 || ends.some((end) => end.startsWith('w'))));
        const { cost } = leastChange(task);
        const best = everyWiring(task, shape.tails > 1 ? 1 : 2);
        // With two new pigtails to place the second way knows every wiring; with one it may know only dearer ones.
        if (shape.tails < 2) expect([cost[0], cost[1]]).toEqual(best);
        else expect(cost[0] < best[0] || (cost[0] === best[0] && cost[1] <= best[1])).toBe(true);
      },
    ),
    { numRuns: 60, seed: 24 },
  );
});

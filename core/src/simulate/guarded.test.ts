/**
 * Random boxes where GFCIs meet three-wire cables, switches and receptacles in any combination. Whatever is
 * wished, a plan that nothing stands against is proved; and what cannot be protected as wished is said, not
 * planned. Layouts are invented; the physics of a GFCI is that of docs/trade.md#terminals, #simulation.
 */
import fc from 'fast-check';
import { WorkPlan } from '../box/work.ts';
import { editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { boxOf } from '../tests/layouts.ts';
import { note } from '../tests/note.ts';

const nec = editionOf('nec2023');

/** Which GFCI protects something: none, or one of two. */
const guard = fc.constantFrom(undefined, 0, 1);
const wish = fc.record({
  multiwire: fc.boolean(),
  gfcis: fc.array(fc.constantFrom('a', 'b'), { minLength: 1, maxLength: 2 }),
  switches: fc.array(
    fc.record({
      device: fc.constantFrom('switch', 'smart', 'dimmer', 'sensor'),
      circuit: fc.constantFrom('a', 'b'),
      guard,
      /** Its lamp on a cable of its own, or on the red of a feed-out whose black is always hot. */
      onRed: fc.boolean(),
      outGuard: guard,
    }),
    { maxLength: 3 },
  ),
  outs: fc.array(fc.record({ circuit: fc.constantFrom('a', 'b'), guard }), { maxLength: 2 }),
  receptacles: fc.array(
    fc.record({
      circuit: fc.constantFrom('a', 'b'),
      guards: fc.tuple(guard, guard),
      split: fc.boolean(),
    }),
    { maxLength: 2 },
  ),
  metal: fc.boolean(),
  splice: fc.constantFrom('pigtail', 'feed-through', 'jumper'),
});

type Wish = typeof wish extends fc.Arbitrary<infer W> ? W : never;

function planned(one: Wish) {
  const items: string[] = [one.metal ? '200 in3 metal 6-gang' : '200 in3 plastic 6-gang'];
  const runs: unknown[] = [];
  const devices: unknown[] = [];
  const piece = (text: string) => {
    items.push(text);
    return `i${items.length - 1}.0`;
  };
  const circuits = one.multiwire ? [{ id: 'a', partner: 'b' }, { id: 'b' }] : [{ id: 'a' }, { id: 'b' }];
  if (one.multiwire) runs.push({ of: piece('14/3 "feed"'), does: 'feed', circuits: ['a', 'b'] });
  else
    for (const id of ['a', 'b']) runs.push({ of: piece(`14/2 "feed ${id}"`), does: 'feed', circuits: [id] });
  const gfcis = one.gfcis.map((circuit, nth) => ({ of: piece(`gfci "g${nth}"`), circuit }));
  devices.push(...gfcis);
  const by = (nth: number | undefined) => (nth === undefined ? undefined : gfcis[nth]?.of);
  one.switches.forEach(({ device, circuit, guard: own, onRed, outGuard }, nth) => {
    const of = piece(`${device} "s${nth}"`);
    devices.push({ of, circuit, ...(by(own) ? { guard: by(own) } : {}) });
    runs.push(
      onRed
        ? {
            of: piece(`14/3 "red ${nth}"`),
            does: 'out',
            hots: [circuit, of],
            ...(by(outGuard) ? { guard: by(outGuard) } : {}),
          }
        : { of: piece(`14/2 "leg ${nth}"`), does: 'leg', hots: [of] },
    );
  });
  one.outs.forEach(({ circuit, guard: own }, nth) => {
    runs.push({
      of: piece(`14/2 "out ${nth}"`),
      does: 'out',
      hots: [circuit],
      ...(by(own) ? { guard: by(own) } : {}),
    });
  });
  one.receptacles.forEach(({ circuit, guards, split }, nth) => {
    devices.push({
      of: piece(`duplex "r${nth}"`),
      circuit,
      ...(split ? { halves: ['a', 'b'] } : {}),
      guards: [by(guards[0]) ?? null, by(guards[1]) ?? null],
    });
  });
  const work = WorkPlan.parse({ circuits, runs, devices, schools: { splice: one.splice } });
  return planBox(boxOf(items.join(', ')), work, nec);
}

/** Whether a wish contradicts itself: something on one circuit is to be protected by the GFCI of the other, or one white serves a protected and a bare hot. */
function contradicts(one: Wish): boolean {
  const circuitOf = (nth: number | undefined) => (nth === undefined ? undefined : one.gfcis[nth]);
  const other = (circuit: string, nth: number | undefined) =>
    circuitOf(nth) !== undefined && circuitOf(nth) !== circuit;
  const effective = (nth: number | undefined) => (circuitOf(nth) === undefined ? undefined : nth);
  return (
    one.switches.some(
      ({ circuit, guard: own, onRed, outGuard }) =>
        other(circuit, own) ||
        (onRed && (other(circuit, outGuard) || effective(own) !== effective(outGuard))),
    ) ||
    one.outs.some(({ circuit, guard: own }) => other(circuit, own)) ||
    one.receptacles.some(({ circuit, guards, split }) =>
      guards.some((nth, half) => other(split ? (half === 0 ? 'a' : 'b') : circuit, nth)),
    )
  );
}

test('a plan that nothing stands against is proved, and only a wish that contradicts itself is refused', () => {
  let [good, refused] = [0, 0];
  fc.assert(
    fc.property(wish, (one) => {
      const { plan, proof, findings, works } = planned(one);
      const against = [...proof.faults, ...findings.filter(({ severity }) => severity === 'violation')];
      if (contradicts(one)) {
        refused += 1;
        expect(works).toBe(false);
        return;
      }
      good += 1;
      expect([plan.obstacles, against]).toEqual([[], []]);
      expect(works).toBe(true);
    }),
    { numRuns: 600 },
  );
  note(`GFCIs beside three-wire cables: ${good} planned and proved, ${refused} refused as contradictions.`);
  expect(Math.min(good, refused)).toBeGreaterThan(40);
});
